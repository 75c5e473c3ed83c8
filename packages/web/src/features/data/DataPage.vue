<script setup lang="ts">
import { ref } from 'vue';
import { RouterLink } from 'vue-router';
import {
  benchFileSchema,
  upgradedFile,
  MAX_BODY_BYTES,
  problemsOf,
  writeRecordsTable,
  type BenchKept,
  type Counts,
  type Problem,
} from '@ripe-pick/contract';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { CallFailed } from '../../shared/api/client.ts';
import { download as keep } from '../../shared/ui/download.ts';

const catalogueStore = useCatalogue();
const workspace = useWorkspace();
const records = useRecords();

const fileName = ref('');
const text = ref<string | null>(null);
const preview = ref<Counts | null>(null);
/** Passes of own systems that a file holds. */
const passes = ref<BenchKept | null>(null);
const problems = ref<readonly Problem[]>([]);
const message = ref('');
const isBusy = ref(false);
const input = ref<HTMLInputElement | null>(null);

const words = (counts: Counts) =>
  `${counts.parts} parts (${counts.gaps} with missing specs), ${counts.offers} offers in ${counts.shops} shops and markets, ${counts.games} games`;

async function attempt(task: () => Promise<void>) {
  isBusy.value = true;
  problems.value = [];
  message.value = '';
  try {
    await task();
  } catch (error) {
    if (error instanceof CallFailed) {
      message.value = error.message;
      problems.value = error.problems;
    } else message.value = 'The file could not be read.';
  } finally {
    isBusy.value = false;
  }
}

const isOver = ref(false);
function drop(event: DragEvent) {
  isOver.value = false;
  const file = event.dataTransfer?.files[0];
  if (file) read(file);
}
function choose(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (file) read(file);
  if (input.value) input.value.value = '';
}
function read(file: File) {
  fileName.value = file.name;
  preview.value = null;
  passes.value = null;
  text.value = null;
  void attempt(async () => {
    if (file.size > MAX_BODY_BYTES) {
      message.value = `${file.name} has ${Math.round(file.size / 1024 / 1024)} MB; at most ${MAX_BODY_BYTES / 1024 / 1024} MB are taken. Split it, or leave out offers that are not needed.`;
      return;
    }
    const content = await file.text();
    if (readPasses(content)) return;
    preview.value = await catalogueStore.preview(content);
    text.value = content;
  });
}
/** Whether the file is one of passes; its faults are told like those of a catalogue. */
function readPasses(content: string): boolean {
  let value: unknown;
  try {
    value = JSON.parse(content);
  } catch {
    return false; // the server says where it is broken
  }
  if (
    value === null ||
    typeof value !== 'object' ||
    !('format' in value) ||
    value.format !== 'ripe-pick/bench'
  )
    return false;
  const upgraded = upgradedFile(value);
  const read = benchFileSchema.safeParse(upgraded);
  if (read.success) passes.value = { rigs: read.data.rigs, runs: read.data.runs };
  else {
    problems.value = problemsOf(read.error, upgraded);
    message.value = `The passes were not taken: ${problems.value.length} ${problems.value.length === 1 ? 'problem' : 'problems'}. Nothing was changed.`;
  }
  return true;
}
const bringPassesIn = () =>
  attempt(async () => {
    if (!passes.value) return;
    const { rigs, runs } = passes.value;
    await records.changeBench(`${runs.length} passes of a file brought in`, {
      putRigs: rigs,
      putRuns: runs,
    });
    passes.value = null;
    message.value = `Brought in: ${runs.length} passes of ${rigs.length} ${rigs.length === 1 ? 'system' : 'systems'}.`;
  });
const bringIn = () =>
  attempt(async () => {
    if (text.value === null) return;
    const counts = await catalogueStore.importText(text.value);
    text.value = null;
    preview.value = null;
    message.value = `Brought in: ${words(counts)}.`;
  });
const loadDemo = () =>
  attempt(async () => {
    const counts = await catalogueStore.loadDemo();
    message.value = `Brought in: ${words(counts)}.`;
  });

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
  <div class="page">
    <h1>Data</h1>
    <section class="sheet" aria-labelledby="in">
      <h2 id="in">Bring in a catalogue</h2>
      <p class="quiet">
        A JSON file with parts, shops, offers, currency rates and games, as described in docs/formats. It
        takes the place of the catalogue that is here; your brief, candidates and records stay. A file of own
        passes is taken here too;
        <RouterLink :to="{ name: 'records', query: { add: 'table' } }">records come in as a table</RouterLink
        >.
      </p>
      <div
        class="row drop"
        :class="{ over: isOver }"
        @dragover.prevent="isOver = true"
        @dragleave="isOver = false"
        @drop.prevent="drop"
      >
        <button class="plain strong" :disabled="isBusy" @click="input?.click()">Choose a file</button>
        <span class="quiet">or drop it here</span>
        <RouterLink :to="{ name: 'parts' }" class="link">Add and change single parts</RouterLink>
        <input
          ref="input"
          type="file"
          accept=".json,application/json"
          class="visually-hidden"
          tabindex="-1"
          aria-label="Catalogue file"
          @change="choose"
        />
        <button v-if="catalogueStore.demoAvailable" class="plain edged" :disabled="isBusy" @click="loadDemo">
          Load the Skerrow demo
        </button>
      </div>
      <div v-if="preview" class="preview" role="status">
        <p>
          <b>{{ fileName }}</b> holds {{ words(preview) }}.
        </p>
        <p v-if="catalogueStore.stored && catalogueStore.stored.parts.length > 0" class="quiet">
          Takes the place of {{ catalogueStore.stored.parts.length }} parts and
          {{ catalogueStore.stored.offers.length }} offers.
        </p>
        <div class="row">
          <button class="plain strong" :disabled="isBusy" @click="bringIn">Bring it in</button>
          <button class="plain edged" @click="preview = null">Leave it</button>
        </div>
      </div>
      <div v-if="passes" class="preview" role="status">
        <p>
          <b>{{ fileName }}</b> holds {{ passes.runs.length }} passes of {{ passes.rigs.length }}
          {{ passes.rigs.length === 1 ? 'system' : 'systems' }}. Those with the same id are replaced, the
          others stay.
        </p>
        <div class="row">
          <button class="plain strong" :disabled="isBusy" @click="bringPassesIn">Bring them in</button>
          <button class="plain edged" @click="passes = null">Leave them</button>
        </div>
      </div>
      <p v-if="message" :role="problems.length > 0 ? 'alert' : 'status'">
        <b v-if="fileName && problems.length > 0">{{ fileName }}: </b>{{ message }}
      </p>
      <div
        v-if="problems.length > 0"
        class="problems"
        tabindex="0"
        role="region"
        aria-label="Problems in the file"
      >
        <table>
          <thead>
            <tr>
              <th scope="col">Where</th>
              <th scope="col">What is wrong</th>
              <th scope="col">How to mend it</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(problem, n) in problems" :key="n">
              <td>
                <code>{{ problem.path }}</code>
              </td>
              <td>{{ problem.message }}</td>
              <td>{{ problem.mend }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
    <section class="sheet" aria-labelledby="out">
      <h2 id="out">Take out</h2>
      <p class="quiet">Open JSON and CSV files. The command line reads the same ones.</p>
      <div class="row">
        <button class="plain edged" :disabled="!catalogueStore.stored" @click="exportCatalogue">
          Catalogue
        </button>
        <button class="plain edged" @click="exportBrief">Brief</button>
        <button class="plain edged" :disabled="records.published.length === 0" @click="exportRecords">
          Records (CSV)
        </button>
        <button class="plain edged" :disabled="records.bench.runs.length === 0" @click="exportPasses">
          Own passes
        </button>
        <button class="plain edged" @click="exportBuild">Candidate “{{ workspace.active.name }}”</button>
      </div>
    </section>
  </div>
</template>

<style scoped>
.drop {
  padding: 10px;
  border: 1.5px dashed var(--line-strong);
  border-radius: 8px;
}
.drop.over {
  border-color: var(--plum);
  background: var(--shade);
}
.page {
  display: grid;
  gap: 14px;
  max-width: 900px;
}
section {
  display: grid;
  gap: 10px;
}
.row {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
  align-items: center;
}
.preview {
  border-left: 3px solid var(--plum);
  padding-left: 12px;
  display: grid;
  gap: 8px;
}
.problems {
  max-height: 320px;
  overflow: auto;
  border: 1px solid var(--line);
  border-radius: 8px;
}
table {
  border-collapse: collapse;
  width: 100%;
  font-size: 13px;
}
th {
  text-align: left;
  position: sticky;
  top: 0;
  background: var(--sunk);
}
th,
td {
  padding: 5px 8px;
  vertical-align: top;
  border-bottom: 1px solid var(--line);
}
code {
  font-family: inherit;
  font-weight: 600;
}
</style>
