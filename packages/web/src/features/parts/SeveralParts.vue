<script setup lang="ts">
import { PartFinder, type Part } from '@ripe-pick/core/parts';
import type { ColumnRead } from '@ripe-pick/core/specs';
import { useMediaQuery, watchDebounced } from '@vueuse/core';
import { useDraft } from '../../shared/ui/draft.ts';
import { NInput, NVirtualList } from 'naive-ui';
import { computed, ref, shallowRef } from 'vue';
import { CallFailed, failureText } from '../../shared/api/client.ts';
import { benchWorker } from '../../shared/stores/bench-worker.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import ColumnChoices from './ColumnChoices.vue';
import FigureChoices from './FigureChoices.vue';
import SeveralRow from './SeveralRow.vue';
import { hasOffer, type PartDraft } from './part-draft.ts';
import TableTemplate from './TableTemplate.vue';
import {
  carriedOver,
  changesOfRows,
  draftOfRow,
  problemsOfRows,
  entryRow,
  twinOf,
  type EntryRow,
} from './part-entries.ts';

/** Many parts at once: lines, blocks, a table, pages; each row is looked at before any is kept. */
const text = defineModel<string>({ required: true });
const emit = defineEmits<{ kept: [count: number] }>();
const catalogueStore = useCatalogue();
const workspace = useWorkspace();

const FIRST = { 'data-first': '' };
const isNarrow = useMediaQuery('(max-width: 900px)');
/** Every row is as high as the others: the list draws only what is in sight. */
const rowPx = computed(() => (isNarrow.value ? 152 : 44));
const MOST_FILES = 200;
const MOST_BYTES = 8 * 1024 * 1024;
const rows = shallowRef<readonly EntryRow[]>([]);
const columns = shallowRef<readonly ColumnRead[]>([]);
/** What columns were told to stand for, by heading: remembered for the next table. */
const told = useDraft<Record<string, string>>('ripe-pick-part-columns', {});
const files = shallowRef<readonly { readonly name: string; readonly text: string }[]>([]);
const shopForAll = ref('');
const opened = ref<number | null>(null);
const message = ref('');
const isBusy = ref(false);
const input = ref<HTMLInputElement | null>(null);
let reading = 0;

async function read() {
  const own = ++reading;
  const texts = [text.value, ...files.value.map((file) => file.text)].filter((each) => each.trim() !== '');
  try {
    const found = await benchWorker.read((worker) => worker.readParts(texts, { ...told.value }));
    if (own !== reading) return;
    rows.value = carriedOver(
      rows.value,
      found.parts.map(({ entry, part }) => entryRow(entry, part)),
    );
    columns.value = found.columns;
    opened.value = null;
    message.value = '';
  } catch (error) {
    message.value = failureText(error, 'It could not be read.');
  }
}
watchDebounced([text, files], read, { debounce: 200, immediate: true });

async function take(list: Iterable<File>) {
  const all = [...list];
  const tooLarge = all.filter(({ size }) => size > MOST_BYTES).map(({ name }) => name);
  const fitting = all.filter(({ size }) => size <= MOST_BYTES).slice(0, MOST_FILES);
  files.value = await Promise.all(
    fitting.map(async (file) => ({ name: file.name, text: await file.text() })),
  );
  const left = all.length - fitting.length - tooLarge.length;
  message.value = [
    tooLarge.length > 0 ? `Larger than 8 MB, not read: ${tooLarge.join(', ')}.` : '',
    left > 0 ? `${left} files beyond ${MOST_FILES} were not read.` : '',
  ].join(' ');
}
const unclear = computed(() => [
  ...new Map(
    columns.value
      .filter(({ label, header }) => label === null || header in told.value)
      .map((each) => [each.header, each]),
  ).values(),
]);
function tell(header: string, label: string) {
  told.value = { ...told.value, [header]: label };
  void read();
}
const currency = computed(() => workspace.brief.money.currency);
const set = (at: number, change: (row: EntryRow) => EntryRow) =>
  (rows.value = rows.value.map((row, n) => (n === at ? change(row) : row)));

const finder = computed(() => new PartFinder(catalogueStore.parts));
const shown = computed(() => {
  const catalogue = catalogueStore.stored;
  if (!catalogue) return [];
  const problems = problemsOfRows(rows.value, shopForAll.value, catalogue, currency.value);
  return rows.value.map((row, at) => {
    const draft = draftOfRow(row, shopForAll.value);
    return {
      key: at,
      at,
      row,
      draft,
      twin: twinOf(draft, finder.value),
      problems: problems[at],
    };
  });
});
type Shown = (typeof shown.value)[number];
const taken = computed(() => shown.value.filter(({ row }) => row.isTaken));
const unready = computed(() => taken.value.filter(({ problems }) => problems.length > 0));
const openedRow = computed(() => shown.value.find(({ at }) => at === opened.value));
/** Whether the shop sells this part already: its price has a history of its own. */
const hasPriceThere = (draft: PartDraft, twin: Part) =>
  draft.price.trim() !== '' &&
  catalogueStore.stored !== null &&
  hasOffer({ ...draft, id: twin.id }, catalogueStore.stored);
const stateOf = ({ row, problems, twin, draft }: Shown) =>
  !row.isTaken
    ? 'left out'
    : problems.length > 0
      ? `${problems[0].field}: ${problems[0].message}`
      : twin
        ? hasPriceThere(draft, twin)
          ? 'there already: gaps filled in; a new price there goes under Prices'
          : 'there already: gaps filled in, price added'
        : 'ready';

async function keep() {
  const catalogue = catalogueStore.stored;
  if (!catalogue) return;
  isBusy.value = true;
  message.value = '';
  try {
    const kept = taken.value.map(({ row }) => row);
    const changes = changesOfRows(kept, shopForAll.value, catalogue, currency.value);
    await catalogueStore.edit(`add ${kept.length} parts`, changes);
    text.value = '';
    files.value = [];
    emit('kept', kept.length);
  } catch (error) {
    const problems = error instanceof CallFailed ? error.problems.slice(0, 5) : [];
    message.value = `${failureText(error, 'They could not be kept.')} ${problems.map((each) => `${each.path}: ${each.message}. ${each.mend}`).join(' ')}`;
  } finally {
    isBusy.value = false;
  }
}
</script>

<template>
  <div class="several" @dragover.prevent @drop.prevent="take($event.dataTransfer?.files ?? [])">
    <label class="box"
      >Paste a list with one part a line, blocks of specs with empty lines between, or cells of a table
      <NInput
        v-model:value="text"
        type="textarea"
        :autosize="{ minRows: 3, maxRows: 5 }"
        placeholder="Wrenlow Spar 2x8 GB DDR4-3200 CL16, 45.90 EUR at Corner"
        :input-props="{ 'aria-label': 'Parts to read', ...FIRST }"
    /></label>
    <div class="line">
      <button class="plain edged" type="button" @click="input?.click()">Choose files</button>
      <span class="quiet">saved pages, CSV, text; or drop them here</span>
      <input
        ref="input"
        type="file"
        multiple
        accept=".html,.htm,.csv,.tsv,.txt,text/html,text/csv,text/plain"
        class="visually-hidden"
        tabindex="-1"
        aria-label="Files to read parts from"
        @change="take(($event.target as HTMLInputElement).files ?? [])"
      />
      <span v-for="file in files" :key="file.name" class="quiet">{{ file.name }}</span>
      <TableTemplate class="push" />
    </div>
    <ColumnChoices v-if="unclear.length > 0" :columns="unclear" :told="told" @tell="tell" />
    <p v-if="message" role="alert" class="bad">{{ message }}</p>
    <template v-if="shown.length > 0">
      <div class="line">
        <label class="line"
          >Shop where a row names none
          <NInput
            v-model:value="shopForAll"
            size="small"
            class="choice"
            maxlength="200"
            placeholder="where you saw them"
            :input-props="{ 'aria-label': 'Shop where a row names none' }"
        /></label>
        <button
          class="plain strong push"
          type="button"
          :disabled="isBusy || taken.length === 0 || unready.length > 0"
          @click="keep"
        >
          Add {{ taken.length }} {{ taken.length === 1 ? 'part' : 'parts' }}
        </button>
      </div>
      <p role="status" class="quiet">
        {{ shown.length }} {{ shown.length === 1 ? 'row' : 'rows' }} read<template v-if="unready.length > 0"
          >; <b class="doubt">{{ unready.length }} need something first</b></template
        >.
      </p>
      <div v-if="openedRow" class="sheet opened" role="region" :aria-label="`Row ${openedRow.at + 1}`">
        <p>
          <b>Row {{ openedRow.at + 1 }}: {{ openedRow.draft.brand }} {{ openedRow.draft.name }}</b>
        </p>
        <p v-for="(problem, n) in openedRow.problems" :key="n" class="doubt">
          {{ problem.field }}: {{ problem.message }}
        </p>
        <FigureChoices
          :part="openedRow.row.part"
          :chosen="openedRow.row.chosen"
          @choose="
            (figure, at) =>
              set(openedRow?.at ?? 0, (row) => ({ ...row, chosen: { ...row.chosen, [figure]: at } }))
          "
        />
      </div>
      <NVirtualList :items="shown" :item-size="rowPx" class="rows">
        <template #default="{ item }: { item: Shown }">
          <SeveralRow
            :style="{ height: `${rowPx}px` }"
            :at="item.at"
            :row="item.row"
            :draft="item.draft"
            :problems="item.problems"
            :state="stateOf(item)"
            :is-opened="opened === item.at"
            @change="(change) => set(item.at, change)"
            @open="opened = opened === item.at ? null : item.at"
          />
        </template>
      </NVirtualList>
    </template>
  </div>
</template>

<style scoped>
.several {
  display: grid;
  gap: 8px;
}
.box {
  display: grid;
  gap: 2px;
  font-size: var(--text-small);
  font-weight: 600;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.push {
  margin-left: auto;
}
.choice {
  width: 170px;
}
.rows {
  max-height: 300px;
  border: 1px solid var(--line);
  border-radius: var(--round-large);
}
.opened {
  display: grid;
  gap: 6px;
}
.doubt {
  color: var(--apricot);
}
.bad {
  color: var(--danger);
}
</style>
