<script setup lang="ts">
import { useDraft } from '../ui/draft.ts';
import { NButton, NInput } from 'naive-ui';
import { computed, ref, watch } from 'vue';
import { dealSchema, type Problem } from '@ripe-pick/contract';
import type { Deal, DealKind, PayoutForm } from '@ripe-pick/core/parts';
import { CallFailed } from '../api/client.ts';
import { useBuying } from '../stores/buying.ts';
import { useCatalogue } from '../stores/catalogue.ts';
import { useNames } from '../stores/names.ts';
import { useWorkspace } from '../stores/workspace.ts';
import ChoiceField from '../ui/ChoiceField.vue';
import DayField from '../ui/DayField.vue';
import Dialog from '../ui/Dialog.vue';
import Field from '../ui/Field.vue';
import NumberField from '../ui/NumberField.vue';
import SwitchField from '../ui/SwitchField.vue';
import { BLANK_DEAL, dealFrom, draftOfDeal, isClaimKind, type DealDraft } from './deal-draft.ts';
import { DEAL_KINDS } from './words.ts';

/** A new deal, of some kinds only where those are given, or one that is changed. */
const props = defineProps<{
  show: boolean;
  deal: Deal | null;
  kinds?: readonly DealKind[];
  title?: string;
}>();
const emit = defineEmits<{ close: [] }>();
const catalogueStore = useCatalogue();
const names = useNames();
const buying = useBuying();
const workspace = useWorkspace();

const problems = ref<readonly Pick<Problem, 'path' | 'message'>[]>([]);
/** Kept until it is added, over a reload too. */
const typed = useDraft<DealDraft>('ripe-pick-deal-draft', { ...BLANK_DEAL }, { mergeDefaults: true });
/** The deal that is changed, as long as the form is open for it. */
const changed = ref<DealDraft | null>(null);
watch(
  () => [props.show, props.deal] as const,
  ([show, deal]) => {
    problems.value = [];
    changed.value = show && deal ? draftOfDeal(deal, currencyOfDeal(deal)) : null;
  },
);
/** What is typed may be of a kind that is not asked for here. */
const ofKinds = (deal: DealDraft): DealDraft =>
  props.kinds && !props.kinds.includes(deal.kind) ? { ...deal, kind: props.kinds[0] } : deal;
const draft = computed(() => changed.value ?? ofKinds(typed.value));
function set(change: Partial<DealDraft>) {
  if (changed.value) changed.value = { ...changed.value, ...change };
  else typed.value = { ...ofKinds(typed.value), ...change };
}
const isBusy = ref(false);
const kindOptions = computed(() =>
  (props.kinds ?? (Object.keys(DEAL_KINDS) as DealKind[])).map((value) => ({
    value,
    label: DEAL_KINDS[value],
  })),
);
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
const isClaim = computed(() => isClaimKind(draft.value.kind));
const currencyAt = (shop: string | undefined) =>
  catalogueStore.stored?.shops.find(({ id }) => id === shop)?.currency;
const currencyOfDeal = (deal: Deal) =>
  ('shop' in deal ? currencyAt(deal.shop) : deal.currency) ?? workspace.brief.money.currency;
const isShare = computed(
  () => draft.value.isPercent && draft.value.kind !== 'combo' && draft.value.kind !== 'rebate',
);
const currency = computed(() =>
  props.deal && !('shop' in props.deal)
    ? props.deal.currency
    : (currencyAt(draft.value.shops[0]) ?? workspace.brief.money.currency),
);

async function keep() {
  const base = props.deal ?? {
    id: `deal-${crypto.randomUUID().slice(0, 8)}`,
    source: 'typed in by hand',
    seenOn: buying.today,
  };
  const read = dealSchema.safeParse(dealFrom(draft.value, base, currency.value, props.deal));
  problems.value = read.success
    ? []
    : read.error.issues.map((issue) => ({ path: issue.path.join('.') || 'deal', message: issue.message }));
  if (!read.success) return;
  isBusy.value = true;
  try {
    await catalogueStore.edit(`${props.deal ? 'change' : 'put'} the deal “${read.data.name}”`, [
      { do: 'put-deal', item: read.data },
    ]);
    if (!props.deal) typed.value = { ...BLANK_DEAL, kind: draft.value.kind };
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
  <Dialog :show="show" :title="deal?.name ?? title ?? 'Type a deal in'" :width="620" @close="emit('close')">
    <form class="form" @submit.prevent="keep">
      <ChoiceField
        label="Kind"
        :value="draft.kind"
        :disabled="deal !== null"
        :options="kindOptions"
        @update:value="(v: DealKind) => set({ kind: v })"
      />
      <Field label="Name"
        ><NInput
          :value="draft.name"
          placeholder="10 off for members"
          :maxlength="200"
          :input-props="{ 'aria-label': 'Name' }"
          @update:value="(name: string) => set({ name })"
      /></Field>
      <ChoiceField
        v-if="isClaim"
        label="Shops (empty: any)"
        multiple
        :value="[...draft.shops]"
        :options="shops"
        placeholder="Choose"
        @update:value="(v: string[]) => set({ shops: v })"
      />
      <ChoiceField
        v-else
        label="Shop"
        :value="draft.shops[0] ?? null"
        :options="shops"
        clearable
        placeholder="Choose"
        @update:value="(v: string | null) => set({ shops: v ? [v] : [] })"
      />
      <ChoiceField
        :label="draft.kind === 'code' || isClaim ? 'Parts (empty: any)' : 'Parts'"
        multiple
        filterable
        :value="[...draft.parts]"
        :options="names.partOptions"
        placeholder="Type to search"
        class="wide"
        @update:value="(v: string[]) => set({ parts: v })"
      />
      <Field v-if="draft.kind === 'code'" label="Code to enter"
        ><NInput
          :value="draft.code"
          placeholder="HARBOUR10"
          :maxlength="60"
          :input-props="{ 'aria-label': 'Code to enter' }"
          @update:value="(code: string) => set({ code })"
      /></Field>
      <Field v-if="draft.kind === 'gift'" label="What comes with it"
        ><NInput
          :value="draft.gift"
          placeholder="a mouse mat"
          :maxlength="300"
          :input-props="{ 'aria-label': 'What comes with it' }"
          @update:value="(gift: string) => set({ gift })"
      /></Field>
      <NumberField
        v-else
        :label="isShare ? 'Off, in per cent' : `Off, in ${currency}`"
        placeholder="10"
        v-bind="isShare ? { suffix: '%' } : { currency }"
        :value="draft.off"
        :min="0"
        @update:value="(v) => set({ off: v })"
      />
      <SwitchField
        v-if="['instant', 'code', 'cashback'].includes(draft.kind)"
        label="In per cent"
        :value="draft.isPercent"
        @change="(v) => set({ isPercent: v })"
      />
      <template v-if="draft.kind === 'code'">
        <NumberField
          label="From goods worth"
          :currency="currency"
          placeholder="no minimum"
          :value="draft.minSpend"
          :min="0"
          @update:value="(v) => set({ minSpend: v })"
        />
        <SwitchField
          label="May be entered beside another code"
          :value="draft.stacks"
          @change="(v) => set({ stacks: v })"
        />
      </template>
      <DayField label="First day" :value="draft.from" @change="(v) => set({ from: v })" />
      <DayField label="Last day to buy" :value="draft.to" @change="(v) => set({ to: v })" />
      <template v-if="isClaim">
        <ChoiceField
          label="Paid as"
          :value="draft.form"
          :options="FORMS"
          @update:value="(v: PayoutForm) => set({ form: v })"
        />
        <NumberField
          label="Days until it is paid"
          placeholder="60"
          :value="draft.payoutDays"
          :min="0"
          :max="1000"
          :precision="0"
          @update:value="(v) => set({ payoutDays: v ?? 0 })"
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
          @update:value="(v) => set({ postmarkDays: v })"
        />
        <DayField label="Posted by" :value="draft.postmarkBy" @change="(v) => set({ postmarkBy: v })" />
        <NumberField
          label="Claims for a household"
          placeholder="any number"
          :value="draft.limit"
          :min="1"
          :max="100"
          :precision="0"
          @update:value="(v) => set({ limit: v })"
        />
        <Field label="Papers, with commas between"
          ><NInput
            :value="draft.papers"
            placeholder="copy of the receipt"
            :maxlength="1000"
            :input-props="{ 'aria-label': 'Papers, with commas between' }"
            @update:value="(papers: string) => set({ papers })"
        /></Field>
      </template>
      <NumberField
        v-if="draft.kind === 'cashback'"
        label="More for a review"
        :currency="currency"
        placeholder="0"
        :value="draft.review"
        :min="0"
        @update:value="(v) => set({ review: v })"
      />
      <ul v-if="problems.length > 0" class="problems" role="alert">
        <li v-for="(problem, n) in problems" :key="n">{{ problem.path }}: {{ problem.message }}</li>
      </ul>
      <div class="actions">
        <NButton type="primary" attr-type="submit" :loading="isBusy" :disabled="draft.name.trim() === ''">{{
          deal ? 'Keep the changes' : kinds ? 'Add it' : 'Add the deal'
        }}</NButton>
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
