<script setup lang="ts">
import { computed } from 'vue';
import type { Offer } from '@ripe-pick/core/parts';
import { inIndexCurrency, offerBarrier } from '@ripe-pick/core/money';
import { withPick, type Trade } from '@ripe-pick/core/swaps';
import Dialog from '../../shared/ui/Dialog.vue';
import { useChoose } from '../../shared/stores/choose.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { dayText, money } from '../../shared/format/format.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { factsOf } from '../../shared/format/facts.ts';
import { tradeEffect, tradeName } from './words.ts';

const props = defineProps<{ trade: Trade | null }>();
const emit = defineEmits<{ close: [] }>();
const bench = useBench();
const choose = useChoose();
const workspace = useWorkspace();

const BARRIERS = {
  stock: 'not in stock',
  condition: 'condition left out in the brief',
  shop: 'shop left out in the brief',
  currency: 'no rate for its currency',
  late: 'arrives too late for the brief',
  stale: 'price too old for the brief',
} as const;

const part = computed(() => props.trade?.part ?? null);
/** The sheet is the maker's, also of a piece that counts as it was tuned. */
const facts = computed(() => {
  const sheet = part.value && (bench.shipped?.priceIndex.parts.get(part.value.id) ?? part.value);
  return sheet ? factsOf(sheet, bench.shipped?.assumed.get(sheet.id)) : [];
});
const offers = computed(() => {
  const index = bench.index;
  if (!index || !part.value) return [];
  return (index.offersByPart.get(part.value.id) ?? [])
    .map((offer) => {
      const shop = index.shops.get(offer.shop);
      const barrier = offerBarrier(index, workspace.brief, offer, props.trade?.slot ?? null);
      return {
        offer,
        shop,
        amount: shop ? inIndexCurrency(index, shop, offer.priceMinor) : null,
        barrier,
        why: whyNot(offer, barrier),
      };
    })
    .sort((a, b) => (a.amount ?? Infinity) - (b.amount ?? Infinity));
});
function whyNot(offer: Offer, barrier: ReturnType<typeof offerBarrier>): string {
  if (offer.ordered) return offer.ordered.state === 'arrived' ? 'there' : 'ordered';
  if (offer.listed) return 'the price of a list, not for sale';
  return barrier ? BARRIERS[barrier] : '';
}
const lock = computed(() => workspace.brief.locks.find(({ slot }) => slot === props.trade?.slot) ?? null);
const isHeld = (offer: Offer) => lock.value?.offer === offer.id;
/** Holds the slot to the very offer, or lets it go again. */
function hold(offer: Offer) {
  const slot = props.trade?.slot;
  if (!slot) return;
  const isOff = isHeld(offer);
  workspace.editBrief(`${isOff ? 'let go of' : 'hold'} an offer of ${SLOT_NAMES[slot]}`, (brief) => ({
    ...brief,
    locks: [
      ...brief.locks.filter((each) => each.slot !== slot),
      ...(isOff ? [] : [{ slot, part: offer.part, offer: offer.id }]),
    ],
  }));
}
const isTaken = (offer: Offer) =>
  props.trade ? workspace.picks[props.trade.slot]?.offer === offer.id : false;
const isLocked = computed(
  () =>
    lock.value !== null &&
    (lock.value.isOrdered || lock.value.part !== part.value?.id || lock.value.offer !== null),
);

function take(offer: Offer) {
  const trade = props.trade;
  if (!trade?.part) return;
  const pick = { part: trade.part.id, offer: offer.id };
  choose.pick(`${SLOT_NAMES[trade.slot]} to ${tradeName(trade)}`, 'this very offer taken', (picks) =>
    withPick(picks, trade.slot, pick),
  );
  emit('close');
}
</script>

<template>
  <Dialog :show="trade !== null" :title="trade ? tradeName(trade) : ''" :width="780" @close="emit('close')">
    <div v-if="trade && part" class="details">
      <p v-if="!trade.isCurrent && (trade.offer || trade.isOwned)">
        {{ tradeEffect(trade, bench.currency) }} against the current pick.
      </p>
      <p v-if="trade.barrier" class="bad">{{ trade.barrier.sentence }} {{ trade.barrier.mend }}</p>
      <h3>Offers</h3>
      <p v-if="offers.length === 0" class="quiet">No offer in the catalogue.</p>
      <div class="scroll">
        <table v-if="offers.length > 0" class="lines">
          <thead>
            <tr>
              <th scope="col">Price</th>
              <th scope="col">Shop</th>
              <th scope="col">Condition</th>
              <th scope="col">Seen</th>
              <th scope="col"><span class="visually-hidden">Take</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in offers" :key="row.offer.id" :class="{ quiet: row.barrier }">
              <td class="num">
                {{ row.amount === null ? 'unknown' : money(row.amount, bench.currency)
                }}<span v-if="row.shop && row.shop.currency !== bench.currency" class="quiet">
                  {{ money(row.offer.priceMinor, row.shop.currency) }}</span
                ><span v-if="row.offer.shippingMinor && row.shop" class="quiet">
                  + {{ money(row.offer.shippingMinor, row.shop.currency) }} shipping</span
                >
              </td>
              <td>{{ row.shop?.name ?? row.offer.shop }}</td>
              <td>
                {{ row.offer.condition }}<template v-if="row.why">, {{ row.why }}</template>
              </td>
              <td class="num">{{ dayText(row.offer.seenOn) }}</td>
              <td>
                <button
                  class="plain edged"
                  :disabled="row.barrier !== null || isTaken(row.offer) || isLocked"
                  @click="take(row.offer)"
                >
                  {{ isTaken(row.offer) ? 'Taken' : 'Take' }}
                </button>
                <button
                  v-if="isTaken(row.offer) && !row.offer.ordered"
                  class="plain edged"
                  :aria-pressed="isHeld(row.offer)"
                  title="The search keeps this very offer"
                  @click="hold(row.offer)"
                >
                  {{ isHeld(row.offer) ? 'Held' : 'Hold this offer' }}
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <h3>Specs</h3>
      <dl>
        <template v-for="fact in facts" :key="fact.name"
          ><div>
            <dt>{{ fact.name }}</dt>
            <dd :class="{ bad: !fact.isKnown }">{{ fact.value }}</dd>
          </div></template
        >
      </dl>
      <p class="quiet small">
        {{
          part.source
            ? `Specs: ${part.source.name}, ${dayText(part.source.on)}.`
            : 'Specs: as it came with the catalogue.'
        }}
        The maker’s manual has the last word.
      </p>
    </div>
  </Dialog>
</template>

<style scoped>
.details {
  display: grid;
  gap: 8px;
}
.scroll {
  overflow-x: auto;
  position: relative;
}
dl {
  margin: 0;
  columns: 2 240px;
  column-gap: 24px;
  font-size: var(--text-body);
}
dl div {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  border-bottom: 1px solid var(--line);
  padding: 2px 0;
  break-inside: avoid;
}
dt {
  color: var(--ink-soft);
}
dd {
  margin: 0;
  text-align: right;
}
.bad {
  color: var(--danger);
}
.small {
  font-size: var(--text-small);
}
</style>
