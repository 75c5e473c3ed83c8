<script setup lang="ts">
import { today as localToday, type Problem } from '@ripe-pick/contract';
import { computed, ref, shallowRef, watch } from 'vue';
import { failureText } from '../../shared/api/client.ts';
import { benchWorker } from '../../shared/stores/bench-worker.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useRecords } from '../../shared/stores/records.ts';
import ConflictList from './ConflictList.vue';
import { mergeWords } from './merge-words.ts';
import type { PackPlan } from '../../workers/merge-plan.ts';
import { dayText, whole } from '../../shared/format/format.ts';

/** A pack that was chosen: who it is from, on what terms, what it would bring; then it is imported, or not. */
const props = defineProps<{ name: string; text: string }>();
const emit = defineEmits<{
  done: [message: string];
  leave: [];
  problems: [problems: readonly Problem[]];
}>();
const catalogueStore = useCatalogue();
const records = useRecords();
const taken = ref<readonly string[]>([]);
const read = shallowRef<Exclude<PackPlan, { problems: unknown }> | null>(null);
const failure = ref('');
const isBusy = ref(false);

async function plan(): Promise<void> {
  const { stored } = catalogueStore;
  if (!stored) return;
  isBusy.value = true;
  failure.value = '';
  try {
    const as = {
      id: `pack-${crypto.randomUUID()}`,
      today: stored.today ?? localToday(),
      taken: [...taken.value],
    };
    const found = await benchWorker.read((worker) =>
      worker.packPlan(props.text, stored, [...records.published], as),
    );
    if ('problems' in found) emit('problems', found.problems);
    else read.value = found;
  } catch (error) {
    failure.value = failureText(error, 'The pack could not be read.');
  } finally {
    isBusy.value = false;
  }
}
watch(() => props.text, plan, { immediate: true });
function take(keys: readonly string[]) {
  taken.value = keys;
  void plan();
}

const counted = (count: number, one: string) =>
  count === 0 ? [] : [`${whole(count)} ${one}${count === 1 ? '' : 's'}`];
const adds = computed(() => {
  if (!read.value) return '';
  const { plan: merge } = read.value;
  return [
    ...[mergeWords(merge)].filter(Boolean),
    ...counted(merge.records.added, 'benchmark'),
    ...counted(merge.observations, 'price observation'),
  ].join(', ');
});

async function takeIn(): Promise<void> {
  if (!read.value) return;
  const { pack, plan: merge } = read.value;
  isBusy.value = true;
  try {
    await catalogueStore.edit(`import pack ${pack.name}`, merge.changes, records.load);
    emit('done', `Imported: ${adds.value || 'nothing new'}. Under Packs it can be deleted again.`);
  } catch (error) {
    failure.value = failureText(error, 'The pack was not imported. Nothing was changed.');
  } finally {
    isBusy.value = false;
  }
}
</script>

<template>
  <div class="preview" role="status">
    <template v-if="read">
      <p>
        <b>{{ name }}</b> is the pack <b>{{ read.pack.name }}</b> by {{ read.pack.by }}, of
        {{ dayText(read.pack.on) }}, licence: {{ read.pack.licence }}.
      </p>
      <p v-if="read.pack.note" class="note">{{ read.pack.note }}</p>
      <p>
        It adds <b>{{ adds || 'nothing that is not here' }}</b>. Every spec and price keeps its origin.
        <template v-if="read.plan.records.there > 0">
          {{ read.plan.records.there }} of its benchmarks are here already.
        </template>
      </p>
      <p v-if="read.plan.ahead > 0" class="quiet">
        {{ read.plan.ahead }} prices of a day to come are left out.
      </p>
      <ConflictList
        v-if="read.plan.conflicts.length > 0"
        :conflicts="read.plan.conflicts"
        :taken="taken"
        @change="take"
      />
      <div class="row">
        <button class="plain strong" :disabled="isBusy" @click="takeIn">Import</button>
        <button class="plain edged" @click="emit('leave')">Close</button>
      </div>
    </template>
    <p v-else-if="isBusy" class="quiet">Reading the pack …</p>
    <p v-if="failure" role="alert" class="bad">{{ failure }}</p>
  </div>
</template>

<style scoped src="./sheets.css"></style>
<style scoped>
.note {
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.bad {
  color: var(--danger);
}
</style>
