<script setup lang="ts">
import { computed } from 'vue';
import type { Brief, PsuRule } from '@ripe-pick/core/parts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import NumberField from '../../shared/ui/NumberField.vue';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';

const workspace = useWorkspace();
const needs = computed(() => workspace.brief.needs);
function set(label: string, change: Partial<Brief['needs']>) {
  workspace.editBrief(label, (brief) => ({ ...brief, needs: { ...brief.needs, ...change } }));
}
const RULES: { value: PsuRule['kind']; label: string }[] = [
  { value: 'larger', label: 'Larger of load × factor and the graphics card’s recommended power supply' },
  { value: 'load', label: 'Load × factor' },
  { value: 'maker', label: 'The graphics card’s recommended power supply' },
  { value: 'half', label: 'Load at half of the rating' },
  { value: 'planned', label: 'Larger of both, with the planned graphics card' },
];
const REACHES: { value: Brief['whereToBuy']['assume']; label: string }[] = [
  { value: 'none', label: 'Assume nothing' },
  { value: 'usual', label: 'Assume what is usual, marked' },
  { value: 'all', label: 'Assume estimates as well, marked' },
];
const MEMORY = [4, 8, 12, 16, 24, 32, 48, 64].map((gb) => ({ value: gb, label: `${gb} GB` }));
const hasFactor = computed(() => needs.value.psuRule.kind !== 'maker' && needs.value.psuRule.kind !== 'half');
</script>

<template>
  <div class="grid">
    <ChoiceField
      label="Memory, at least"
      :value="needs.memoryGb"
      :options="MEMORY"
      @update:value="(v: number) => set('change the memory need', { memoryGb: v })"
    />
    <NumberField
      label="Fast storage, at least"
      suffix="GB"
      :value="needs.fastStorageGb"
      :min="0"
      :max="100000"
      :step="120"
      @update:value="(v) => set('type the fast storage', { fastStorageGb: v ?? 0 })"
    />
    <NumberField
      label="Storage in all, at least"
      suffix="GB"
      :value="needs.totalStorageGb"
      :min="0"
      :max="100000"
      :step="120"
      @update:value="(v) => set('type the storage', { totalStorageGb: v ?? 0 })"
    />
    <NumberField
      label="Case, at most"
      suffix="l"
      aria="Case, at most, in litres"
      :value="needs.maxLitres"
      :min="1"
      :max="1000"
      clearable
      placeholder="any size"
      @update:value="(v) => set('type the case size', { maxLitres: v })"
    />
    <ChoiceField
      label="Watts of the power supply"
      :value="needs.psuRule.kind"
      :options="RULES"
      @update:value="
        (v: PsuRule['kind']) =>
          set('change the power supply rule', { psuRule: { ...needs.psuRule, kind: v } })
      "
    />
    <NumberField
      v-if="hasFactor"
      label="Factor on the load"
      :value="needs.psuRule.factor"
      :min="1"
      :max="4"
      :step="0.05"
      @update:value="(v) => v && set('type the factor', { psuRule: { ...needs.psuRule, factor: v } })"
    />
    <ChoiceField
      label="Missing specs"
      :value="workspace.brief.whereToBuy.assume"
      :options="REACHES"
      @update:value="
        (assume: Brief['whereToBuy']['assume']) =>
          workspace.editBrief('change what is assumed', (brief) => ({
            ...brief,
            whereToBuy: { ...brief.whereToBuy, assume },
          }))
      "
    />
  </div>
  <div class="switches">
    <SwitchField
      label="Wireless network"
      :value="needs.wireless"
      @change="(v: boolean) => set('switch wireless', { wireless: v })"
    />
    <SwitchField
      label="System licence"
      :value="needs.osLicence"
      @change="(v: boolean) => set('switch the licence', { osLicence: v })"
    />
    <SwitchField
      label="Graphics card of its own"
      :value="needs.gpuRequired"
      @change="(v: boolean) => set('switch the graphics card need', { gpuRequired: v })"
    />
    <SwitchField
      label="Parts with missing specs may be proposed"
      :value="workspace.brief.whereToBuy.allowUnknown"
      @change="
        (v: boolean) =>
          workspace.editBrief('switch gaps', (brief) => ({
            ...brief,
            whereToBuy: { ...brief.whereToBuy, allowUnknown: v },
          }))
      "
    />
  </div>
</template>

<style src="./bands.css" scoped></style>
