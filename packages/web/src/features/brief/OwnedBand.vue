<script setup lang="ts">
import { computed } from 'vue';
import type { OwnedPart } from '@ripe-pick/core/parts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import NumberField from '../../shared/ui/NumberField.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';
import OwnedPicker from './OwnedPicker.vue';
import { useMoney } from './use-money.ts';

/** Parts that are there already: what they cost, what they would fetch, and whether they may be sold. */
const workspace = useWorkspace();
const catalogueStore = useCatalogue();
const { money, scale, minor, setMoney } = useMoney();
/** Owned parts with what is known of their worth. */
const ownedParts = computed(() =>
  workspace.brief.owned.map((part): OwnedPart & { name: string; isDrive: boolean } => {
    const known = workspace.brief.ownedParts.find((each) => each.part === part);
    const found = catalogueStore.catalogue?.parts.find((each) => each.id === part);
    return {
      ...(known ?? { part, paidMinor: null, valueMinor: null, sell: false }),
      name: found ? `${found.brand} ${found.name}` : part,
      isDrive: found?.kind === 'storage',
    };
  }),
);
function setBelonging(part: string, label: string, change: Partial<OwnedPart>) {
  workspace.editBrief(label, (brief) => {
    const known = brief.ownedParts.find((each) => each.part === part) ?? {
      part,
      paidMinor: null,
      valueMinor: null,
      sell: false,
    };
    return {
      ...brief,
      ownedParts: [...brief.ownedParts.filter((each) => each.part !== part), { ...known, ...change }],
    };
  });
}
const orNull = (value: number | null) => (value === null ? null : minor(value));
</script>

<template>
  <OwnedPicker />
  <div v-if="ownedParts.length > 0" class="owned">
    <div v-for="each in ownedParts" :key="each.part" class="belonging">
      <span class="what">{{ each.name }}</span>
      <NumberField
        label="Cost then"
        :aria="`Cost then: ${each.name}`"
        placeholder="unknown"
        :value="each.paidMinor === null ? null : each.paidMinor / scale"
        :min="0"
        :currency="money.currency"
        @update:value="(v) => setBelonging(each.part, 'type what a part cost', { paidMinor: orNull(v) })"
      />
      <NumberField
        label="Worth today"
        :aria="`Worth today: ${each.name}`"
        placeholder="unknown"
        :value="each.valueMinor === null ? null : each.valueMinor / scale"
        :min="0"
        :currency="money.currency"
        @update:value="(v) => setBelonging(each.part, 'type what a part is worth', { valueMinor: orNull(v) })"
      />
      <SwitchField
        v-if="!each.isDrive"
        label="Sell it if the build does without it"
        :value="each.sell"
        @change="(v) => setBelonging(each.part, 'sell or keep a part', { sell: v })"
      />
    </div>
    <SwitchField
      label="What is sold counts towards the budget"
      :value="money.countSales"
      @change="(v) => setMoney('count what is sold', { countSales: v })"
    />
  </div>
</template>

<style src="./bands.css" scoped></style>
<style scoped>
.owned {
  display: grid;
  gap: 6px;
}
.belonging {
  display: grid;
  grid-template-columns: minmax(120px, 1.4fr) 110px 110px minmax(160px, 1.6fr);
  gap: 10px;
  align-items: end;
}
.what {
  padding-bottom: 6px;
}
@media (max-width: 760px) {
  .belonging {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
