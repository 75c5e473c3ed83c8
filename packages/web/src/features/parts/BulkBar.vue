<script setup lang="ts">
import type { Part } from '@ripe-pick/core/parts';
import { NSelect, useMessage } from 'naive-ui';
import { computed, ref } from 'vue';
import { failureText } from '../../shared/api/client.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import PartField from './PartField.vue';
import { changesOf, draftOf } from './part-draft.ts';
import { BRAND_FIELD, fieldsOf } from './part-fields.ts';

/** What can be done with several marked parts at once; each is one step. */
const props = defineProps<{ parts: readonly Part[] }>();
const emit = defineEmits<{ done: []; same: []; pack: [] }>();
const catalogueStore = useCatalogue();
const message = useMessage();

const kinds = computed(() => new Set(props.parts.map(({ kind }) => kind)));
/** The brand, and where all are of one kind its specs. */
const fields = computed(() => {
  const [kind, ...others] = kinds.value;
  return [BRAND_FIELD, ...(kind && others.length === 0 ? fieldsOf(kind) : [])];
});
const key = ref<string | null>(null);
const field = computed(() => fields.value.find((each) => each.key === key.value));
const value = ref<unknown>(null);
const problem = ref('');
const counted = computed(() => `${props.parts.length} ${props.parts.length === 1 ? 'part' : 'parts'}`);
const isPair = computed(() => props.parts.length === 2 && kinds.value.size === 1);

async function step(label: string, said: string, changes: Parameters<typeof catalogueStore.edit>[1]) {
  problem.value = '';
  try {
    await catalogueStore.edit(label, changes);
    message.info(`${said} Ctrl+Z takes it back.`);
    emit('done');
  } catch (error) {
    problem.value = failureText(error, 'It could not be done. Nothing was changed.');
  }
}
const remove = () =>
  step(
    `delete ${counted.value}`,
    `${counted.value} deleted, with their offers.`,
    props.parts.map(({ id }) => ({ do: 'remove-part', id })),
  );
function keep() {
  const { stored } = catalogueStore;
  if (!stored || !field.value) return;
  const { key: figure, label } = field.value;
  const changed = props.parts.map((part) => {
    const draft = draftOf(part);
    if (figure === BRAND_FIELD.key) return { ...draft, brand: String(value.value ?? '') };
    return { ...draft, specs: { ...draft.specs, [figure]: value.value } };
  });
  if (changed.some(({ brand }) => brand.trim() === '')) problem.value = 'Say who makes them.';
  else
    void step(
      `set ${label.toLowerCase()} of ${counted.value}`,
      `${label} of ${counted.value} is set.`,
      changed.flatMap((draft) => changesOf(draft, stored, 'EUR').changes), // no price is among them
    );
}
</script>

<template>
  <div class="bulk" role="group" aria-label="What is done with the marked parts">
    <b>{{ counted }} marked</b>
    <NSelect
      v-model:value="key"
      filterable
      clearable
      placeholder="Set a spec of all"
      class="choice"
      :options="fields.map((each) => ({ value: each.key, label: each.label }))"
      :input-props="{ 'aria-label': 'Spec to set' }"
      @update:value="value = null"
    />
    <form v-if="field" class="set" @submit.prevent="keep">
      <PartField :key="field.key" :spec="field" :value="value" @change="(next) => (value = next)" />
      <button class="plain strong" type="submit">Set it for {{ counted }}</button>
    </form>
    <button v-if="isPair" class="plain edged" @click="emit('same')">These are one part</button>
    <button class="plain edged" @click="emit('pack')">Hand on as a pack</button>
    <button class="plain edged" @click="remove">Delete {{ counted }}</button>
    <button class="plain edged" @click="emit('done')">Unmark</button>
    <p v-if="problem" role="alert" class="bad">{{ problem }}</p>
  </div>
</template>

<style scoped>
.bulk,
.set {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
}
.bulk {
  align-items: center;
  border-left: 3px solid var(--plum);
  padding-left: 10px;
}
.choice {
  width: 210px;
}
.bad {
  color: var(--danger);
  flex-basis: 100%;
}
</style>
