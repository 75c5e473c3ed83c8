<script setup lang="ts">
import { dayText } from '../../shared/format/format.ts';
import { CONDITIONS } from '@ripe-pick/contract';
import { minorPlaces } from '@ripe-pick/core';
import type { Offer, Part } from '@ripe-pick/core/parts';
import { computed } from 'vue';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useAttempt } from '../../shared/ui/attempt.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import NumberField from '../../shared/ui/NumberField.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';

/** What a part is offered at, changed in place: each change is one step, and a price is a look at it. */
const props = defineProps<{ part: Part; today: string }>();
const catalogueStore = useCatalogue();
const attempt = useAttempt();
const shops = computed(() => new Map((catalogueStore.stored?.shops ?? []).map((shop) => [shop.id, shop])));
const offers = computed(() =>
  (catalogueStore.stored?.offers ?? [])
    .filter(({ part }) => part === props.part.id)
    .flatMap((offer) => {
      const shop = shops.value.get(offer.shop);
      return shop ? [{ offer, shop, places: minorPlaces(shop.currency) }] : [];
    }),
);
const change = (offer: Offer, shop: string, news: Partial<Offer>) =>
  void attempt(() =>
    catalogueStore.edit(`change the offer of ${shop}`, [{ do: 'put-offer', item: { ...offer, ...news } }]),
  );
/** A price that is typed is what was seen today. */
const setPrice = (offer: Offer, shop: string, minor: number | null) =>
  minor !== null &&
  minor > 0 &&
  minor !== offer.priceMinor &&
  change(offer, shop, {
    priceMinor: minor,
    seenOn: props.today,
    inStock: true,
    source: 'typed in by hand',
  });
const remove = (offer: Offer, shop: string) =>
  void attempt(() =>
    catalogueStore.edit(`delete the offer of ${shop}`, [{ do: 'remove-offer', id: offer.id }]),
  );
const toMinor = (major: number | null, places: number) =>
  major === null ? null : Math.round(major * 10 ** places);
const CHOICES = CONDITIONS.map((value) => ({ value, label: value }));
</script>

<template>
  <section aria-labelledby="part-offers">
    <h3 id="part-offers">Offers</h3>
    <p v-if="offers.length === 0" class="quiet">None yet: type a price and a shop above.</p>
    <div v-for="{ offer, shop, places } in offers" :key="offer.id" class="offer">
      <span class="shop"
        ><b>{{ shop.name }}</b> <span class="quiet">seen {{ dayText(offer.seenOn) }}</span></span
      >
      <NumberField
        label="Price"
        :currency="shop.currency"
        :aria="`Price at ${shop.name}`"
        :value="offer.priceMinor / 10 ** places"
        :min="0"
        :update-value-on-input="false"
        @update:value="(v) => setPrice(offer, shop.name, toMinor(v, places))"
      />
      <NumberField
        label="Shipping"
        :aria="`Shipping of this offer at ${shop.name}`"
        placeholder="as the shop asks"
        :value="offer.shippingMinor == null ? null : offer.shippingMinor / 10 ** places"
        :currency="shop.currency"
        :min="0"
        :update-value-on-input="false"
        @update:value="(v) => change(offer, shop.name, { shippingMinor: toMinor(v, places) ?? undefined })"
      />
      <ChoiceField
        label="Condition"
        :value="offer.condition"
        :options="CHOICES"
        @update:value="(condition: Offer['condition']) => change(offer, shop.name, { condition })"
      />
      <SwitchField
        label="In stock"
        :value="offer.inStock"
        @change="(inStock: boolean) => change(offer, shop.name, { inStock, seenOn: today })"
      />
      <button class="plain edged" @click="remove(offer, shop.name)">
        Delete<span class="visually-hidden"> the offer of {{ shop.name }}</span>
      </button>
    </div>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
  padding-top: 12px;
}
.offer {
  display: grid;
  grid-template-columns:
    minmax(120px, 1.4fr) minmax(90px, 1fr) minmax(90px, 1fr) minmax(110px, 1fr)
    auto auto;
  gap: 8px;
  align-items: end;
  border-top: 1px solid var(--line);
  padding-top: 6px;
}
.shop {
  display: grid;
  align-self: center;
}
.shop .quiet {
  margin: 0;
}
@media (max-width: 760px) {
  .offer {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
