<script setup lang="ts">
import { openSession } from '@ripe-pick/core/session';
import { refDebounced } from '@vueuse/core';
import { useDraft } from '../../shared/ui/draft.ts';
import { NButton, NInput, NSelect } from 'naive-ui';
import { computed, ref, shallowRef, watch } from 'vue';
import { daysBetween } from '@ripe-pick/core';
import { addUp, doubtKey, isSure, partMatcher, readAmount, readList } from '@ripe-pick/core/audit';
import { usableOffers } from '@ripe-pick/core/money';
import { slotsFor, SLOTS, type Pick, type Picks, type Slot } from '@ripe-pick/core/parts';
import type { Solved } from '../../workers/solver.worker.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { fps, money, signed } from '../../shared/format/format.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { summaryFor } from '@ripe-pick/core/swaps';
import { DOUBT_WORDS, findingWords } from './words.ts';
import MakePartLink from '../../shared/ui/MakePartLink.vue';

const bench = useBench();
const choose = useChoose();
const catalogueStore = useCatalogue();
const names = useNames();
const solver = useSolver();
const workspace = useWorkspace();

/** Kept as it is typed, with what was answered and matched, over a reload too. */
const text = useDraft<string>('ripe-pick-audit-text', '');
const answers = useDraft<Record<string, number>>('ripe-pick-audit-answers', {});
const matched = useDraft<Record<string, string>>('ripe-pick-audit-matches', {});
const settled = refDebounced(text, 200);
const LONGEST = 200_000;

const currency = computed(() => workspace.brief.money.currency);
const list = computed(() => readList((settled.value ?? '').slice(0, LONGEST), currency.value));
const claims = computed(() => workspace.brief.money.claimHabits);
const audit = computed(() =>
  addUp(
    list.value.lines,
    {
      limitMinor: bench.limit,
      costBasis: workspace.brief.money.costBasis,
      rebateShare: claims.value.fileChance * claims.value.acceptChance,
    },
    new Map(Object.entries(answers.value)),
  ),
);
const matcher = computed(() => partMatcher(catalogueStore.parts));
const keyOf = (name: string) => name.toLowerCase().trim();
/** A build has a dozen parts; of a longer list the sums are checked, and so many parts matched and shown. */
const MOST_ROWS = 60;
const partLines = computed(() => list.value.lines.filter((line) => line.kind === 'part'));
const rows = computed(() =>
  partLines.value.slice(0, MOST_ROWS).map((line) => {
    const found = matcher.value(line.name, line.slotWord);
    const chosen = matched.value[keyOf(line.name)];
    const part = chosen === '' ? null : (chosen ?? (isSure(found) ? found[0].part : null));
    return { line, found, part: part !== null && names.parts.has(part) ? part : null };
  }),
);
const optionsOf = (row: (typeof rows.value)[number]) => [
  ...(row.found.length === 0
    ? names.partOptions
    : row.found.map((match) => ({ value: match.part, label: names.part(match.part) }))),
  { value: '', label: 'none of these' },
];
const choosePart = (name: string, part: string | null) =>
  (matched.value = { ...matched.value, [keyOf(name)]: part ?? '' });

/** The matched parts as picks, each at its cheapest offer for the brief; the list's own prices stay the list's. */
const placed = computed<{ readonly picks: Picks; readonly left: readonly string[] }>(() => {
  const out: Record<string, Pick> = {};
  const left: string[] = [];
  for (const { part, line } of rows.value) {
    const known = part === null ? undefined : names.parts.get(part);
    const slot = known && slotsFor(known.kind).find((each) => !out[each]);
    if (!known) left.push(`${line.name} (not matched)`);
    else if (!slot) left.push(`${line.name} (its slot is taken by another line)`);
    if (!known || !slot) continue;
    // What is sold only with other parts is no price of this one.
    const { index } = bench;
    const offers = index
      ? usableOffers(index, workspace.brief, known.id, slot).flatMap((offer) =>
          offer.lot === undefined ? (index.priced(offer) ?? []) : [],
        )
      : [];
    const best = offers.reduce<(typeof offers)[number] | null>(
      (a, b) => (a && a.dueNow <= b.dueNow ? a : b),
      null,
    );
    out[slot] = { part: known.id, offer: line.isOwned ? null : (best?.offer.id ?? null) };
  }
  const more = partLines.value.length - rows.value.length;
  return { picks: out, left: more > 0 ? [...left, `${more} more lines`] : left };
});
const picks = computed(() => placed.value.picks);
const summary = computed(() => {
  if (!catalogueStore.catalogue || Object.keys(picks.value).length === 0) return null;
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
/** How the list's prices lie to today's cheapest ones, and how old those are. */
const prices = computed(() =>
  rows.value.flatMap(({ line, part }) => {
    const slot = SLOTS.find((each) => picks.value[each]?.part === part);
    const offer = slot ? bench.index?.offers.get(picks.value[slot]?.offer ?? '') : undefined;
    const priced = offer ? bench.index?.priced(offer) : null;
    if (!part || !priced || line.price?.kind !== 'sure') return [];
    return [
      {
        part,
        slot,
        stated: line.price.minor,
        now: priced.dueNow,
        shop: priced.shop.name,
        days: daysBetween(priced.offer.seenOn, bench.index?.today ?? priced.offer.seenOn),
      },
    ];
  }),
);

/** What the same money could do instead. */
const instead = shallowRef<Solved | 'busy' | null>(null);
watch(settled, () => (instead.value = null));
async function solve() {
  const totals = audit.value.totals;
  if (!totals) return;
  instead.value = 'busy';
  const { money: m } = workspace.brief;
  const sum = { strict: totals.dueNow, expected: totals.expected, after: totals.after }[m.costBasis];
  try {
    instead.value = await solver.best({
      ...workspace.brief,
      money: { ...m, budgetMinor: sum, allowedOverMinor: 0 },
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
const typed = ref<Record<string, string>>({});
function answer(key: string, value: number) {
  answers.value = { ...answers.value, [key]: value };
}
/** A typed answer counts when it can mean one thing only. */
function answerTyped(key: string) {
  const read = readAmount(typed.value[key] ?? '', currency.value);
  if (read?.kind === 'sure') answer(key, read.minor);
}
function clear() {
  text.value = '';
  answers.value = {};
  matched.value = {};
}
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Audit a list</h1>
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
          aria-label="The list to audit"
          placeholder="Processor: … – 132.90"
          spellcheck="false"
        ></textarea>
        <p class="quiet">
          {{
            list.lines.length === 0
              ? 'Nothing leaves this machine.'
              : `Read as ${list.shape === 'text' ? 'plain text' : list.shape === 'csv' ? 'a table' : 'Markdown'}: ${partLines.length} ${partLines.length === 1 ? 'part' : 'parts'}, in ${currency}.${partLines.length > MOST_ROWS ? ` The first ${MOST_ROWS} are matched.` : ''}`
          }}
        </p>
        <p v-if="text.length > LONGEST" class="failure" role="alert">
          Only the first {{ LONGEST.toLocaleString('en') }} characters are read.
        </p>
        <template v-if="audit.doubts.length > 0">
          <h2>To be asked first</h2>
          <p class="quiet">These numbers can be read in more than one way. They are not guessed.</p>
          <div
            v-for="doubt in audit.doubts.slice(0, MOST_ROWS)"
            :key="`${doubt.line}:${doubt.what}`"
            class="doubt"
          >
            <code>{{ doubt.raw.trim().slice(0, 120) }}</code>
            <span>What is the {{ DOUBT_WORDS[doubt.what] }}, “{{ doubt.text }}”?</span>
            <NButton
              v-for="reading in doubt.readings"
              :key="reading"
              size="tiny"
              @click="answer(doubtKey(doubt), reading)"
              >{{ money(reading, currency) }}</NButton
            >
            <NInput
              v-model:value="typed[doubtKey(doubt)]"
              size="tiny"
              placeholder="or type it"
              class="small-input"
              :input-props="{
                'aria-label': `The ${DOUBT_WORDS[doubt.what]} in line ${doubt.line}`,
                inputmode: 'decimal',
              }"
              @keydown.enter.prevent="answerTyped(doubtKey(doubt))"
              @blur="answerTyped(doubtKey(doubt))"
            />
          </div>
        </template>
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
          <dl>
            <div>
              <dt>Paid at the till</dt>
              <dd class="num">{{ money(audit.totals.dueNow, currency) }}</dd>
            </div>
            <div>
              <dt>Expected after rebates</dt>
              <dd class="num">{{ money(audit.totals.expected, currency) }}</dd>
            </div>
            <div>
              <dt>After all rebates</dt>
              <dd class="num">{{ money(audit.totals.after, currency) }}</dd>
            </div>
          </dl>
          <ul class="findings">
            <li v-for="(finding, n) in audit.findings.slice(0, MOST_ROWS)" :key="n" :class="finding.code">
              {{ findingWords(finding, currency) }}
            </li>
          </ul>
          <p class="rate">
            <template v-if="score"
              >Expected: <b>{{ fps(score.value) }}</b> fps by the brief’s measure ({{
                fps(score.interval.low)
              }}
              to {{ fps(score.interval.high) }}).</template
            >
            <template v-else
              >Expected rates are unknown until processor, board, memory and card are matched.</template
            >
          </p>
          <div class="actions">
            <NButton size="small" type="primary" :loading="instead === 'busy'" @click="solve"
              >What could the same money do?</NButton
            >
            <NButton
              size="small"
              :disabled="Object.keys(picks).length === 0"
              @click="choose.keep('From a list', 'a list found elsewhere', picks)"
              >Make it a candidate</NButton
            >
          </div>
          <p v-if="placed.left.length > 0 && Object.keys(picks).length > 0" class="quiet">
            The candidate will be without {{ placed.left.join(', ') }}.
          </p>
          <p v-if="instead && instead !== 'busy'" class="instead" aria-live="polite">
            <template v-if="best"
              >Proved best for it: <b>{{ fps(best.score / 1000) }}</b> fps{{
                score ? `, ${signed(best.score / 1000 - score.value)} fps against the list` : ''
              }}, for {{ money(best.cost, currency) }}.
              <button
                class="plain edged"
                @click="choose.keep('Instead of the list', 'the same money, proved best', best.picks)"
              >
                Keep it as a candidate
              </button></template
            >
            <template v-else>Nothing that keeps the brief’s needs can be had for that sum.</template>
          </p>
        </template>
      </section>
    </div>
    <section v-if="rows.length > 0" class="sheet parts" aria-labelledby="match-title">
      <h2 id="match-title">Its parts, and what they are here</h2>
      <div class="scroll" tabindex="0" role="group" aria-label="Parts of the list">
        <table class="lines">
          <thead>
            <tr>
              <th scope="col">In the list</th>
              <th scope="col" class="num">Price</th>
              <th scope="col">Part</th>
              <th scope="col">Today</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.line.line">
              <th scope="row">
                {{ row.line.name || row.line.raw.trim()
                }}<span v-if="row.line.quantity > 1" class="quiet">× {{ row.line.quantity }}</span
                ><span v-if="row.line.isOwned" class="quiet">owned</span>
              </th>
              <td class="num">
                {{
                  row.line.price?.kind === 'sure'
                    ? money(row.line.price.minor, currency)
                    : row.line.price
                      ? 'asked'
                      : '–'
                }}
              </td>
              <td class="pick">
                <NSelect
                  size="small"
                  :value="row.part ?? (matched[keyOf(row.line.name)] === '' ? '' : null)"
                  filterable
                  :options="optionsOf(row)"
                  :placeholder="row.found.length === 0 ? 'nothing like it here' : 'confirm which one'"
                  :input-props="{ 'aria-label': `Part for ${row.line.name}` }"
                  @update:value="(v: string | null) => choosePart(row.line.name, v)"
                />
                <MakePartLink v-if="row.part === null && row.line.name !== ''" :words="row.line.name" />
              </td>
              <td>
                <template v-for="price in prices" :key="price.part"
                  ><template v-if="price.part === row.part"
                    >{{ money(price.now, currency) }} at {{ price.shop }},
                    {{ money(price.now - price.stated, currency, { sign: true }) }}, seen
                    {{
                      price.days === 0 ? 'today' : price.days === 1 ? 'yesterday' : `${price.days} days ago`
                    }}</template
                  ></template
                >
              </td>
            </tr>
          </tbody>
        </table>
      </div>
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
