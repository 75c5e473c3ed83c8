<script setup lang="ts">
import type { Brief, PartKind } from '@ripe-pick/core/parts';
import { computed } from 'vue';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';

/** Wishes that have nothing to do with fitting: makers, colour, leads. What they cost stands under Forks. */
const catalogueStore = useCatalogue();
const workspace = useWorkspace();
const needs = computed(() => workspace.brief.needs);
const setNeeds = (label: string, change: Partial<Brief['needs']>) =>
  workspace.editBrief(label, (brief) => ({ ...brief, needs: { ...brief.needs, ...change } }));

const KINDS = [
  'cpu',
  'gpu',
  'motherboard',
  'memory',
  'cooler',
  'case',
  'psu',
] as const satisfies readonly PartKind[];
const choices = (values: Iterable<string>) =>
  [...new Set(values)].sort().map((value) => ({ value, label: value }));
const brandsOf = (kind: PartKind) =>
  choices(catalogueStore.parts.filter((part) => part.kind === kind).map(({ brand }) => brand));
const colours = computed(() => choices(catalogueStore.parts.flatMap(({ colour }) => colour ?? [])));
function setBrands(kind: PartKind, brands: readonly string[]) {
  const { [kind]: _, ...rest } = needs.value.brands;
  setNeeds(`brands of ${SLOT_NAMES[kind].toLowerCase()}`, {
    brands: brands.length === 0 ? rest : { ...rest, [kind]: [...brands] },
  });
}
</script>

<template>
  <h3>Only these brands</h3>
  <div class="grid">
    <ChoiceField
      v-for="kind in KINDS"
      :key="kind"
      :label="SLOT_NAMES[kind]"
      multiple
      clearable
      filterable
      :value="[...(needs.brands[kind] ?? [])]"
      :options="brandsOf(kind)"
      placeholder="Any brand"
      @update:value="(v: string[]) => setBrands(kind, v)"
    />
    <ChoiceField
      label="Colour of what is seen"
      clearable
      filterable
      tag
      :value="needs.colour"
      :options="colours"
      placeholder="Any colour"
      @update:value="(v: string | null) => setNeeds('change the colour', { colour: v })"
    />
  </div>
  <SwitchField
    label="The power supply’s leads come off"
    :value="needs.modular"
    @change="(v: boolean) => setNeeds('switch leads that come off', { modular: v })"
  />
</template>

<style src="./bands.css" scoped></style>
