<script setup lang="ts">
import { computed } from 'vue';
import { daysBetween } from '@ripe-pick/core';
import { basisTotal, type CostLine } from '@ripe-pick/core/money';
import Dialog from '../../shared/ui/Dialog.vue';
import UnstatedShipping from '../../shared/ui/UnstatedShipping.vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { dayText, money } from '../../shared/format/format.ts';
import { schoolsOf } from '../../shared/format/schools.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

defineProps<{ show: boolean }>();
const emit = defineEmits<{ close: [] }>();
const bench = useBench();
const workspace = useWorkspace();
const cost = computed(() => bench.summary?.cost ?? null);
const schools = computed(() => schoolsOf(workspace.brief));

/** Lines by order: what one shop sends stands together, with what its sending costs. */
const orders = computed(() => {
  const groups = new Map<string, CostLine[]>();
  for (const line of cost.value?.lines ?? []) {
    const shop = line.shop ? bench.index?.shops.get(line.shop) : undefined;
    const key =
      line.kind === 'owned'
        ? 'Already there'
        : line.offer && bench.index?.offers.get(line.offer)?.ordered
          ? `${shop?.name ?? ''}, ordered`
          : shop?.kind === 'used-market'
            ? `${shop.name}, listing ${line.offer}`
            : (shop?.name ?? 'Unknown');
    groups.set(key, [...(groups.get(key) ?? []), line]);
  }
  return [...groups].map(([name, lines]) => ({
    name,
    lines,
    sum: lines.reduce((sum, line) => sum + line.amount, 0),
  }));
});
const DEAL_WORDS = { instant: 'lower for now', combo: 'combo', gift: 'gift', code: 'code' } as const;
const deals = computed(() => new Map((bench.index?.deals ?? []).map((deal) => [deal.id, deal])));
/** Prices older than this are called old. Chosen: two weeks. */
const OLD_DAYS = 14;
function ageWords(seenOn: string): string {
  const today = bench.index?.today;
  const days = today ? daysBetween(seenOn, today) : 0;
  return days > OLD_DAYS ? `, ${days} days old` : '';
}
const partName = (id: string) => {
  const part = bench.index?.parts.get(id);
  return part ? `${part.brand} ${part.name}` : id;
};
const BACK_WORDS = { rebate: 'mail-in rebate', cashback: 'cashback', review: 'for a review' } as const;
const words = (line: CostLine): string => {
  if (line.kind === 'charges')
    return `${line.slot ? SLOT_NAMES[line.slot] : ''}: its share of shipping and discounts of the order`;
  if (line.kind === 'shipping') return 'shipping';
  if (line.kind === 'tax') return 'tax that the shop adds';
  if (line.deal !== null) {
    const deal = deals.value.get(line.deal);
    const on = line.slot ? ` on ${SLOT_NAMES[line.slot].toLowerCase()}` : '';
    return `${DEAL_WORDS[line.kind as keyof typeof DEAL_WORDS]}${on}: ${deal?.name ?? line.deal}${deal?.kind === 'code' ? ` (${deal.code})` : ''}`;
  }
  return partWords(line);
};
/** A part's line: what it is, and where its price comes from. */
function partWords(line: CostLine): string {
  const part = line.part ? bench.index?.parts.get(line.part) : undefined;
  const offer = line.offer ? bench.index?.offers.get(line.offer) : undefined;
  const what = `${line.kind === 'lot' ? 'Rest of the lot' : line.slot ? SLOT_NAMES[line.slot] : ''}: ${part ? `${part.brand} ${part.name}` : line.part}`;
  if (offer?.ordered)
    return `${what} (${offer.ordered.state === 'arrived' ? 'there' : 'on its way'}${offer.ordered.arrivesOn ? `, ${dayText(offer.ordered.arrivesOn)}` : ''}; ordered ${dayText(offer.seenOn)})`;
  return offer
    ? `${what} (${offer.condition}, seen ${dayText(offer.seenOn)}${offer.source ? `, ${offer.source}` : ''}${ageWords(offer.seenOn)})`
    : what;
}
</script>

<template>
  <Dialog :show="show" title="What the total is made of" :width="640" @close="emit('close')">
    <div v-if="cost" class="total">
      <table v-for="order in orders" :key="order.name" class="lines">
        <caption>
          {{
            order.name
          }}
        </caption>
        <tbody>
          <tr v-for="(line, n) in order.lines" :key="n">
            <th scope="row">{{ words(line) }}</th>
            <td class="num">
              <span v-if="line.stated.currency !== bench.currency" class="quiet"
                >{{ money(line.stated.minor, line.stated.currency) }} = </span
              >{{ money(line.amount, bench.currency) }}
            </td>
          </tr>
        </tbody>
      </table>
      <p class="sum">
        <b>Due at checkout</b> <b class="num">{{ money(cost.dueNow, bench.currency) }}</b>
      </p>
      <UnstatedShipping :cost="cost" />
      <table v-if="cost.backs.length > 0" class="lines">
        <caption>
          May come back later
        </caption>
        <tbody>
          <tr v-for="(back, n) in cost.backs" :key="n">
            <th scope="row">
              {{ BACK_WORDS[back.kind] }}, {{ SLOT_NAMES[back.slot].toLowerCase() }}: {{ back.claim.name
              }}{{ back.sendBy ? `, posted by ${dayText(back.sendBy)}` : '' }}
            </th>
            <td class="num">
              {{ money(-back.face, bench.currency)
              }}<span class="quiet">, expected {{ money(-back.expected, bench.currency) }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="sum">
        <span>Expected after rebates</span> <b class="num">{{ money(cost.expected, bench.currency) }}</b>
      </p>
      <p class="sum">
        <span>After all rebates</span> <b class="num">{{ money(cost.after, bench.currency) }}</b>
      </p>
      <p v-for="(line, n) in cost.aside" :key="`aside-${n}`" class="sum">
        <span>{{
          {
            risk: `Reserve for a used part: ${partName(line.part)}`,
            sale: `What an owned part fetches: ${partName(line.part)}`,
            beside: `Also from the same budget: ${line.part}`,
          }[line.kind]
        }}</span>
        <span class="num">{{ money(line.amount, bench.currency, { sign: true }) }}</span>
      </p>
      <p v-if="cost.counted !== basisTotal(cost, workspace.brief.money.costBasis)" class="sum">
        <span>Counted against the budget</span>
        <b class="num">{{ money(cost.counted, bench.currency) }}</b>
      </p>
      <p v-if="cost.unpriced.length > 0" class="bad">
        Without a price: {{ cost.unpriced.map((slot) => SLOT_NAMES[slot]).join(', ') }}.
      </p>
      <h3>What the figures follow</h3>
      <ul>
        <li v-for="costBasis in schools" :key="costBasis">{{ costBasis }}</li>
      </ul>
    </div>
  </Dialog>
</template>

<style scoped>
.total {
  display: grid;
  gap: 10px;
}
td {
  text-align: right;
  white-space: nowrap;
}
.sum {
  display: flex;
  justify-content: space-between;
  gap: 12px;
}
.bad {
  color: var(--danger);
}
ul {
  margin: 0;
  padding-left: 18px;
}
</style>
