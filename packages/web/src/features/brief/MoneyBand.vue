<script setup lang="ts">
import { computed } from 'vue';
import { minorPlaces } from '@ripe-pick/core';
import type { Brief, Condition } from '@ripe-pick/core/parts';
import { useMarket } from '../../shared/stores/market.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import Field from '../../shared/ui/Field.vue';
import NumberField from '../../shared/ui/NumberField.vue';
import ChoiceField from '../../shared/ui/ChoiceField.vue';

const workspace = useWorkspace();
const market = useMarket();
const money = computed(() => workspace.brief.money);
const scale = computed(() => 10 ** minorPlaces(money.value.currency));

function setMoney(label: string, change: Partial<Brief['money']>) {
  workspace.editBrief(label, (brief) => ({ ...brief, money: { ...brief.money, ...change } }));
}
function setMarket(label: string, change: Partial<Brief['market']>) {
  workspace.editBrief(label, (brief) => ({ ...brief, market: { ...brief.market, ...change } }));
}
/** A sum in major units, as typed, in whole minor units. */
const minor = (value: number | null) => Math.max(0, Math.round((value ?? 0) * scale.value));

const currencies = computed(() => {
  const known = new Set([money.value.currency, 'EUR']);
  for (const shop of market.catalogue?.shops ?? []) known.add(shop.currency);
  for (const rate of market.catalogue?.currencyRates ?? []) known.add(rate.from).add(rate.to);
  return [...known].sort().map((code) => ({ label: code, value: code }));
});
const CONDITIONS: { value: Condition; label: string }[] = [
  { value: 'new', label: 'New' },
  { value: 'refurbished', label: 'Refurbished' },
  { value: 'used', label: 'Used' },
];
function toggle(condition: Condition) {
  const now = workspace.brief.market.conditions;
  setMarket(`${condition} parts ${now.includes(condition) ? 'out' : 'in'}`, {
    conditions: now.includes(condition) ? now.filter((each) => each !== condition) : [...now, condition],
  });
}
function toggleShop(id: string) {
  const now = workspace.brief.market.shopsOut;
  setMarket('change shops', {
    shopsOut: now.includes(id) ? now.filter((each) => each !== id) : [...now, id],
  });
}
const ownable = computed(() =>
  (market.catalogue?.parts ?? [])
    .map((part) => ({ label: `${part.maker} ${part.name}`, value: part.id }))
    .sort((a, b) => a.label.localeCompare(b.label)),
);
</script>

<template>
  <section class="sheet band" aria-labelledby="band-money">
    <h2 id="band-money">Money</h2>
    <div class="grid">
      <NumberField
        label="Sum"
        :value="money.budgetMinor / scale"
        :min="0"
        :max="1000000"
        :step="10"
        :precision="scale === 1 ? 0 : 2"
        @update:value="(v) => setMoney('type the sum', { budgetMinor: minor(v) })"
      />
      <ChoiceField
        label="Currency"
        :value="money.currency"
        :options="currencies"
        @update:value="(v: string) => setMoney('change currency', { currency: v })"
      />
      <NumberField
        label="Slack over the sum"
        :value="money.slackMinor / scale"
        :min="0"
        :max="100000"
        :step="5"
        :precision="scale === 1 ? 0 : 2"
        @update:value="(v) => setMoney('type the slack', { slackMinor: minor(v) })"
      />
    </div>
    <div class="grid two">
      <Field label="Condition of parts">
        <div class="chips">
          <button
            v-for="each in CONDITIONS"
            :key="each.value"
            class="plain edged"
            :aria-pressed="workspace.brief.market.conditions.includes(each.value)"
            @click="toggle(each.value)"
          >
            {{ each.label }}
          </button>
        </div>
      </Field>
      <Field label="Shops to buy from">
        <div class="chips">
          <button
            v-for="shop in market.catalogue?.shops ?? []"
            :key="shop.id"
            class="plain edged"
            :aria-pressed="!workspace.brief.market.shopsOut.includes(shop.id)"
            @click="toggleShop(shop.id)"
          >
            {{ shop.name }}
          </button>
        </div>
      </Field>
    </div>
    <ChoiceField
      label="Parts that are there already"
      hint="They cost nothing. Drives come on top of what is bought."
      multiple
      filterable
      :value="[...workspace.brief.owned]"
      :options="ownable"
      placeholder="Type to search"
      @update:value="
        (v: string[]) => workspace.editBrief('change owned parts', (brief) => ({ ...brief, owned: v }))
      "
    />
  </section>
</template>

<style src="./bands.css" scoped></style>
