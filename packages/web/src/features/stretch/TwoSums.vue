<script setup lang="ts">
import { computed } from 'vue';
import { stepAt } from '@ripe-pick/core/compare';
import { partsForRules, swapsBetween } from '@ripe-pick/core/swaps';
import type { FrontierStep } from '../../workers/solver.worker.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { unlikeSets } from '../../shared/format/conditions.ts';
import { besideWords } from '../../shared/format/goals.ts';
import { decimal, fps, money, signed } from '../../shared/format/format.ts';
import { pickName } from '../../shared/format/swaps.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

const props = defineProps<{
  steps: readonly FrontierStep[];
  /** The best of single sums around the budget, proved before the rest. */
  around: ReadonlyMap<number, FrontierStep | null>;
  /** All steps are proved; until then a sum below the cheapest of them is open. */
  isDone: boolean;
  newOnly: readonly FrontierStep[] | null;
  low: number;
  high: number;
  unit: string;
  nameOf: (game: string) => string;
}>();
const bench = useBench();
const choose = useChoose();
const workspace = useWorkspace();

const sums = computed(() => [Math.min(props.low, props.high), Math.max(props.low, props.high)] as const);
const builds = computed(() =>
  sums.value.map((sum) => stepAt(props.steps, sum) ?? props.around.get(sum) ?? null),
);
/** Whether nothing is known of a sum yet. */
const isOpen = (sum: number) => !props.isDone && props.around.get(sum) === undefined;
const plain = computed(() => sums.value.map((sum) => (props.newOnly ? stepAt(props.newOnly, sum) : null)));
const swaps = computed(() => {
  const [a, b] = builds.value;
  return a && b && bench.session ? swapsBetween(a.picks, b.picks, bench.session) : [];
});
/** Below so much of the smaller figure a difference is seen by nobody. Chosen. */
const LEAST_VISIBLE = 0.01;
const differs = (a: number, b: number) => Math.abs(b - a) >= a * LEAST_VISIBLE;
/** What the dearer build shows for its money, where its figure is hardly higher; null: it is. */
const littleGain = computed(() => {
  const [a, b] = builds.value;
  if (!a || !b || b.cost <= a.cost || differs(a.score, b.score)) return null;
  return a.games.some(({ average }, n) => differs(average, b.games[n].average))
    ? 'By the brief’s measure B is less than one in a hundred ahead: it gives in one game what it takes in another. A costs less.'
    : 'What B shows more is less than one in a hundred, in every game: nobody sees it. A costs less.';
});
/** Rates of the two builds may not be alike in everything; then it is said. */
const unlike = computed(() => {
  const [a, b] = builds.value;
  const index = bench.index;
  if (!a || !b || !index) return [];
  return unlikeSets(
    workspace.brief,
    [a, b].map((step) => partsForRules(step.picks, index)),
    ['A', 'B'],
  );
});
const figure = (step: FrontierStep | null) => (step ? decimal(step.score / 1000, 1) : 'none');
const keep = (step: FrontierStep, sum: number) =>
  choose.keep(
    `Best for ${money(sum, bench.currency, { short: true })}`,
    `the best build for ${money(sum, bench.currency)}`,
    step.picks,
  );
</script>

<template>
  <section class="sheet two" aria-labelledby="two">
    <h2 id="two">Two budgets</h2>
    <table class="lines">
      <thead>
        <tr>
          <td></td>
          <th v-for="(sum, n) in sums" :key="n" scope="col" class="end num">
            {{ n === 0 ? 'A' : 'B' }} {{ money(sum, bench.currency) }}
          </th>
          <th scope="col" class="end">B − A</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">{{ unit }}</th>
          <td v-for="(step, n) in builds" :key="n" class="end num">
            <b>{{ figure(step) }}</b>
          </td>
          <td class="end num">
            {{ builds[0] && builds[1] ? signed((builds[1].score - builds[0].score) / 1000) : '' }}
          </td>
        </tr>
        <tr>
          <th scope="row">counted by the brief</th>
          <td v-for="(step, n) in builds" :key="n" class="end num">
            {{ step ? money(step.cost, bench.currency) : '' }}
          </td>
          <td class="end num">
            {{
              builds[0] && builds[1]
                ? money(builds[1].cost - builds[0].cost, bench.currency, { sign: true })
                : ''
            }}
          </td>
        </tr>
        <tr v-if="newOnly">
          <th scope="row">with new parts only</th>
          <td v-for="(step, n) in plain" :key="n" class="end num">{{ figure(step) }}</td>
          <td class="end num">
            {{ plain[0] && plain[1] ? signed((plain[1].score - plain[0].score) / 1000) : '' }}
          </td>
        </tr>
        <tr v-for="(game, g) in builds[1]?.games ?? []" :key="game.game">
          <th scope="row">{{ nameOf(game.game) }}</th>
          <td v-for="(step, n) in builds" :key="n" class="end num">
            {{ step ? fps(step.games[g].average) : '' }}
          </td>
          <td class="end num">{{ builds[0] ? signed(game.average - builds[0].games[g].average) : '' }}</td>
        </tr>
      </tbody>
      <tbody v-for="({ screen, games }, at) in builds[1]?.beside ?? []" :key="at">
        <tr v-if="games.length > 0">
          <th scope="rowgroup" colspan="4">{{ besideWords(screen) }}</th>
        </tr>
        <tr v-for="(game, g) in games" :key="game.game">
          <th scope="row">{{ nameOf(game.game) }}</th>
          <td v-for="(step, n) in builds" :key="n" class="end num">
            {{ step?.beside[at]?.games[g] ? fps(step.beside[at].games[g].average) : '' }}
          </td>
          <td class="end num">
            {{ builds[0] ? signed(game.average - builds[0].beside[at].games[g].average) : '' }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="builds[0] === builds[1] && builds[0]" class="quiet">Both budgets buy the same build.</p>
    <p v-else-if="littleGain" class="quiet">{{ littleGain }}</p>
    <p v-for="each in unlike" :key="each" class="unlike">Not quite alike: {{ each }}.</p>
    <p v-if="!builds[0]" class="quiet">
      {{
        isOpen(sums[0])
          ? 'What the smaller budget buys is still being proved.'
          : 'The smaller budget buys no build that keeps the brief.'
      }}
    </p>
    <ul v-if="swaps.length > 0">
      <li v-for="swap in swaps" :key="swap.slot">
        <span
          ><b>{{ SLOT_NAMES[swap.slot] }}</b>
          {{ bench.index ? pickName(swap.to, swap.slot, bench.index) : '' }}</span
        >
        <span class="num quiet"
          >{{ money(swap.money, bench.currency, { sign: true })
          }}<template v-if="swap.score"> · {{ signed(swap.score / 1000) }}</template></span
        >
      </li>
    </ul>
    <div class="row">
      <template v-for="(step, n) in builds" :key="n">
        <button v-if="step" class="plain edged" @click="keep(step, sums[n])">
          Keep {{ n === 0 ? 'A' : 'B' }}
        </button>
      </template>
    </div>
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  align-content: start;
}
th:first-child {
  padding-left: 0;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: var(--text-body);
}
li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 2px 0;
}
.unlike {
  color: var(--apricot);
}
.row {
  display: flex;
  gap: 8px;
}
@media (max-width: 760px) {
  /* Three columns of money stand beside their names. */
  .two :is(th, td) {
    padding-right: 3px;
  }
  .two .num {
    font-size: var(--text-small);
  }
}
</style>
