<script setup lang="ts">
import { scaleLinear } from 'd3';
import { useElementSize } from '@vueuse/core';
import { NButton } from 'naive-ui';
import { computed, ref, shallowRef } from 'vue';
import type { Shopping } from '@ripe-pick/core/search/orders';
import { plannedOrders, type PlannedOrder } from '@ripe-pick/core/buying';
import { useBench } from '../../shared/stores/bench.ts';
import { useBuying } from '../../shared/stores/buying.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useStandings } from '../../shared/stores/standings.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import UnstatedShipping from '../../shared/ui/UnstatedShipping.vue';
import { keepFocus } from '../../shared/ui/keep-focus.ts';
import { cannotBeBought } from '../../shared/format/pick-state.ts';
import { dayText, money } from '../../shared/format/format.ts';
import { asideOf } from '../../shared/format/totals.ts';
import { slotColour } from '../../shared/format/slots.ts';

const props = defineProps<{ shopping: Shopping }>();
const bench = useBench();
const buying = useBuying();
const choose = useChoose();
const names = useNames();
const standings = useStandings();
const workspace = useWorkspace();

const best = computed(() => props.shopping.best);
const orders = computed(() => (bench.index ? plannedOrders(best.value.cost, bench.index, names.part) : []));
const toOrder = computed(() => orders.value.reduce((total, order) => total + sumOf(order), 0));
const sumOf = (order: PlannedOrder) => order.lines.reduce((sum, line) => sum + line.plannedMinor, 0);
/** What the basket saves against the offers that are picked now. */
const saved = computed(() => (bench.summary ? bench.summary.cost.counted - best.value.cost.counted : 0));
const kept = computed(() => asideOf(best.value.cost).kept);
const atTill = computed(() => (bench.summary ? bench.summary.cost.dueNow - best.value.cost.dueNow : 0));
const isTaken = computed(
  () => JSON.stringify(workspace.picks) === JSON.stringify(best.value.picks) || saved.value === 0,
);

const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const BAR = 16;
const x = computed(() =>
  scaleLinear()
    .domain([
      0,
      Math.max(
        1,
        ...orders.value.map((order) =>
          order.lines.reduce((sum, line) => sum + Math.max(0, line.plannedMinor), 0),
        ),
      ),
    ])
    .range([0, Math.max(40, width.value - 2)]),
);
/** An order's bar: parts end to end, then what sending adds; what deals take off is cut from the right end. */
function stretches(order: PlannedOrder) {
  let at = 0;
  const out: { key: string; from: number; to: number; fill: string }[] = [];
  order.lines.forEach((line, n) => {
    if (line.plannedMinor <= 0) return;
    out.push({
      key: `${n}`,
      from: at,
      to: at + line.plannedMinor,
      fill: line.slot ? slotColour(line.slot) : 'var(--line-strong)',
    });
    at += line.plannedMinor;
  });
  return out;
}
const cutOf = (order: PlannedOrder) => ({
  from: sumOf(order),
  to: order.lines.reduce((sum, line) => sum + Math.max(0, line.plannedMinor), 0),
});

function take() {
  choose.pick('take the cheapest basket', 'the cheapest basket for the same parts', () => best.value.picks);
}
const heldCount = computed(() => workspace.held.parts.length);
/** The basket that was ordered last, until the next one is worked out. */
const placed = shallowRef<Shopping | null>(null);
function place() {
  placed.value = props.shopping;
  if (!isTaken.value) take();
  buying.place(best.value, orders.value);
  void keepFocus();
}
</script>

<template>
  <section class="sheet basket" aria-labelledby="basket-title">
    <div class="top">
      <h2 id="basket-title">
        <template v-if="orders.length === 0">Everything is ordered</template>
        <template v-else
          >{{ orders.length }} {{ orders.length === 1 ? 'order' : 'orders' }},
          {{ money(toOrder, bench.currency) }} due at checkout</template
        >
      </h2>
      <span v-if="heldCount > 0" class="quiet">
        {{ heldCount }} {{ heldCount === 1 ? 'part is' : 'parts are' }} ordered already for
        {{ money(best.cost.dueNow - toOrder, bench.currency) }};
        {{ money(best.cost.dueNow, bench.currency) }} in all
      </span>
      <span class="quiet">
        expected {{ money(best.cost.expected, bench.currency) }}, after all rebates
        {{ money(best.cost.after, bench.currency)
        }}{{ kept > 0 ? `, ${money(kept, bench.currency)} reserve for used parts` : '' }}
      </span>
    </div>
    <UnstatedShipping :cost="best.cost" />
    <p v-if="saved > 0" class="saves">
      <b>{{ money(saved, bench.currency) }} less</b> than the offers that are picked now, for the same parts{{
        kept > 0
          ? `, with the risk of used parts counted; ${money(atTill, bench.currency)} less due at checkout`
          : ''
      }}.
      <button class="plain edged" @click="take">Take these offers</button>
    </p>
    <p v-else-if="standings.gone.length > 0" class="saves">
      <b class="gone">{{ cannotBeBought(standings.gone.length) }}.</b> The same parts cost
      <b class="gone">{{ money(-saved, bench.currency) }} more</b> now than what was picked.
      <button class="plain edged" @click="take">Take these offers</button>
    </p>
    <p v-else-if="orders.length > 0" class="quiet">
      The offers that are picked are these, or cost the same: no way of splitting them costs less.
    </p>
    <div ref="holder">
      <article v-for="(order, n) in orders" :key="n" class="order">
        <header>
          <h3>{{ order.shop }}</h3>
          <span class="num">{{ money(sumOf(order), bench.currency) }}</span>
          <span class="quiet">{{
            order.expectedOn ? `there about ${dayText(order.expectedOn)}` : 'arrival unknown'
          }}</span>
          <span v-for="code in order.codes" :key="code" class="code"
            >enter <b>{{ code }}</b></span
          >
          <span v-for="gift in order.gifts" :key="gift" class="quiet">comes with {{ gift }}</span>
        </header>
        <svg v-if="width > 0" :width="width" :height="BAR" aria-hidden="true">
          <rect
            v-for="each in stretches(order)"
            :key="each.key"
            :x="x(each.from)"
            y="0"
            :width="Math.max(1, x(each.to) - x(each.from) - 1)"
            :height="BAR"
            :fill="each.fill"
          />
          <rect
            v-if="cutOf(order).to > cutOf(order).from"
            class="cut"
            :x="x(cutOf(order).from)"
            y="0.5"
            :width="Math.max(2, x(cutOf(order).to) - x(cutOf(order).from))"
            :height="BAR - 1"
          />
        </svg>
        <table class="lines">
          <tbody>
            <tr v-for="(line, m) in order.lines" :key="m" :class="{ off: line.plannedMinor < 0 }">
              <th scope="row">{{ line.name }}</th>
              <td class="num">{{ money(line.plannedMinor, bench.currency) }}</td>
            </tr>
          </tbody>
        </table>
      </article>
    </div>
    <div class="actions">
      <NButton type="primary" :disabled="orders.length === 0 || placed === shopping" @click="place"
        >Turn into orders</NButton
      >
      <span class="quiet">{{
        orders.length === 0
          ? 'A changed basket can be ordered again: only what is new in it.'
          : 'The app buys nothing. Press it once you have ordered: these parts and their money are fixed from then on, with their claims and dates.'
      }}</span>
    </div>
  </section>
</template>

<style scoped>
.basket {
  padding: 12px 16px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.top {
  display: flex;
  gap: 12px;
  align-items: baseline;
  flex-wrap: wrap;
}
h2 {
  font-size: var(--text-title);
}
.saves b {
  color: var(--leaf);
}
.saves .gone {
  color: var(--danger);
}
.order {
  padding: 8px 0 6px;
  border-top: 1px solid var(--line);
  display: grid;
  gap: 4px;
}
.order header {
  display: flex;
  gap: 10px;
  align-items: baseline;
  flex-wrap: wrap;
}
.order h3 {
  font-size: var(--text-large);
}
.order header .num {
  font-weight: 650;
}
.code {
  border: 1px dashed var(--plum);
  border-radius: var(--round-small);
  padding: 0 7px;
  font-size: var(--text-body);
}
.cut {
  fill: var(--sheet);
  stroke: var(--plum);
  stroke-dasharray: 3 2;
}
.off th,
.off td {
  color: var(--leaf);
}
td {
  text-align: right;
  white-space: nowrap;
}
svg {
  display: block;
}
.actions {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
}
</style>
