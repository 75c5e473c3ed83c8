<script setup lang="ts">
import { NButton, NInput } from 'naive-ui';
import { computed, ref, watch } from 'vue';
import type { Listing } from '@ripe-pick/contract';
import { minorPlaces } from '@ripe-pick/core';
import { useBuying } from '../../shared/stores/buying.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import Dialog from '../../shared/ui/Dialog.vue';
import Field from '../../shared/ui/Field.vue';
import NumberField from '../../shared/ui/NumberField.vue';

const props = defineProps<{ show: boolean; find: Listing | null }>();
const emit = defineEmits<{ close: []; keep: [find: Omit<Listing, 'id'>] }>();
const buying = useBuying();
const catalogueStore = useCatalogue();
const names = useNames();
const workspace = useWorkspace();

function blank(): Omit<Listing, 'id'> {
  return {
    name: '',
    parts: [],
    currency: workspace.brief.money.currency,
    priceMinor: 0,
    shippingMinor: 0,
    km: 0,
    grade: 'B',
    monthsOld: null,
    seller: '',
    good: 0,
    rated: 0,
    returnDays: 0,
    seenOn: buying.today,
    where: '',
    state: 'seen',
    offeredMinor: null,
    inLanes: true,
    tested: [],
    note: '',
  };
}
// What is typed stays when the dialog is closed by mistake; a find that is changed starts from itself.
const draft = ref<Omit<Listing, 'id'>>(blank());
watch(
  () => [props.show, props.find] as const,
  ([show, find]) => {
    if (show && find) draft.value = { ...find };
  },
);
const currencies = computed(() =>
  [
    ...new Set([
      workspace.brief.money.currency,
      draft.value.currency,
      ...(catalogueStore.stored?.shops ?? []).map((shop) => shop.currency),
    ]),
  ].map((value) => ({ value, label: value })),
);
const scale = computed(() => 10 ** minorPlaces(draft.value.currency));
const minor = (value: number | null) => Math.max(0, Math.round((value ?? 0) * scale.value));
const GRADES = [
  { value: 'A', label: 'A: like new' },
  { value: 'B', label: 'B: normal' },
  { value: 'C', label: 'C: worn' },
];
const missing = computed(() =>
  [
    draft.value.parts.length === 0 && 'which parts it is',
    draft.value.priceMinor < Math.max(1, draft.value.parts.length) && 'its price',
    draft.value.good > draft.value.rated && 'no more good deals than rated ones',
  ].filter(Boolean),
);
function keep() {
  const named =
    draft.value.name.trim() ||
    (draft.value.parts.length > 0 && names.part(draft.value.parts[0])) ||
    'A used listing';
  emit('keep', { ...draft.value, name: named.slice(0, 200) });
  if (!props.find) draft.value = blank();
}
</script>

<template>
  <Dialog
    :show="show"
    :title="find ? 'Change the listing' : 'Appraise a listing'"
    :width="620"
    @close="emit('close')"
  >
    <form class="form" @submit.prevent="missing.length === 0 && keep()">
      <ChoiceField
        label="Parts (several: sold together)"
        multiple
        filterable
        :value="draft.parts"
        :options="names.partOptions"
        placeholder="Type to search"
        @update:value="(v: string[]) => (draft.parts = v.slice(0, 12))"
      />
      <Field label="Name"
        ><NInput
          v-model:value="draft.name"
          placeholder="the part’s own name"
          :maxlength="200"
          :input-props="{ 'aria-label': 'Name' }"
      /></Field>
      <NumberField
        label="Price asked"
        :currency="draft.currency"
        placeholder="120"
        :value="draft.priceMinor === 0 ? null : draft.priceMinor / scale"
        :min="0"
        @update:value="(v) => (draft.priceMinor = minor(v))"
      />
      <ChoiceField
        label="Currency"
        :value="draft.currency"
        :options="currencies"
        @update:value="(v: string) => (draft.currency = v)"
      />
      <NumberField
        label="Shipping"
        :currency="draft.currency"
        placeholder="0"
        :value="draft.shippingMinor / scale"
        :min="0"
        @update:value="(v) => (draft.shippingMinor = minor(v))"
      />
      <NumberField
        label="Or fetched, one way"
        suffix="km"
        placeholder="0"
        :value="draft.km"
        :min="0"
        :max="5000"
        @update:value="(v) => (draft.km = v ?? 0)"
      />
      <ChoiceField
        label="Condition"
        :value="draft.grade"
        :options="GRADES"
        @update:value="(v: 'A' | 'B' | 'C') => (draft.grade = v)"
      />
      <NumberField
        label="Age"
        suffix="months"
        placeholder="unknown"
        :value="draft.monthsOld"
        :min="0"
        :max="600"
        :precision="0"
        @update:value="(v) => (draft.monthsOld = v)"
      />
      <Field label="Seller"
        ><NInput
          v-model:value="draft.seller"
          placeholder="name in the listing"
          :maxlength="200"
          :input-props="{ 'aria-label': 'Seller' }"
      /></Field>
      <NumberField
        label="Deals rated good"
        placeholder="0"
        :value="draft.good"
        :min="0"
        :precision="0"
        @update:value="(v) => (draft.good = v ?? 0)"
      />
      <NumberField
        label="Of so many rated"
        placeholder="0"
        :value="draft.rated"
        :min="0"
        :precision="0"
        @update:value="(v) => (draft.rated = v ?? 0)"
      />
      <NumberField
        label="Days to return it"
        placeholder="0"
        :value="draft.returnDays"
        :min="0"
        :max="1000"
        :precision="0"
        @update:value="(v) => (draft.returnDays = v ?? 0)"
      />
      <Field label="Where it was seen"
        ><NInput
          v-model:value="draft.where"
          placeholder="a noticeboard, a shop window"
          :maxlength="500"
          :input-props="{ 'aria-label': 'Where it was seen' }"
      /></Field>
      <Field label="Note"
        ><NInput
          v-model:value="draft.note"
          placeholder="what they said"
          :maxlength="5000"
          :input-props="{ 'aria-label': 'Note' }"
      /></Field>
      <div class="actions">
        <NButton type="primary" attr-type="submit" :disabled="missing.length > 0">{{
          find ? 'Keep the change' : 'Appraise it'
        }}</NButton>
        <span v-if="missing.length > 0" class="quiet">Still to say: {{ missing.join(', ') }}.</span>
      </div>
    </form>
  </Dialog>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 10px 14px;
  align-items: end;
}
.actions {
  grid-column: 1 / -1;
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
}
</style>
