<script setup lang="ts">
import { computed } from 'vue';
import { withCurrency } from '@ripe-pick/core/money';
import { currencyOptions } from '../../shared/format/currencies.ts';
import { screenOptions, screenSize } from '../../shared/format/goals.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import DayField from '../../shared/ui/DayField.vue';
import NumberField from '../../shared/ui/NumberField.vue';
import GamesList from './GamesList.vue';
import RatesOfExchange from './RatesOfExchange.vue';
import { useMoney } from './use-money.ts';
import { usePlay } from './use-play.ts';

/** What every brief needs: money, games, a screen, a day. All else has a usual answer. */
const workspace = useWorkspace();
const catalogueStore = useCatalogue();
const { money, scale, minor, setMoney, setDates } = useMoney();
const { play, set } = usePlay();
const currencies = computed(() => {
  const known = new Set([money.value.currency, 'EUR']);
  for (const shop of catalogueStore.catalogue?.shops ?? []) known.add(shop.currency);
  for (const rate of catalogueStore.catalogue?.currencyRates ?? []) known.add(rate.from).add(rate.to);
  return currencyOptions(known);
});
function changeCurrency(currency: string) {
  const rates = catalogueStore.catalogue?.currencyRates ?? [];
  workspace.editBrief('change currency', (brief) => withCurrency(brief, currency, rates));
}
const screens = computed(() => screenOptions(play.value));
const setScreen = (value: string) => set('change the screen', screenSize(value));
</script>

<template>
  <section class="sheet band" aria-labelledby="band-first">
    <h2 id="band-first" class="visually-hidden">Money, games, screen and day</h2>
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
      <DayField
        label="Everything there by"
        hint="What arrives later is left out."
        :value="workspace.brief.dates.readyBy"
        @change="(v) => setDates('change the day to be ready', { readyBy: v })"
      />
    </div>
    <RatesOfExchange />
    <GamesList />
    <div class="grid">
      <ChoiceField
        label="Screen"
        :value="`${play.widthPx}x${play.heightPx}`"
        :options="screens"
        @update:value="setScreen"
      />
      <NumberField
        label="Refresh rate"
        suffix="Hz"
        :value="play.refreshHz"
        :min="20"
        :max="1000"
        @update:value="(v) => v && set('type the refresh rate', { refreshHz: v })"
      />
    </div>
  </section>
</template>

<style src="./bands.css" scoped></style>
