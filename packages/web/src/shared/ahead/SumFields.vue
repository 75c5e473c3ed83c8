<script setup lang="ts">
import { X } from '@lucide/vue';
import type { LaterSum } from '@ripe-pick/core/parts';
import DayField from '../ui/DayField.vue';
import NumberField from '../ui/NumberField.vue';
import { useAhead } from './use-ahead.ts';

/** Sums of money that are expected on a day. */
const { growth, scale, currency, set, minor } = useAhead();
const setSum = (id: string, label: string, change: Partial<LaterSum>) =>
  set(label, { sums: growth.value.sums.map((sum) => (sum.id === id ? { ...sum, ...change } : sum)) });
</script>

<template>
  <div v-for="(sum, n) in growth.sums" :key="sum.id" class="entry sum">
    <DayField
      label="Budget on"
      :aria="`Day of later budget ${n + 1}`"
      :value="sum.on"
      @change="(v) => v && setSum(sum.id, 'change the day of a budget', { on: v })"
    />
    <NumberField
      label="Amount"
      :aria="`Amount of later budget ${n + 1}`"
      :value="sum.amountMinor / scale"
      :min="0"
      :currency="currency"
      @update:value="(v) => setSum(sum.id, 'type a later budget', { amountMinor: minor(v) })"
    />
    <label class="note"
      ><span>From</span
      ><input
        type="text"
        maxlength="300"
        :value="sum.note"
        :aria-label="`Where later budget ${n + 1} comes from`"
        @input="
          setSum(sum.id, 'type where a budget comes from', {
            note: ($event.target as HTMLInputElement).value,
          })
        "
    /></label>
    <button
      class="plain"
      :aria-label="`Remove later budget ${n + 1}`"
      @click="set('remove a later budget', { sums: growth.sums.filter((each) => each.id !== sum.id) })"
    >
      <X :size="16" aria-hidden="true" />
    </button>
  </div>
</template>

<style src="./entries.css" scoped></style>
