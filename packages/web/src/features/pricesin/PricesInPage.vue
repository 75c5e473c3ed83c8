<script setup lang="ts">
import { computed, onMounted } from 'vue';
import { RouterLink } from 'vue-router';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWatch } from '../../shared/stores/watch.ts';
import MarketPanel from './MarketPanel.vue';
import ReadPanel from './ReadPanel.vue';
import SourcesPanel from './SourcesPanel.vue';

const catalogueStore = useCatalogue();
const watch = useWatch();
onMounted(() => void watch.loadFeeds());
const isEmpty = computed(() => (catalogueStore.stored?.parts.length ?? 0) === 0);
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Prices</h1>
      <p class="quiet">
        Typed, pasted, from files, or fetched from addresses that you list. Every price check is kept with its
        time and source.
      </p>
      <a class="link" href="/prices.csv" download>Take the history out (CSV)</a>
    </div>
    <p v-if="isEmpty" class="sheet none">
      Prices belong to parts, and there are none yet.
      <RouterLink to="/data">Import parts first</RouterLink>, or load the demo there.
    </p>
    <div v-else class="columns">
      <div class="main"><ReadPanel /><SourcesPanel /></div>
      <aside class="main">
        <MarketPanel />
        <section class="sheet known" aria-label="How prices are told apart">
          <h2>How a price finds its part</h2>
          <p>
            First by its barcode (GTIN), whose check digit has to be right; then by the part number; then by
            name, which you confirm unless nothing else fits.
          </p>
          <p>
            A price a third of the last one, or three times it, is held until you have looked at it. A
            struck-out price, a range, an instalment is never taken for a price.
          </p>
          <p class="quiet">
            Wrong price checks are corrected on <RouterLink to="/ripeness">Ripeness</RouterLink>, where they
            stand behind each figure.
          </p>
        </section>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 10px;
  align-items: start;
}
.main,
.known {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
.known {
  font-size: var(--text-body);
  gap: 6px;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
