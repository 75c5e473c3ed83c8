<script setup lang="ts">
import type { Problem } from '@ripe-pick/contract';
import { CONDITIONS } from '@ripe-pick/contract';
import { ESSENTIALS } from '@ripe-pick/core/assumptions';
import type { PartKind } from '@ripe-pick/core/parts';
import { NAutoComplete, NInput, NSelect } from 'naive-ui';
import { computed, ref } from 'vue';
import { CallFailed } from '../../shared/api/client.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { currencyOptions } from '../../shared/format/currencies.ts';
import { PART_KINDS, SLOT_NAMES } from '../../shared/format/slots.ts';
import PartField from './PartField.vue';
import PartOrigins from './PartOrigins.vue';
import ReadSpecs from './ReadSpecs.vue';
import {
  changesOf,
  currencyOf,
  problemsOfDraft,
  shopNamed,
  withOffer,
  withReading,
  type DraftProblem,
  type PartDraft,
} from './part-draft.ts';
import { fieldsOf } from './part-fields.ts';

/** A part typed in, read in, or changed. The draft is its owner's: what is typed outlives the form. */
const draft = defineModel<PartDraft>({ required: true });
/** The field that the form is opened for, and words to read a part from, where it is opened for these. */
const props = defineProps<{ field?: string; words?: string }>();
const emit = defineEmits<{ kept: [id: string, name: string]; several: [text: string] }>();
const catalogueStore = useCatalogue();
const workspace = useWorkspace();

const problems = ref<readonly DraftProblem[]>([]);
const message = ref('');
const isBusy = ref(false);
const fields = computed(() => fieldsOf(draft.value.kind));
const isEssential = (key: string) => ESSENTIALS[draft.value.kind].includes(key);
const essentials = computed(() =>
  ESSENTIALS[draft.value.kind].flatMap((key) => fields.value.filter((field) => field.key === key)),
);
const others = computed(() => fields.value.filter(({ key }) => !isEssential(key)));
const isAmongOthers = computed(() => others.value.some(({ key }) => key === props.field));
/** Marks the field that the dialog gives the focus to. */
const firstOf = (key: string) => (key === props.field ? { 'data-first': '' } : {});
const stated = computed(
  () => others.value.filter(({ key }) => (draft.value.specs[key] ?? null) !== null).length,
);
const KINDS = PART_KINDS.map((value) => ({ value, label: SLOT_NAMES[value] }));
const shops = computed(() =>
  (catalogueStore.stored?.shops ?? [])
    .map(({ name }) => name)
    .filter((name) => name.toLowerCase().includes(draft.value.shop.trim().toLowerCase())),
);
const currency = computed(() =>
  currencyOf(draft.value, { shops: catalogueStore.stored?.shops ?? [] }, workspace.brief.money.currency),
);
/** Whether a price is typed for a shop that is not there yet: then its currency and shipping are asked for. */
const isNewShop = computed(
  () =>
    draft.value.shop.trim() !== '' &&
    draft.value.price.trim() !== '' &&
    !shopNamed(draft.value, { shops: catalogueStore.stored?.shops ?? [] }),
);
const currencies = computed(() => currencyOptions([currency.value, workspace.brief.money.currency]));
/** The part that is changed, as it is kept. */
const part = computed(() =>
  draft.value.id === null ? undefined : catalogueStore.parts.find(({ id }) => id === draft.value.id),
);
const set = (change: Partial<PartDraft>) => (draft.value = { ...draft.value, ...change });
const setSpec = (key: string, value: unknown) => {
  const { [key]: _, ...words } = draft.value.words;
  set({ specs: { ...draft.value.specs, [key]: value }, words });
};
const named = computed(() => `${draft.value.brand.trim()} ${draft.value.name.trim()}`);
/** Another part of this very name: kept all the same, but never in silence. */
const twin = computed(() =>
  draft.value.id === null && draft.value.name.trim() !== ''
    ? catalogueStore.parts.find(
        (part) => `${part.brand} ${part.name}`.toLowerCase() === named.value.toLowerCase(),
      )
    : undefined,
);
/** "changes[0].item.lengthMm" as the field's own name. */
const fieldOf = ({ path }: Problem) => path.replace(/^changes\[\d+\]\.(?:item\.)?/, '');

async function keep() {
  const catalogue = catalogueStore.stored;
  if (!catalogue) return;
  problems.value = problemsOfDraft(draft.value, workspace.brief.money.currency, catalogue);
  message.value = problems.value.length > 0 ? 'Not kept yet:' : '';
  if (problems.value.length > 0) return;
  isBusy.value = true;
  try {
    const { id, changes } = changesOf(draft.value, catalogue, workspace.brief.money.currency);
    const isChange = draft.value.id !== null;
    await catalogueStore.edit(`${isChange ? 'change' : 'add'} ${named.value}`, changes);
    emit('kept', id, named.value);
  } catch (error) {
    message.value =
      error instanceof CallFailed ? error.message : 'It could not be kept. What you typed is still here.';
    problems.value =
      error instanceof CallFailed
        ? error.problems.map((each) => ({ field: fieldOf(each), message: `${each.message}. ${each.mend}` }))
        : [];
  } finally {
    isBusy.value = false;
  }
}
</script>

<template>
  <form class="form" @submit.prevent="keep">
    <ReadSpecs
      :kind="draft.kind"
      :is-fixed="draft.id !== null"
      v-bind="words ? { words } : {}"
      @take="(read, offer) => (draft = withOffer(withReading(draft, read), offer))"
      @several="(text) => emit('several', text)"
    />
    <div class="grid">
      <label
        >Kind
        <NSelect
          :value="draft.kind"
          :options="KINDS"
          :disabled="draft.id !== null"
          aria-label="Kind"
          @update:value="(kind: PartKind) => set({ kind, specs: {}, words: {} })"
      /></label>
      <label
        >Brand
        <NInput
          :value="draft.brand"
          placeholder="who makes it"
          maxlength="200"
          :input-props="{ 'aria-label': 'Brand' }"
          @update:value="(brand: string) => set({ brand })"
      /></label>
      <label
        >Name
        <NInput
          :value="draft.name"
          placeholder="as its brand calls it"
          maxlength="200"
          :input-props="{ 'aria-label': 'Name of the part' }"
          @update:value="(name: string) => set({ name })"
      /></label>
      <label
        ><span
          >Price <span class="quiet">{{ currency }}</span></span
        >
        <NInput
          :value="draft.price"
          placeholder="none seen yet"
          maxlength="40"
          :input-props="{ 'aria-label': 'Price', inputmode: 'decimal' }"
          @update:value="(price: string) => set({ price })"
      /></label>
      <label
        >Shop
        <NAutoComplete
          :value="draft.shop"
          :options="shops"
          :get-show="() => true"
          placeholder="where it was seen"
          :input-props="{ 'aria-label': 'Shop', maxlength: '200' }"
          @update:value="(shop: string | null) => set({ shop: shop ?? '' })"
      /></label>
      <label
        >Condition
        <NSelect
          :value="draft.condition"
          :options="CONDITIONS.map((value) => ({ value, label: value }))"
          aria-label="Condition"
          @update:value="(condition: PartDraft['condition']) => set({ condition })"
      /></label>
    </div>
    <div v-if="isNewShop" class="grid" role="group" :aria-label="`New shop ${draft.shop}`">
      <label
        ><span>Sells in</span>
        <NSelect
          filterable
          :input-props="{ 'aria-label': 'Currency of the shop' }"
          :value="currency"
          :options="currencies"
          aria-label="Currency of the shop"
          @update:value="(code: string) => set({ currency: code })"
      /></label>
      <label
        ><span
          >Shipping, an order <span class="quiet">{{ currency }}</span></span
        >
        <NInput
          :value="draft.shipping"
          placeholder="not stated; 0 for free"
          maxlength="40"
          :input-props="{ 'aria-label': 'Shipping of the shop', inputmode: 'decimal' }"
          @update:value="(shipping: string) => set({ shipping })"
      /></label>
    </div>
    <p v-if="twin" class="doubt" role="status">
      The catalogue has a part of this name already. Kept like this, it is a second one.
    </p>
    <h3>Essentials</h3>
    <div class="grid">
      <PartField
        v-for="spec in essentials"
        :key="`${draft.kind}-${spec.key}-${draft.words[spec.key] ?? ''}`"
        :spec="spec"
        v-bind="firstOf(spec.key)"
        :value="draft.specs[spec.key]"
        @change="(v) => setSpec(spec.key, v)"
      />
    </div>
    <details :open="isAmongOthers">
      <summary>More specs, {{ stated }} of {{ others.length }} stated</summary>
      <p class="quiet">
        None of these has to be known. What is missing is unknown, or assumed and marked where the brief says
        so.
      </p>
      <div class="grid">
        <PartField
          v-for="spec in others"
          :key="`${draft.kind}-${spec.key}-${draft.words[spec.key] ?? ''}`"
          :spec="spec"
          v-bind="firstOf(spec.key)"
          :value="draft.specs[spec.key]"
          @change="(v) => setSpec(spec.key, v)"
        />
      </div>
    </details>
    <PartOrigins v-if="part" :part="part" />
    <div v-if="message" role="alert" class="bad">
      <p>{{ message }}</p>
      <ul>
        <li v-for="(problem, n) in problems" :key="n">
          <b>{{ problem.field }}</b>: {{ problem.message }}
        </li>
      </ul>
    </div>
    <button class="plain strong" type="submit" :disabled="isBusy">
      {{ draft.id === null ? 'Add the part' : 'Keep the changes' }}
    </button>
  </form>
</template>

<style scoped>
.form {
  display: grid;
  gap: 10px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 8px 12px;
}
.grid > label {
  display: grid;
  gap: 2px;
  font-size: var(--text-small);
  font-weight: 600;
  align-content: start;
}
summary {
  cursor: pointer;
  min-height: 24px;
}
button[type='submit'] {
  justify-self: start;
}
.bad {
  color: var(--danger);
}
.doubt {
  color: var(--apricot);
}
</style>
