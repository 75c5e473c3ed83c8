<script setup lang="ts">
import { writeRecordsTable } from '@ripe-pick/contract';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { download as keep } from '../../shared/ui/download.ts';
import PriceFile from './PriceFile.vue';

/** Everything as open files. */
const catalogueStore = useCatalogue();
const workspace = useWorkspace();
const records = useRecords();
const download = (name: string, value: unknown) =>
  keep(name, `${JSON.stringify(value, null, 1)}\n`, 'application/json');
const exportCatalogue = () =>
  download('catalogue.json', { format: 'ripe-pick/catalogue', version: 2, ...catalogueStore.stored });
const exportPasses = () =>
  download('bench.json', { format: 'ripe-pick/bench', version: 2, ...records.bench });
const exportRecords = () => keep('records.csv', writeRecordsTable(records.published), 'text/csv');
const exportBrief = () =>
  download('brief.json', { format: 'ripe-pick/brief', version: 2, ...workspace.brief });
const exportBuild = () =>
  download('build.json', {
    format: 'ripe-pick/build',
    version: 2,
    name: workspace.active.name,
    picks: workspace.picks,
    path: workspace.active.path,
  });
</script>

<template>
  <section class="sheet" aria-labelledby="out">
    <h2 id="out">Export</h2>
    <p class="quiet">Open JSON and CSV files. The command line reads the same ones.</p>
    <div class="row">
      <button class="plain edged" :disabled="!catalogueStore.stored" @click="exportCatalogue">
        Catalogue
      </button>
      <button class="plain edged" @click="exportBrief">Brief</button>
      <button class="plain edged" :disabled="records.published.length === 0" @click="exportRecords">
        Benchmarks (CSV)
      </button>
      <button class="plain edged" :disabled="records.bench.runs.length === 0" @click="exportPasses">
        Own runs
      </button>
      <button class="plain edged" @click="exportBuild">Candidate “{{ workspace.active.name }}”</button>
    </div>
    <PriceFile />
  </section>
</template>

<style scoped src="./sheets.css"></style>
