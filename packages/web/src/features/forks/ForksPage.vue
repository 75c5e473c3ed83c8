<script setup lang="ts">
import { useMessage } from 'naive-ui';
import { computed, shallowRef } from 'vue';
import type { SolvedFork } from '@ripe-pick/core/compare';
import type { ForkCode } from '@ripe-pick/core/parts';
import { useBench } from '../../shared/stores/bench.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { fps, money, percent, signed } from '../../shared/format/format.ts';
import { objectiveUnit, objectiveWords } from '../../shared/format/objective.ts';
import WishCosts from './WishCosts.vue';
import OwnTermsDialog from './OwnTermsDialog.vue';
import { useForksPage } from './use-forks-page.ts';
import {
  aheadWords,
  besideFigures,
  branchName,
  changesWords,
  FORK_NAMES,
  gamesWords,
  ownWords,
  turnWords,
  underBriefWords,
} from './words.ts';

const bench = useBench();
const choose = useChoose();
const names = useNames();
const solver = useSolver();
const workspace = useWorkspace();
const message = useMessage();
const TOLD = ['cpu', 'motherboard', 'memory', 'gpu'] as const;

const { forks, fresh, done, state, turns, run, turn } = useForksPage();
const way = shallowRef<{ fork: ForkCode; branch: string; name: string } | null>(null);
/** One at a time: the searches share a worker. */
const isTurning = computed(() => [...turns.value.values()].some((each) => typeof each === 'number'));
const turnsOf = (code: ForkCode) => {
  const found = turns.value.get(code);
  return typeof found === 'object' ? found : null;
};
function keep(fork: SolvedFork, n: number) {
  const branch = fork.branches[n];
  if (!branch.answer) return;
  const name = branchName(fork.code, branch.code);
  choose.keep(name, `proved best: ${FORK_NAMES[fork.code].toLowerCase()}, ${name}`, branch.answer.picks);
  if (branch.own) message.info(`${name} is kept. Its rates and totals stand by the brief, not by its own.`);
  // Rates of a candidate are those of the brief, not of the way that it came from.
  const isRaised = workspace.brief.play.clocks.cpu === 'raised';
  if (fork.code === 'clocks' && (branch.code === 'raised') !== isRaised)
    message.info(
      `${name} is kept. Its rates stand ${isRaised ? 'raised' : 'as shipped'}, as the brief counts them (Processor clocks that count).`,
    );
}
const setOwn = (fork: ForkCode, branch: string) =>
  (way.value = { fork, branch, name: branchName(fork, branch) });
const unit = computed(() => objectiveUnit(workspace.brief.play.objective));
const measure = computed(() =>
  objectiveWords(workspace.brief.play.objective, workspace.brief.play.refreshHz),
);
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Forks</h1>
      <p class="quiet">
        What builders argue about, answered for your brief: the proved best of every way for the same
        {{ money(bench.limit, bench.currency) }}, by the {{ measure }}.
      </p>
      <p v-if="state === 'working'" role="status">
        {{ percent(done) }} of the ways proved
        <button class="plain edged" @click="solver.stopForks()">Stop</button>
      </p>
      <p v-else-if="state === 'stopped'" role="status">
        Stopped before all was proved.
        <button class="plain edged" @click="run">Prove them all</button>
      </p>
      <p v-else-if="state === 'failed'" class="bad" role="alert">
        It could not be worked out. Reload the page and try again.
      </p>
    </div>
    <p v-if="state === 'done' && forks.length === 0" class="sheet empty">
      Nothing is left to choose between: locked slots leave no fork open, or the parts here are all of one
      kind. Take a lock off in <b>Picks</b>, or add parts under <b>Parts</b>.
    </p>
    <section
      v-for="fork in forks"
      :key="fork.code"
      class="sheet fork"
      :class="{ before: !fresh.has(fork.code) }"
      :aria-busy="!fresh.has(fork.code)"
      :aria-labelledby="`fork-${fork.code}`"
    >
      <h2 :id="`fork-${fork.code}`">{{ FORK_NAMES[fork.code] }}</h2>
      <p>
        <b>{{ aheadWords(fork, bench.currency, unit) }}</b> {{ changesWords(fork) }}
      </p>
      <p v-for="line in gamesWords(fork, names.game)" :key="line" class="quiet">{{ line }}</p>
      <div class="scroll" tabindex="0" role="group" :aria-label="`Ways: ${FORK_NAMES[fork.code]}`">
        <table class="lines">
          <thead>
            <tr>
              <th scope="col">Way</th>
              <th scope="col" class="num">{{ unit }}</th>
              <th scope="col" class="num">80 %</th>
              <th scope="col" class="num">Behind</th>
              <th scope="col" class="num">Counted</th>
              <th scope="col">Its parts</th>
              <th scope="col"><span class="visually-hidden">Keep</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(branch, n) in fork.branches" :key="branch.code">
              <th scope="row">
                {{ branchName(fork.code, branch.code)
                }}<span v-if="branch.own" class="own">its own brief: {{ ownWords(branch.own) }}</span>
              </th>
              <template v-if="branch.answer">
                <td class="num">{{ fps(branch.answer.score / 1000) }}</td>
                <td class="num quiet">
                  <template v-if="branch.rates?.status === 'known'"
                    >{{ fps(branch.rates.objective.interval.low) }} to
                    {{ fps(branch.rates.objective.interval.high) }}</template
                  >
                </td>
                <td class="num">
                  {{
                    n === 0 || branch.own
                      ? '–'
                      : signed((branch.answer.score - (fork.branches[0].answer?.score ?? 0)) / 1000)
                  }}
                </td>
                <td class="num">{{ money(branch.answer.cost, bench.currency) }}</td>
                <td class="parts">
                  {{
                    TOLD.flatMap((slot) => {
                      const part = branch.answer?.picks[slot]?.part;
                      return part ? [names.part(part)] : [];
                    }).join(', ')
                  }}
                  <span
                    v-for="line in [
                      ...besideFigures(branch, unit),
                      underBriefWords(branch, bench.currency, unit),
                    ]"
                    :key="line"
                    class="quiet beside"
                    >{{ line }}</span
                  >
                </td>
              </template>
              <td v-else colspan="5" class="quiet">Nothing that keeps the brief for this money.</td>
              <td class="acts">
                <button v-if="branch.answer" class="plain edged" @click="keep(fork, n)">
                  Keep<span class="visually-hidden">: {{ branchName(fork.code, branch.code) }}</span>
                </button>
                <button class="plain edged" @click="setOwn(fork.code, branch.code)">
                  {{ branch.own ? 'Change its brief' : 'Its own brief'
                  }}<span class="visually-hidden">: {{ branchName(fork.code, branch.code) }}</span>
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="typeof turns.get(fork.code) === 'number'" role="status" class="quiet">
        {{ percent(Number(turns.get(fork.code))) }} of the budgets searched
        <button class="plain edged" @click="solver.stopForks()">Stop</button>
      </p>
      <button
        v-else-if="!turnsOf(fork.code) && fork.branches.filter(({ own }) => own === null).length > 1"
        class="plain edged ask"
        :disabled="state === 'working' || isTurning"
        @click="turn(fork.code)"
      >
        Where does it turn?<span class="visually-hidden"> {{ FORK_NAMES[fork.code] }}</span>
      </button>
      <ul v-if="turnsOf(fork.code)" class="turns">
        <li v-if="!turnsOf(fork.code)?.isComplete">Stopped: not all budgets were searched.</li>
        <li
          v-for="line in turnWords(fork.code, turnsOf(fork.code)!, bench.limit, bench.currency)"
          :key="line"
        >
          {{ line }}
        </li>
      </ul>
    </section>
    <WishCosts />
    <OwnTermsDialog :way="way" @close="way = null" />
  </div>
</template>

<style scoped>
.page {
  display: grid;
  gap: 10px;
  align-content: start;
}
.head {
  display: grid;
  gap: 4px;
}
.fork,
.empty {
  padding: 12px 16px;
  display: grid;
  gap: 6px;
  grid-template-columns: minmax(0, 1fr);
}
.scroll {
  overflow-x: auto;
  position: relative;
}
.parts {
  min-width: 260px;
}
.before {
  opacity: 0.6;
}
.own,
.beside {
  display: block;
  font-size: var(--text-small);
}
.own {
  color: var(--apricot);
  font-weight: 500;
}
.acts button {
  margin: 2px 4px 2px 0;
  white-space: nowrap;
}
.ask {
  justify-self: start;
}
.turns {
  margin: 0;
  padding-left: 18px;
}
.bad {
  color: var(--danger);
}
</style>
