<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue';
import { RouterLink } from 'vue-router';
import { MAX_BODY_BYTES, type Counts, type Merge, type Problem } from '@ripe-pick/contract';
import { benchWorker } from '../../shared/stores/bench-worker.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { CallFailed } from '../../shared/api/client.ts';
import { BASE, isDemo, isHere } from '../../shared/api/place.ts';
import DemoLink from '../../shared/ui/DemoLink.vue';
import AsidePanel from './AsidePanel.vue';
import EverythingPanel from './EverythingPanel.vue';
import ExportPanel from './ExportPanel.vue';
import { mergeWords } from './merge-words.ts';
import MergeSummary from './MergeSummary.vue';
import ProblemTable from './ProblemTable.vue';
import { readOwnFile, type OwnFile } from './own-file.ts';
import NumbersPanel from './NumbersPanel.vue';
import PackIn from './PackIn.vue';
import PacksPanel from './PacksPanel.vue';
import SharingPanel from './SharingPanel.vue';
import { useOwnFiles } from './use-own-files.ts';

const catalogueStore = useCatalogue();
const { wordsOf, bringIn: bringer } = useOwnFiles();

const fileName = ref('');
const text = ref<string | null>(null);
const preview = ref<Counts | null>(null);
/** What the file adds to what is here; null where nothing is here yet. */
const plan = shallowRef<Merge | null>(null);
const taken = ref<readonly string[]>([]);
const isReplacingByDemo = ref(false);
/** A file of one's own that is no catalogue. */
const own = shallowRef<OwnFile | null>(null);
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
function chooseFile(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (file) read(file);
  if (input.value) input.value.value = '';
}
function read(file: File) {
  fileName.value = file.name;
  leave();
  own.value = null;
  void attempt(async () => {
    if (file.size > MAX_BODY_BYTES) {
      message.value = `${file.name} has ${Math.round(file.size / 1024 / 1024)} MB; at most ${MAX_BODY_BYTES / 1024 / 1024} MB are taken. Split it, or leave out offers that are not needed.`;
      return;
    }
    const content = await file.text();
    if (readOwn(content)) return;
    preview.value = await catalogueStore.preview(content);
    text.value = content;
    taken.value = [];
    await planMerge();
  });
}
/** Whether the file is one of ours beside the catalogue; its faults are told like those of a catalogue. */
function readOwn(content: string): boolean {
  const read = readOwnFile(content);
  if (read?.kind === 'bad') refused(read.problems, read.what);
  else own.value = read;
  return read !== null;
}
function refused(found: readonly Problem[], what = 'pack') {
  own.value = null;
  problems.value = found;
  message.value = `The ${what} was not taken: ${found.length} ${found.length === 1 ? 'problem' : 'problems'}. Nothing was changed.`;
}
const plain = computed(() => (own.value && own.value.kind !== 'pack' ? own.value : null));
const ownWords = computed(() => (plain.value ? wordsOf(plain.value) : ''));
const bringOwnIn = () =>
  attempt(async () => {
    if (plain.value) message.value = await bringer(plain.value);
    own.value = null;
  });
/** Whether something is here that a file could be merged with. */
const hasOwn = computed(() => (catalogueStore.stored?.parts.length ?? 0) > 0);
async function planMerge() {
  const ours = catalogueStore.stored;
  const isMerge = ours !== null && hasOwn.value && text.value !== null;
  const theirs = text.value ?? '';
  plan.value = isMerge
    ? await benchWorker.read((worker) => worker.mergePlan(theirs, ours, [...taken.value]))
    : null;
}
function leave() {
  text.value = null;
  preview.value = null;
  plan.value = null;
}
const takeTheirs = (keys: readonly string[]) =>
  attempt(() => {
    taken.value = keys;
    return planMerge();
  });
const mergeIn = () =>
  attempt(async () => {
    const { value: merge } = plan;
    if (!merge) return;
    await catalogueStore.edit(`merge ${fileName.value}`, merge.changes);
    message.value = `Merged: ${mergeWords(merge) || 'what was chosen'}. Ctrl+Z undoes it.`;
    leave();
  });
const bringIn = () =>
  attempt(async () => {
    if (text.value === null) return;
    const counts = await catalogueStore.importText(text.value);
    leave();
    message.value = `Imported: ${words(counts)}.`;
  });
const loadDemo = () =>
  attempt(async () => {
    isReplacingByDemo.value = false;
    const counts = await catalogueStore.loadDemo();
    message.value = `Imported: ${words(counts)}.`;
  });
</script>

<template>
  <div class="page">
    <h1>Files and backup</h1>
    <section class="sheet" aria-labelledby="in">
      <h2 id="in">Import a catalogue</h2>
      <p class="quiet">
        A JSON file with parts, shops, offers, currency rates and games, as described in docs/formats. It is
        merged with what is here, and looked at first; your brief, candidates and benchmarks stay. Files of a
        brief, a candidate, own runs or a pack are taken here too;
        <RouterLink :to="{ name: 'records', query: { add: 'table' } }"
          >benchmarks come in as a table</RouterLink
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
          @change="chooseFile"
        />
        <button
          v-if="isDemo && !isReplacingByDemo"
          class="plain edged"
          :disabled="isBusy"
          @click="isReplacingByDemo = true"
        >
          Start the demo anew
        </button>
        <DemoLink />
      </div>
      <div v-if="isReplacingByDemo" class="preview" role="alertdialog" aria-label="Start the demo anew">
        <p>
          Its parts, prices, games and benchmarks are then as they were at first. What you changed in them is
          gone; the brief and the candidates stay.
        </p>
        <div class="row">
          <button class="plain edged" :disabled="isBusy" @click="loadDemo">Start it anew</button>
          <button class="plain edged" @click="isReplacingByDemo = false">Close</button>
        </div>
      </div>
      <div v-if="preview" class="preview" role="status">
        <p>
          <b>{{ fileName }}</b> holds {{ words(preview) }}.
        </p>
        <MergeSummary v-if="plan" :plan="plan" :taken="taken" @change="takeTheirs" />
        <div class="row">
          <button
            v-if="plan"
            class="plain strong"
            :disabled="isBusy || plan.changes.length === 0"
            @click="mergeIn"
          >
            Merge it in
          </button>
          <button class="plain" :class="plan ? 'edged' : 'strong'" :disabled="isBusy" @click="bringIn">
            {{
              hasOwn
                ? `Put it in place of all ${catalogueStore.stored?.parts.length} parts here`
                : 'Import it'
            }}
          </button>
          <button class="plain edged" @click="leave">Close</button>
        </div>
      </div>
      <PackIn
        v-if="own?.kind === 'pack'"
        :name="fileName"
        :text="own.text"
        @done="
          (said) => {
            own = null;
            message = said;
          }
        "
        @leave="own = null"
        @problems="refused"
      />
      <div v-else-if="own" class="preview" role="status">
        <p>
          <b>{{ fileName }}</b> {{ ownWords }}
        </p>
        <div class="row">
          <button class="plain strong" :disabled="isBusy" @click="bringOwnIn">
            {{ own.kind === 'passes' ? 'Import them' : 'Import it' }}
          </button>
          <button class="plain edged" @click="own = null">Close</button>
        </div>
      </div>
      <p v-if="message" :role="problems.length > 0 ? 'alert' : 'status'">
        <b v-if="fileName && problems.length > 0">{{ fileName }}: </b>{{ message }}
      </p>
      <ProblemTable v-if="problems.length > 0" :problems="problems" />
    </section>
    <PacksPanel />
    <ExportPanel />
    <EverythingPanel />
    <NumbersPanel />
    <SharingPanel v-if="isHere && BASE === ''" />
    <AsidePanel />
  </div>
</template>

<style scoped src="./sheets.css"></style>
<style scoped>
.drop {
  padding: 10px;
  border: 1.5px dashed var(--line-strong);
  border-radius: var(--round-large);
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
</style>
