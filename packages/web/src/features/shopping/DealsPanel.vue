<script setup lang="ts">
import { NButton } from 'naive-ui';
import { computed, ref } from 'vue';
import type { Deal } from '@ripe-pick/core/parts';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { useAttempt } from '../../shared/ui/attempt.ts';
import DealForm from './DealForm.vue';
import ShopTerms from './ShopTerms.vue';
import { DEAL_KINDS, dealWords, windowWords } from './words.ts';

const bench = useBench();
const catalogueStore = useCatalogue();
const workspace = useWorkspace();
const attempt = useAttempt();
const isOpen = ref(false);
/** The deal that the form is open for; null for a new one. */
const changed = ref<Deal | null>(null);
function open(deal: Deal | null) {
  changed.value = deal;
  isOpen.value = true;
}
const only = ref<'build' | 'all'>('build');

const day = computed(() => bench.index?.day ?? '');
const inBuild = computed(() => new Set(Object.values(workspace.picks).map((pick) => pick.part)));
const used = computed(() => {
  const cost = bench.summary?.cost;
  return new Set([
    ...(cost?.lines ?? []).flatMap((line) => line.deal ?? []),
    ...(cost?.backs ?? []).map((back) => back.deal),
  ]);
});
const ORDER = { last: 0, open: 1, before: 2, past: 3 } as const;
const deals = computed(() =>
  (catalogueStore.catalogue?.deals ?? [])
    .filter(
      (deal) => only.value === 'all' || !deal.parts || deal.parts.some((part) => inBuild.value.has(part)),
    )
    .map((deal) => ({
      deal,
      window: windowWords(deal, day.value),
      where: whereOf(deal),
      isUsed: used.value.has(deal.id),
    }))
    .sort(
      (a, b) =>
        Number(b.isUsed) - Number(a.isUsed) ||
        ORDER[a.window.state] - ORDER[b.window.state] ||
        (a.deal.name < b.deal.name ? -1 : 1),
    ),
);
const shopOf = (id: string) => bench.index?.shops.get(id);
function whereOf(deal: Deal): string {
  if ('shop' in deal) return shopOf(deal.shop)?.name ?? deal.shop;
  return deal.shops ? deal.shops.map((id) => shopOf(id)?.name ?? id).join(', ') : 'any shop';
}
const currencyOf = (deal: Deal) =>
  'shop' in deal ? (shopOf(deal.shop)?.currency ?? bench.currency) : deal.currency;
/** Why a deal that names a part of the build is not in the sum. */
function whyNot(deal: Deal, state: string): string {
  if (state === 'past') return 'its window has closed';
  if (state === 'before') return 'it has not begun by the day of the purchase';
  if (deal.kind === 'code' && deal.usesLeft === 0) return 'used up';
  const claimed = workspace.brief.money.claimHabits.used.find((each) => each.deal === deal.id)?.times ?? 0;
  if (deal.kind === 'rebate' && deal.householdLimit !== null && claimed >= deal.householdLimit)
    return 'this household has claimed it already';
  return 'not in these orders';
}
</script>

<template>
  <section class="sheet deals" aria-labelledby="deals-title">
    <header>
      <h2 id="deals-title">Deals</h2>
      <div class="chips" role="group" aria-label="Which deals">
        <button class="plain edged" :aria-pressed="only === 'build'" @click="only = 'build'">
          about these parts
        </button>
        <button class="plain edged" :aria-pressed="only === 'all'" @click="only = 'all'">all</button>
      </div>
      <NButton size="small" @click="open(null)">Type a deal in</NButton>
    </header>
    <p v-if="deals.length === 0" class="quiet">
      None is known here. Codes, combos, rebates and cashback can be typed in; the basket then counts them by
      itself.
    </p>
    <div v-else class="scroll" tabindex="0" role="group" aria-label="Deals">
      <table class="lines">
        <thead>
          <tr>
            <th scope="col">Deal</th>
            <th scope="col">What it gives</th>
            <th scope="col">Where</th>
            <th scope="col">When</th>
            <th scope="col">In the sum</th>
            <th scope="col"><span class="visually-hidden">Remove</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ deal, window, where, isUsed } in deals" :key="deal.id" :class="window.state">
            <th scope="row">
              <button class="plain link" title="Change it" @click="open(deal)">
                {{ DEAL_KINDS[deal.kind] }}: {{ deal.name }}
              </button>
            </th>
            <td>{{ dealWords(deal, currencyOf(deal)) }}</td>
            <td>{{ where }}</td>
            <td>{{ window.words }}</td>
            <td>{{ isUsed ? 'yes' : whyNot(deal, window.state) }}</td>
            <td>
              <button
                class="plain"
                :aria-label="`Remove ${deal.name}`"
                @click="
                  attempt(() =>
                    catalogueStore.edit(`delete the deal “${deal.name}”`, [
                      { do: 'remove-deal', id: deal.id },
                    ]),
                  )
                "
              >
                ×
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <ShopTerms />
    <DealForm :show="isOpen" :deal="changed" @close="isOpen = false" />
  </section>
</template>

<style scoped>
th .link {
  text-align: left;
  padding: 0;
}
.deals {
  padding: 12px 16px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
header {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
}
h2 {
  font-size: 17px;
}
.chips {
  display: flex;
  gap: 5px;
}
.scroll {
  overflow-x: auto;
  position: relative;
}
.scroll table {
  min-width: 640px;
}
.past th,
.past td {
  color: var(--ink-soft);
}
</style>
