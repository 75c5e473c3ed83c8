<script setup lang="ts">
import { useBench } from '../../shared/stores/bench.ts';
import { money } from '../../shared/format/format.ts';
import { isShown, xOf, type LaneFrame } from './lane-geometry.ts';

/** The axis of money below the lanes. */
defineProps<{ axis: LaneFrame; marks: readonly number[]; isNarrow: boolean }>();
const bench = useBench();
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
      <text v-for="m in marks" :key="m" :x="xOf(m, axis)" y="14" text-anchor="middle" class="figure">
        {{ money(m, bench.currency, { sign: true, short: true }) }}
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
  font-size: 12px;
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
