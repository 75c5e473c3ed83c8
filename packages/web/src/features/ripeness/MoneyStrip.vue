<script setup lang="ts">
import { computed } from 'vue';
import { nearestPoint } from '../../shared/charts/readout.ts';
import type { PriceVerdict } from '../../workers/prices.worker.ts';
import { money } from '../../shared/format/format.ts';
import { LOOKED_BACK_DAYS, type StripMark } from './strip-marks.ts';

/**
 * A part’s prices on the money axis, all strips at one scale: today in the middle, cheaper to the left. Ticks are the prices of the last
 * 90 days, the band the least price to expect, the post the price at which buying pays.
 */
const props = defineProps<{
  verdict: PriceVerdict;
  currency: string;
  today: number;
  target: number | null;
  /** What can be read off. */
  marks: readonly StripMark[];
  /** The price that is read off, marked. */
  at: number | null;
}>();
const emit = defineEmits<{ read: [mark: StripMark | null] }>();

/** The strip reaches so far below and above today’s price, as shares. */
const BELOW = 0.3;
const ABOVE = 0.2;
const WIDTH = 400;
const HEIGHT = 34;
const x = (price: number) => {
  const now = props.verdict.now ?? price;
  const share = (price / now - 1 + BELOW) / (BELOW + ABOVE);
  return Math.min(WIDTH - 2, Math.max(2, share * WIDTH));
};
const ticks = computed(() => {
  const counts = new Map<number, number>();
  for (const { day, price } of props.verdict.history)
    if (price !== null && day > props.today - LOOKED_BACK_DAYS) {
      const at = Math.round(x(price) / 3) * 3;
      counts.set(at, (counts.get(at) ?? 0) + 1);
    }
  const most = Math.max(1, ...counts.values());
  return [...counts].map(([at, count]) => ({ at, height: 3 + (11 * count) / most }));
});
/** How far from the pointer a mark may be, in px. */
const REACH = 24;
function read(event: PointerEvent) {
  const { left, width } = (event.currentTarget as Element).getBoundingClientRect();
  const points = props.marks.map(({ price, words }) => ({ x: (x(price) / WIDTH) * width, y: 0, words }));
  const nearest = nearestPoint(points, event.clientX - left, null, REACH);
  emit('read', nearest === null ? null : (props.marks[nearest] ?? null));
}
const spoken = computed(() => {
  const { now, reservation, least } = props.verdict;
  if (now === null) return 'not for sale';
  const today = `today ${money(now, props.currency)}`;
  if (props.verdict.silence !== null) return today;
  return `${today}, pays below ${money(reservation, props.currency, { short: true })}, least to expect ${money(least.low, props.currency, { short: true })} to ${money(least.high, props.currency, { short: true })}`;
});
</script>

<template>
  <svg
    class="strip"
    :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
    preserveAspectRatio="none"
    role="img"
    :aria-label="spoken"
    @pointermove="read"
    @pointerleave="emit('read', null)"
  >
    <line x1="0" :x2="WIDTH" y1="25" y2="25" class="axis" />
    <template v-if="verdict.now !== null">
      <rect
        v-if="verdict.silence === null"
        :x="x(verdict.least.low)"
        y="21"
        :width="Math.max(2, x(verdict.least.high) - x(verdict.least.low))"
        height="8"
        class="least"
      />
      <line
        v-for="tick in ticks"
        :key="tick.at"
        :x1="tick.at"
        :x2="tick.at"
        :y1="20 - tick.height"
        y2="20"
        class="tick"
      />
      <line
        v-if="verdict.silence === null"
        :x1="x(verdict.reservation)"
        :x2="x(verdict.reservation)"
        y1="14"
        y2="33"
        class="post"
      />
      <path v-if="target !== null" :d="`M${x(target) - 5} 4h10l-5 8z`" class="target" />
      <line v-if="at !== null" :x1="x(at)" :x2="x(at)" y1="0" :y2="HEIGHT" class="read" />
      <path :d="`M${x(verdict.now)} 33V5h12l-4 4 4 4h-12`" class="now" />
    </template>
  </svg>
</template>

<style scoped>
.strip {
  display: block;
  width: 100%;
  height: 34px;
}
.axis {
  stroke: var(--line-strong);
}
.least {
  fill: var(--ink-soft);
  opacity: 0.35;
}
.tick {
  stroke: var(--line-strong);
  stroke-width: 2;
}
.post {
  stroke: var(--ink-soft);
  stroke-width: 2.5;
  stroke-dasharray: 4 2;
}
.read {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.target {
  fill: var(--apricot);
}
.now {
  fill: var(--plum);
  stroke: var(--plum);
  stroke-width: 1.6;
}
</style>
