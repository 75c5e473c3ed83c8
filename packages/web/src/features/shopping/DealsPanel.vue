<script setup lang="ts">
import { NButton } from 'naive-ui';
import { computed, ref } from 'vue';
import type { Deal } from '@ripe-pick/core/parts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { useAttempt } from '../../shared/ui/attempt.ts';
import DealForm from '../../shared/deals/DealForm.vue';
import ShopTerms from './ShopTerms.vue';
import { useDeals } from '../../shared/deals/use-deals.ts';
import { DEAL_KINDS, dealWords } from '../../shared/deals/words.ts';

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

const known = useDeals();
const inBuild = computed(() => new Set(Object.values(workspace.picks).map((pick) => pick.part)));
const deals = computed(() =>
  known.value.filter(
    ({ deal }) => only.value === 'all' || !deal.parts || deal.parts.some((part) => inBuild.value.has(part)),
  ),
);
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
            <th scope="col">In the total</th>
            <th scope="col"><span class="visually-hidden">Remove</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ deal, currency, window, where, inSum } in deals" :key="deal.id" :class="window.state">
            <th scope="row">
              <button class="plain link" title="Change it" @click="open(deal)">
                {{ DEAL_KINDS[deal.kind] }}: {{ deal.name }}
              </button>
            </th>
            <td>{{ dealWords(deal, currency) }}</td>
            <td>{{ where }}</td>
            <td>{{ window.words }}</td>
            <td>{{ inSum }}</td>
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
  font-size: var(--text-title);
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
