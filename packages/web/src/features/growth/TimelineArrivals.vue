<script setup lang="ts">
import { computed } from 'vue';
import type { Brief } from '@ripe-pick/core/parts';
import { money } from '../../shared/format/format.ts';
import { labelRows } from '../../shared/format/labels.ts';
import { monthsTo } from './timeline.ts';

/** What comes on its day whatever one does: money, screens, games. */
const props = defineProps<{
  brief: Brief;
  today: string;
  /** Where a month is drawn, in px. */
  x: (month: number) => number;
  /** Where the axis lies, in px from above. */
  floor: number;
}>();
const CHARACTER_PX = 6.2;
const arrivals = computed(() => {
  const { growth, money: sums } = props.brief;
  const all = [
    ...growth.sums.map((sum) => ({
      on: sum.on,
      text: `+${money(sum.amountMinor, sums.currency, { short: true })}`,
      kind: 'money',
    })),
    ...growth.wishes.map((wish) => ({
      on: wish.on,
      text:
        wish.kind === 'screen'
          ? `${wish.widthPx}×${wish.heightPx}, ${wish.refreshHz} Hz`
          : wish.kind === 'drive'
            ? `${wish.gb} GB drive`
            : 'new game',
      kind: 'wish',
    })),
  ]
    .map((each) => ({ ...each, month: monthsTo(props.today, each.on) }))
    .filter(({ month }) => month > 0 && month < growth.horizonMonths)
    .sort((a, b) => a.month - b.month);
  const at = all.map(({ month }) => props.x(month));
  const rows = labelRows(
    at,
    all.map(({ text }) => text.length * CHARACTER_PX + 16),
  );
  return all.map((each, n) => ({ ...each, x: at[n], row: rows[n] }));
});
</script>

<template>
  <g v-for="each in arrivals" :key="each.on + each.text" class="arrival">
    <line :x1="each.x" :x2="each.x" :y1="6 + each.row * 14" :y2="floor" class="pole" />
    <path v-if="each.kind === 'money'" :d="`M${each.x} ${2 + each.row * 14}l5 5l-5 5l-5 -5z`" class="coin" />
    <rect v-else :x="each.x - 5" :y="3 + each.row * 14" width="10" height="8" rx="1.5" class="glyph" />
    <text :x="each.x + 9" :y="11 + each.row * 14" class="figure ink">{{ each.text }}</text>
  </g>
</template>

<style scoped>
.pole {
  stroke: var(--apricot);
  stroke-dasharray: 2 3;
}
.coin,
.glyph {
  fill: var(--apricot);
}
</style>
