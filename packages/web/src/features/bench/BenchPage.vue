<script setup lang="ts">
import { computed, ref } from 'vue';
import { RouterLink } from 'vue-router';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useRecords } from '../../shared/stores/records.ts';
import EmptyPicture from '../../shared/ui/EmptyPicture.vue';
import BenchChart from './BenchChart.vue';
import MeansPanel from './MeansPanel.vue';
import RunDetails from './RunDetails.vue';
import RunForm from './RunForm.vue';
import SlowPanel from './SlowPanel.vue';
import SystemBar from './SystemBar.vue';
import { useBenchPage } from './use-bench.ts';

const catalogueStore = useCatalogue();
const records = useRecords();
const names = useNames();
const { chosen, system, groups, why } = useBenchPage();
const opened = ref<string | null>(null);
const selected = computed(
  () => groups.value.find((group) => group.key === opened.value) ?? groups.value.at(-1) ?? null,
);
const isEmpty = computed(() => (catalogueStore.catalogue?.parts.length ?? 0) === 0);
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Test bench</h1>
      <p class="quiet">
        Measured on your own machine, beside what the model expects of it. Own runs make the model better.
      </p>
    </div>
    <p v-if="records.failure" class="failure" role="alert">
      {{ records.failure }} <button class="plain edged" @click="records.load()">Try again</button>
    </p>
    <section v-if="isEmpty" class="sheet none">
      <p>There are no parts yet, so there is nothing to bench.</p>
      <RouterLink to="/data">Import a catalogue, or type a part in</RouterLink>
    </section>
    <template v-else>
      <SystemBar :system="system" @choose="chosen = $event" />
      <template v-if="system">
        <RunForm :system="system" @added="opened = $event" />
        <div class="below">
          <div class="main">
            <section v-if="groups.length > 0" class="sheet picture" aria-label="Expected and measured">
              <BenchChart
                :groups="groups"
                :selected="selected?.key ?? null"
                :name-of="names.game"
                @open="opened = $event"
              />
            </section>
            <section v-else class="sheet none">
              <EmptyPicture shows="ranges" />
              <p>
                No run yet. Measure each scene three times after a warm-up, and type the averages in above, or
                drop a frame-time file there.
              </p>
            </section>
            <RunDetails v-if="selected" :group="selected" />
            <MeansPanel :groups="groups" />
          </div>
          <SlowPanel :why="why" :name-of="names.game" />
        </div>
      </template>
    </template>
  </div>
</template>

<style scoped>
.below {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 350px;
  gap: 10px;
  align-items: start;
}
.main {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
.picture {
  padding: 10px 12px;
}
@media (max-width: 1000px) {
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
