<script setup lang="ts">
import { ref, shallowRef } from 'vue';
import type { Trade } from '@ripe-pick/core/trades';
import BestDialog from './BestDialog.vue';
import ChecksPanel from './ChecksPanel.vue';
import LanesBoard from './LanesBoard.vue';
import PartDetails from './PartDetails.vue';
import RatesPanel from './RatesPanel.vue';
import WattsPanel from './WattsPanel.vue';

const opened = shallowRef<Trade | null>(null);
const isFinding = ref(false);
</script>

<template>
  <div class="page">
    <h1 class="visually-hidden">Picks</h1>
    <LanesBoard @open="(trade) => (opened = trade)" @find="isFinding = true" />
    <div class="side" tabindex="0" role="region" aria-label="Rates, checks and watts">
      <RatesPanel />
      <ChecksPanel />
      <WattsPanel />
    </div>
    <PartDetails :trade="opened" @close="opened = null" />
    <BestDialog :show="isFinding" @close="isFinding = false" />
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
