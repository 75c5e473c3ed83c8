<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import { RouterLink } from 'vue-router';
import { deadPart, type Substitute } from '@ripe-pick/core/bring-up';
import { fullName, type Slot } from '@ripe-pick/core/parts';
import { withPick } from '@ripe-pick/core/swaps';
import type { ShoppingResult } from '@ripe-pick/core/search/orders';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useStandings } from '../../shared/stores/standings.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import OrderNotes from '../../shared/ui/OrderNotes.vue';
import Substitutes from '../../shared/ui/Substitutes.vue';
import EmptyPicture from '../../shared/ui/EmptyPicture.vue';
import BasketPanel from './BasketPanel.vue';
import ChangesPanel from './ChangesPanel.vue';
import DealsPanel from './DealsPanel.vue';
import OrdersPanel from './OrdersPanel.vue';
import VersionsPanel from './VersionsPanel.vue';
import { barrierWords } from './words.ts';

const bench = useBench();
const catalogueStore = useCatalogue();
const choose = useChoose();
const names = useNames();
const solver = useSolver();
const standings = useStandings();
const workspace = useWorkspace();

const result = shallowRef<ShoppingResult | null>(null);
const failure = shallowRef('');
let asked = 0;
watch(
  () => [catalogueStore.catalogue, workspace.brief, workspace.picks] as const,
  async ([catalogue, brief, picks]) => {
    if (!catalogue) return;
    const ticket = ++asked;
    try {
      const found = await solver.shopping(brief, picks);
      if (ticket !== asked) return;
      result.value = found;
      failure.value = '';
    } catch (error) {
      if (ticket === asked) failure.value = error instanceof Error ? error.message : String(error);
    }
  },
  { immediate: true },
);
/** Whether anything of the basket is still to be bought. */
const isToOrder = computed(
  () =>
    result.value?.status === 'optimal' &&
    result.value.best.cost.orders.some(({ items }) => items.some(({ priced }) => !priced.offer.ordered)),
);
/** Parts that are not to be had, with what can take the place of each. */
const unavailable = computed(() => {
  const { session } = bench;
  const found = result.value;
  return session && found?.status === 'unavailable'
    ? found.slots.map((each) => ({
        ...each,
        substitutes: deadPart(session, workspace.picks, each.slot, [])?.substitutes ?? [],
      }))
    : [];
});
function take(slot: Slot, { part, offer }: Substitute) {
  const why = `${names.part(workspace.picks[slot]?.part ?? '')} could not be bought any more`;
  choose.pick(`take ${fullName(part)}`, why, (picks) =>
    withPick(picks, slot, { part: part.id, offer: offer.id }),
  );
}
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Shopping day</h1>
      <p class="quiet">
        Where to buy each part of {{ workspace.active.name }} so that all of it together costs least:
        shipping, codes, combos and arrival counted, and proved.
      </p>
    </div>
    <p v-if="failure" class="failure" role="alert">The basket could not be worked out: {{ failure }}</p>
    <section v-if="!result && !failure" class="sheet none" aria-live="polite">
      <p>Working out the basket…</p>
    </section>
    <section v-else-if="result?.status === 'nothing'" class="sheet none">
      <EmptyPicture shows="rows" />
      <p>{{ workspace.active.name }} has no parts yet.</p>
      <RouterLink to="/picks">Pick some, or find the best</RouterLink>
    </section>
    <section
      v-else-if="result?.status === 'unavailable'"
      class="sheet none"
      aria-label="What cannot be bought"
    >
      <p v-if="standings.passed !== null">
        The day by which all has to be there, {{ standings.passed }}, has passed: no basket can arrive by it.
        Give it another day above, and the basket is worked out.
      </p>
      <p v-else>Some parts cannot be bought as the brief is:</p>
      <div v-for="each in standings.passed === null ? unavailable : []" :key="each.slot" class="gone">
        <p>
          <b>{{ SLOT_NAMES[each.slot] }}, {{ names.part(each.part) }}:</b> {{ barrierWords(each.barriers) }}
        </p>
        <Substitutes :substitutes="each.substitutes" @take="(other) => take(each.slot, other)" />
      </div>
      <RouterLink to="/picks">Or pick another part yourself</RouterLink>
    </section>
    <div v-else-if="result?.status === 'optimal'" class="columns" :class="{ whole: !isToOrder }">
      <BasketPanel :shopping="result" />
      <ChangesPanel v-if="isToOrder" :shopping="result" />
    </div>
    <OrderNotes />
    <OrdersPanel />
    <VersionsPanel />
    <DealsPanel />
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  gap: 10px;
  align-items: start;
}
.gone {
  display: grid;
  gap: 4px;
  padding: 4px 0 8px;
}
.columns.whole {
  grid-template-columns: minmax(0, 1fr);
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
