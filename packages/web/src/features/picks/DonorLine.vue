<script setup lang="ts">
import { fullName } from '@ripe-pick/core/parts';
import { donorFor } from '@ripe-pick/core/swaps';
import { computed } from 'vue';
import { money } from '../../shared/format/format.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';

/** The older processor that a board needs for its firmware, as a companion with a price. */
const bench = useBench();
const workspace = useWorkspace();
const donor = computed(() =>
  bench.session && bench.summary ? donorFor(bench.session, bench.summary.set) : null,
);
const shop = computed(() => bench.index?.shops.get(donor.value?.offer.shop ?? '')?.name ?? '');
function buy() {
  const found = donor.value;
  if (!found) return;
  const name = `${fullName(found.part)}, to update the BIOS`.slice(0, 200);
  workspace.editBrief('buy a processor for the BIOS', (brief) => ({
    ...brief,
    needs: { ...brief.needs, borrowCpu: true },
    money: { ...brief.money, besides: [...brief.money.besides, { name, priceMinor: found.minor }] },
  }));
}
</script>

<template>
  <div v-if="donor" class="donor">
    <p class="ink">
      <b>With a processor that it starts with:</b> {{ fullName(donor.part) }}, {{ donor.offer.condition }} at
      {{ shop }}, <span class="num">{{ money(donor.minor, bench.currency, { sign: true }) }}</span> as an
      order of its own. It can be sold again afterwards.
    </p>
    <button class="plain edged" @click="buy">Count it in, and keep this motherboard</button>
  </div>
</template>

<style scoped>
.donor {
  display: grid;
  gap: 4px;
  grid-column: 2;
}
.donor button {
  justify-self: start;
}
</style>
