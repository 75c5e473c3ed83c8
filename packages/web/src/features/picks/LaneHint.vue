<script setup lang="ts">
import { computed } from 'vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useLanes } from '../../shared/stores/lanes.ts';
import { money, signed } from '../../shared/format/format.ts';
import { tradeName } from './words.ts';

/** What to do with the lanes while nothing in them is in focus, and where to begin. */
defineProps<{ isNarrow: boolean }>();
const bench = useBench();
const lanes = useLanes();
const steepest = computed(() => {
  const trade = lanes.steepest;
  return trade
    ? `${tradeName(trade)}: ${money(trade.money, bench.currency, { sign: true })}, ${signed((trade.score ?? 0) / 1000)} fps`
    : null;
});
</script>

<template>
  <p class="quiet">
    {{
      isNarrow
        ? 'Tap a dot to see what that swap does.'
        : 'Point at a dot to see what that swap does, press it to choose. Arrow keys move along a lane and between lanes, Shift with them swaps as you go.'
    }}
    <template v-if="steepest">Most frames for the next bit of money: {{ steepest }}.</template>
  </p>
</template>

<style scoped>
p {
  margin: 0;
  font-size: var(--text-body);
}
</style>
