<script setup lang="ts">
import { computed } from 'vue';
import { minorPlaces } from '@ripe-pick/core';
import { withCurrency } from '@ripe-pick/core/money';
import type { OwnedPart, Brief, Condition, CostBasis } from '@ripe-pick/core/parts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { currencyOptions } from '../../shared/format/currencies.ts';
import Field from '../../shared/ui/Field.vue';
import { COST_BASES } from '../../shared/format/schools.ts';
import NumberField from '../../shared/ui/NumberField.vue';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import DayField from '../../shared/ui/DayField.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';
import BesidesList from './BesidesList.vue';
import OwnedPicker from './OwnedPicker.vue';
import RatesOfExchange from './RatesOfExchange.vue';

const workspace = useWorkspace();
const catalogueStore = useCatalogue();
const money = computed(() => workspace.typedBrief.money);
const scale = computed(() => 10 ** minorPlaces(money.value.currency));

function setMoney(label: string, change: Partial<Brief['money']>) {
  workspace.editBrief(label, (brief) => ({ ...brief, money: { ...brief.money, ...change } }));
}
function setWhereToBuy(label: string, change: Partial<Brief['whereToBuy']>) {
  workspace.editBrief(label, (brief) => ({ ...brief, whereToBuy: { ...brief.whereToBuy, ...change } }));
}
/** A sum in major units, as typed, in whole minor units. */
const minor = (value: number | null) => Math.max(0, Math.round((value ?? 0) * scale.value));

const currencies = computed(() => {
  const known = new Set([money.value.currency, 'EUR']);
  for (const shop of catalogueStore.catalogue?.shops ?? []) known.add(shop.currency);
  for (const rate of catalogueStore.catalogue?.currencyRates ?? []) known.add(rate.from).add(rate.to);
  return currencyOptions(known);
});
const CONDITIONS: { value: Condition; label: string }[] = [
  { value: 'new', label: 'New' },
  { value: 'refurbished', label: 'Refurbished' },
  { value: 'used', label: 'Used' },
];
function setDates(label: string, change: Partial<Brief['dates']>) {
  workspace.editBrief(label, (brief) => ({ ...brief, dates: { ...brief.dates, ...change } }));
}
const setClaims = (label: string, change: Partial<Brief['money']['claimHabits']>) =>
  setMoney(label, { claimHabits: { ...money.value.claimHabits, ...change } });
/** Owned parts with what is known of their worth. */
const ownedParts = computed(() =>
  workspace.brief.owned.map((part): OwnedPart & { name: string; isDrive: boolean } => {
    const known = workspace.brief.ownedParts.find((each) => each.part === part);
    const found = catalogueStore.catalogue?.parts.find((each) => each.id === part);
    return {
      ...(known ?? { part, paidMinor: null, valueMinor: null, sell: false }),
      name: found ? `${found.brand} ${found.name}` : part,
      isDrive: found?.kind === 'storage',
    };
  }),
);
function setBelonging(part: string, label: string, change: Partial<OwnedPart>) {
  workspace.editBrief(label, (brief) => {
    const known = brief.ownedParts.find((each) => each.part === part) ?? {
      part,
      paidMinor: null,
      valueMinor: null,
      sell: false,
    };
    return {
      ...brief,
      ownedParts: [...brief.ownedParts.filter((each) => each.part !== part), { ...known, ...change }],
    };
  });
}
function changeCurrency(currency: string) {
  const rates = catalogueStore.catalogue?.currencyRates ?? [];
  workspace.editBrief('change currency', (brief) => withCurrency(brief, currency, rates));
}
const orNull = (value: number | null) => (value === null ? null : minor(value));
function toggle(condition: Condition) {
  const now = workspace.brief.whereToBuy.conditions;
  setWhereToBuy(`${condition} parts ${now.includes(condition) ? 'out' : 'in'}`, {
    conditions: now.includes(condition) ? now.filter((each) => each !== condition) : [...now, condition],
  });
}
function toggleShop(id: string) {
  const now = workspace.brief.whereToBuy.shopsOut;
  setWhereToBuy('change shops', {
    shopsOut: now.includes(id) ? now.filter((each) => each !== id) : [...now, id],
  });
}
</script>

<template>
  <section class="sheet band" aria-labelledby="band-money">
    <h2 id="band-money">Money</h2>
    <div class="grid">
      <NumberField
        label="Budget"
        :value="money.budgetMinor / scale"
        :min="0"
        :max="1000000"
        :step="10"
        :currency="money.currency"
        @update:value="(v) => setMoney('type the budget', { budgetMinor: minor(v) })"
      />
      <ChoiceField
        label="Currency"
        :value="money.currency"
        :options="currencies"
        filterable
        @update:value="changeCurrency"
      />
      <NumberField
        label="Allowed over budget"
        :value="money.allowedOverMinor / scale"
        :min="0"
        :max="100000"
        :step="5"
        :currency="money.currency"
        @update:value="(v) => setMoney('type what is allowed over budget', { allowedOverMinor: minor(v) })"
      />
    </div>
    <RatesOfExchange />
    <div class="grid">
      <ChoiceField
        label="What must fit the budget"
        :value="money.costBasis"
        :options="COST_BASES"
        @update:value="(v: CostBasis) => setMoney('change what must fit the budget', { costBasis: v })"
      />
      <DayField
        label="Day of the purchase"
        hint="Deals are judged by it. Empty: today."
        :value="workspace.brief.dates.buyOn"
        @change="(v) => setDates('change the day of the purchase', { buyOn: v })"
      />
      <DayField
        label="Everything there by"
        hint="What arrives later is left out."
        :value="workspace.brief.dates.readyBy"
        @change="(v) => setDates('change the day to be ready', { readyBy: v })"
      />
    </div>
    <div class="grid two">
      <Field label="Condition of parts">
        <div class="chips">
          <button
            v-for="each in CONDITIONS"
            :key="each.value"
            class="plain edged"
            :aria-pressed="workspace.brief.whereToBuy.conditions.includes(each.value)"
            @click="toggle(each.value)"
          >
            {{ each.label }}
          </button>
        </div>
      </Field>
      <Field label="Shops to buy from">
        <div class="chips">
          <button
            v-for="shop in catalogueStore.stored?.shops ?? []"
            :key="shop.id"
            class="plain edged"
            :aria-pressed="!workspace.brief.whereToBuy.shopsOut.includes(shop.id)"
            @click="toggleShop(shop.id)"
          >
            {{ shop.name }}
          </button>
        </div>
      </Field>
    </div>
    <BesidesList />
    <OwnedPicker />
    <div v-if="ownedParts.length > 0" class="owned">
      <div v-for="each in ownedParts" :key="each.part" class="belonging">
        <span class="what">{{ each.name }}</span>
        <NumberField
          label="Cost then"
          :aria="`Cost then: ${each.name}`"
          placeholder="unknown"
          :value="each.paidMinor === null ? null : each.paidMinor / scale"
          :min="0"
          :currency="money.currency"
          @update:value="(v) => setBelonging(each.part, 'type what a part cost', { paidMinor: orNull(v) })"
        />
        <NumberField
          label="Worth today"
          :aria="`Worth today: ${each.name}`"
          placeholder="unknown"
          :value="each.valueMinor === null ? null : each.valueMinor / scale"
          :min="0"
          :currency="money.currency"
          @update:value="
            (v) => setBelonging(each.part, 'type what a part is worth', { valueMinor: orNull(v) })
          "
        />
        <SwitchField
          v-if="!each.isDrive"
          label="Sell it if the build does without it"
          :value="each.sell"
          @change="(v) => setBelonging(each.part, 'sell or keep a part', { sell: v })"
        />
      </div>
      <SwitchField
        label="What is sold counts towards the sum"
        :value="money.countSales"
        @change="(v) => setMoney('count what is sold', { countSales: v })"
      />
    </div>
    <details class="more">
      <summary>Rebates, used parts and old prices: what is reckoned with</summary>
      <div class="grid">
        <NumberField
          label="Claims sent in on time"
          hint="Chosen; learnt from your claims as they end."
          suffix="%"
          :value="Math.round(money.claimHabits.fileChance * 100)"
          :min="0"
          :max="100"
          @update:value="(v) => setClaims('type how often claims are sent', { fileChance: (v ?? 0) / 100 })"
        />
        <NumberField
          label="Claims paid"
          suffix="%"
          :value="Math.round(money.claimHabits.acceptChance * 100)"
          :min="0"
          :max="100"
          @update:value="(v) => setClaims('type how often claims are paid', { acceptChance: (v ?? 0) / 100 })"
        />
        <NumberField
          label="Postage for a claim"
          :value="money.claimHabits.costMinor / scale"
          :min="0"
          :currency="money.currency"
          @update:value="(v) => setClaims('type the postage', { costMinor: minor(v) })"
        />
        <NumberField
          label="Oldest price that counts"
          suffix="days"
          placeholder="any"
          :value="workspace.brief.whereToBuy.maxAgeDays"
          :min="0"
          :max="10000"
          @update:value="(v) => setWhereToBuy('type the oldest price', { maxAgeDays: v })"
        />
      </div>
      <SwitchField
        label="Keep the risk of used parts back from the sum"
        :value="workspace.brief.whereToBuy.usedRisk"
        @change="(v) => setWhereToBuy('keep used risk back', { usedRisk: v })"
      />
    </details>
  </section>
</template>

<style src="./bands.css" scoped></style>
<style scoped>
.owned {
  display: grid;
  gap: 6px;
}
.belonging {
  display: grid;
  grid-template-columns: minmax(120px, 1.4fr) 110px 110px minmax(160px, 1.6fr);
  gap: 10px;
  align-items: end;
}
.what {
  padding-bottom: 6px;
}
.more {
  display: grid;
  gap: 8px;
}
.more summary {
  cursor: pointer;
  font-size: 13px;
}
@media (max-width: 760px) {
  .belonging {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
