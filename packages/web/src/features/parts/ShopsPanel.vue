<script setup lang="ts">
import { minorPlaces } from '@ripe-pick/core';
import { withFee, type Shop } from '@ripe-pick/core/parts';
import { NInput, NSelect, useMessage } from 'naive-ui';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { failureText } from '../../shared/api/client.ts';
import { currencyOptions } from '../../shared/format/currencies.ts';
import { money } from '../../shared/format/format.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import Dialog from '../../shared/ui/Dialog.vue';
import Field from '../../shared/ui/Field.vue';
import NumberField from '../../shared/ui/NumberField.vue';

/** Shops and used markets: what they ask for sending, in which money, and how fast. */
const catalogueStore = useCatalogue();
const message = useMessage();
const route = useRoute();
const shops = computed(() => catalogueStore.stored?.shops ?? []);
const offers = computed(() => {
  const counts = new Map<string, number>();
  for (const { shop } of catalogueStore.stored?.offers ?? []) counts.set(shop, (counts.get(shop) ?? 0) + 1);
  return counts;
});
const draft = ref<Shop | null>(null);
const problem = ref('');
const NAME_INPUT = { 'aria-label': 'Name of the shop', 'data-first': '' };
const KINDS = [
  { value: 'shop', label: 'Shop' },
  { value: 'used-market', label: 'Used market: every listing is an order of its own' },
];
const currencies = computed(() => currencyOptions(shops.value.map(({ currency }) => currency)));
const scale = computed(() => 10 ** minorPlaces(draft.value?.currency ?? 'EUR'));
const minor = (major: number) => Math.round(major * scale.value);
const open = (shop: Shop) => ((draft.value = { ...shop }), (problem.value = ''));
const set = (change: Partial<Shop>) => draft.value && (draft.value = { ...draft.value, ...change });
const fee = computed(() =>
  draft.value && !draft.value.shipping.notStated ? draft.value.shipping.feeMinor / scale.value : null,
);
const setFee = (major: number | null) =>
  draft.value && set({ shipping: withFee(draft.value.shipping, major === null ? null : minor(major)) });
const setFree = (major: number | null) =>
  draft.value &&
  set({ shipping: { ...draft.value.shipping, freeFromMinor: major === null ? null : minor(major) } });
const setPerItem = (major: number | null) =>
  draft.value &&
  set({
    shipping: { ...draft.value.shipping, perItemMinor: major === null ? undefined : minor(major) },
  });
const CLASSES = [
  { key: 'small', label: 'Small parts on top', hint: 'processor, memory, drive' },
  { key: 'medium', label: 'Middling parts on top', hint: 'motherboard, graphics card, cooler, power supply' },
  { key: 'large', label: 'Large parts on top', hint: 'case: once an order, for the heaviest in it' },
] as const;
/** What is asked for the heaviest part of an order; nothing of it where no field says anything. */
function setClass(key: (typeof CLASSES)[number]['key'], major: number | null) {
  if (!draft.value) return;
  const { byClassMinor, ...rest } = draft.value.shipping;
  const next = { ...(byClassMinor ?? { small: 0, medium: 0, large: 0 }) };
  next[key] = major === null ? 0 : minor(major);
  const isNone = Object.values(next).every((each) => each === 0);
  set({ shipping: isNone ? rest : { ...rest, byClassMinor: next } });
}
const shippingText = ({ shipping, currency }: Shop) =>
  shipping.notStated
    ? 'shipping not stated'
    : `${money(shipping.feeMinor, currency)} an order${shipping.freeFromMinor === null ? '' : `, free from ${money(shipping.freeFromMinor, currency)}`}`;

async function keep() {
  if (!draft.value) return;
  try {
    await catalogueStore.edit(`change ${draft.value.name}`, [
      { do: 'put-shop', item: { ...draft.value, name: draft.value.name.trim() } },
    ]);
    draft.value = null;
  } catch (error) {
    problem.value = failureText(error, 'The shop could not be changed. What you typed is kept here.');
  }
}
async function remove(shop: Shop) {
  try {
    await catalogueStore.edit(`delete ${shop.name}`, [{ do: 'remove-shop', id: shop.id }]);
    message.info(`${shop.name} is deleted, with its offers. Ctrl+Z brings it back.`);
  } catch (error) {
    message.error(failureText(error, 'It could not be deleted.'));
  }
}
watch(
  () => route.query.shop,
  (id) => {
    const shop = shops.value.find((each) => each.id === id);
    if (shop) open(shop);
  },
  { immediate: true },
);
</script>

<template>
  <p v-if="shops.length === 0" class="quiet">No shops yet: one is made where you type a price of a part.</p>
  <ul v-else class="sheet things">
    <li v-for="shop in shops" :key="shop.id">
      <button class="plain name" @click="open(shop)">
        <b>{{ shop.name }}</b>
      </button>
      <span :class="{ gap: shop.shipping.notStated }">{{ shippingText(shop) }}</span>
      <span class="num quiet"
        >{{ shop.currency }}, {{ offers.get(shop.id) ?? 0 }}
        {{ offers.get(shop.id) === 1 ? 'offer' : 'offers' }}</span
      >
      <button class="plain edged" @click="remove(shop)">
        Delete<span class="visually-hidden"> {{ shop.name }}</span>
      </button>
    </li>
  </ul>
  <Dialog :show="draft !== null" :title="draft?.name || 'Shop'" :width="560" @close="draft = null">
    <form v-if="draft" class="form" @submit.prevent="keep">
      <Field label="Name"
        ><NInput
          :value="draft.name"
          maxlength="200"
          :input-props="NAME_INPUT"
          @update:value="(name: string) => set({ name })"
      /></Field>
      <Field label="Sells in"
        ><NSelect
          filterable
          :input-props="{ 'aria-label': 'Currency of the shop' }"
          :value="draft.currency"
          :options="currencies"
          aria-label="Currency of the shop"
          @update:value="(currency: string) => set({ currency })"
      /></Field>
      <Field label="What it is"
        ><NSelect
          :value="draft.kind"
          :options="KINDS"
          aria-label="What it is"
          @update:value="(kind: Shop['kind']) => set({ kind })"
      /></Field>
      <NumberField
        label="Shipping, an order"
        :currency="draft.currency"
        hint="0 for free; empty: not stated, and counted as 0"
        placeholder="not stated"
        clearable
        :min="0"
        :value="fee"
        @update:value="setFee"
      />
      <NumberField
        label="Each item on top"
        :currency="draft.currency"
        placeholder="0"
        clearable
        :min="0"
        :value="draft.shipping.perItemMinor == null ? null : draft.shipping.perItemMinor / scale"
        @update:value="setPerItem"
      />
      <NumberField
        v-for="each in CLASSES"
        :key="each.key"
        :label="each.label"
        :hint="each.hint"
        :currency="draft.currency"
        placeholder="0"
        clearable
        :min="0"
        :value="draft.shipping.byClassMinor ? draft.shipping.byClassMinor[each.key] / scale : null"
        @update:value="(major: number | null) => setClass(each.key, major)"
      />
      <NumberField
        label="Free from"
        :currency="draft.currency"
        placeholder="never"
        clearable
        :min="0"
        :value="draft.shipping.freeFromMinor === null ? null : draft.shipping.freeFromMinor / scale"
        @update:value="setFree"
      />
      <NumberField
        label="Days to the door"
        placeholder="not stated"
        clearable
        :min="0"
        :precision="0"
        :value="draft.sendsInDays ?? null"
        @update:value="(days) => set({ sendsInDays: days ?? undefined })"
      />
      <NumberField
        label="Days to send back"
        placeholder="not stated"
        clearable
        :min="0"
        :precision="0"
        :value="draft.returnDays ?? null"
        @update:value="(days) => set({ returnDays: days ?? undefined })"
      />
      <NumberField
        label="Tax on top"
        suffix="%"
        hint="0 where its prices include it"
        placeholder="0"
        clearable
        :min="0"
        :max="100"
        :value="draft.taxAddedPercent ?? null"
        @update:value="(percent) => set({ taxAddedPercent: percent ?? undefined })"
      />
      <p v-if="problem" class="bad" role="alert">{{ problem }}</p>
      <button class="plain strong" type="submit" :disabled="draft.name.trim() === ''">
        Keep the changes
      </button>
    </form>
  </Dialog>
</template>

<style src="./things.css" scoped></style>
