<script setup lang="ts">
import { watchDebounced } from '@vueuse/core';
import { computed, onMounted, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import type { Answer, Explanation } from '@ripe-pick/core/search';
import { summaryFor } from '@ripe-pick/core/swaps';
import { useChoose } from '../../shared/stores/choose.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useModel } from '../../shared/stores/model.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { isNeeded } from '../../shared/format/assumed.ts';
import { totalsOf } from '../../shared/format/totals.ts';
import { decimal, fps, money } from '../../shared/format/format.ts';
import { objectiveWords } from '../../shared/format/objective.ts';
import LeftOutOffers from '../../shared/ui/LeftOutOffers.vue';
import { goalWords } from '../../shared/format/goals.ts';
import SideScreens from '../../shared/ui/SideScreens.vue';
import UnstatedShipping from '../../shared/ui/UnstatedShipping.vue';
import WhyNothing from '../../shared/ui/WhyNothing.vue';

const bench = useBench();
const catalogueStore = useCatalogue();
const model = useModel();
const solver = useSolver();
const workspace = useWorkspace();
const router = useRouter();

const answer = shallowRef<Answer | null>(null);
const choose = useChoose();
const explanation = shallowRef<Explanation | null>(null);
const state = shallowRef<'idle' | 'busy' | 'proved' | 'nothing' | 'failed'>('idle');
let ticket = 0;

async function expect() {
  const own = ++ticket;
  const { brief } = workspace;
  if (!catalogueStore.catalogue || brief.play.games.length === 0) {
    state.value = 'idle';
    return;
  }
  state.value = 'busy';
  try {
    const result = await solver.best(brief);
    if (own !== ticket || result.status === 'limit') return;
    answer.value = result.answers[0] ?? null;
    if (answer.value) {
      explanation.value = null;
      state.value = 'proved';
      return;
    }
    const found = await solver.explain(brief);
    if (own !== ticket) return;
    explanation.value = found;
    state.value = 'nothing';
  } catch (error) {
    if (own !== ticket) return;
    state.value = 'failed';
    console.error(error);
  }
}
onMounted(expect);
const asked = [() => workspace.brief, () => catalogueStore.catalogue] as const;
watchDebounced(asked, expect, { debounce: 250 });
// What was proved was proved for the brief before: from the change on it is no answer to take.
watch(asked, () => {
  ticket++;
  state.value = 'busy';
});

const summary = computed(() =>
  bench.session && answer.value ? summaryFor(bench.session).summarise(answer.value.picks) : null,
);
const totals = computed(() =>
  summary.value ? totalsOf(summary.value.cost, workspace.brief.money.costBasis, currency.value) : null,
);
const games = computed(() => (summary.value?.rates.status === 'known' ? summary.value.rates.games : []));
const objective = computed(() =>
  summary.value?.rates.status === 'known' ? summary.value.rates.objective : null,
);
const resting = computed(() => (summary.value?.resting ?? []).filter(isNeeded).length);
const nameOf = (id: string) =>
  catalogueStore.catalogue?.frameModel.games.find((game) => game.id === id)?.name ?? id;
const currency = computed(() => workspace.brief.money.currency);

function take() {
  if (!answer.value) return;
  const { picks } = answer.value;
  choose.pick('take the best set', 'proved best for the brief', () => picks);
  void router.push('/picks');
}
</script>

<template>
  <aside class="sheet card" aria-labelledby="expect" aria-live="polite">
    <h2 id="expect">What this brief can expect</h2>
    <p v-if="state === 'idle'" class="quiet">
      Name at least one game, and the best reachable figure stands here.
    </p>
    <p v-else-if="state === 'failed'" class="bad">
      The search failed. Reload the page; if it stays, export the brief under Files and backup and report it.
    </p>
    <template v-else-if="answer && objective && state !== 'nothing'">
      <p class="figure">
        <strong class="num">{{
          workspace.brief.play.objective.goal === 'targets'
            ? `${decimal(objective.value, 0)} %`
            : fps(objective.value)
        }}</strong>
        <span class="quiet num">{{ fps(objective.interval.low) }} to {{ fps(objective.interval.high) }}</span>
      </p>
      <p v-if="model.isUnmeasured" class="small">
        <b>Nobody measured any of these parts.</b> Every rate is an estimate from specs; a chart of benchmarks
        narrows it.
      </p>
      <p class="quiet small">
        {{ objectiveWords(workspace.brief.play.objective, workspace.brief.play.refreshHz) }}; four times out
        of five inside the range
      </p>
      <table class="lines">
        <thead>
          <tr>
            <th scope="col">Game</th>
            <th scope="col">average</th>
            <th scope="col">1 % low</th>
            <th scope="col">target</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="game in games" :key="game.game">
            <th scope="row">
              {{ nameOf(game.game) }} <span class="quiet">{{ game.preset }}</span>
            </th>
            <td class="num">{{ fps(game.average) }}</td>
            <td class="num">{{ fps(game.low) }}</td>
            <td class="num">
              {{ goalWords(game) }}
            </td>
          </tr>
        </tbody>
      </table>
      <SideScreens v-if="summary" :beside="summary.beside" />
      <p>
        for <b class="num">{{ totals?.counted ?? money(answer.cost, currency) }}</b> {{ totals?.words
        }}{{ totals?.others ? `, ${totals.others}` : '' }},
        <span class="num">{{
          money(
            workspace.brief.money.budgetMinor + workspace.brief.money.allowedOverMinor - answer.cost,
            currency,
          )
        }}</span>
        left.
      </p>
      <p class="small" :class="{ quiet: state === 'busy' }">
        {{
          state === 'busy'
            ? 'Checking the change…'
            : 'Proved: no set of these parts gives more for this budget by these figures.'
        }}
      </p>
      <LeftOutOffers />
      <UnstatedShipping v-if="summary" :cost="summary.cost" />
      <p v-if="resting > 0" class="small">
        It rests on {{ resting }} assumed {{ resting === 1 ? 'figure' : 'figures' }}: Picks lists them.
      </p>
      <button class="plain strong" :disabled="state !== 'proved'" @click="take">
        Take this set to Picks
      </button>
    </template>
    <template v-else-if="state === 'nothing'">
      <p class="bad"><b>Nothing fits this brief.</b></p>
      <LeftOutOffers />
      <WhyNothing v-if="explanation" :explanation="explanation" />
    </template>
    <p v-else class="quiet">Searching…</p>
  </aside>
</template>

<style scoped>
.card {
  display: grid;
  gap: 9px;
  align-content: start;
  position: sticky;
  top: 0;
}
.figure {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.figure strong {
  font-size: var(--text-hero);
  line-height: 1;
  font-family: 'Bricolage Grotesque Variable', sans-serif;
  color: var(--plum);
}
.small {
  font-size: var(--text-small);
}
.bad {
  color: var(--danger);
}
table {
  border-collapse: collapse;
  width: 100%;
  font-size: var(--text-body);
}
thead th {
  font-weight: 500;
  color: var(--ink-soft);
  font-size: var(--text-small);
}
td,
thead th:not(:first-child) {
  text-align: right;
}
tr > * {
  padding: 3px 0;
  border-bottom: 1px solid var(--line);
}
</style>
