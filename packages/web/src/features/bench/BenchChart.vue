<script setup lang="ts">
import { scaleLinear } from 'd3';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import ChartFigure from '../../shared/charts/ChartFigure.vue';
import { countWords, fps } from '../../shared/format/format.ts';
import { conditionWords, offWords } from '../../shared/format/runs.ts';
import type { Measured } from './use-bench.ts';

const props = defineProps<{
  groups: readonly Measured[];
  selected: string | null;
  nameOf: (id: string) => string;
}>();
const emit = defineEmits<{ open: [key: string] }>();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const HEIGHT = 250;
const TOP = 14;
const BOTTOM = 8;
const AXIS = 34;
/** Narrower columns cannot be told apart; the chart scrolls then. */
const LEAST_COLUMN = 104;

const inner = computed(() => Math.max(width.value, AXIS + LEAST_COLUMN * props.groups.length));
const most = computed(() =>
  Math.max(
    30,
    ...props.groups.flatMap((group) => [
      group.expected?.interval.high ?? 0,
      ...group.runs.map((run) => run.average),
    ]),
  ),
);
const y = computed(() =>
  scaleLinear()
    .domain([0, most.value * 1.06])
    .range([HEIGHT - BOTTOM, TOP]),
);
const step = computed(() => (inner.value - AXIS) / props.groups.length);
const x = (n: number) => AXIS + step.value * (n + 0.5);
const words = (group: Measured) => {
  const { summary, expected } = group;
  const measured = summary ? `measured ${fps(summary.average)}` : 'only warm-ups';
  return `${props.nameOf(group.runs[0].game)}, ${conditionWords(group.runs[0])}: ${measured}${expected ? `, expected ${fps(expected.interval.low)} to ${fps(expected.interval.high)}` : ', expected unknown'}`;
};
const points = computed(() =>
  props.groups.flatMap((group, n) => [
    ...(group.expected
      ? [
          {
            x: x(n) - 19,
            y: y.value(group.expected.fps),
            words: `${words(group)}: expected ${fps(group.expected.fps)} fps`,
          },
        ]
      : []),
    ...group.runs.map((run, at) => ({
      x: x(n) + 4,
      y: y.value(run.average),
      words: `${words(group)}: run ${at + 1}${run.isWarmUp ? ', a warm-up' : ''}, ${fps(run.average)} fps`,
    })),
  ]),
);
/** Where what was measured lies to what is expected; null where one of them is not known. */
function placeOf({ summary, expected }: Measured): 'below' | 'above' | 'as expected' | null {
  if (!summary || !expected) return null;
  const { low, high } = expected.interval;
  return summary.average < low ? 'below' : summary.average > high ? 'above' : 'as expected';
}
const title = computed(() => {
  const places = props.groups.map(placeOf).filter((place) => place !== null);
  const count = (wanted: string) => places.filter((place) => place === wanted).length;
  const settings = countWords(places.length, 'setting');
  if (places.length === 0) return 'What to expect is not known for any setting';
  if (count('as expected') === places.length)
    return `${places.length === 1 ? 'The setting runs' : `All ${settings} run`} as expected`;
  return `Of ${settings}: ${count('below')} below what is expected, ${count('above')} above it`;
});
/** How far outside what is expected: said in words, not by colour alone. */
const verdict = (group: Measured) => {
  const { summary, expected } = group;
  return summary && expected
    ? `${offWords(summary.average / expected.fps)}, ${placeOf(group)}`
    : 'expected unknown';
};
</script>

<template>
  <div>
    <div ref="holder" class="holder" tabindex="0" role="group" aria-label="Chart, scrolls sideways">
      <ChartFigure v-if="width > 0" :title="title" :points="points">
        <svg :width="inner" :height="HEIGHT" role="img" :aria-label="groups.map(words).join('; ')">
          <g v-for="tick in y.ticks(5)" :key="tick">
            <line :x1="AXIS" :x2="inner" :y1="y(tick)" :y2="y(tick)" class="grid" />
            <text :x="AXIS - 5" :y="y(tick) + 4" text-anchor="end" class="figure">{{ tick }}</text>
          </g>
          <g v-for="(group, n) in groups" :key="group.key">
            <rect
              v-if="group.key === selected"
              :x="x(n) - step / 2 + 4"
              y="2"
              :width="step - 8"
              :height="HEIGHT - 4"
              class="chosen"
              rx="6"
            />
            <template v-if="group.expected">
              <rect
                :x="x(n) - 26"
                :y="y(group.expected.interval.high)"
                width="14"
                :height="Math.max(1, y(group.expected.interval.low) - y(group.expected.interval.high))"
                class="expected"
                rx="2"
              />
              <circle :cx="x(n) - 19" :cy="y(group.expected.fps)" r="3" class="dot" />
            </template>
            <g
              v-for="run in group.runs"
              :key="run.id"
              :transform="`translate(${x(n) + 4},${y(run.average)})`"
            >
              <rect
                x="-4"
                y="-4"
                width="8"
                height="8"
                transform="rotate(45)"
                class="run"
                :class="{ warm: run.isWarmUp }"
              />
            </g>
            <template v-if="group.summary">
              <line
                :x1="x(n) - 6"
                :x2="x(n) + 30"
                :y1="y(group.summary.average)"
                :y2="y(group.summary.average)"
                class="mean"
              />
              <line
                v-if="group.summary.low"
                :x1="x(n) + 8"
                :x2="x(n) + 24"
                :y1="y(group.summary.low)"
                :y2="y(group.summary.low)"
                class="low"
              />
            </template>
          </g>
        </svg>
        <div class="labels" :style="{ width: `${inner}px`, paddingLeft: `${AXIS}px` }">
          <button
            v-for="group in groups"
            :key="group.key"
            class="plain label"
            :aria-pressed="group.key === selected"
            :title="words(group)"
            :style="{ width: `${step}px` }"
            @click="emit('open', group.key)"
          >
            <b>{{ nameOf(group.runs[0].game) }}</b>
            <span class="quiet">{{ conditionWords(group.runs[0]) }}</span>
            <span>{{ verdict(group) }}</span>
          </button>
        </div>
      </ChartFigure>
    </div>
    <p class="quiet key">
      <i class="bar"></i> expected of a healthy system, 4 in 5 measurements &nbsp; <i class="diamond"></i> a
      run <i class="diamond hollow"></i> warm-up &nbsp; <i class="line"></i> all runs, frames over time
      <i class="line short"></i> 1 % low. Frames per second upward.
    </p>
  </div>
</template>

<style scoped>
.holder {
  overflow-x: auto;
  position: relative;
}
.chosen {
  fill: color-mix(in srgb, var(--plum) 8%, transparent);
}
.expected {
  fill: color-mix(in srgb, var(--plum) 30%, transparent);
  stroke: var(--plum);
}
.dot {
  fill: var(--plum);
}
.run {
  fill: var(--apricot);
  stroke: var(--sheet);
}
.run.warm {
  fill: none;
  stroke: var(--apricot);
  stroke-width: 1.5;
}
.mean {
  stroke: var(--ink);
  stroke-width: 2;
}
.low {
  stroke: var(--ink);
  stroke-width: 2;
  stroke-dasharray: 3 2;
}
.labels {
  display: flex;
  box-sizing: border-box;
}
.label {
  display: grid;
  text-align: center;
  font-size: var(--text-small);
  line-height: 1.25;
  padding: 4px 2px;
}
.label[aria-pressed='true'] {
  box-shadow: inset 0 -3px 0 var(--plum);
}
.label > * {
  overflow: hidden;
  text-overflow: ellipsis;
}
.key {
  font-size: var(--text-tiny);
  padding-top: 4px;
}
.key i {
  display: inline-block;
  vertical-align: middle;
  margin: 0 3px;
}
.bar {
  width: 9px;
  height: 12px;
  background: color-mix(in srgb, var(--plum) 30%, transparent);
  border: 1px solid var(--plum);
}
.diamond {
  width: 7px;
  height: 7px;
  background: var(--apricot);
  transform: rotate(45deg);
}
.diamond.hollow {
  background: none;
  border: 1px solid var(--apricot);
}
.line {
  width: 18px;
  border-top: 2px solid var(--ink);
}
.line.short {
  border-top: 2px dotted var(--ink);
}
</style>
