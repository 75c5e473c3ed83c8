<script setup lang="ts">
import { NButton, useMessage } from 'naive-ui';
import { computed, ref } from 'vue';
import { RouterLink } from 'vue-router';
import { calendarOf, CALENDAR_PATH } from '@ripe-pick/contract';
import { cashFlow, deadlinesOf, payoutDay, slipsFor } from '@ripe-pick/core/buying';
import { useBench } from '../../shared/stores/bench.ts';
import { pathHere } from '../../shared/api/place.ts';
import { useBuying } from '../../shared/stores/buying.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { dayText, money } from '../../shared/format/format.ts';
import { download, fileName } from '../../shared/ui/download.ts';
import CashFlowPicture from './CashFlowPicture.vue';
import ClaimRow from './ClaimRow.vue';
import OfferedPanel from './OfferedPanel.vue';

const bench = useBench();
const buying = useBuying();
const names = useNames();
const workspace = useWorkspace();
const message = useMessage();

const ENDS = new Set(['paid', 'refused', 'missed']);
const open = computed(() =>
  workspace.claims
    .filter((slip) => !ENDS.has(slip.state))
    .sort((a, b) => ((dayOf(a) ?? '9') < (dayOf(b) ?? '9') ? -1 : 1)),
);
const ended = computed(() => workspace.claims.filter((slip) => ENDS.has(slip.state)));
const dayOf = (slip: (typeof workspace.claims)[number]) =>
  slip.state === 'eligible' ? slip.lastPurchase : slip.state === 'bought' ? slip.sendBy : payoutDay(slip);
/** What the picks of this moment would make claimable, as far as it is not a slip already. */
const eligible = computed(() => {
  const { summary, index } = bench;
  if (!summary || !index) return [];
  return slipsFor(summary.cost, index.deals, bench.currency, names.part).filter(
    (slip) =>
      !workspace.claims.some(
        (known) =>
          known.deal === slip.deal &&
          known.part === slip.part &&
          known.kind === slip.kind &&
          !ENDS.has(known.state),
      ),
  );
});
function keep(slip: (typeof eligible.value)[number]) {
  buying.add('claims', `keep a claim for ${slip.name}`, {
    ...slip,
    papers: slip.papers.map((paper) => ({ ...paper })),
    order: null,
    chance: null,
    note: '',
  });
}
const flow = computed(() => cashFlow(workspace.orders, workspace.claims, bench.currency));
const deadlines = computed(() =>
  deadlinesOf(workspace.claims, workspace.orders, {
    name: workspace.brief.name,
    readyBy: workspace.brief.dates.readyBy,
  }),
);
const ahead = computed(() => deadlines.value.filter((each) => each.day >= buying.today));
const due = computed(() =>
  open.value.reduce((sum, slip) => sum + (slip.currency === bench.currency ? slip.expectedMinor : 0), 0),
);
const face = computed(() =>
  open.value.reduce((sum, slip) => sum + (slip.currency === bench.currency ? slip.faceMinor : 0), 0),
);
const address = `${location.origin}${pathHere(CALENDAR_PATH)}`;
const isCopied = ref(false);
async function copy() {
  try {
    await navigator.clipboard.writeText(address);
    isCopied.value = true;
  } catch {
    message.info(`The address is ${address}`);
  }
}
function takeOut() {
  download(
    fileName(`${workspace.brief.name} deadlines`, 'ics'),
    calendarOf(deadlines.value, `Ripe Pick: ${workspace.brief.name}`, new Date().toISOString()),
    'text/calendar',
  );
}
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Rebates</h1>
      <p class="quiet">
        Rebates are money at risk with a deadline: what to gather, when to post it, what came of it.
      </p>
    </div>
    <div class="columns">
      <div class="main">
        <section class="sheet open" aria-labelledby="open-title">
          <div class="top">
            <h2 id="open-title">On their way</h2>
            <span class="quiet"
              >{{ money(face, bench.currency) }} on paper, {{ money(due, bench.currency) }} expected</span
            >
          </div>
          <p v-if="open.length === 0" class="quiet">
            None yet. Claims come from <RouterLink to="/shopping-day">orders</RouterLink>, or from what the
            picks make claimable; what is offered can be typed in below.
          </p>
          <ClaimRow v-for="slip in open" :key="slip.id" :slip="slip" />
          <template v-if="eligible.length > 0">
            <h2>What these picks make claimable</h2>
            <div v-for="slip in eligible" :key="`${slip.deal}-${slip.part}-${slip.kind}`" class="eligible">
              <span class="what"
                >{{ slip.name }}<span class="quiet">{{ slip.partName }}</span></span
              >
              <span class="num"
                >{{ money(slip.faceMinor, slip.currency)
                }}<span class="quiet">expected {{ money(slip.expectedMinor, slip.currency) }}</span></span
              >
              <span class="quiet"
                >{{ slip.lastPurchase ? `buy by ${dayText(slip.lastPurchase)}` : 'no last day'
                }}{{ slip.sendBy ? `, post by ${dayText(slip.sendBy)}` : '' }}</span
              >
              <NButton size="small" @click="keep(slip)">Keep a claim</NButton>
            </div>
          </template>
          <details v-if="ended.length > 0">
            <summary>Ended: {{ ended.length }}</summary>
            <ClaimRow v-for="slip in ended" :key="slip.id" :slip="slip" />
          </details>
        </section>
        <OfferedPanel />
      </div>
      <aside class="side">
        <section class="sheet flow" aria-labelledby="flow-title">
          <h2 id="flow-title">Money out and back</h2>
          <CashFlowPicture
            v-if="flow.days.length > 0"
            :days="flow.days"
            :currency="bench.currency"
            :today="buying.today"
          />
          <p v-else class="quiet">Nothing is ordered yet.</p>
          <p v-if="flow.undated > 0" class="quiet">
            {{ money(flow.undated, bench.currency) }} more is expected without a day.
          </p>
        </section>
        <section class="sheet dates" aria-labelledby="dates-title">
          <h2 id="dates-title">Days ahead</h2>
          <ol v-if="ahead.length > 0">
            <li v-for="each in ahead.slice(0, 9)" :key="each.uid">
              <b class="num">{{ dayText(each.day) }}</b> {{ each.title }}
            </li>
          </ol>
          <p v-else class="quiet">None.</p>
          <div class="actions">
            <NButton size="small" :disabled="deadlines.length === 0" @click="takeOut"
              >Export as a calendar</NButton
            >
            <NButton size="small" @click="copy">{{
              isCopied ? 'Address copied' : 'Copy the address to subscribe'
            }}</NButton>
          </div>
          <p class="quiet small">
            A calendar on this machine can subscribe to {{ address }}; reminders are in it.
          </p>
        </section>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 360px;
  gap: 10px;
  align-items: start;
}
.open,
.flow,
.dates {
  padding: 12px 16px;
  display: grid;
  gap: 8px;
  grid-template-columns: minmax(0, 1fr);
}
.main,
.side {
  display: grid;
  gap: 10px;
  grid-template-columns: minmax(0, 1fr);
}
h2 {
  font-size: var(--text-large);
}
.top {
  display: flex;
  gap: 12px;
  align-items: baseline;
  flex-wrap: wrap;
}
.eligible {
  display: flex;
  gap: 6px 14px;
  flex-wrap: wrap;
  align-items: center;
  border-top: 1px dotted var(--line);
  padding-top: 6px;
}
.eligible .what {
  flex: 1 1 220px;
}
.quiet {
  margin-left: 0;
}
.what .quiet,
.num .quiet {
  margin-left: 0.5em;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
  font-size: var(--text-body);
}
.actions {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
.small {
  font-size: var(--text-small);
  overflow-wrap: anywhere;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
