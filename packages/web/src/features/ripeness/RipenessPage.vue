<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import { RouterLink } from 'vue-router';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useNames } from '../../shared/stores/names.ts';
import { usePrices } from '../../shared/stores/prices.ts';
import { useStandings } from '../../shared/stores/standings.ts';
import { useWatch } from '../../shared/stores/watch.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { dateOf } from '@ripe-pick/core/units';
import type { Watched } from '@ripe-pick/core/watch';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { dayText, money, percent } from '../../shared/format/format.ts';
import EmptyPicture from '../../shared/ui/EmptyPicture.vue';
import NewsPanel from './NewsPanel.vue';
import CalendarPanel from './CalendarPanel.vue';
import JointPanel from './JointPanel.vue';
import PartDetail from './PartDetail.vue';
import ReliabilityPanel from './ReliabilityPanel.vue';
import RipeRow from './RipeRow.vue';
import TotalsPanel from './TotalsPanel.vue';

const bench = useBench();
const catalogueStore = useCatalogue();
const names = useNames();
const prices = usePrices();
const standings = useStandings();
const watch = useWatch();
const workspace = useWorkspace();

onMounted(() => {
  void watch.load();
  void watch.loadFeeds();
});

const open = ref<string | null>(null);
const shops = computed(
  () => new Map((catalogueStore.catalogue?.shops ?? []).map((shop) => [shop.id, shop.name])),
);
const shopOf = (id: string | null) => {
  const offer = id === null ? undefined : bench.index?.offers.get(id);
  if (!offer) return '';
  const isRisky = (bench.index?.priced(offer)?.reserve ?? 0) > 0;
  return `${shops.value.get(offer.shop) ?? offer.shop}${isRisky ? ', with its risk' : ''}`;
};
const targetOf = (part: string) => {
  const target = workspace.targets.find((each) => each.part === part);
  return target && target.currency === bench.currency ? target.priceMinor : null;
};
/** A pick is told at the price of its own offer, as everywhere; what is not picked at the least one. */
function rowOf(watched: Watched) {
  const verdict = prices.verdicts.get(watched.part) ?? null;
  const offer = watched.why === 'pick' ? standings.bySlot.get(watched.slot)?.offer : null;
  const priced = offer && bench.index ? bench.index.priced(offer) : null;
  return {
    watched,
    verdict,
    waiting: watched.why === 'pick' ? standings.waiting(watched.slot) : null,
    price: priced ? priced.dueNow : (verdict?.now ?? null),
    shop: priced
      ? `${shopOf(priced.offer.id)}${priced.net === priced.dueNow ? '' : `, counted as ${money(priced.net, bench.currency)}`}`
      : shopOf(verdict?.offer ?? null),
  };
}
const rows = computed(() => prices.watched.map(rowOf));
const groups = computed(() => {
  const picks = rows.value.filter((row) => row.watched.why === 'pick');
  const others = rows.value.filter((row) => row.watched.why !== 'pick');
  const first = { title: `Picks of ${workspace.active.name}`, isFirst: true, rows: picks };
  return others.length > 0 ? [first, { title: 'Rivals and targets', isFirst: false, rows: others }] : [first];
});
/** What is ordered waits for no price any more. */
const orderedNames = computed(() => workspace.held.parts.map(({ part }) => names.part(part)));
const isBusy = computed(() => prices.isReading || prices.isJudging);
const until = computed(() => dayText(dateOf(prices.today + prices.days)));
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Ripeness</h1>
      <p class="quiet">What is worth picking now, and what waiting to {{ until }} is worth.</p>
    </div>
    <p v-if="prices.failure" class="failure" role="alert">
      {{ prices.failure }} <button class="plain edged" @click="prices.read()">Try again</button>
    </p>
    <div class="notes">
      <p v-if="prices.pooled?.offers === 0" class="note">
        <b>No view yet.</b> It takes twenty offers that were looked at on ten days before anything can be said
        of waiting. <RouterLink to="/prices-in">Import prices</RouterLink>, or let shops be looked at daily.
      </p>
      <p v-for="kind in prices.pooled?.rising ?? []" :key="kind.kind" class="note">
        <b>{{ SLOT_NAMES[kind.kind] }} prices rose</b> by {{ percent(kind.change) }} in a month.
      </p>
      <p v-if="orderedNames.length > 0" class="note">
        <b>Ordered, nothing to wait for:</b> {{ orderedNames.join(', ') }}.
      </p>
    </div>
    <div class="columns">
      <div class="main">
        <section v-for="group in groups" :key="group.title" class="sheet list" :aria-label="group.title">
          <div class="legend">
            <h2>{{ group.title }}</h2>
            <template v-if="group.isFirst">
              <span class="quiet">−30 % <i></i> today <i></i> +20 %</span>
              <span v-if="isBusy" class="quiet" role="status">working it out…</span>
            </template>
          </div>
          <template v-for="row in group.rows" :key="row.watched.part">
            <RipeRow
              :watched="row.watched"
              :verdict="row.verdict"
              :name="names.part(row.watched.part)"
              :waiting="row.waiting"
              :price="row.price"
              :shop="row.shop"
              :currency="bench.currency"
              :today="prices.today"
              :promise="prices.promise"
              :target="targetOf(row.watched.part)"
              :is-open="open === row.watched.part"
              :is-busy="isBusy"
              @open="open = open === row.watched.part ? null : row.watched.part"
            />
            <PartDetail
              v-if="open === row.watched.part && row.verdict"
              :watched="row.watched"
              :verdict="row.verdict"
            />
          </template>
          <p v-if="group.rows.length === 0 && orderedNames.length > 0" class="quiet none">
            Everything that is picked is ordered or there already.
          </p>
          <div v-else-if="group.rows.length === 0" class="quiet none">
            <EmptyPicture shows="strip" />
            <p>
              Nothing is picked yet. <RouterLink to="/picks">Find the best</RouterLink>, or pick by hand: each
              pick is watched.
            </p>
          </div>
        </section>
      </div>
      <aside class="side">
        <JointPanel />
        <NewsPanel />
        <TotalsPanel />
        <CalendarPanel />
        <ReliabilityPanel />
      </aside>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 290px;
  gap: 10px;
  align-items: start;
}
.main,
.side {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
.list {
  padding: 8px 4px 4px;
}
.legend {
  display: flex;
  gap: 16px;
  align-items: baseline;
  padding: 0 10px 4px;
  flex-wrap: wrap;
}
.legend i {
  display: inline-block;
  width: 22px;
  border-top: 1px solid var(--line-strong);
  vertical-align: middle;
}
.notes {
  display: flex;
  gap: 6px 18px;
  flex-wrap: wrap;
}
.note {
  font-size: var(--text-body);
  border-left: 3px solid var(--apricot);
  padding-left: 8px;
}
.none {
  padding: 12px;
}
@media (max-width: 1080px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
