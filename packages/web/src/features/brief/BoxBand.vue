<script setup lang="ts">
import { computed } from 'vue';
import { NInputNumber, NSelect, NSwitch } from 'naive-ui';
import type { Brief, SupplyRule } from '@ripe-pick/core/parts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import Field from './Field.vue';

const workspace = useWorkspace();
const needs = computed(() => workspace.brief.needs);
function set(label: string, change: Partial<Brief['needs']>) {
  workspace.editBrief(label, (brief) => ({ ...brief, needs: { ...brief.needs, ...change } }));
}
const RULES: { value: SupplyRule['kind']; label: string }[] = [
  { value: 'larger', label: 'Larger of load × factor and the card maker’s figure' },
  { value: 'load', label: 'Load × factor' },
  { value: 'maker', label: 'Card maker’s figure' },
  { value: 'half', label: 'Load at half of the rating' },
  { value: 'planned', label: 'Larger of both, with the planned card' },
];
const MEMORY = [4, 8, 12, 16, 24, 32, 48, 64].map((gb) => ({ value: gb, label: `${gb} GB` }));
const hasFactor = computed(
  () => needs.value.supplyRule.kind !== 'maker' && needs.value.supplyRule.kind !== 'half',
);
</script>

<template>
  <section class="sheet band" aria-labelledby="band-box">
    <h2 id="band-box">Box</h2>
    <div class="grid">
      <Field label="Memory, at least"
        ><NSelect
          :value="needs.memoryGb"
          :options="MEMORY"
          aria-label="Memory, at least"
          @update:value="(v: number) => set('change the memory need', { memoryGb: v })"
      /></Field>
      <Field label="Fast storage, at least">
        <NInputNumber
          :show-button="false"
          :value="needs.fastStorageGb"
          :min="0"
          :max="100000"
          :step="120"
          :input-props="{ 'aria-label': 'Fast storage, at least' }"
          @update:value="(v) => set('type the fast storage', { fastStorageGb: v ?? 0 })"
          ><template #suffix>GB</template></NInputNumber
        >
      </Field>
      <Field label="Storage in all, at least">
        <NInputNumber
          :show-button="false"
          :value="needs.totalStorageGb"
          :min="0"
          :max="100000"
          :step="120"
          :input-props="{ 'aria-label': 'Storage in all, at least' }"
          @update:value="(v) => set('type the storage', { totalStorageGb: v ?? 0 })"
          ><template #suffix>GB</template></NInputNumber
        >
      </Field>
      <Field label="Case, at most">
        <NInputNumber
          :show-button="false"
          :value="needs.maxLitres"
          :min="1"
          :max="1000"
          clearable
          placeholder="any size"
          :input-props="{ 'aria-label': 'Case, at most, in litres' }"
          @update:value="(v) => set('type the case size', { maxLitres: v })"
          ><template #suffix>l</template></NInputNumber
        >
      </Field>
      <Field label="Watts of the supply"
        ><NSelect
          :value="needs.supplyRule.kind"
          :options="RULES"
          aria-label="Watts of the supply"
          @update:value="
            (v: SupplyRule['kind']) =>
              set('change the supply rule', { supplyRule: { ...needs.supplyRule, kind: v } })
          "
      /></Field>
      <Field v-if="hasFactor" label="Factor on the load">
        <NInputNumber
          :show-button="false"
          :value="needs.supplyRule.factor"
          :min="1"
          :max="4"
          :step="0.05"
          :input-props="{ 'aria-label': 'Factor on the load' }"
          @update:value="
            (v) => v && set('type the factor', { supplyRule: { ...needs.supplyRule, factor: v } })
          "
        />
      </Field>
    </div>
    <div class="switches">
      <label
        ><NSwitch
          size="small"
          :value="needs.wireless"
          aria-label="Wireless network"
          @update:value="(v: boolean) => set('switch wireless', { wireless: v })"
        />
        Wireless network</label
      >
      <label
        ><NSwitch
          size="small"
          :value="needs.systemLicence"
          aria-label="System licence"
          @update:value="(v: boolean) => set('switch the licence', { systemLicence: v })"
        />
        System licence</label
      >
      <label
        ><NSwitch
          size="small"
          :value="needs.cardRequired"
          aria-label="Graphics card of its own"
          @update:value="(v: boolean) => set('switch the card need', { cardRequired: v })"
        />
        Graphics card of its own</label
      >
      <label
        ><NSwitch
          size="small"
          :value="workspace.brief.market.allowUnknown"
          aria-label="Parts with gaps in their sheets may be proposed"
          @update:value="
            (v: boolean) =>
              workspace.editBrief('switch gaps', (brief) => ({
                ...brief,
                market: { ...brief.market, allowUnknown: v },
              }))
          "
        />
        Parts with gaps in their sheets may be proposed</label
      >
    </div>
  </section>
</template>

<style src="./bands.css" scoped></style>
<style scoped>
.switches {
  display: flex;
  gap: 6px 22px;
  flex-wrap: wrap;
}
.switches label {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
