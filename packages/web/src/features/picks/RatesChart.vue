<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import type { GameRates } from '@ripe-pick/core/frames';
import ChartFigure from '../../shared/charts/ChartFigure.vue';
import { fps } from '../../shared/format/format.ts';
import { goalsTitle } from '../../shared/format/goals.ts';
import { linear } from '../../shared/format/linear.ts';

/** What every game is expected to run at, with its range, its lows and its goal. */
const props = defineProps<{
  games: readonly GameRates[];
  /** Of the screen, Hz. */
  refresh: number;
  nameOf: (game: string) => string;
}>();
const holder = useTemplateRef('holder');
const { width } = useElementSize(holder);
const HEIGHT = 172;
const TOP = 16;
const BOTTOM = 20;
const AXIS = 30;
/** About the width of a letter of the picture's names in px. */
const LETTER_PX = 6.2;

const top = computed(
  () => Math.max(props.refresh * 1.15, ...props.games.map((game) => game.interval.high)) * 1.02,
);
const y = computed(() => linear([0, top.value], [HEIGHT - BOTTOM, TOP]));
const columnWidth = computed(() => (width.value - AXIS) / props.games.length);
const column = (n: number) => AXIS + columnWidth.value * (n + 0.5);
/** As much of a game's name as its column has room for. */
function shortName(id: string): string {
  const letters = Math.floor(columnWidth.value / LETTER_PX);
  const name = props.nameOf(id);
  return name.length <= letters ? name : `${name.slice(0, Math.max(1, letters - 1))}…`;
}
const words = (game: GameRates) =>
  `${props.nameOf(game.game)}: average ${fps(game.average)} (${fps(game.interval.low)} to ${fps(game.interval.high)}), 1 % low ${fps(game.low)} (${fps(game.lowInterval.low)} to ${fps(game.lowInterval.high)}), goal ${fps(game.target)}`;
const points = computed(() =>
  props.games.map((game, n) => ({ x: column(n), y: y.value(game.average), words: words(game) })),
);
</script>

<template>
  <ChartFigure :title="goalsTitle(games, nameOf)" :points="points" is-along>
    <div ref="holder" :style="{ height: `${HEIGHT}px` }">
      <svg
        v-if="width > 0"
        :width="width"
        :height="HEIGHT"
        role="img"
        :aria-label="games.map(words).join('; ')"
      >
        <g v-for="tick in y.ticks(4)" :key="tick">
          <line :x1="AXIS" :x2="width" :y1="y(tick)" :y2="y(tick)" class="grid" />
          <text :x="AXIS - 5" :y="y(tick) + 4" text-anchor="end" class="figure">{{ tick }}</text>
        </g>
        <line :x1="AXIS" :x2="width" :y1="y(refresh)" :y2="y(refresh)" class="refresh" />
        <text :x="width - 2" :y="y(refresh) - 3" text-anchor="end" class="figure ink">
          screen {{ refresh }} Hz
        </text>
        <g v-for="(game, n) in games" :key="game.game">
          <line
            :x1="column(n)"
            :x2="column(n)"
            :y1="y(game.interval.low)"
            :y2="y(game.interval.high)"
            class="whisker"
          />
          <line :x1="column(n) - 9" :x2="column(n) + 9" :y1="y(game.low)" :y2="y(game.low)" class="low" />
          <template v-for="end in [game.interval.low, game.interval.high]" :key="end">
            <line :x1="column(n) - 5" :x2="column(n) + 5" :y1="y(end)" :y2="y(end)" class="cap" />
          </template>
          <line
            :x1="column(n) - 14"
            :x2="column(n) + 14"
            :y1="y(Math.min(game.target, top))"
            :y2="y(Math.min(game.target, top))"
            class="target"
          />
          <circle :cx="column(n)" :cy="y(game.average)" r="3" class="dot" />
          <text :x="column(n)" :y="HEIGHT - 5" text-anchor="middle" class="figure">
            {{ shortName(game.game) }}
          </text>
        </g>
      </svg>
    </div>
  </ChartFigure>
</template>

<style scoped>
.refresh {
  stroke: var(--ink);
  stroke-width: 1;
}
.whisker {
  stroke: var(--plum);
  stroke-width: 2.4;
}
.cap {
  stroke: var(--plum);
  stroke-width: 1.2;
}
.low {
  stroke: var(--plum);
  stroke-width: 2.5;
}
.target {
  stroke: var(--apricot);
  stroke-width: 1.5;
  stroke-dasharray: 3 2;
}
.dot {
  fill: var(--plum);
  stroke: var(--sheet);
  stroke-width: 1.5;
}
</style>
