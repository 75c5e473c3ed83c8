<script setup lang="ts">
import { computed } from 'vue';
import type { Shopping } from '@ripe-pick/core/search/orders';
import { useBench } from '../../shared/stores/bench.ts';
import { useNames } from '../../shared/stores/names.ts';
import { dayText, money } from '../../shared/format/format.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

const props = defineProps<{ shopping: Shopping }>();
const bench = useBench();
const names = useNames();
const shopName = (id: string) => bench.index?.shops.get(id)?.name ?? id;
const best = computed(() => props.shopping.best);
const secondMore = computed(() =>
  props.shopping.second ? props.shopping.second.cost.counted - best.value.cost.counted : null,
);
/** Where the second-best split buys elsewhere. */
const moved = computed(() => {
  const { second } = props.shopping;
  if (!second) return [];
  return (Object.keys(second.picks) as (keyof typeof second.picks)[]).flatMap((slot) => {
    const shop = (offer: string | null | undefined) => bench.index?.offers.get(offer ?? '')?.shop;
    const now = shop(second.picks[slot]?.offer);
    return now && now !== shop(best.value.picks[slot]?.offer)
      ? [`${SLOT_NAMES[slot].toLowerCase()} at ${shopName(now)}`]
      : [];
  });
});
const deals = computed(() => new Map((bench.index?.deals ?? []).map((deal) => [deal.id, deal])));
const byWorth = computed(() =>
  [...props.shopping.changes]
    .sort((a, b) => (b.more ?? Infinity) - (a.more ?? Infinity))
    .filter((change) => change.more !== 0),
);
const extra = (minor: number | null) =>
  minor === null ? 'not to be had' : minor === 0 ? 'no more' : `${money(minor, bench.currency)} more`;
</script>

<template>
  <aside class="sheet changes" aria-label="What would change the basket">
    <h2>Second-best split</h2>
    <p v-if="secondMore !== null">
      <b class="num">{{ extra(secondMore) }}</b>: {{ moved.join(', ') }}
    </p>
    <p v-else class="quiet">There is no other: every part is at one shop only.</p>

    <h2>What each order is worth</h2>
    <ul>
      <li v-for="each in shopping.without" :key="each.shop">
        <span>Without {{ shopName(each.shop) }}</span>
        <b class="num">{{ extra(each.more) }}</b>
        <span v-if="each.answer" class="quiet"
          >{{ each.answer.cost.orders.length }}
          {{ each.answer.cost.orders.length === 1 ? 'order' : 'orders' }}</span
        >
      </li>
    </ul>

    <h2>What would change it</h2>
    <ul>
      <li v-for="(change, n) in byWorth" :key="n">
        <template v-if="change.kind === 'deal-gone'">
          <span
            >{{ deals.get(change.deal)?.name ?? change.deal
            }}{{ change.lastDay ? `, until ${dayText(change.lastDay)}` : '' }}</span
          >
        </template>
        <template v-else>
          <span
            >{{ SLOT_NAMES[change.slot] }}: {{ names.part(best.picks[change.slot]?.part ?? '') }} gone from
            {{ shopName(bench.index?.offers.get(change.offer)?.shop ?? '') }}</span
          >
        </template>
        <b class="num">{{ extra(change.more) }}</b>
      </li>
    </ul>
    <p class="quiet small">Each figure is a basket of its own, worked out anew and proved.</p>
  </aside>
</template>

<style scoped>
.changes {
  padding: 12px 16px;
  display: grid;
  gap: 6px;
  font-size: var(--text-body);
}
h2 {
  font-size: var(--text-large);
  margin-top: 4px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 5px;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  justify-content: space-between;
  border-bottom: 1px dotted var(--line);
  padding-bottom: 3px;
}
li span:first-child {
  flex: 1 1 170px;
}
.small {
  font-size: var(--text-small);
}
</style>
