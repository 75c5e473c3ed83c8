<script setup lang="ts">
import { computed } from 'vue';
import { NSelect } from 'naive-ui';
import { isAdded, SLOTS, type Brief, type Condition, type Slot } from '@ripe-pick/core/parts';
import { minorPlaces } from '@ripe-pick/core';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import NumberField from '../../shared/ui/NumberField.vue';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import MakerWishes from './MakerWishes.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';

const workspace = useWorkspace();
const names = useNames();
const brief = computed(() => workspace.brief);
const needs = computed(() => brief.value.needs);
const running = computed(() => brief.value.money.running);

function setNeeds(label: string, change: Partial<Brief['needs']>) {
  workspace.editBrief(label, (b) => ({ ...b, needs: { ...b.needs, ...change } }));
}
function setMoney(label: string, change: Partial<Brief['money']>) {
  workspace.editBrief(label, (b) => ({ ...b, money: { ...b.money, ...change } }));
}
const setRunning = (label: string, change: Partial<Brief['money']['running']>) =>
  setMoney(label, { running: { ...running.value, ...change } });
const setBalance = (balanceLimit: number | null) =>
  workspace.editBrief('change the balance limit', (b) => ({
    ...b,
    play: { ...b.play, objective: { ...b.play.objective, balanceLimit } },
  }));
const setPlanned = (change: Partial<Brief['planned']>) =>
  workspace.editBrief('change what is planned', (b) => ({ ...b, planned: { ...b.planned, ...change } }));

const BALANCE = [0.1, 0.15, 0.2, 0.25, 0.3, 0.4].map((value) => ({
  value,
  label: `At most ${Math.round(value * 100)} % lost by either side`,
}));
const MARKS = [2, 3, 4, 5].map((value) => ({ value, label: `Marked ${value} of 5 or better` }));
const MAINS = [115, 230].map((value) => ({ value, label: `${value} V` }));
const gpus = computed(() => names.partsOfKind('gpu'));
const kits = computed(() => names.partsOfKind('memory'));
const chips = computed(() => names.partsOfKind('cpu'));

type Policy = 'general' | 'new' | 'unworn' | 'used' | 'any';
const POLICIES: Readonly<Record<Exclude<Policy, 'general'>, readonly Condition[]>> = {
  new: ['new'],
  unworn: ['new', 'refurbished'],
  used: ['used'],
  any: ['new', 'refurbished', 'used'],
};
const POLICY_OPTIONS = [
  { value: 'general', label: 'As above' },
  { value: 'new', label: 'New only' },
  { value: 'unworn', label: 'New or refurbished' },
  { value: 'used', label: 'Used only' },
  { value: 'any', label: 'Anything' },
];
const policySlots = SLOTS.filter((slot) => slot !== 'os' && !isAdded(slot));
function policyOf(slot: Slot): Policy {
  const own = brief.value.whereToBuy.conditionsBySlot[slot];
  if (!own) return 'general';
  const key = [...own].sort().join();
  const found = (Object.keys(POLICIES) as (keyof typeof POLICIES)[]).find(
    (each) => [...POLICIES[each]].sort().join() === key,
  );
  return found ?? 'any';
}
function setPolicy(slot: Slot, policy: Policy) {
  workspace.editBrief(`conditions of ${SLOT_NAMES[slot].toLowerCase()}`, (b) => {
    const { [slot]: _, ...rest } = b.whereToBuy.conditionsBySlot;
    const own = policy === 'general' ? rest : { ...rest, [slot]: POLICIES[policy] };
    return { ...b, whereToBuy: { ...b.whereToBuy, conditionsBySlot: own } };
  });
}
const tariff = computed(
  () => running.value.tariffMinorPerKwh / 10 ** minorPlaces(brief.value.money.currency),
);
</script>

<template>
  <div class="grid">
    <ChoiceField
      label="Balance of processor and graphics card"
      clearable
      :value="brief.play.objective.balanceLimit"
      :options="BALANCE"
      placeholder="No limit"
      @update:value="setBalance"
    />
    <ChoiceField
      label="Quality of the power supply"
      clearable
      :value="needs.psuQuality"
      :options="MARKS"
      placeholder="Any"
      @update:value="(v: number | null) => setNeeds('change the power supply’s quality', { psuQuality: v })"
    />
    <NumberField
      label="Noise of the cooler, at most"
      suffix="dB"
      aria="Noise of the cooler, at most, in decibels"
      clearable
      :value="needs.maxNoiseDb"
      :min="0"
      :max="120"
      placeholder="any"
      @update:value="(v) => setNeeds('type the noise', { maxNoiseDb: v })"
    />
    <NumberField
      label="Screens"
      :value="needs.screens"
      :min="1"
      :max="16"
      :precision="0"
      @update:value="(v) => setNeeds('type the screens', { screens: v ?? 1 })"
    />
    <ChoiceField
      label="Planned graphics card"
      hint="Checks say what stands in its way; the power supply’s rule can count it."
      clearable
      filterable
      :value="brief.planned.gpu"
      :options="gpus"
      placeholder="None yet"
      @update:value="(v: string | null) => setPlanned({ gpu: v })"
    />
    <ChoiceField
      label="Planned second memory kit"
      clearable
      filterable
      :value="brief.planned.memory"
      :options="kits"
      placeholder="None yet"
      @update:value="(v: string | null) => setPlanned({ memory: v })"
    />
    <ChoiceField
      label="Planned processor for the same motherboard"
      clearable
      filterable
      :value="brief.planned.cpu"
      :options="chips"
      placeholder="None yet"
      @update:value="(v: string | null) => setPlanned({ cpu: v })"
    />
    <SwitchField
      label="Today’s picks must have room for what is planned"
      :value="brief.planned.isFirm"
      @change="(v) => setPlanned({ isFirm: v })"
    />
    <NumberField
      label="Hours of play a week"
      :value="running.hoursPerWeek"
      :min="0"
      :max="168"
      @update:value="(v) => setRunning('type the hours', { hoursPerWeek: v ?? 0 })"
    />
    <NumberField
      label="Price of a kilowatt-hour"
      :currency="brief.money.currency"
      :precision="4"
      :value="tariff"
      :min="0"
      :max="1000"
      :step="0.01"
      @update:value="
        (v) =>
          setRunning('type the tariff', {
            tariffMinorPerKwh: Math.round((v ?? 0) * 10 ** minorPlaces(brief.money.currency) * 1000) / 1000,
          })
      "
    />
    <ChoiceField
      label="Mains"
      :value="running.mains"
      :options="MAINS"
      @update:value="(v: 115 | 230) => setRunning('change the mains', { mains: v })"
    />
  </div>
  <div class="switches">
    <SwitchField
      label="Memory and video memory as every game asks for them"
      :value="needs.capacityFloors"
      @change="(v: boolean) => setNeeds('switch the capacity floors', { capacityFloors: v })"
    />
    <SwitchField
      label="The boxed cooler will do"
      :value="needs.stockCooler"
      @change="(v: boolean) => setNeeds('switch the boxed cooler', { stockCooler: v })"
    />
    <SwitchField
      label="Overclocking is wanted"
      :value="needs.overclock"
      @change="(v: boolean) => setNeeds('switch overclocking', { overclock: v })"
    />
    <SwitchField
      label="An older processor can be borrowed to flash the BIOS"
      :value="needs.borrowCpu"
      @change="(v: boolean) => setNeeds('switch the borrowed processor', { borrowCpu: v })"
    />
    <SwitchField
      label="Looks-only parts stay outside the budget"
      :value="brief.money.looksOutside"
      @change="(v: boolean) => setMoney('switch looks', { looksOutside: v })"
    />
  </div>
  <MakerWishes />
  <h3>Conditions by slot</h3>
  <div class="policies">
    <label v-for="slot in policySlots" :key="slot">
      <span>{{ SLOT_NAMES[slot] }}</span>
      <NSelect
        size="small"
        :value="policyOf(slot)"
        :options="POLICY_OPTIONS"
        :aria-label="`Conditions of ${SLOT_NAMES[slot]}`"
        @update:value="(v: Policy) => setPolicy(slot, v)"
      />
    </label>
  </div>
  <p v-if="needs.overclock" class="quiet">
    Overclocking and raised voltages can damage parts and void warranties: stay inside the makers’ limits, and
    stop if unsure.
  </p>
</template>

<style src="./bands.css" scoped></style>
<style scoped>
.policies {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 8px;
}
.policies label {
  display: grid;
  gap: 2px;
  font-size: var(--text-small);
}
</style>
