<script setup lang="ts">
import { computed } from 'vue';
import type { Growth, PartKind } from '@ripe-pick/core/parts';
import type { Fall } from '@ripe-pick/core/growth';
import { useCatalogue } from '../stores/catalogue.ts';
import { SLOT_NAMES } from '../format/slots.ts';
import ChoiceField from '../ui/ChoiceField.vue';
import NumberField from '../ui/NumberField.vue';
import SwitchField from '../ui/SwitchField.vue';
import { useAhead } from './use-ahead.ts';

/** The rates that the years ahead are reckoned with. */
const props = defineProps<{ falls?: readonly Fall[] }>();
const catalogueStore = useCatalogue();
const { growth, set } = useAhead();
const share = (value: number | null) => (value ?? 0) / 100;
const points = (value: number) => Math.round(value * 1000) / 10;
const CONDITIONS = [
  { label: 'hardly used', value: 'A' },
  { label: 'as usual', value: 'B' },
  { label: 'worn', value: 'C' },
];
const families = computed(() =>
  [...new Set((catalogueStore.catalogue?.frameModel.games ?? []).map((game) => game.family))].sort(),
);
const KINDS: readonly PartKind[] = [
  'gpu',
  'cpu',
  'motherboard',
  'memory',
  'storage',
  'psu',
  'case',
  'cooler',
];
const kinds = KINDS.map((kind) => ({ label: SLOT_NAMES[kind], value: kind }));
const FROM = { assumed: 'assumed', set: 'yours', measured: 'measured' } as const;
const fallWords = (kind: PartKind) => {
  const fall = props.falls?.find((each) => each.kind === kind);
  return fall ? `${points(fall.yearly)} (${FROM[fall.from]})` : 'assumed';
};
function setFall(kind: PartKind, value: number | null) {
  const { [kind]: _, ...rest } = growth.value.falls;
  set(`type the fall of ${SLOT_NAMES[kind].toLowerCase()} prices`, {
    falls: value === null ? rest : { ...rest, [kind]: share(value) },
  });
}
function setFamily(family: string, value: number | null) {
  const { [family]: _, ...rest } = growth.value.heavierByFamily;
  set(`type how ${family} games grow`, {
    heavierByFamily: value === null ? rest : { ...rest, [family]: share(value) },
  });
}
const setResale = (label: string, change: Partial<Growth['resale']>) =>
  set(label, { resale: { ...growth.value.resale, ...change } });
const setStart = (label: string, change: Partial<Growth['start']>) =>
  set(label, { start: { ...growth.value.start, ...change } });
</script>

<template>
  <div class="ahead">
    <div class="grid">
      <NumberField
        label="A year later counts less by"
        suffix="%"
        :value="points(growth.discountYearly)"
        :min="0"
        :max="100"
        @update:value="(v) => set('type the discount', { discountYearly: share(v) })"
      />
      <NumberField
        label="Games grow heavier by"
        suffix="% a year"
        :value="points(growth.heavierYearly)"
        :min="-50"
        :max="300"
        @update:value="(v) => set('type how games grow', { heavierYearly: share(v) })"
      />
      <NumberField
        v-for="family in families"
        :key="family"
        :label="`The ${family} family`"
        suffix="% a year"
        placeholder="as above"
        :value="growth.heavierByFamily[family] === undefined ? null : points(growth.heavierByFamily[family])"
        :min="-50"
        :max="300"
        @update:value="(v) => setFamily(family, v)"
      />
      <NumberField
        label="They ask for more memory by"
        suffix="% a year"
        :value="points(growth.needsYearly)"
        :min="-50"
        :max="300"
        @update:value="(v) => set('type how needs grow', { needsYearly: share(v) })"
      />
    </div>
    <div class="grid">
      <NumberField
        v-for="kind in KINDS"
        :key="kind"
        :label="`${SLOT_NAMES[kind]} prices fall by`"
        suffix="% a year"
        :placeholder="fallWords(kind)"
        :value="growth.falls[kind] === undefined ? null : points(growth.falls[kind] ?? 0)"
        :min="-200"
        :max="90"
        @update:value="(v) => setFall(kind, v)"
      />
    </div>
    <div class="grid">
      <NumberField
        label="Selling costs"
        suffix="%"
        :value="points(growth.resale.feeShare)"
        :min="0"
        :max="100"
        @update:value="(v) => setResale('type what selling costs', { feeShare: share(v) })"
      />
      <ChoiceField
        label="Parts come out"
        :value="growth.resale.condition"
        :options="CONDITIONS"
        @update:value="
          (v: Growth['resale']['condition']) =>
            setResale('change in what condition parts come out', { condition: v })
        "
      />
      <ChoiceField
        label="Kept for other uses"
        multiple
        :value="[...growth.resale.kept]"
        :options="kinds"
        placeholder="sold when they come out"
        @update:value="(v: PartKind[]) => setResale('change what is kept', { kept: v })"
      />
      <NumberField
        label="A start with less must reach"
        suffix="fps"
        :value="growth.start.playableFps"
        :min="1"
        :max="1000"
        @update:value="(v) => setStart('type what is playable', { playableFps: v ?? 30 })"
      />
    </div>
    <div class="row">
      <SwitchField
        label="What is sold helps to pay"
        :value="growth.resale.pays"
        @change="(v) => setResale('count what is sold', { pays: v })"
      />
      <SwitchField
        label="May start without a graphics card"
        :value="growth.start.withoutGpu"
        @change="(v) => setStart('start without a graphics card', { withoutGpu: v })"
      />
      <SwitchField
        label="May start with half of the memory"
        :value="growth.start.withLessMemory"
        @change="(v) => setStart('start with less memory', { withLessMemory: v })"
      />
    </div>
  </div>
</template>

<style src="./frame.css" scoped></style>
