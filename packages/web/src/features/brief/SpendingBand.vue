<script setup lang="ts">
import type { Condition, CostBasis } from '@ripe-pick/core/parts';
import { COST_BASES } from '../../shared/format/schools.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import DayField from '../../shared/ui/DayField.vue';
import Field from '../../shared/ui/Field.vue';
import NumberField from '../../shared/ui/NumberField.vue';
import BesidesList from './BesidesList.vue';
import { useMoney } from './use-money.ts';

/** How the money may be spent: what counts, when, in which condition, where, and on what beside the parts. */
const workspace = useWorkspace();
const catalogueStore = useCatalogue();
const { money, scale, minor, setMoney, setWhereToBuy, setDates } = useMoney();
const CONDITIONS: { value: Condition; label: string }[] = [
  { value: 'new', label: 'New' },
  { value: 'refurbished', label: 'Refurbished' },
  { value: 'used', label: 'Used' },
];
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
  <div class="grid">
    <NumberField
      label="Allowed over budget"
      :value="money.allowedOverMinor / scale"
      :min="0"
      :max="100000"
      :step="5"
      :currency="money.currency"
      @update:value="(v) => setMoney('type what is allowed over budget', { allowedOverMinor: minor(v) })"
    />
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
</template>

<style src="./bands.css" scoped></style>
