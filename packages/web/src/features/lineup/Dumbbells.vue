<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { scaleLinear } from 'd3';
import { computed, ref } from 'vue';
import type { LineUp } from '@ripe-pick/core/compare';
import type { GameRates } from '@ripe-pick/core/frames';
import type { Brief } from '@ripe-pick/core/parts';
import ChartFigure from '../../shared/charts/ChartFigure.vue';
import { fps } from '../../shared/format/format.ts';
import { fastestWords } from './figures.ts';
import { SHAPES, shapePath } from './shapes.ts';

const props = defineProps<{ lineUp: LineUp; brief: Brief; nameOf: (game: string) => string }>();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const ROW = 17;
const GAP = 18;
const TOP = 26;

const entries = computed(() =>
  props.lineUp.entries.map((entry, n) => ({
    n,
    name: entry.name,
    games: entry.summary.rates.status === 'known' ? entry.summary.rates.games : [],
  })),
);
const labelWidth = computed(() => (width.value < 560 ? 0 : 190));
const blocks = computed(() =>
  props.brief.play.games.map(({ game, preset }, g) => ({
    game,
    title: `${props.nameOf(game)}, ${preset}`,
    top:
      TOP +
      g * (entries.value.length * ROW + GAP + (labelWidth.value === 0 ? 14 : 0)) +
      (labelWidth.value === 0 ? 14 : 0),
    marks: entries.value.map(({ n, name, games }) => ({
      n,
      name,
      rates: games.length > g ? games[g] : null,
    })),
  })),
);
const height = computed(() => (blocks.value.at(-1)?.top ?? 0) + entries.value.length * ROW + 12);
const most = computed(() =>
  Math.max(
    props.brief.play.refreshHz * 1.08,
    ...entries.value.flatMap(({ games }) => games.map((game) => game.interval.high)),
  ),
);
const x = computed(() =>
  scaleLinear(
    [0, most.value * 1.02],
    [labelWidth.value + 8, Math.max(labelWidth.value + 40, width.value - 14)],
  ),
);
const rateWords = ({ average, interval }: Pick<GameRates, 'average' | 'interval'>) =>
  `${fps(average)} fps (${fps(interval.low)} to ${fps(interval.high)})`;
const points = computed(() =>
  blocks.value.flatMap((block) =>
    block.marks.flatMap(({ name, rates }, row) =>
      rates
        ? [
            {
              x: x.value(rates.average),
              y: block.top + row * ROW + 8,
              words: `${block.title}, ${name}: ${rateWords(rates)}, 1 % low ${fps(rates.low)}`,
            },
          ]
        : [],
    ),
  ),
);
const spoken = computed(() =>
  blocks.value
    .map(
      (block) =>
        `${block.title}: ${block.marks.map(({ name, rates }) => `${name} ${rates ? `${fps(rates.average)}, between ${fps(rates.interval.low)} and ${fps(rates.interval.high)}` : 'unknown'}`).join('; ')}`,
    )
    .join('. '),
);
</script>

<template>
  <div ref="holder">
    <ChartFigure v-if="width > 0" :title="fastestWords(lineUp)" :points="points">
      <svg :width="width" :height="height" role="img" :aria-label="spoken">
        <g v-for="tick in x.ticks(width < 560 ? 4 : 8)" :key="tick">
          <line :x1="x(tick)" :x2="x(tick)" :y1="TOP - 8" :y2="height - 6" class="grid" />
          <text :x="x(tick)" y="11" text-anchor="middle" class="figure">{{ tick }}</text>
        </g>
        <line
          :x1="x(brief.play.refreshHz)"
          :x2="x(brief.play.refreshHz)"
          :y1="TOP - 8"
          :y2="height - 6"
          class="refresh"
        />
        <g v-for="block in blocks" :key="block.game">
          <text
            :x="labelWidth === 0 ? 4 : labelWidth - 6"
            :y="labelWidth === 0 ? block.top - 4 : block.top + ROW * 0.8"
            :text-anchor="labelWidth === 0 ? 'start' : 'end'"
            class="title"
          >
            {{ block.title }}
          </text>
          <g
            v-for="(mark, row) in block.marks"
            :key="mark.n"
            :style="{ color: `var(--${SHAPES[mark.n].colour})` }"
          >
            <template v-if="mark.rates">
              <line
                :x1="x(mark.rates.interval.low)"
                :x2="x(mark.rates.interval.high)"
                :y1="block.top + row * ROW + 8"
                :y2="block.top + row * ROW + 8"
                class="whisker"
              />
              <line
                :x1="x(mark.rates.low)"
                :x2="x(mark.rates.low)"
                :y1="block.top + row * ROW + 2"
                :y2="block.top + row * ROW + 14"
                class="low"
              />
              <line
                :x1="x(mark.rates.low)"
                :x2="x(mark.rates.average)"
                :y1="block.top + row * ROW + 8"
                :y2="block.top + row * ROW + 8"
                class="bar"
              />
              <path
                :d="shapePath(mark.n, x(mark.rates.average), block.top + row * ROW + 8, 5)"
                class="mark"
              />
            </template>
            <text v-else :x="x(0) + 6" :y="block.top + row * ROW + 12" class="figure">unknown</text>
          </g>
        </g>
      </svg></ChartFigure
    >
  </div>
</template>

<style scoped>
.refresh {
  stroke: var(--ink);
}
.title {
  font-size: var(--text-small);
  font-weight: 600;
  fill: var(--ink);
}
.whisker {
  stroke: currentColor;
  stroke-width: 4;
  opacity: 0.35;
}
.bar {
  stroke: currentColor;
  stroke-width: 1.4;
}
.low {
  stroke: currentColor;
  stroke-width: 2;
}
.mark {
  fill: currentColor;
  stroke: var(--sheet);
}
</style>
