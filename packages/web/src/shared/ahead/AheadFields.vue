<script setup lang="ts">
import { today as localToday } from '@ripe-pick/contract';
import { Plus } from '@lucide/vue';
import { computed } from 'vue';
import { addMonths } from '@ripe-pick/core';
import type { LaterWish } from '@ripe-pick/core/parts';
import type { Fall } from '@ripe-pick/core/growth';
import { useCatalogue } from '../stores/catalogue.ts';
import { useWorkspace } from '../stores/workspace.ts';
import NumberField from '../ui/NumberField.vue';
import RateFields from './RateFields.vue';
import SumFields from './SumFields.vue';
import WishFields from './WishFields.vue';
import { useAhead } from './use-ahead.ts';

/** Sums, screens, drives and games to come, and the rates that the years ahead are reckoned with. */
defineProps<{ falls?: readonly Fall[] }>();
const catalogueStore = useCatalogue();
const workspace = useWorkspace();
const { growth, scale, currency, set, minor, fresh } = useAhead();
const today = computed(() => catalogueStore.catalogue?.today ?? localToday());
const MOST_SUMS = 4;
const MOST_WISHES = 12;

function addSum() {
  const months = 8 + 10 * growth.value.sums.length;
  const amountMinor = Math.round(workspace.typedBrief.money.budgetMinor / 3);
  set('add a later budget', {
    sums: [
      ...growth.value.sums,
      { id: fresh('sum'), on: addMonths(today.value, months), amountMinor, note: '' },
    ],
  });
}
function addWish(kind: LaterWish['kind']) {
  const { play } = workspace.typedBrief;
  const base = { id: fresh('wish'), on: addMonths(today.value, 12), note: '' };
  const wish: LaterWish =
    kind === 'screen'
      ? { ...base, kind, widthPx: 2560, heightPx: 1440, refreshHz: play.refreshHz, costMinor: 0 }
      : kind === 'drive'
        ? { ...base, kind, gb: 1000, solidState: true }
        : {
            ...base,
            kind,
            game: play.games[0]?.game ?? catalogueStore.catalogue?.frameModel.games[0]?.id ?? '',
            preset: 'high',
            weight: 1,
            timesAsHeavy: 1.3,
          };
  set(`add a later ${kind}`, { wishes: [...growth.value.wishes, wish] });
}
</script>

<template>
  <div class="ahead">
    <div class="grid">
      <NumberField
        label="Look ahead"
        suffix="months"
        :value="growth.horizonMonths"
        :min="1"
        :max="120"
        :precision="0"
        @update:value="(v) => set('type how far to look ahead', { horizonMonths: v ?? 36 })"
      />
      <NumberField
        label="Put aside every month"
        :value="growth.monthlyMinor / scale"
        :min="0"
        :currency="currency"
        @update:value="(v) => set('type what is put aside', { monthlyMinor: minor(v) })"
      />
    </div>
    <SumFields />
    <WishFields />
    <div class="row">
      <button class="plain edged" :disabled="growth.sums.length >= MOST_SUMS" @click="addSum">
        <Plus :size="14" aria-hidden="true" /> A budget
      </button>
      <button
        v-for="kind in ['screen', 'drive', 'game'] as const"
        :key="kind"
        class="plain edged"
        :disabled="growth.wishes.length >= MOST_WISHES"
        @click="addWish(kind)"
      >
        <Plus :size="14" aria-hidden="true" /> A {{ kind }}
      </button>
    </div>
    <details>
      <summary>Rates that the years ahead are reckoned with</summary>
      <RateFields class="rates" v-bind="falls ? { falls } : {}" />
    </details>
  </div>
</template>

<style src="./frame.css" scoped></style>
<style scoped>
.row button {
  display: inline-flex;
  gap: 4px;
  align-items: center;
}
.rates {
  padding-top: 6px;
}
summary {
  cursor: pointer;
  font-size: var(--text-body);
  min-height: 24px;
}
</style>
