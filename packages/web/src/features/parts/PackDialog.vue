<script setup lang="ts">
import { today as localToday, type Series } from '@ripe-pick/contract';
import type { Part } from '@ripe-pick/core/parts';
import { NCheckbox, NInput } from 'naive-ui';
import { computed, ref } from 'vue';
import { call, failureText } from '../../shared/api/client.ts';
import { benchWorker } from '../../shared/stores/bench-worker.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { download, fileName } from '../../shared/ui/download.ts';
import { useDraft } from '../../shared/ui/draft.ts';

/** Marked parts as a pack: who hands it on, on what terms, and what goes along. */
const props = defineProps<{ parts: readonly Part[] }>();
const emit = defineEmits<{ done: [] }>();
const catalogueStore = useCatalogue();
const records = useRecords();

const about = useDraft('ripe-pick-pack', { name: '', by: '', licence: 'CC0-1.0', note: '' });
const along = ref({ prices: true, histories: true, records: true });
const problem = ref('');
const isBusy = ref(false);
const FIELDS = [
  { key: 'name', label: 'Name of the pack', placeholder: 'Small DDR4 motherboards' },
  { key: 'by', label: 'Who hands it on', placeholder: 'Your name, or what friends know you by' },
  { key: 'licence', label: 'What may be done with it', placeholder: 'CC0-1.0, CC-BY-4.0, between us' },
] as const;
const missing = computed(() => FIELDS.find(({ key }) => about.value[key].trim() === ''));

/** Histories, some hundred parts at a time. */
async function seriesOf(ids: readonly string[]): Promise<Series[]> {
  const all: Series[] = [];
  for (let at = 0; at < ids.length; at += 500) {
    const asked = { offers: [], parts: ids.slice(at, at + 500), pool: 0 };
    all.push(...(await call('priceHistory', asked)).series);
  }
  return all;
}

async function make(): Promise<void> {
  const { stored } = catalogueStore;
  if (!stored) return;
  if (missing.value) {
    problem.value = `${missing.value.label} is missing: say it above.`;
    return;
  }
  problem.value = '';
  isBusy.value = true;
  try {
    const ids = props.parts.map(({ id }) => id);
    const { prices, histories } = along.value;
    const series = prices && histories ? await seriesOf(ids) : [];
    const said = { ...about.value, on: stored.today ?? localToday() };
    const text = await benchWorker.read((worker) =>
      worker.packText(said, stored, new Set(ids), { ...along.value }, [...records.published], series),
    );
    download(fileName(about.value.name, 'json'), text, 'application/json');
    emit('done');
  } catch (error) {
    problem.value = failureText(error, 'The pack could not be made.');
  } finally {
    isBusy.value = false;
  }
}
</script>

<template>
  <form class="pack" @submit.prevent="make">
    <p class="quiet">
      {{ parts.length }} {{ parts.length === 1 ? 'part' : 'parts' }} in one file. Your briefs, orders, own
      runs and used listings are not in it.
    </p>
    <label v-for="{ key, label, placeholder } in FIELDS" :key="key" :data-first="key === 'name' || undefined">
      {{ label }}
      <NInput
        v-model:value="about[key]"
        :placeholder="placeholder"
        :maxlength="200"
        :input-props="{ 'aria-label': label }"
      />
    </label>
    <label>
      Note
      <NInput
        v-model:value="about.note"
        type="textarea"
        :maxlength="2000"
        :autosize="{ minRows: 2, maxRows: 5 }"
        placeholder="Where the figures are from, what to look out for"
        :input-props="{ 'aria-label': 'Note' }"
      />
    </label>
    <div class="along" role="group" aria-label="What goes along">
      <NCheckbox v-model:checked="along.prices">Shops’ prices and deals</NCheckbox>
      <NCheckbox v-model:checked="along.histories" :disabled="!along.prices">
        What they cost before
      </NCheckbox>
      <NCheckbox v-model:checked="along.records">Published benchmarks, with their games</NCheckbox>
    </div>
    <p v-if="problem" role="alert" class="bad">{{ problem }}</p>
    <div><button class="plain strong" type="submit" :disabled="isBusy">Save the pack</button></div>
  </form>
</template>

<style scoped>
.pack,
label {
  display: grid;
  gap: 4px;
}
.pack {
  gap: 12px;
}
.along {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
}
.bad {
  color: var(--danger);
}
</style>
