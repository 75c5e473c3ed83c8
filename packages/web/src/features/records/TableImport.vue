<script setup lang="ts">
import { today as localToday } from '@ripe-pick/contract';
import { refDebounced } from '@vueuse/core';
import { useDraft } from '../../shared/ui/draft.ts';
import { NInput } from 'naive-ui';
import { computed, ref, shallowRef, watch } from 'vue';
import { benchWorker } from '../../shared/stores/bench-worker.ts';
import type { TablePreview } from '../../workers/bench.worker.ts';
import Field from '../../shared/ui/Field.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';
import { failureText } from '../../shared/api/client.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useRecords } from '../../shared/stores/records.ts';

const emit = defineEmits<{ added: [count: number, from: string] }>();
const catalogueStore = useCatalogue();
const records = useRecords();

/** A larger file is refused before it is read, in bytes. */
const MOST_BYTES = 20 * 1024 * 1024;
/** Problems and reasons that are listed; the rest is counted. */
const MOST_LISTED = 12;
const draft = useDraft('ripe-pick-table-draft', { text: '', source: '', isNative: true });
const fileText = ref<string | null>(null);
const fileName = ref('');
const problem = ref('');
const isBusy = ref(false);
const input = ref<HTMLInputElement | null>(null);

const text = computed(() => fileText.value ?? draft.value.text);
// Reading a large table takes some milliseconds: not on every letter.
const settled = refDebounced(text, 250);
const stamp = Date.now().toString(36);
const read = shallowRef<TablePreview | null>(null);
const isReading = ref(false);
let round = 0;
watch(
  [settled, () => draft.value.source, () => draft.value.isNative, () => catalogueStore.catalogue?.parts],
  async () => {
    const mine = ++round;
    const catalogue = catalogueStore.catalogue;
    if (!catalogue || settled.value.trim() === '') {
      read.value = null;
      return;
    }
    const { source, isNative } = draft.value;
    isReading.value = true;
    const defaults = {
      source: source.trim() || fileName.value || 'pasted table',
      on: catalogue.today ?? localToday(),
      idPrefix: `table-${stamp}`,
      renderScale: isNative ? 1 : null,
      memory: null,
    };
    const table = settled.value;
    try {
      const found = await benchWorker.read((worker) => worker.readTable(table, catalogue, defaults));
      if (mine === round) [read.value, problem.value] = [found, ''];
    } catch (error) {
      if (mine === round) problem.value = failureText(error, 'The table could not be read.');
    }
    if (mine === round) isReading.value = false;
  },
  { immediate: true },
);
const heldBack = computed(() => read.value?.heldBack ?? []);
const replaced = computed(() => {
  const ids = new Set(records.published.map((record) => record.id));
  return read.value?.records.filter((record) => ids.has(record.id)).length ?? 0;
});

async function take(file: File) {
  problem.value = '';
  if (file.size > MOST_BYTES) {
    problem.value = `${file.name} has ${Math.round(file.size / 1024 / 1024)} MB; at most ${MOST_BYTES / 1024 / 1024} MB are taken. Split it.`;
    return;
  }
  fileName.value = file.name;
  fileText.value = await file.text();
}
function choose(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (file) void take(file);
  if (input.value) input.value.value = '';
}
const isOver = ref(false);
function drop(event: DragEvent) {
  isOver.value = false;
  const file = event.dataTransfer?.files[0];
  if (file) void take(file);
}
function forget() {
  fileText.value = null;
  fileName.value = '';
}
async function bringIn() {
  const found = read.value?.records ?? [];
  isBusy.value = true;
  problem.value = '';
  try {
    await records.change(`${found.length} benchmarks of a table imported`, found);
    if (fileText.value === null) draft.value = { ...draft.value, text: '' };
    const from = fileName.value || 'the table';
    forget();
    emit('added', found.length, from);
  } catch (error) {
    problem.value = failureText(error, 'The benchmarks could not be saved. The table is kept here.');
  } finally {
    isBusy.value = false;
  }
}
</script>

<template>
  <section
    class="sheet table"
    :class="{ over: isOver }"
    aria-labelledby="table"
    @dragover.prevent="isOver = true"
    @dragleave="isOver = false"
    @drop.prevent="drop"
  >
    <h2 id="table">A table of benchmarks</h2>
    <p class="quiet">
      CSV, or cells copied from a spreadsheet. The first row names the columns: game, processor and average
      are needed; preset, width, height, card, memory gb, channels, mts, cl, low, low definition, source and
      on make a benchmark complete. docs/formats/records.md lists all.
    </p>
    <div class="row">
      <button class="plain strong" @click="input?.click()">Choose a file</button>
      <span class="quiet">drop it here, or paste below</span>
      <input
        ref="input"
        type="file"
        accept=".csv,.tsv,.txt,text/csv"
        class="visually-hidden"
        tabindex="-1"
        aria-label="Table of benchmarks"
        @change="choose"
      />
      <Field label="Source, where a row names none">
        <NInput
          :value="draft.source"
          placeholder="who measured"
          :input-props="{ 'aria-label': 'Source, where a row names none' }"
          @update:value="(source: string) => (draft.source = source)"
        />
      </Field>
      <SwitchField
        label="no upscaling unless a row says so"
        :value="draft.isNative"
        @change="draft.isNative = $event"
      />
    </div>
    <p v-if="fileText !== null">{{ fileName }} <button class="plain edged" @click="forget">Close</button></p>
    <NInput
      v-else
      type="textarea"
      :value="draft.text"
      :autosize="{ minRows: 6, maxRows: 16 }"
      placeholder="game;preset;width;height;processor;card;memory gb;channels;mts;cl;average;low"
      :input-props="{ 'aria-label': 'Table of benchmarks, pasted', spellcheck: false }"
      @update:value="(value: string) => (draft.text = value)"
    />
    <p v-if="isReading" role="status">Reading the table…</p>
    <div v-if="read" aria-live="polite" class="found">
      <p>
        <b>{{ read.records.length }}</b> of {{ read.rows }} rows can be taken<template v-if="replaced > 0"
          >; {{ replaced }} of them replace a benchmark with the same id</template
        >.
        <template v-if="read.ignored.length > 0">Columns not read: {{ read.ignored.join(', ') }}.</template>
      </p>
      <template v-if="read.problems.length > 0">
        <p class="problem">
          {{ read.problems.length }} {{ read.problems.length === 1 ? 'thing is' : 'things are' }} wrong; those
          rows stay out:
        </p>
        <ul class="problems">
          <li v-for="(each, n) in read.problems.slice(0, MOST_LISTED)" :key="n">
            <b>{{ each.path }}</b>: {{ each.message }}. {{ each.mend }}
          </li>
          <li v-if="read.problems.length > MOST_LISTED">and {{ read.problems.length - MOST_LISTED }} more</li>
        </ul>
      </template>
      <template v-if="heldBack.length > 0">
        <p>Kept, but not used in the fit yet:</p>
        <ul>
          <li v-for="[reason, count] in heldBack.slice(0, MOST_LISTED)" :key="reason">
            {{ count }}: {{ reason }}
          </li>
        </ul>
      </template>
    </div>
    <div class="row">
      <button class="plain strong" :disabled="isBusy || !read || read.records.length === 0" @click="bringIn">
        Import {{ read?.records.length ?? 0 }} benchmarks
      </button>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    </div>
  </section>
</template>

<style scoped>
.table {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
.table.over {
  outline: 2px dashed var(--plum);
}
.row {
  display: flex;
  gap: 8px 16px;
  align-items: center;
  flex-wrap: wrap;
}
.found {
  display: grid;
  gap: 4px;
}
ul {
  margin: 0;
  padding-left: 20px;
  font-size: var(--text-body);
}
.problem {
  color: var(--danger);
}
</style>
