<script setup lang="ts">
import type { Brief } from '@ripe-pick/core/parts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import NumberField from '../../shared/ui/NumberField.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';
import { useMoney } from './use-money.ts';

/** What is reckoned with where it is not certain: claims, used parts, old prices. */
const workspace = useWorkspace();
const { money, scale, minor, setMoney, setWhereToBuy } = useMoney();
const setClaims = (label: string, change: Partial<Brief['money']['claimHabits']>) =>
  setMoney(label, { claimHabits: { ...money.value.claimHabits, ...change } });
</script>

<template>
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
    label="Keep a reserve for used parts out of the budget"
    :value="workspace.brief.whereToBuy.usedRisk"
    @change="(v) => setWhereToBuy('switch the reserve for used parts', { usedRisk: v })"
  />
</template>

<style src="./bands.css" scoped></style>
