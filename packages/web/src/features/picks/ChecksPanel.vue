<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import { CircleHelp, Info, OctagonX, TriangleAlert } from '@lucide/vue';
import { decided, missingFigures, type Finding, type Verdict } from '@ripe-pick/core/compatibility';
import { partSetOf } from '@ripe-pick/core/parts';
import type { Mend, Repair } from '@ripe-pick/core/swaps';
import { useBench } from '../../shared/stores/bench.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useStandings } from '../../shared/stores/standings.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { fieldName } from '../../shared/format/facts.ts';
import { money, percent } from '../../shared/format/format.ts';
import { goneWords } from '../../shared/format/pick-state.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import FieldLink from '../../shared/ui/FieldLink.vue';
import OrderNotes from '../../shared/ui/OrderNotes.vue';
import DonorLine from './DonorLine.vue';
import { repairWords } from './words.ts';

const bench = useBench();
const choose = useChoose();
const solver = useSolver();
const standings = useStandings();
const workspace = useWorkspace();
const findings = computed(() => bench.summary?.findings ?? []);
const open = computed(() => bench.summary?.open ?? []);
const missing = computed(() => bench.summary?.missing ?? []);
const thumbs = computed(() => bench.summary?.thumbs ?? []);
const balance = computed(() => {
  const rates = bench.summary?.rates;
  return bench.summary?.isUnbalanced && rates?.status === 'known' ? rates.balance : null;
});

const LOOKS: Readonly<Record<Verdict, { readonly icon: typeof Info; readonly word: string }>> = {
  block: { icon: OctagonX, word: 'does not fit' },
  unknown: { icon: CircleHelp, word: 'unknown' },
  warn: { icon: TriangleAlert, word: 'first' },
  note: { icon: Info, word: 'note' },
  pass: { icon: Info, word: 'fits' },
};

/** Mends found so far, by rule. */
const mends = shallowRef(new Map<string, Mend | 'looking'>());
watch([() => workspace.picks, () => workspace.brief], () => (mends.value = new Map()));
const canMend = (finding: Finding) =>
  !finding.isAdvice &&
  (finding.verdict === 'block' || finding.verdict === 'unknown') &&
  open.value.length === 0;

async function look(rule: string) {
  const { picks, brief } = workspace;
  mends.value = new Map(mends.value).set(rule, 'looking');
  const found = await solver.mend(brief, picks, rule);
  if (workspace.picks === picks && workspace.brief === brief)
    mends.value = new Map(mends.value).set(rule, found);
}
function take(finding: Finding, repair: Repair) {
  choose.pick(`fix ${finding.title.toLowerCase()}`, `fixes: ${finding.sentence}`, () => repair.picks);
}
const partName = (id: string | null | undefined) => {
  const part = id ? bench.index?.parts.get(id) : undefined;
  return part ? `${part.brand} ${part.name}` : 'left out';
};
/** What would have to be known for a finding that is unknown. */
const gapsOf = ({ rule, verdict }: Finding) =>
  verdict === 'unknown' && bench.session && bench.index
    ? missingFigures(rule, decided(partSetOf(workspace.picks, bench.index.parts).set), bench.session.rules)
    : [];
const words = (repair: Repair) =>
  repairWords(
    repair,
    null,
    bench.currency,
    (swap) =>
      `${SLOT_NAMES[swap.slot].toLowerCase()}: ${partName(swap.from?.part)} → ${partName(swap.to?.part)} (${money(swap.money, bench.currency, { sign: true })})`,
  );
const figure = (value: Finding['actual'], unit: string | null) =>
  value === null
    ? 'not stated'
    : `${typeof value === 'number' ? Math.round(value * 10) / 10 : value}${unit ? ` ${unit}` : ''}`;
/** The ways out that were found: the one that keeps the frames first, and the cheapest when that is another. */
const waysOut = (rule: string): { readonly title: string; readonly repair: Repair }[] => {
  const mend = mends.value.get(rule);
  if (!mend || mend === 'looking') return [];
  const { cheapest, keeping } = mend;
  if (!keeping) return cheapest ? [{ title: 'Cheapest', repair: cheapest }] : [];
  const isOne = cheapest?.money === keeping.money;
  const first = { title: isOne ? 'Cheapest, no frames lost' : 'No frames lost', repair: keeping };
  return cheapest && !isOne ? [first, { title: 'Cheapest', repair: cheapest }] : [first];
};
</script>

<template>
  <section class="sheet panel" aria-labelledby="checks">
    <h2 id="checks">Checks</h2>
    <p v-if="open.length > 0" class="quiet">
      Still open: {{ open.map((slot) => SLOT_NAMES[slot].toLowerCase()).join(', ') }}.
    </p>
    <p v-for="id in missing" :key="id" class="bad">The catalogue no longer has “{{ id }}”.</p>
    <p v-if="findings.length === 0 && open.length === 0">
      Everything fits. Makers’ manuals have the last word.
    </p>
    <p v-if="balance" class="warn small">
      <b>balance:</b> {{ percent(balance.toCpu) }} lost to the processor, {{ percent(balance.toGpu) }} to the
      graphics; the brief allows {{ percent(workspace.brief.play.objective.balanceLimit ?? 0) }}.
    </p>
    <p v-for="each in standings.gone" :key="each.slot" class="bad small">
      <b>{{ SLOT_NAMES[each.slot].toLowerCase() }}:</b> {{ partName(each.part) }} {{ goneWords(each) }}.
    </p>
    <OrderNotes />
    <ul v-if="findings.length > 0">
      <li v-for="finding in findings" :key="finding.rule" :class="finding.verdict">
        <component :is="LOOKS[finding.verdict].icon" :size="15" aria-hidden="true" />
        <details>
          <summary>
            <b>{{ LOOKS[finding.verdict].word }}:</b> {{ finding.sentence }}
          </summary>
          <div class="more">
            <p>{{ finding.mend }}</p>
            <p v-if="finding.actual !== null || finding.limit !== null" class="quiet num">
              {{ finding.title }}: {{ figure(finding.actual, finding.unit)
              }}<template v-if="finding.limit !== null">
                against {{ figure(finding.limit, finding.unit) }}</template
              >
            </p>
            <p v-for="gap in gapsOf(finding)" :key="gap.part + gap.figure">
              <FieldLink :part="gap.part" :figure="gap.figure"
                >Type in: {{ fieldName(gap.figure).name }}, {{ partName(gap.part) }}</FieldLink
              >
            </p>
            <p v-for="id in finding.parts" :key="id" class="quiet">{{ partName(id) }}</p>
          </div>
        </details>
        <DonorLine v-if="finding.rule === 'firmware' && finding.verdict === 'block'" />
        <div v-if="canMend(finding)" class="mend">
          <button v-if="!mends.has(finding.rule)" class="plain edged" @click="look(finding.rule)">
            Fix it<span class="visually-hidden">: {{ finding.title }}</span>
          </button>
          <p v-else-if="mends.get(finding.rule) === 'looking'" class="quiet">
            Looking for the cheapest swaps…
          </p>
          <template
            v-for="way in waysOut(finding.rule)"
            v-else-if="waysOut(finding.rule).length > 0"
            :key="way.title"
          >
            <p class="ink">
              <b>{{ way.title }}:</b> {{ words(way.repair) }}
            </p>
            <button class="plain edged" @click="take(finding, way.repair)">
              Swap<span class="visually-hidden">: {{ way.title }}</span>
            </button>
          </template>
          <p v-else class="quiet">No four swaps clear it without breaking something else.</p>
        </div>
      </li>
    </ul>
    <p v-for="thumb in thumbs" :key="thumb.id" class="quiet small">
      Rule of thumb: a case at most {{ percent(thumb.limit) }} of the budget; here {{ percent(thumb.share) }}.
      Cheap builds always break it.
    </p>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 6px;
  padding: 10px 12px;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 6px;
}
li {
  display: grid;
  grid-template-columns: 18px 1fr;
  gap: 2px 6px;
  font-size: var(--text-small);
}
li.block summary,
li.block > svg,
.bad {
  color: var(--danger);
}
li.warn summary,
li.warn > svg,
p.warn {
  color: var(--apricot);
}
.small {
  font-size: var(--text-small);
}
summary {
  cursor: pointer;
  min-height: 24px;
}
.more {
  display: grid;
  gap: 2px;
  padding: 2px 0 4px;
}
.mend {
  grid-column: 2;
  display: grid;
  gap: 4px;
  justify-items: start;
}
.ink {
  color: var(--ink);
}
</style>
