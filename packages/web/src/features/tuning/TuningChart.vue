<script setup lang="ts">
import { signOf, type TuningAttempt, type StagePlan } from '@ripe-pick/core/tuning';
import { useElementSize } from '@vueuse/core';
import { extent, scaleLinear, scalePoint } from 'd3';
import { computed, ref } from 'vue';
import ChartFigure from '../../shared/charts/ChartFigure.vue';
import { countWords, decimal } from '../../shared/format/format.ts';

/** Settings upward over the attempts, what held and what did not, with the heat beneath. */
const props = defineProps<{
  plan: StagePlan;
  attempts: readonly TuningAttempt[];
  unit: string;
  found: number | null;
}>();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const HEIGHT = 240;
const HEAT = 54;
const LEFT = 56;
const wide = computed(() => Math.max(280, width.value));
const x = computed(() =>
  scalePoint<number>()
    .domain(props.attempts.map(({ serial }) => serial))
    .range([LEFT + 14, wide.value - 14])
    .padding(0.5),
);
const y = computed(() => {
  const [low = props.plan.start, high = props.plan.start] = extent([
    props.plan.start,
    ...props.attempts.map(({ setting }) => setting),
    ...(props.found === null ? [] : [props.found]),
  ]);
  const room = Math.max(props.plan.step, (high - low) * 0.12);
  return scaleLinear()
    .domain([low - room, high + room])
    .range([HEIGHT - HEAT - 12, 28]);
});
const heat = computed(() => {
  const values = props.attempts.flatMap(({ celsius }) => (celsius === null ? [] : [celsius]));
  const top = Math.max(props.plan.maxCelsius ?? 0, ...values, 1);
  return scaleLinear()
    .domain([0, top])
    .range([0, HEAT - 18]);
});
const ticks = computed(() => y.value.ticks(5));
const line = computed(() =>
  props.attempts
    .map(({ serial, setting }, n) => `${n === 0 ? 'M' : 'L'}${x.value(serial) ?? 0} ${y.value(setting)}`)
    .join(' '),
);
const isHeld = ({ outcome }: TuningAttempt) => outcome === 'held';
const told = ({ setting, outcome, celsius }: TuningAttempt) =>
  `${decimal(setting, Number.isInteger(setting) ? 0 : 3)} ${props.unit}: ${outcome ?? 'not ended'}${celsius === null ? '' : ` at ${celsius} °C`}`;
const points = computed(() =>
  props.attempts.map((each, n) => ({
    x: x.value(each.serial) ?? 0,
    y: y.value(each.setting),
    words: `Attempt ${n + 1}, ${told(each)}`,
  })),
);
const title = computed(() => {
  const held = props.attempts.filter(isHeld);
  const tried = countWords(props.attempts.length, 'attempt');
  if (held.length === 0) return `${tried}, none held`;
  const settings = held.map(({ setting }) => setting);
  const far = signOf(props.plan) > 0 ? Math.max(...settings) : Math.min(...settings);
  return `${tried}, ${held.length} held, the farthest at ${decimal(far, Number.isInteger(far) ? 0 : 3)} ${props.unit}`;
});
const words = computed(
  () =>
    `${props.attempts.length} attempts, ${signOf(props.plan) > 0 ? 'upward' : 'downward'} from ${props.plan.start} ${props.unit}: ${props.attempts
      .map(
        ({ setting, outcome, celsius }) =>
          `${setting} ${outcome ?? 'open'}${celsius === null ? '' : ` at ${celsius} °C`}`,
      )
      .join(', ')}.`,
);
</script>

<template>
  <div ref="holder">
    <ChartFigure :title="title" :points="points">
      <svg :viewBox="`0 0 ${wide} ${HEIGHT}`" :width="wide" :height="HEIGHT" role="img" :aria-label="words">
        <g v-for="tick in ticks" :key="tick">
          <line :x1="LEFT" :x2="wide - 6" :y1="y(tick)" :y2="y(tick)" class="grid" />
          <text :x="LEFT - 6" :y="y(tick) + 4" class="end">{{ tick }}</text>
        </g>
        <line v-if="found !== null" :x1="LEFT" :x2="wide - 6" :y1="y(found)" :y2="y(found)" class="found" />
        <path :d="line" class="way" />
        <g
          v-for="each in attempts"
          :key="each.serial"
          :transform="`translate(${x(each.serial) ?? 0} ${y(each.setting)})`"
        >
          <circle v-if="isHeld(each)" :r="each.purpose === 'final' ? 8 : 5" class="held" />
          <path v-else-if="each.outcome" d="M-5 -5 L5 5 M5 -5 L-5 5" class="bad" />
          <circle v-else r="5" class="open" />
        </g>
        <rect
          v-for="each in attempts.filter(({ celsius }) => celsius !== null)"
          :key="`heat-${each.serial}`"
          :x="(x(each.serial) ?? 0) - 4"
          :y="HEIGHT - 4 - heat(each.celsius ?? 0)"
          width="8"
          :height="heat(each.celsius ?? 0)"
          class="heat"
        />
        <text :x="LEFT - 6" :y="HEIGHT - 6" class="end">°C</text>
        <text :x="4" :y="12">{{ unit }}</text>
      </svg></ChartFigure
    >
  </div>
</template>

<style scoped>
figure {
  margin: 0;
  min-width: 0;
  overflow: hidden;
}
text {
  fill: var(--ink-soft);
  font-size: var(--text-tiny);
}
.end {
  text-anchor: end;
}
.grid {
  stroke: var(--line);
}
.found {
  stroke: var(--leaf);
  stroke-dasharray: 5 4;
  stroke-width: 1.6;
}
.way {
  fill: none;
  stroke: var(--line-strong);
}
.held {
  fill: var(--plum);
}
.bad {
  stroke: var(--danger);
  stroke-width: 2.4;
}
.open {
  fill: var(--sheet);
  stroke: var(--plum);
  stroke-width: 2;
}
.heat {
  fill: var(--apricot);
  opacity: 0.75;
}
</style>
