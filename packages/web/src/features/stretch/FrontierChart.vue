<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { curveStepAfter, line, scaleLinear } from 'd3';
import { computed, ref } from 'vue';
import type { FrontierStep } from '../../workers/solver.worker.ts';
import ChartFigure from '../../shared/charts/ChartFigure.vue';
import { decimal, money } from '../../shared/format/format.ts';
import { labelRows } from '../../shared/format/labels.ts';
import { nextSum, targetFlags } from './chart.ts';

const props = defineProps<{
  steps: readonly FrontierStep[];
  newOnly: readonly FrontierStep[] | null;
  /** Name of the screen beside the brief's own on which the same builds are shown too; null: none. */
  besideName: string | null;
  knees: readonly number[];
  limit: number;
  most: number;
  currency: string;
  unit: string;
  nameOf: (game: string) => string;
  /** The two sums that are held against each other. */
  low: number;
  high: number;
}>();
const emit = defineEmits<{ move: [which: 'low' | 'high', sum: number] }>();

const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const HEIGHT = 300;
const TOP = 46;
const BOTTOM = 24;
const LEFT = 40;
const CHARACTER_PX = 6.4;

const least = computed(() => Math.min(props.steps[0]?.cost ?? 0, props.newOnly?.[0]?.cost ?? Infinity));
/** Where the axis of money begins, as a share of the budget: it stands while steps are still being proved. */
const BEGINS = 0.4;
const x = computed(() =>
  scaleLinear(
    [Math.max(0, Math.min(props.limit * BEGINS, least.value * 0.94)), props.most],
    [LEFT, Math.max(LEFT + 10, width.value - 8)],
  ),
);
/** The same builds on the first screen beside the brief's own. */
const there = computed(() =>
  props.besideName === null
    ? []
    : props.steps.flatMap(({ cost, beside }) => {
        const score = beside[0]?.score ?? null;
        return score === null ? [] : [{ cost, score }];
      }),
);
const y = computed(() => {
  // From nothing: the dearest step is proved first, so that the axis stands from the first one on.
  const high = Math.max(1, ...[...props.steps, ...there.value].map((step) => step.score));
  return scaleLinear([0, high * 1.04], [HEIGHT - BOTTOM, TOP]);
});
/** A line of steps that goes on to the right end: more money buys no more. */
const pathOf = (steps: readonly { readonly cost: number; readonly score: number }[]) =>
  line<{ cost: number; score: number }>(
    (step) => x.value(step.cost),
    (step) => y.value(step.score),
  ).curve(curveStepAfter)(
    steps.length > 0 ? [...steps, { cost: props.most, score: steps[steps.length - 1].score }] : [],
  ) ?? '';
const own = computed(() => pathOf(props.steps));
const plain = computed(() => (props.newOnly ? pathOf(props.newOnly) : ''));
const flags = computed(() => {
  const reached = targetFlags(props.steps)
    .filter((flag) => flag.cost !== null)
    .sort((a, b) => (a.cost ?? 0) - (b.cost ?? 0));
  const texts = reached.map((flag) => `${props.nameOf(flag.game)} ${flag.target}`);
  const at = reached.map((flag) => x.value(flag.cost ?? 0));
  const rows = labelRows(
    at,
    texts.map((text) => text.length * CHARACTER_PX + 14),
  );
  return reached.map((flag, n) => ({ game: flag.game, x: at[n], text: texts[n], row: rows[n] }));
});
const costs = computed(() => props.steps.map((step) => step.cost));
const handles = computed(() => [
  { which: 'low' as const, sum: props.low, name: 'First budget' },
  { which: 'high' as const, sum: props.high, name: 'Second budget' },
]);

const dragged = ref<'low' | 'high' | null>(null);
const clamp = (sum: number) => Math.max(least.value, Math.min(props.most, Math.round(sum)));
function sumAt(event: PointerEvent): number {
  const box = holder.value?.getBoundingClientRect();
  return clamp(x.value.invert(event.clientX - (box?.left ?? 0)));
}
function down(event: PointerEvent) {
  const sum = sumAt(event);
  dragged.value = Math.abs(sum - props.low) < Math.abs(sum - props.high) ? 'low' : 'high';
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  emit('move', dragged.value, sum);
}
function drag(event: PointerEvent) {
  if (dragged.value) emit('move', dragged.value, sumAt(event));
}
function key(event: KeyboardEvent, which: 'low' | 'high', sum: number) {
  const leap = (props.most - least.value) / 10;
  const to: Record<string, () => number> = {
    ArrowRight: () => nextSum(costs.value, sum, 1),
    ArrowUp: () => nextSum(costs.value, sum, 1),
    ArrowLeft: () => nextSum(costs.value, sum, -1),
    ArrowDown: () => nextSum(costs.value, sum, -1),
    PageUp: () => clamp(sum + leap),
    PageDown: () => clamp(sum - leap),
    Home: () => least.value,
    End: () => props.most,
  };
  if (!to[event.key]) return;
  event.preventDefault();
  emit('move', which, to[event.key]());
}
const points = computed(() =>
  props.steps.map(({ cost, score }) => ({
    x: x.value(cost),
    y: y.value(score),
    words: `From ${money(cost, props.currency)} on: ${decimal(score / 1000, 1)} ${props.unit}`,
  })),
);
const spoken = computed(() => {
  const [first, last] = [props.steps[0], props.steps[props.steps.length - 1]];
  return first
    ? `Best figure for every budget: from ${decimal(first.score / 1000, 1)} ${props.unit} for ${money(first.cost, props.currency)} to ${decimal(last.score / 1000, 1)} for ${money(last.cost, props.currency)}, ${props.steps.length} steps`
    : 'No step yet';
});
</script>

<template>
  <div ref="holder" class="holder">
    <div v-if="width === 0 || steps.length === 0" :style="{ height: `${HEIGHT + 46}px` }"></div>
    <ChartFigure v-else :title="spoken" :points="points">
      <svg
        :width="width"
        :height="HEIGHT"
        @pointerdown="down"
        @pointermove="drag"
        @pointerup="dragged = null"
        @pointercancel="dragged = null"
      >
        <title>{{ spoken }}</title>
        <rect
          :x="x(Math.min(low, high))"
          :y="TOP - 6"
          :width="Math.abs(x(high) - x(low))"
          :height="HEIGHT - BOTTOM - TOP + 6"
          class="range"
        />
        <g v-for="tick in y.ticks(5)" :key="`y${tick}`">
          <line :x1="LEFT" :x2="width - 8" :y1="y(tick)" :y2="y(tick)" class="grid" />
          <text :x="LEFT - 5" :y="y(tick) + 4" text-anchor="end" class="figure">{{ tick / 1000 }}</text>
        </g>
        <g v-for="tick in x.ticks(Math.max(3, Math.floor(width / 110)))" :key="`x${tick}`">
          <line :x1="x(tick)" :x2="x(tick)" :y1="HEIGHT - BOTTOM" :y2="HEIGHT - BOTTOM + 4" class="tick" />
          <text :x="x(tick)" :y="HEIGHT - 6" text-anchor="middle" class="figure">
            {{ money(tick, currency, { short: true }) }}
          </text>
        </g>
        <line :x1="x(limit)" :x2="x(limit)" :y1="TOP - 10" :y2="HEIGHT - BOTTOM" class="budget" />
        <text :x="x(limit) + 6" :y="HEIGHT - BOTTOM - 42" class="figure ink">budget</text>
        <g v-for="flag in flags" :key="flag.game">
          <line :x1="flag.x" :x2="flag.x" :y1="14 + flag.row * 15" :y2="HEIGHT - BOTTOM" class="pole" />
          <path :d="`M${flag.x} ${4 + flag.row * 15}h6l3 4.5l-3 4.5h-6z`" class="pennant" />
          <text :x="flag.x + 12" :y="13 + flag.row * 15" class="figure ink">{{ flag.text }}</text>
        </g>
        <path v-if="plain" :d="plain" class="plain" />
        <template v-if="there.length > 0">
          <path :d="pathOf(there)" class="there" />
          <text
            :x="width - 10"
            :y="y(there[there.length - 1].score) + 15"
            text-anchor="end"
            class="figure ink"
          >
            {{ besideName }}
          </text>
        </template>
        <path :d="own" class="own" />
        <g v-for="n in knees" :key="n">
          <path
            v-if="steps[n]"
            :d="`M${x(steps[n].cost) - 5} ${y(steps[n].score)}l5 -5l5 5l-5 5z`"
            class="knee"
          />
        </g>
        <g
          v-for="handle in handles"
          :key="handle.which"
          class="handle"
          role="slider"
          tabindex="0"
          :aria-label="handle.name"
          :aria-valuemin="least"
          :aria-valuemax="most"
          :aria-valuenow="handle.sum"
          :aria-valuetext="money(handle.sum, currency)"
          @keydown="key($event, handle.which, handle.sum)"
        >
          <line :x1="x(handle.sum)" :x2="x(handle.sum)" :y1="TOP - 6" :y2="HEIGHT - BOTTOM" />
          <rect
            class="reach"
            :x="x(handle.sum) - 22"
            :y="TOP - 6"
            width="44"
            :height="HEIGHT - BOTTOM - TOP + 6"
          />
          <rect :x="x(handle.sum) - 7" :y="HEIGHT - BOTTOM - 34" width="14" height="24" rx="5" />
          <text :x="x(handle.sum)" :y="HEIGHT - BOTTOM - 18" text-anchor="middle">
            {{ handle.which === 'low' ? 'A' : 'B' }}
          </text>
        </g>
      </svg></ChartFigure
    >
  </div>
</template>

<style scoped>
.holder {
  position: relative;
  min-width: 0;
  overflow: hidden;
}
svg {
  display: block;
  touch-action: pan-y;
  cursor: ew-resize;
}
.range {
  fill: var(--shade);
}
.budget {
  stroke: var(--ink);
  stroke-width: 3;
}
.pole {
  stroke: var(--apricot);
  stroke-dasharray: 2 3;
}
.pennant {
  fill: var(--apricot);
}
.own {
  fill: none;
  stroke: var(--plum);
  stroke-width: 2.4;
}
.plain {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1.6;
  stroke-dasharray: 5 4;
}
.there {
  fill: none;
  stroke: var(--plum);
  stroke-width: 1.4;
  stroke-dasharray: 1.5 3;
}
.knee {
  fill: var(--sheet);
  stroke: var(--plum);
  stroke-width: 2;
}
.handle line {
  stroke: var(--ink-soft);
}
.handle rect {
  fill: var(--ink);
}
/* A finger is wider than the grip. */
.handle .reach {
  fill: transparent;
}
.handle text {
  fill: var(--paper);
  font-size: var(--text-tiny);
  font-weight: 700;
}
.handle:focus-visible {
  outline: none;
}
.handle:focus-visible rect {
  stroke: var(--focus);
  stroke-width: 3;
}
</style>
