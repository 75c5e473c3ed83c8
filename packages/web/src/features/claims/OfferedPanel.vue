<script setup lang="ts">
import { NButton } from 'naive-ui';
import { computed, ref } from 'vue';
import type { Deal } from '@ripe-pick/core/parts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import DealForm from '../../shared/deals/DealForm.vue';
import { isClaimKind } from '../../shared/deals/deal-draft.ts';
import { useDeals } from '../../shared/deals/use-deals.ts';
import { DEAL_KINDS, dealWords } from '../../shared/deals/words.ts';
import { useAttempt } from '../../shared/ui/attempt.ts';

/** Rebates and cashback that are known: typed in here, where they are chased. */
const CLAIMS = ['rebate', 'cashback'] as const;
const catalogueStore = useCatalogue();
const attempt = useAttempt();
const known = useDeals();
const offered = computed(() =>
  known.value.filter(({ deal, window }) => isClaimKind(deal.kind) && window.state !== 'past'),
);
const isOpen = ref(false);
/** The deal that the form is open for; null for a new one. */
const changed = ref<Deal | null>(null);
function open(deal: Deal | null) {
  changed.value = deal;
  isOpen.value = true;
}
const remove = ({ id, name }: Deal) =>
  attempt(() => catalogueStore.edit(`delete the deal “${name}”`, [{ do: 'remove-deal', id }]));
</script>

<template>
  <section class="sheet offered" aria-labelledby="offered-title">
    <header>
      <h2 id="offered-title">Offered now</h2>
      <NButton size="small" @click="open(null)">Type a rebate in</NButton>
    </header>
    <p v-if="offered.length === 0" class="quiet">
      No rebate and no cashback is known. Type in what a leaflet or a product page promises: it counts in
      every total as your brief says, and its claim waits here.
    </p>
    <ul v-else>
      <li v-for="{ deal, currency, window, where, isUsed } in offered" :key="deal.id">
        <span class="what"
          ><button class="plain link" title="Change it" @click="open(deal)">
            {{ DEAL_KINDS[deal.kind] }}: {{ deal.name }}</button
          ><span class="quiet">{{ dealWords(deal, currency) }}</span></span
        >
        <span class="quiet">{{ where }}, {{ window.words }}</span>
        <span>{{ isUsed ? 'in these picks' : 'not in these picks' }}</span>
        <button class="plain" :aria-label="`Delete ${deal.name}`" @click="remove(deal)">×</button>
      </li>
    </ul>
    <DealForm
      :show="isOpen"
      :deal="changed"
      :kinds="CLAIMS"
      title="Type a rebate in"
      @close="isOpen = false"
    />
  </section>
</template>

<style scoped>
.offered {
  padding: 12px 16px;
  display: grid;
  gap: 8px;
  grid-template-columns: minmax(0, 1fr);
}
header,
li {
  display: flex;
  gap: 6px 14px;
  align-items: center;
  flex-wrap: wrap;
}
header {
  justify-content: space-between;
}
h2 {
  font-size: var(--text-large);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
li {
  border-top: 1px dotted var(--line);
  padding-top: 6px;
  font-size: var(--text-body);
}
.what {
  flex: 1 1 240px;
}
.what .quiet {
  display: block;
  margin: 0;
}
.link {
  text-align: left;
  padding: 0;
  font-weight: 600;
}
</style>
