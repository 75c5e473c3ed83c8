<script setup lang="ts">
import { computed } from 'vue';
import { useBench } from '../../shared/stores/bench.ts';
import { money } from '../../shared/format/format.ts';
import { isShown, readableMarks, xOf, type LaneFrame } from './lane-geometry.ts';

/** About how wide a sign of a label is, px. */
const SIGN_PX = 6.5;
const GAP_PX = 8;

/** The axis of money below the lanes. */
const props = defineProps<{ axis: LaneFrame; marks: readonly number[]; isNarrow: boolean }>();
const bench = useBench();
/** Labels with their middles: as many as have room beside one another, and those at the ends inside the picture. */
const labels = computed(() => {
  const { axis, marks } = props;
  const texts = marks.map((mark) => {
    const text = money(mark, bench.currency, { sign: true, short: true });
    return { mark, text, half: (text.length * SIGN_PX) / 2 };
  });
  const widest = 2 * Math.max(0, ...texts.map(({ half }) => half)) + GAP_PX;
  const readable = new Set(readableMarks(marks, axis, widest));
  return texts
    .filter(({ mark }) => readable.has(mark))
    .map((each) => ({
      ...each,
      x: Math.min(Math.max(xOf(each.mark, axis), each.half), axis.width - each.half),
    }));
});
</script>

<template>
  <div class="axis">
    <span class="quiet caption">{{ isNarrow ? '' : 'saves ← money → costs' }}</span>
    <svg
      :width="axis.width"
      :height="axis.height"
      role="img"
      :aria-label="`Money against the current pick, from ${money(axis.centre - axis.window, bench.currency, { short: true })} to ${money(axis.centre + axis.window, bench.currency, { short: true })}`"
    >
      <text v-for="{ mark, text, x } in labels" :key="mark" :x y="14" text-anchor="middle" class="figure">
        {{ text }}
      </text>
      <text v-if="isShown(0, axis)" :x="xOf(0, axis)" y="14" text-anchor="middle" class="figure strong">
        now
      </text>
    </svg>
  </div>
</template>

<style scoped>
.axis {
  position: sticky;
  bottom: 0;
  background: var(--sheet);
  border-top: 1px solid var(--line);
  display: grid;
  grid-template-columns: 184px minmax(0, 1fr);
  align-items: center;
}
.caption {
  font-size: var(--text-small);
  text-align: right;
  padding-right: 8px;
}
.figure.strong {
  font-weight: 700;
  fill: var(--ink);
}
@media (max-width: 760px) {
  .axis {
    grid-template-columns: minmax(0, 1fr);
    bottom: calc(var(--bar-height) + env(safe-area-inset-bottom));
  }
  .caption {
    display: none;
  }
}
</style>
