<script setup lang="ts">
import { NButton, NSelect } from 'naive-ui';
import { minorPlaces } from '@ripe-pick/core';
import { ordersOf, typedLines } from '@ripe-pick/core/buying';
import { computed, nextTick, ref } from 'vue';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { useBuying } from '../../shared/stores/buying.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import DayField from '../../shared/ui/DayField.vue';
import Field from '../../shared/ui/Field.vue';
import NumberField from '../../shared/ui/NumberField.vue';
import TextField from '../../shared/ui/TextField.vue';

/** An order that was placed without the app: what was bought where, for how much. */
const emit = defineEmits<{ close: [] }>();
const buying = useBuying();
const names = useNames();
const workspace = useWorkspace();
const currency = computed(() => workspace.brief.money.currency);

interface DraftLine {
  part: string | null;
  price: number | null;
}
const shop = ref('');
const number = ref('');
const placedOn = ref<string | null>(buying.today);
const expectedOn = ref<string | null>(null);
const lines = ref<DraftLine[]>([{ part: null, price: null }]);
const shipping = ref<number | null>(null);
const discount = ref<number | null>(null);

const minor = (major: number | null) => Math.round((major ?? 0) * 10 ** minorPlaces(currency.value));
const typed = computed(() => lines.value.filter(({ part, price }) => part !== null || price !== null));
const fault = computed((): string => {
  if (shop.value.trim() === '') return 'Say where it was ordered.';
  if (placedOn.value === null) return 'Say when it was ordered.';
  if (typed.value.length === 0) return 'Name at least one part.';
  const open = typed.value.find(({ part, price }) => part === null || price === null || !(price >= 0));
  if (open) return open.part === null ? 'A price has no part.' : `${names.part(open.part)} has no price.`;
  return '';
});
const isTried = ref(false);
const root = ref<HTMLElement | null>(null);

function keep() {
  isTried.value = true;
  if (fault.value) return;
  const parts = typed.value.flatMap(({ part, price }) => {
    const known = names.parts.get(part ?? '');
    return known ? [{ part: known, minor: minor(price) }] : [];
  });
  buying.add('orders', `type in an order at ${shop.value.trim()}`, {
    candidate: ordersOf(workspace.active),
    shop: shop.value.trim(),
    number: number.value.trim(),
    placedOn: placedOn.value ?? buying.today,
    expectedOn: expectedOn.value,
    currency: currency.value,
    codes: [],
    lines: [...typedLines(parts, { shipping: minor(shipping.value), off: minor(discount.value) })],
    receipts: [],
    note: '',
  });
  emit('close');
}
async function another() {
  lines.value.push({ part: null, price: null });
  await nextTick();
  root.value?.querySelector<HTMLElement>('.row:last-of-type input')?.focus();
}
const slotWordsOf = (part: string | null) => {
  const kind = part === null ? undefined : names.parts.get(part)?.kind;
  return kind ? SLOT_NAMES[kind] : 'Part';
};
</script>

<template>
  <form ref="root" class="by-hand" aria-label="An order typed in" @submit.prevent="keep">
    <p class="quiet">
      For {{ workspace.active.name }}. Its parts and their money are fixed from then on. Parts that are not in
      the list yet are added under <RouterLink to="/parts">Parts</RouterLink>.
    </p>
    <div class="fields">
      <TextField label="Shop or seller" :value="shop" list="order-shops" @change="shop = $event" />
      <datalist id="order-shops">
        <option v-for="each in names.shopOptions" :key="each.value" :value="each.label"></option>
      </datalist>
      <TextField label="Order number" :value="number" @change="number = $event" />
      <DayField label="Ordered on" :value="placedOn" @change="(day) => (placedOn = day)" />
      <DayField label="Expected on" :value="expectedOn" @change="(day) => (expectedOn = day)" />
    </div>
    <div v-for="(each, n) in lines" :key="n" class="row">
      <Field :label="slotWordsOf(each.part)">
        <NSelect
          v-model:value="each.part"
          filterable
          clearable
          placeholder="Which part"
          :options="names.partOptions"
          :input-props="{ 'aria-label': `Part ${n + 1}` }"
        />
      </Field>
      <NumberField
        label="Paid"
        :aria="`Paid for part ${n + 1}`"
        :currency="currency"
        :min="0"
        :value="each.price"
        @update:value="(price) => (each.price = price)"
      />
    </div>
    <div class="fields">
      <NumberField
        label="Shipping"
        :currency="currency"
        :min="0"
        :value="shipping"
        @update:value="(value) => (shipping = value)"
      />
      <NumberField
        label="Less by codes"
        :currency="currency"
        :min="0"
        :value="discount"
        @update:value="(value) => (discount = value)"
      />
    </div>
    <p v-if="isTried && fault" class="bad" role="alert">{{ fault }}</p>
    <div class="foot">
      <NButton type="primary" attr-type="submit">Keep the order</NButton>
      <button type="button" class="plain edged" @click="another">Another part</button>
      <button type="button" class="plain" @click="emit('close')">Cancel</button>
    </div>
  </form>
</template>

<style scoped>
.by-hand {
  display: grid;
  gap: 8px;
  padding: 8px 0 12px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 8px 12px;
}
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 140px;
  gap: 12px;
}
.foot {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
  align-items: center;
}
.bad {
  color: var(--danger);
}
p {
  margin: 0;
}
</style>
