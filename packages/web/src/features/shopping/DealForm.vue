<script setup lang="ts">
import { useDraft } from '../../shared/ui/draft.ts';
import { NButton, NInput } from 'naive-ui';
import { computed, ref } from 'vue';
import { dealSchema, type Problem } from '@ripe-pick/contract';
import type { DealKind, PayoutForm } from '@ripe-pick/core/parts';
import { CallFailed } from '../../shared/api/client.ts';
import { useBuying } from '../../shared/stores/buying.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import DayField from '../../shared/ui/DayField.vue';
import Dialog from '../../shared/ui/Dialog.vue';
import Field from '../../shared/ui/Field.vue';
import NumberField from '../../shared/ui/NumberField.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';
import { DEAL_KINDS, toMinor } from './words.ts';

defineProps<{ show: boolean }>();
const emit = defineEmits<{ close: [] }>();
const catalogueStore = useCatalogue();
const names = useNames();
const buying = useBuying();
const workspace = useWorkspace();

interface DealDraft {
  kind: DealKind;
  name: string;
  shop: string | null;
  parts: string[];
  code: string;
  isPercent: boolean;
  off: number | null;
  minSpend: number | null;
  stacks: boolean;
  from: string | null;
  to: string | null;
  form: PayoutForm;
  payoutDays: number;
  postmarkDays: number | null;
  postmarkBy: string | null;
  limit: number | null;
  papers: string;
  review: number | null;
  gift: string;
}
const BLANK: DealDraft = {
  kind: 'code',
  name: '',
  shop: null,
  parts: [],
  code: '',
  isPercent: false,
  off: null,
  minSpend: null,
  stacks: false,
  from: null,
  to: null,
  form: 'cash',
  payoutDays: 60,
  postmarkDays: 30,
  postmarkBy: null,
  limit: null,
  papers: 'copy of the receipt, barcode cut from the box',
  review: null,
  gift: '',
};
/** Kept until it is added, over a reload too. */
const draft = useDraft<DealDraft>('ripe-pick-deal-draft', { ...BLANK }, { mergeDefaults: true });
const problems = ref<readonly Pick<Problem, 'path' | 'message'>[]>([]);
const isBusy = ref(false);
const kinds = (Object.keys(DEAL_KINDS) as DealKind[]).map((value) => ({ value, label: DEAL_KINDS[value] }));
const shops = computed(() =>
  (catalogueStore.stored?.shops ?? [])
    .filter((shop) => shop.kind === 'shop')
    .map((shop) => ({ value: shop.id, label: shop.name })),
);
const FORMS = [
  { value: 'cash', label: 'Cash or transfer' },
  { value: 'cheque', label: 'Cheque' },
  { value: 'card', label: 'Prepaid card' },
  { value: 'credit', label: 'Store credit' },
];
const isClaim = computed(() => draft.value.kind === 'rebate' || draft.value.kind === 'cashback');
const currency = computed(
  () =>
    catalogueStore.stored?.shops.find((shop) => shop.id === draft.value.shop)?.currency ??
    workspace.brief.money.currency,
);

function dealOf(d: DealDraft): unknown {
  const minor = (value: number | null) => (value === null ? 0 : toMinor(value, currency.value));
  const off = d.isPercent
    ? { kind: 'percent', percent: d.off ?? 0 }
    : { kind: 'amount', minor: minor(d.off) };
  const base = {
    id: `deal-${crypto.randomUUID().slice(0, 8)}`,
    kind: d.kind,
    name: d.name.trim(),
    from: d.from,
    to: d.to,
    source: 'typed in by hand',
    seenOn: buying.today,
  };
  const some = d.parts.length > 0 ? d.parts : null;
  const claim = {
    shops: d.shop ? [d.shop] : null,
    parts: some,
    form: d.form,
    payoutDays: d.payoutDays,
    currency: currency.value,
  };
  switch (d.kind) {
    case 'instant':
      return { ...base, shop: d.shop, parts: d.parts, off };
    case 'code':
      return {
        ...base,
        shop: d.shop,
        code: d.code.trim(),
        off,
        minSpendMinor: minor(d.minSpend),
        parts: some,
        stacks: d.stacks,
      };
    case 'combo':
      return { ...base, shop: d.shop, parts: d.parts, offMinor: minor(d.off) };
    case 'gift':
      return { ...base, shop: d.shop, parts: d.parts, gift: { part: null, text: d.gift.trim() } };
    case 'rebate':
      return {
        ...base,
        ...claim,
        amountMinor: minor(d.off),
        postmarkDays: d.postmarkDays,
        postmarkBy: d.postmarkBy,
        householdLimit: d.limit,
        papers: d.papers
          .split(',')
          .map((each) => each.trim())
          .filter(Boolean),
      };
    case 'cashback':
      return { ...base, ...claim, off, reviewExtraMinor: minor(d.review) };
  }
}
async function add() {
  const read = dealSchema.safeParse(dealOf(draft.value));
  problems.value = read.success
    ? []
    : read.error.issues.map((issue) => ({ path: issue.path.join('.') || 'deal', message: issue.message }));
  if (!read.success) return;
  isBusy.value = true;
  try {
    await catalogueStore.edit(`put the deal “${read.data.name}”`, [{ do: 'put-deal', item: read.data }]);
    draft.value = { ...BLANK, kind: draft.value.kind };
    emit('close');
  } catch (error) {
    problems.value =
      error instanceof CallFailed
        ? error.problems.length > 0
          ? error.problems
          : [{ path: 'deal', message: error.message }]
        : [{ path: 'deal', message: 'It could not be kept. What you typed stays here.' }];
  } finally {
    isBusy.value = false;
  }
}
</script>

<template>
  <Dialog :show="show" title="Type a deal in" :width="620" @close="emit('close')">
    <form class="form" @submit.prevent="add">
      <ChoiceField
        label="Kind"
        :value="draft.kind"
        :options="kinds"
        @update:value="(v: DealKind) => (draft.kind = v)"
      />
      <Field label="Name"
        ><NInput
          v-model:value="draft.name"
          placeholder="10 off for members"
          :maxlength="200"
          :input-props="{ 'aria-label': 'Name' }"
      /></Field>
      <ChoiceField
        :label="isClaim ? 'Shop (empty: any)' : 'Shop'"
        :value="draft.shop"
        :options="shops"
        clearable
        placeholder="Choose"
        @update:value="(v: string | null) => (draft.shop = v)"
      />
      <ChoiceField
        :label="draft.kind === 'code' || isClaim ? 'Parts (empty: any)' : 'Parts'"
        multiple
        filterable
        :value="draft.parts"
        :options="names.partOptions"
        placeholder="Type to search"
        class="wide"
        @update:value="(v: string[]) => (draft.parts = v)"
      />
      <Field v-if="draft.kind === 'code'" label="Code to enter"
        ><NInput
          v-model:value="draft.code"
          placeholder="HARBOUR10"
          :maxlength="60"
          :input-props="{ 'aria-label': 'Code to enter' }"
      /></Field>
      <Field v-if="draft.kind === 'gift'" label="What comes with it"
        ><NInput
          v-model:value="draft.gift"
          placeholder="a mouse mat"
          :maxlength="300"
          :input-props="{ 'aria-label': 'What comes with it' }"
      /></Field>
      <NumberField
        v-else
        :label="
          draft.isPercent && draft.kind !== 'combo' && draft.kind !== 'rebate'
            ? 'Off, in per cent'
            : `Off, in ${currency}`
        "
        placeholder="10"
        :value="draft.off"
        :min="0"
        @update:value="(v) => (draft.off = v)"
      />
      <SwitchField
        v-if="['instant', 'code', 'cashback'].includes(draft.kind)"
        label="In per cent"
        :value="draft.isPercent"
        @change="(v) => (draft.isPercent = v)"
      />
      <template v-if="draft.kind === 'code'">
        <NumberField
          label="From goods worth"
          placeholder="no minimum"
          :value="draft.minSpend"
          :min="0"
          @update:value="(v) => (draft.minSpend = v)"
        />
        <SwitchField
          label="May be entered beside another code"
          :value="draft.stacks"
          @change="(v) => (draft.stacks = v)"
        />
      </template>
      <DayField label="First day" :value="draft.from" @change="(v) => (draft.from = v)" />
      <DayField label="Last day to buy" :value="draft.to" @change="(v) => (draft.to = v)" />
      <template v-if="isClaim">
        <ChoiceField
          label="Paid as"
          :value="draft.form"
          :options="FORMS"
          @update:value="(v: PayoutForm) => (draft.form = v)"
        />
        <NumberField
          label="Days until it is paid"
          placeholder="60"
          :value="draft.payoutDays"
          :min="0"
          :max="1000"
          :precision="0"
          @update:value="(v) => (draft.payoutDays = v ?? 0)"
        />
      </template>
      <template v-if="draft.kind === 'rebate'">
        <NumberField
          label="Posted within days"
          placeholder="no such rule"
          :value="draft.postmarkDays"
          :min="0"
          :max="1000"
          :precision="0"
          @update:value="(v) => (draft.postmarkDays = v)"
        />
        <DayField label="Posted by" :value="draft.postmarkBy" @change="(v) => (draft.postmarkBy = v)" />
        <NumberField
          label="Claims for a household"
          placeholder="any number"
          :value="draft.limit"
          :min="1"
          :max="100"
          :precision="0"
          @update:value="(v) => (draft.limit = v)"
        />
        <Field label="Papers, with commas between"
          ><NInput
            v-model:value="draft.papers"
            placeholder="copy of the receipt"
            :maxlength="1000"
            :input-props="{ 'aria-label': 'Papers, with commas between' }"
        /></Field>
      </template>
      <NumberField
        v-if="draft.kind === 'cashback'"
        label="More for a review"
        placeholder="0"
        :value="draft.review"
        :min="0"
        @update:value="(v) => (draft.review = v)"
      />
      <ul v-if="problems.length > 0" class="problems" role="alert">
        <li v-for="(problem, n) in problems" :key="n">{{ problem.path }}: {{ problem.message }}</li>
      </ul>
      <div class="actions">
        <NButton type="primary" attr-type="submit" :loading="isBusy" :disabled="draft.name.trim() === ''"
          >Add the deal</NButton
        >
      </div>
    </form>
  </Dialog>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: 10px 14px;
  align-items: end;
}
.problems,
.actions {
  grid-column: 1 / -1;
}
.problems {
  color: var(--danger);
  margin: 0;
  padding-left: 18px;
}
</style>
