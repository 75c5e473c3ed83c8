<script setup lang="ts">
import { computed } from 'vue';
import type { Listing } from '@ripe-pick/contract';
import { viewWithin } from '@ripe-pick/core/prices';
import { dateOf } from '@ripe-pick/core/units';
import type { Appraisal } from '@ripe-pick/core/used';
import { listingWait } from '@ripe-pick/core/watch';
import { useBench } from '../../shared/stores/bench.ts';
import { usePrices } from '../../shared/stores/prices.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { dayText, money, percent } from '../../shared/format/format.ts';
import { adviceLine } from '../../shared/format/ripeness.ts';
import RipenessMark from '../../shared/ui/RipenessMark.vue';
import { useAmount } from './amount.ts';
import { VERDICTS } from './words.ts';

/** Whether a listing is worth its price, and whether looking on is worth more. */
const props = defineProps<{ find: Listing; appraisal: Appraisal }>();
const bench = useBench();
const workspace = useWorkspace();
const prices = usePrices();
const amount = useAmount();
/** Whether another listing is worth waiting for. */
const wait = computed(() =>
  bench.index
    ? listingWait(
        props.find,
        props.appraisal.risk.cost,
        props.appraisal.newCost,
        bench.index,
        prices.days,
        workspace.watching.waitPerDayMinor,
      )
    : null,
);
/** What Ripeness says of this very listing, where it is the offer that it judges: one verdict on all screens. */
const verdict = computed(() => {
  const [part] = props.find.parts;
  const found = props.find.parts.length === 1 ? prices.verdicts.get(part) : undefined;
  if (found?.offer !== `find-${props.find.id}`) return null;
  const step = prices.joint?.steps.find(({ id }) => id === part) ?? null;
  return { ...found, ...viewWithin(found, step) };
});
</script>

<template>
  <p class="verdict">
    <b>{{ VERDICTS[appraisal.verdict].shape }} {{ VERDICTS[appraisal.verdict].word }}</b>
    <span v-if="appraisal.verdict === 'take'"
      >: it costs {{ amount(appraisal.risk.cost) }} with its risk, where the same new costs
      {{ amount(appraisal.newCost) }}.<template v-if="appraisal.isAskedLess">
        Less is asked than it would still be worth: nothing more has to be offered.</template
      ></span
    >
    <span v-else-if="appraisal.verdict === 'haggle'"
      >: start at {{ amount(appraisal.firstOffer) }}, and go no higher than
      {{ amount(appraisal.mostOffer) }}.</span
    >
    <span v-else-if="appraisal.verdict === 'pass'"
      >: it would be fair at {{ amount(appraisal.fairPrice) }}, and that is too far from
      {{ amount(appraisal.paid) }}.</span
    >
    <span v-else>: nothing new is known that does as much, so no price is called fair.</span>
  </p>
  <p v-if="verdict" class="waiting">
    <RipenessMark :ripeness="verdict.ripeness" />
    <span>{{ adviceLine(verdict, bench.currency, prices.promise) }}</span>
  </p>
  <p v-else-if="wait" class="waiting">
    <span>
      <b>{{ wait.isRipe ? 'Worth taking.' : 'Worth looking on.' }}</b> Take a listing of it at or below
      {{ money(wait.limits[0], bench.currency, { short: true }) }} with its risk: above that, looking on to
      {{ dayText(dateOf(prices.today + prices.days)) }} pays.
      <span class="quiet"
        >About {{ Math.max(1, Math.round(30 * wait.arrivals)) }} a month come, at about
        {{ percent(wait.share) }} of the new price; from {{ wait.seen }} other
        {{ wait.seen === 1 ? 'listing' : 'listings' }} and what is assumed.</span
      >
    </span>
  </p>
</template>

<style scoped>
.waiting {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
</style>
