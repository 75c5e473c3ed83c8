<script setup lang="ts">
import { minorPlaces } from '@ripe-pick/core';
import { withFee, type Shop } from '@ripe-pick/core/parts';
import { computed } from 'vue';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useAttempt } from '../../shared/ui/attempt.ts';
import NumberField from '../../shared/ui/NumberField.vue';

const catalogueStore = useCatalogue();
const attempt = useAttempt();
const shops = computed(() => (catalogueStore.stored?.shops ?? []).filter((shop) => shop.kind === 'shop'));
const scale = (shop: Shop) => 10 ** minorPlaces(shop.currency);
const minor = (shop: Shop, value: number | null) =>
  value === null ? null : Math.max(0, Math.round(value * scale(shop)));
const save = (shop: Shop, change: Partial<Shop>) =>
  void attempt(() =>
    catalogueStore.edit(`change the terms of ${shop.name}`, [
      { do: 'put-shop', item: { ...shop, ...change } },
    ]),
  );
const setShipping = (shop: Shop, change: Partial<Shop['shipping']>) =>
  save(shop, { shipping: { ...shop.shipping, ...change } });
/** A fee that is typed is stated; one that is taken out is not. */
const setFee = (shop: Shop, value: number | null) => {
  const feeMinor = minor(shop, value);
  save(shop, { shipping: withFee(shop.shipping, feeMinor) });
};
</script>

<template>
  <details class="terms">
    <summary>What each shop adds: shipping, tax, days. Asked once, never forgotten.</summary>
    <div v-for="shop in shops" :key="shop.id" class="shop">
      <span class="name"
        >{{ shop.name }} <span class="quiet">{{ shop.currency }}</span></span
      >
      <NumberField
        label="Shipping"
        :aria="`Shipping: ${shop.name}`"
        :currency="shop.currency"
        placeholder="not stated"
        :value="shop.shipping.notStated ? null : shop.shipping.feeMinor / scale(shop)"
        :min="0"
        :update-value-on-input="false"
        @update:value="(v) => setFee(shop, v)"
      />
      <NumberField
        label="Free from"
        :aria="`Free from: ${shop.name}`"
        :currency="shop.currency"
        placeholder="never"
        :value="shop.shipping.freeFromMinor === null ? null : shop.shipping.freeFromMinor / scale(shop)"
        :min="0"
        :update-value-on-input="false"
        @update:value="(v) => setShipping(shop, { freeFromMinor: minor(shop, v) })"
      />
      <NumberField
        label="Each item"
        :aria="`Each item: ${shop.name}`"
        :currency="shop.currency"
        :value="(shop.shipping.perItemMinor ?? 0) / scale(shop)"
        :min="0"
        :update-value-on-input="false"
        @update:value="(v) => setShipping(shop, { perItemMinor: minor(shop, v) ?? 0 })"
      />
      <NumberField
        label="Tax on top"
        suffix="%"
        :aria="`Tax on top: ${shop.name}`"
        :value="shop.taxAddedPercent ?? 0"
        :min="0"
        :max="100"
        :precision="2"
        :update-value-on-input="false"
        @update:value="(v) => save(shop, { taxAddedPercent: v ?? 0 })"
      />
      <NumberField
        label="Days to the door"
        :aria="`Days to the door: ${shop.name}`"
        placeholder="unknown"
        :value="shop.sendsInDays ?? null"
        :min="0"
        :max="1000"
        :precision="0"
        :update-value-on-input="false"
        @update:value="(v) => save(shop, { sendsInDays: v ?? undefined })"
      />
      <NumberField
        label="Days to return"
        :aria="`Days to return: ${shop.name}`"
        placeholder="unknown"
        :value="shop.returnDays ?? null"
        :min="0"
        :max="1000"
        :precision="0"
        :update-value-on-input="false"
        @update:value="(v) => save(shop, { returnDays: v ?? undefined })"
      />
    </div>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  font-size: var(--text-body);
}
.shop {
  display: grid;
  grid-template-columns: minmax(110px, 1.6fr) repeat(6, minmax(70px, 1fr));
  gap: 8px;
  align-items: end;
  padding: 5px 0;
  border-top: 1px solid var(--line);
}
.name {
  padding-bottom: 6px;
}
@media (max-width: 760px) {
  .shop {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
