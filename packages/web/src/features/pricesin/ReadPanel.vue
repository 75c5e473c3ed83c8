<script setup lang="ts">
import { NButton, NInput } from 'naive-ui';
import { computed, ref, shallowRef, watch } from 'vue';
import { useDraft } from '../../shared/ui/draft.ts';
import { shopOfFound, type Matched, type ReadAnswer, type Taken } from '@ripe-pick/contract';
import { call, failureText } from '../../shared/api/client.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWatch } from '../../shared/stores/watch.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import ReadRows from './ReadRows.vue';

/** Prices pasted, typed or read from a file: what they would be taken as, before anything is kept. */
const catalogueStore = useCatalogue();
const watchStore = useWatch();

// What is typed stays over a reload, until it was taken.
const text = useDraft<string>('ripe-pick-prices-draft', '');
const shop = useDraft<string | null>('ripe-pick-prices-shop', null);
const fileName = ref('');
const answer = shallowRef<ReadAnswer | null>(null);
const chosen = ref<Record<number, string | null>>({});
const left = ref<Set<number>>(new Set());
const taken = shallowRef<Taken | null>(null);
const failure = ref<string | null>(null);
const isBusy = ref(false);
const SHOWN = 60;
const most = ref(SHOWN);
const LARGEST = 16_000_000;

const shops = computed(() =>
  (catalogueStore.stored?.shops ?? []).map((each) => ({
    value: each.id,
    label: `${each.name} (${each.currency})`,
  })),
);
const KINDS = { page: 'the source of a page', table: 'a table', feed: 'a feed', typed: 'lines' } as const;
watch([text, shop], () => (answer.value = null));

async function read(from: { text?: string; base64?: string }, name: string) {
  isBusy.value = true;
  failure.value = null;
  taken.value = null;
  try {
    answer.value = await call('readPrices', { shop: shop.value, name, ...from });
    fileName.value = name;
    chosen.value = {};
    left.value = new Set();
    most.value = SHOWN;
  } catch (error) {
    failure.value = failureText(error, 'It could not be read.');
  } finally {
    isBusy.value = false;
  }
}
const input = ref<HTMLInputElement | null>(null);
async function fromFile(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]; // an input of this template
  if (!file) return;
  if (file.size > LARGEST)
    failure.value = `${file.name} has more than ${LARGEST / 1e6} MB: split it, or save the page’s source alone.`;
  else if (/\.(xlsx|ods)$/i.test(file.name)) {
    const bytes = new Uint8Array(await file.arrayBuffer());
    let binary = '';
    for (let at = 0; at < bytes.length; at += 32768)
      binary += String.fromCharCode(...bytes.subarray(at, at + 32768));
    await read({ base64: btoa(binary) }, file.name);
  } else await read({ text: await file.text() }, file.name);
  if (input.value) input.value.value = '';
}

const partOf = (row: Matched, n: number) =>
  n in chosen.value ? (chosen.value[n] ?? null) : row.isSure || row.doubt === null ? row.part : null;
const ready = computed(() =>
  (answer.value?.rows ?? []).flatMap((row, n) => {
    const part = partOf(row, n);
    return part !== null && !left.value.has(n)
      ? [{ found: row.found, part, offer: part === row.part ? row.offer : null }]
      : [];
  }),
);
/** A new offer needs a shop. */
const lacksShop = computed(() =>
  ready.value.some(
    ({ offer, found }) =>
      offer === null && !shopOfFound(found, shop.value, catalogueStore.stored?.shops ?? []),
  ),
);
async function take() {
  isBusy.value = true;
  failure.value = null;
  try {
    const source = (fileName.value || 'pasted').slice(0, 200);
    const label = `import ${ready.value.length} prices of ${source}`.slice(0, 200);
    taken.value = await catalogueStore.takePrices(label, { shop: shop.value, source, rows: ready.value });
    answer.value = null;
    text.value = '';
    await watchStore.refresh();
  } catch (error) {
    failure.value = failureText(error, 'It was not taken. What you typed is kept.');
  } finally {
    isBusy.value = false;
  }
}
function leave(n: number) {
  const next = new Set(left.value);
  if (!next.delete(n)) next.add(n);
  left.value = next;
}
</script>

<template>
  <section class="sheet read" aria-labelledby="read-title">
    <h2 id="read-title">Import prices</h2>
    <div class="from">
      <ChoiceField
        label="From which shop"
        hint="its currency counts where none is stated"
        :value="shop"
        :options="shops"
        clearable
        filterable
        placeholder="as the rows say"
        @update:value="shop = $event"
      />
      <label class="file"
        ><input
          ref="input"
          class="visually-hidden"
          type="file"
          accept=".csv,.tsv,.txt,.json,.html,.htm,.xlsx,.ods"
          @change="fromFile"
        />Read a file: CSV, spreadsheet, saved page</label
      >
    </div>
    <NInput
      v-model:value="text"
      type="textarea"
      :autosize="{ minRows: 4, maxRows: 12 }"
      placeholder="Paste a table, the source of a product page, or type lines: a name and its price"
      :input-props="{ 'aria-label': 'Prices as text' }"
      @keydown.ctrl.enter="read({ text }, 'pasted')"
    />
    <div class="from">
      <NButton
        type="primary"
        :disabled="text.trim() === '' || isBusy"
        :loading="isBusy"
        @click="read({ text }, 'pasted')"
        >Read it</NButton
      >
      <span class="quiet">Nothing is kept before you have seen it. Scripts of a page are never run.</span>
    </div>
    <p v-if="failure" class="failure" role="alert">{{ failure }}</p>
    <p v-if="taken" role="status">
      {{ taken.taken }} {{ taken.taken === 1 ? 'price' : 'prices' }} imported, {{ taken.changed }} of them new
      or changed<template v-if="taken.newOffers > 0">, {{ taken.newOffers }} new offers</template
      ><template v-if="taken.repeated > 0">; {{ taken.repeated }} were there already</template
      ><template v-if="taken.skipped > 0">; {{ taken.skipped }} sold out and never on offer here</template>.
      Ctrl+Z takes them back.
    </p>
    <template v-if="answer">
      <p>
        Read as {{ KINDS[answer.kind] }}: {{ answer.rows.length }}
        {{ answer.rows.length === 1 ? 'price' : 'prices'
        }}<template v-if="answer.doubts.length > 0"
          >, {{ answer.doubts.length }} that cannot be taken</template
        >.
      </p>
      <ul v-if="answer.doubts.length > 0" class="doubts">
        <li v-for="(doubt, n) in answer.doubts.slice(0, 30)" :key="n">
          <b>{{ doubt.where }}</b>: {{ doubt.what }}.<span v-if="doubt.mend" class="quiet">{{
            doubt.mend
          }}</span>
        </li>
        <li v-if="answer.doubts.length > 30" class="quiet">and {{ answer.doubts.length - 30 }} more</li>
      </ul>
      <ReadRows
        v-if="answer.rows.length > 0"
        :rows="answer.rows.slice(0, most)"
        :part-of="partOf"
        :left="left"
        @choose="(n, part) => (chosen[n] = part)"
        @leave="leave"
      />
      <div class="from">
        <NButton v-if="answer.rows.length > most" size="small" @click="most += 200"
          >Show more of {{ answer.rows.length }}</NButton
        >
        <NButton
          v-if="answer.rows.length > 0"
          type="primary"
          :disabled="ready.length === 0 || isBusy || lacksShop"
          @click="take"
          >Import {{ ready.length }} {{ ready.length === 1 ? 'price' : 'prices' }}</NButton
        >
        <span v-if="lacksShop" class="quiet">Say which shop they are from: some are new offers.</span>
      </div>
    </template>
  </section>
</template>

<style scoped>
.read {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.from {
  display: flex;
  gap: 10px 14px;
  align-items: center;
  flex-wrap: wrap;
}
.from > :deep(.field) {
  min-width: 220px;
}
.file {
  position: relative;
  border: 1px solid var(--line-strong);
  border-radius: var(--round-medium);
  padding: 5px 12px;
  cursor: pointer;
}
.file:focus-within {
  outline: 2px solid var(--focus);
}
.doubts {
  margin: 0;
  padding-left: 1.2em;
  font-size: var(--text-body);
}
</style>
