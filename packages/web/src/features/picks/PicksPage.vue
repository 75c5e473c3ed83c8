<script setup lang="ts">
import { computed, nextTick, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { EXTRA_SLOTS, SLOTS } from '@ripe-pick/core/parts';
import { useBench } from '../../shared/stores/bench.ts';
import { isAtRest } from '../../shared/ui/at-rest.ts';
import { useLanes } from '../../shared/stores/lanes.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import type { Trade } from '@ripe-pick/core/swaps';
import LanesBoard from './LanesBoard.vue';
import { BestDialog, PartDetails, PicksSide } from './later.ts';

const opened = shallowRef<Trade | null>(null);
const isFinding = ref(false);
const bench = useBench();
const lanes = useLanes();
const workspace = useWorkspace();
const stands = computed(() => lanes.bySlot !== null || isAtRest.value);
const route = useRoute();
const router = useRouter();

/** A part as its lane has it; one that no offer or an exclusion keeps out is shown all the same. */
function tradeOf(id: string): Trade | null {
  for (const slot of SLOTS) {
    const trade = lanes.bySlot?.get(slot)?.find((each) => each.part?.id === id);
    if (trade) return trade;
  }
  const part = bench.index?.parts.get(id);
  return part
    ? {
        // Of extras there are several: the next free slot takes it.
        slot: EXTRA_SLOTS.find((slot) => part.kind === 'extras' && !workspace.picks[slot]) ?? part.kind,
        part,
        offer: null,
        isCurrent: false,
        isOwned: false,
        money: 0,
        score: null,
        gain: null,
        barrier: null,
        isDominated: false,
        keepFor: null,
      }
    : null;
}

/** From the palette: a part to open, or the search to start. The address is cleaned up behind it. */
watch(
  () => [route.query.part, route.query.find, lanes.bySlot !== null && isAtRest.value] as const,
  async ([part, find, isReady]) => {
    if (!isReady || (!part && !find)) return;
    await nextTick(); // dialogs look at changes, and this may be the first moment of the page
    if (find) isFinding.value = true;
    if (typeof part === 'string') opened.value = tradeOf(part);
    void router.replace({ name: 'picks' });
  },
  { immediate: true },
);
</script>

<template>
  <div class="page">
    <h1 class="visually-hidden">Picks</h1>
    <LanesBoard @open="(trade) => (opened = trade)" @find="isFinding = true" />
    <div class="side" tabindex="0" role="region" aria-label="Rates, checks and watts">
      <PicksSide v-if="stands" />
    </div>
    <PartDetails v-if="isAtRest" :trade="opened" @close="opened = null" />
    <BestDialog v-if="isAtRest" :show="isFinding" @close="isFinding = false" />
  </div>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 12px;
  height: 100%;
  min-height: 0;
}
.side {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  align-content: start;
  overflow: auto;
  min-height: 0;
}
@media (max-width: 1000px) {
  .page {
    grid-template-columns: minmax(0, 1fr);
    height: auto;
  }
}
</style>
