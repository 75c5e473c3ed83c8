<script setup lang="ts">
import { openSession } from '@ripe-pick/core/session';
import { NButton, NInput } from 'naive-ui';
import { computed, ref, shallowRef, watch } from 'vue';
import { doubtKey } from '@ripe-pick/core/audit';
import { type Pick, type Picks, type Slot } from '@ripe-pick/core/parts';
import { summaryFor } from '@ripe-pick/core/swaps';
import type { Solved } from '../../workers/solver.worker.ts';
import { useBuying } from '../../shared/stores/buying.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { fps, money, signed, whole } from '../../shared/format/format.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import DayField from '../../shared/ui/DayField.vue';
import SideScreens from '../../shared/ui/SideScreens.vue';
import AuditParts from './AuditParts.vue';
import DoubtList from './DoubtList.vue';
import ListSums from './ListSums.vue';
import { LONGEST, MOST_ROWS, nameKey, useListAudit } from './list-audit.ts';

const buying = useBuying();
const choose = useChoose();
const catalogueStore = useCatalogue();
const solver = useSolver();
const workspace = useWorkspace();
const {
  text,
  answers,
  settled,
  list,
  isReading,
  failure,
  audit,
  isLeftOut,
  matched,
  partLines,
  rows,
  left,
  makeCandidate,
} = useListAudit();
const currency = computed(() => list.value.currency);
/** Lines that count as nothing: shown, so that nothing is dropped in silence. */
const others = computed(() =>
  list.value.lines.filter(({ kind, raw }) => kind === 'remark' || (kind === 'note' && /\d/.test(raw))),
);
const choosePart = (name: string, part: string | null) =>
  (matched.value = { ...matched.value, [nameKey(name)]: part ?? '' });

/** The matched parts, as far as their rates and fit are asked. */
const picks = computed<Picks>(() => {
  const out: Partial<Record<Slot, Pick>> = {};
  for (const { part, slots } of rows.value)
    for (const slot of slots) if (part) out[slot] = { part, offer: null };
  return out;
});
const hasPicks = computed(() => Object.keys(picks.value).length > 0);
const summary = computed(() => {
  if (!catalogueStore.catalogue || !hasPicks.value) return null;
  const owned = rows.value.flatMap(({ line, part }) => (line.isOwned && part ? [part] : []));
  return summaryFor(
    openSession(catalogueStore.catalogue, {
      ...workspace.brief,
      owned: [...new Set([...workspace.brief.owned, ...owned])],
    }),
  ).summarise(picks.value);
});
const broken = computed(
  () =>
    summary.value?.findings.filter(
      (finding) => finding.verdict === 'block' || finding.verdict === 'unknown',
    ) ?? [],
);
const open = computed<readonly Slot[]>(() => summary.value?.open ?? []);
const lacksLicence = computed(() => workspace.brief.needs.osLicence && !picks.value.os);
/** What the same money could do instead, in the brief's currency. */
const instead = shallowRef<Solved | 'busy' | null>(null);
watch(settled, () => (instead.value = null));
const held = computed(() => audit.value.against.find(({ limit }) => limit === 'brief') ?? null);
async function solve() {
  if (!held.value) return;
  instead.value = 'busy';
  const { money: m } = workspace.brief;
  const { over, limitMinor } = held.value;
  const counted = { strict: over.dueNow, expected: over.expected, after: over.after }[m.costBasis];
  try {
    instead.value = await solver.best({
      ...workspace.brief,
      money: { ...m, budgetMinor: limitMinor + counted, allowedOverMinor: 0 },
    });
  } catch {
    instead.value = null;
  }
}
const score = computed(() =>
  summary.value?.rates.status === 'known' ? summary.value.rates.objective : null,
);
const best = computed(() =>
  instead.value && instead.value !== 'busy' ? (instead.value.answers[0] ?? null) : null,
);
const EXAMPLE =
  'Processor: Tarnholt Dunlin 250 - €132.90 @ Cobblegate\nBoard: Kestrand Mole T4-2M10 - €77.99\nRAM: Wrenlow Spar 2x8 3600 CL16 - €45.90\nGPU: Bramfell Ember 270 Duo - €189.90 (-€20.00 mail-in rebate)\nDrive: Fennimark Race 512 GB 2242 - €26.99\nPower supply: Wattlewood Mast 600 White - €44.99\nCase: Old office case (given)\nTotal: €490.00';
const answer = (key: string, value: number) => (answers.value = { ...answers.value, [key]: value });
const leaveOut = (raw: string) => answer(doubtKey({ raw, what: 'unclear' }), 0);
function takeIn(raw: string) {
  const { [doubtKey({ raw, what: 'unclear' })]: _, ...rest } = answers.value;
  answers.value = rest;
}
/** Under what name and of what day the list is kept. */
const keptName = ref('');
const keptOn = ref<string | null>(null);
const notKept = ref<string | null>(null);
const keepIt = () =>
  (notKept.value = makeCandidate(keptName.value.trim() || 'From a list', keptOn.value ?? buying.today));
function clear() {
  text.value = '';
  answers.value = {};
  matched.value = {};
  keptName.value = '';
  keptOn.value = null;
}
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Check a list</h1>
      <p class="quiet">
        Paste a parts list from anywhere: text, CSV or Markdown, with prices, codes and rebates in words.
      </p>
    </div>
    <div class="columns">
      <section class="sheet paste" aria-labelledby="paste-title">
        <div class="top">
          <h2 id="paste-title">The list</h2>
          <NButton v-if="text" size="tiny" @click="clear">Clear</NButton
          ><NButton v-else size="tiny" @click="text = EXAMPLE">Put an example in</NButton>
        </div>
        <textarea
          v-model="text"
          rows="11"
          aria-label="The list to check"
          placeholder="Processor: … – 132.90"
          spellcheck="false"
        ></textarea>
        <p class="quiet">
          {{
            isReading
              ? 'Reading…'
              : list.lines.length === 0
                ? 'Nothing leaves this machine.'
                : `Read as ${list.shape === 'text' ? 'plain text' : list.shape === 'csv' ? 'a table' : 'Markdown'}: ${partLines.length} ${partLines.length === 1 ? 'part' : 'parts'}, in ${currency}.${partLines.length > MOST_ROWS ? ` The first ${MOST_ROWS} are matched.` : ''}`
          }}
        </p>
        <p v-if="failure" class="failure" role="alert">{{ failure }}</p>
        <p v-if="text.length > LONGEST" class="failure" role="alert">
          Only the first {{ whole(LONGEST) }} characters are read.
        </p>
        <template v-if="audit.doubts.length > 0">
          <h2>To be asked first</h2>
          <p class="quiet">These can be read in more than one way. They are not guessed.</p>
          <DoubtList :doubts="audit.doubts.slice(0, MOST_ROWS)" :currency="currency" @answer="answer" />
        </template>
        <details v-if="others.length > 0" open>
          <summary>Lines that count as nothing ({{ others.length }})</summary>
          <ul class="others">
            <li v-for="line in others.slice(0, MOST_ROWS)" :key="line.line">
              {{ line.line }}: {{ line.raw.trim().slice(0, 160) }}
            </li>
          </ul>
        </details>
      </section>
      <section class="sheet sums" aria-labelledby="sums-title">
        <h2 id="sums-title">What it comes to</h2>
        <p v-if="list.lines.length === 0" class="quiet">
          The three totals will stand here, with what does not add up.
        </p>
        <p v-else-if="!audit.totals" class="quiet">
          Answer what is asked first; until then no total is certain.
        </p>
        <template v-else>
          <ListSums :totals="audit.totals" :audit="audit" :currency="currency" />
          <p class="rate">
            <template v-if="score"
              >Expected: <b>{{ fps(score.value) }}</b> fps by the brief’s measure ({{
                fps(score.interval.low)
              }}
              to {{ fps(score.interval.high) }}).</template
            >
            <template v-else
              >Expected rates are unknown until processor, motherboard, memory and graphics card are
              matched.</template
            >
          </p>
          <div class="actions">
            <NButton
              size="small"
              type="primary"
              :loading="instead === 'busy'"
              :disabled="!held"
              @click="solve"
              >What could the same money do?</NButton
            >
          </div>
          <form class="keep" @submit.prevent="keepIt">
            <NInput
              v-model:value="keptName"
              size="small"
              placeholder="From a list"
              :input-props="{ 'aria-label': 'Name of the candidate' }"
            />
            <DayField label="Prices of" :value="keptOn ?? buying.today" @change="(day) => (keptOn = day)" />
            <NButton size="small" attr-type="submit" :disabled="!hasPicks || isReading"
              >Make it a candidate</NButton
            >
          </form>
          <p v-if="notKept" class="failure" role="alert">{{ notKept }}</p>
          <p v-if="left.length > 0 && hasPicks" class="quiet">
            The candidate will be without {{ left.join(', ') }}.
          </p>
          <p v-if="instead && instead !== 'busy'" class="instead" aria-live="polite">
            <template v-if="best"
              >Proved best for it by these figures: <b>{{ fps(best.score / 1000) }}</b> fps{{
                score ? `, ${signed(best.score / 1000 - score.value)} fps against the list` : ''
              }}, for {{ money(best.cost, currency) }}.
              <button
                class="plain edged"
                @click="choose.keep('Instead of the list', 'the same money, proved best', best.picks)"
              >
                Keep it as a candidate
              </button></template
            >
            <template v-else>Nothing that keeps the brief’s needs can be had for that budget.</template>
          </p>
        </template>
      </section>
    </div>
    <section v-if="rows.length > 0" class="sheet parts" aria-labelledby="match-title">
      <h2 id="match-title">Its parts, and what they are here</h2>
      <AuditParts
        :rows="rows"
        :matched="matched"
        :is-left-out="isLeftOut"
        @choose="choosePart"
        @leave-out="leaveOut"
        @take-in="takeIn"
      />
      <details v-if="summary && score" open>
        <summary>Expected frame rates by game and screen</summary>
        <SideScreens :own="summary.rates" :beside="summary.beside" />
      </details>
      <template v-if="summary">
        <h2>What does not fit, and what is missing</h2>
        <ul class="findings">
          <li v-for="finding in broken" :key="finding.rule">{{ finding.sentence }} {{ finding.mend }}</li>
          <li v-if="open.length > 0">
            Nothing in the list for: {{ open.map((slot) => SLOT_NAMES[slot].toLowerCase()).join(', ') }}.
          </li>
          <li v-if="lacksLicence">No system licence, which the brief asks for.</li>
          <li v-if="broken.length === 0 && open.length === 0 && !lacksLicence">
            Everything that was matched fits, and nothing is missing.
          </li>
        </ul>
      </template>
    </section>
  </div>
</template>

<style src="./AuditPage.css" scoped></style>
