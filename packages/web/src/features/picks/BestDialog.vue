<script setup lang="ts">
import { computed, nextTick, ref, shallowRef, useTemplateRef, watch } from 'vue';
import type { NearBest } from '@ripe-pick/core/compare';
import type { Answer, Explanation } from '@ripe-pick/core/search';
import type { Picks, Slot } from '@ripe-pick/core/parts';
import { costOf } from '@ripe-pick/core/money';
import { summaryFor, swapsBetween, whySwap, withPick, type Swap } from '@ripe-pick/core/swaps';
import type { Solved } from '../../workers/solver.worker.ts';
import LookUpList from './LookUpList.vue';
import RunnersUp from './RunnersUp.vue';
import SwapTable from './SwapTable.vue';
import LeftOutOffers from '../../shared/ui/LeftOutOffers.vue';
import SideScreens from '../../shared/ui/SideScreens.vue';
import UnstatedShipping from '../../shared/ui/UnstatedShipping.vue';
import WhyNothing from '../../shared/ui/WhyNothing.vue';
import Dialog from '../../shared/ui/Dialog.vue';
import { useChoose } from '../../shared/stores/choose.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useModel } from '../../shared/stores/model.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { figureName, isNeeded, isRisky } from '../../shared/format/assumed.ts';
import { totalsOf } from '../../shared/format/totals.ts';
import { decimal, whole } from '../../shared/format/format.ts';
import { reasonWords } from './words.ts';
import { EMPTY_NAMES, SLOT_NAMES } from '../../shared/format/slots.ts';

const props = defineProps<{ show: boolean }>();
const emit = defineEmits<{ close: [] }>();

const bench = useBench();
const choose = useChoose();
const model = useModel();
const solver = useSolver();
const workspace = useWorkspace();

const result = shallowRef<Solved | null>(null);
const explanation = shallowRef<Explanation | null>(null);
/** Undefined while it is worked out; null where it cannot be said. */
const judged = shallowRef<NearBest | null | undefined>(undefined);
const failure = ref('');
const left = ref(new Set<Slot>());
const takeAll = useTemplateRef('takeAll');

watch(
  () => props.show,
  async (show) => {
    if (!show) {
      if (solver.isBusy) solver.cancel();
      return;
    }
    result.value = null;
    explanation.value = null;
    judged.value = undefined;
    failure.value = '';
    left.value = new Set();
    try {
      result.value = await solver.best(workspace.brief);
      await nextTick();
      takeAll.value?.focus(); // F and then Enter is the whole job
      if (result.value.status === 'infeasible') explanation.value = await solver.explain(workspace.brief);
    } catch (error) {
      console.error(error);
      failure.value = 'The search failed. Your picks are as they were. Reload the page and try again.';
    }
  },
  { immediate: true }, // it may be asked for before it is here
);

const best = computed(() => result.value?.answers[0] ?? null);
function swapsTo(picks: Picks): Swap[] {
  return bench.session ? swapsBetween(workspace.picks, picks, bench.session) : [];
}
const swaps = computed(() => (best.value ? swapsTo(best.value.picks) : []));
/** Why each swap is in, by its slot. */
const reasons = computed(() => {
  const { session } = bench;
  const target = best.value?.picks;
  if (!session || !target) return new Map<Slot, string>();
  return new Map(
    swaps.value.map((swap) => [
      swap.slot,
      reasonWords(whySwap(target, swap, session), bench.currency, unit.value),
    ]),
  );
});
const hasUsedSupply = computed(() => {
  const offer = bench.index?.offers.get(best.value?.picks.psu?.offer ?? '');
  return offer !== undefined && offer.condition === 'used' && !offer.ordered;
});
const name = (pick: Swap['from'], slot: Slot) => {
  if (!pick) return EMPTY_NAMES[slot] ?? 'open';
  const part = bench.index?.parts.get(pick.part);
  return part ? `${part.brand} ${part.name}` : pick.part;
};
const cost = computed(() => (best.value && bench.index ? costOf(best.value.picks, bench.index) : null));
const totals = computed(() =>
  cost.value ? totalsOf(cost.value, workspace.brief.money.costBasis, bench.currency) : null,
);
/** Assumed figures that the best set rests on, and those of them that would hurt it. */
const summary = computed(() =>
  best.value && bench.session ? summaryFor(bench.session).summarise(best.value.picks) : null,
);
const resting = computed(() => summary.value?.resting.filter(isNeeded) ?? []);
const risky = computed(() => resting.value.filter(isRisky));
const riskyNames = computed(() =>
  risky.value
    .slice(0, 3)
    .map(({ slot, assumption }) => `${figureName(assumption.figure)} (${SLOT_NAMES[slot].toLowerCase()})`)
    .join(', '),
);
const total = computed(() => bench.summary?.cost.counted ?? 0);
const scoreNow = computed(() =>
  bench.summary?.rates.status === 'known' ? bench.summary.rates.objective.score : null,
);
const unit = computed(() => (workspace.brief.play.objective.goal === 'targets' ? '% of targets' : 'fps'));

function toggle(slot: Slot, on: boolean) {
  const next = new Set(left.value);
  if (on) next.delete(slot);
  else next.add(slot);
  left.value = next;
}
function apply() {
  const chosen = swaps.value.filter((swap) => !left.value.has(swap.slot));
  choose.pick(
    chosen.length === swaps.value.length
      ? 'take the best set'
      : `take ${chosen.length} swaps of the best set`,
    'proved best for the brief',
    (picks) => chosen.reduce((next, swap) => withPick(next, swap.slot, swap.to), picks),
  );
  emit('close');
}
function take(answer: Answer, n: number) {
  choose.pick(`take runner-up ${n}`, `runner-up ${n} of the brief`, () => answer.picks);
  emit('close');
}
function keep(answer: Answer, n: number) {
  choose.keep(
    n === 0 ? 'Best' : `Runner-up ${n}`,
    n === 0 ? 'proved best for the brief' : `runner-up ${n} of the brief`,
    answer.picks,
  );
  emit('close');
}
</script>

<template>
  <Dialog :show="show" title="Find the best" :width="900" @close="emit('close')">
    <div class="best" aria-live="polite">
      <LeftOutOffers v-if="result" />
      <template v-if="!result && !failure">
        <p>
          Searching…
          <span v-if="solver.progress" class="quiet num"
            >no set scores above {{ decimal(solver.progress.bound / 1000, 1) }} {{ unit }};
            {{ solver.progress.baskets }} baskets weighed</span
          >
        </p>
        <button class="plain edged" @click="emit('close')">Cancel</button>
      </template>
      <p v-else-if="failure" class="bad">{{ failure }}</p>
      <template v-else-if="result && best">
        <p>
          <b class="num figure">{{ decimal(best.score / 1000, 1) }} {{ unit }}</b> for
          <b class="num">{{ totals?.counted }}</b> {{ totals?.words
          }}{{ totals?.others ? `, ${totals.others}` : '' }}.
          <span v-if="result.status === 'optimal'" class="proof"
            >Proved best by these figures: no set of the parts in the catalogue that fits together and fits
            the money scores higher, or as high for less.</span
          >
          <span v-else
            >Stopped early: nothing scores above {{ decimal((result.bound ?? 0) / 1000, 1) }}
            {{ unit }}.</span
          >
        </p>
        <p v-if="result.status === 'optimal'" class="num" :class="{ quiet: !judged }">
          <template v-if="judged"
            >Expect {{ decimal(judged.builds[0].expected, 1) }} {{ unit }} (4 in 5:
            {{ decimal(judged.builds[0].interval.low, 1) }} to
            {{ decimal(judged.builds[0].interval.high, 1) }}){{
              judged.group.length > 1
                ? `; one of ${judged.group.length} sets that are as good, as far as can be told`
                : ''
            }}.</template
          ><template v-else>{{
            judged === null ? 'How sure that is cannot be said.' : 'Weighing how sure that is…'
          }}</template>
        </p>
        <UnstatedShipping v-if="cost" :cost="cost" />
        <details v-if="summary">
          <summary>Frame rates by game and screen</summary>
          <SideScreens :own="summary.rates" :beside="summary.beside" />
        </details>
        <p v-if="model.isUnmeasured">
          <b>Nobody measured any of these parts:</b> every rate is an estimate from specs.
        </p>
        <template v-if="resting.length > 0">
          <p>
            It rests on {{ resting.length }} assumed {{ resting.length === 1 ? 'figure' : 'figures'
            }}<template v-if="risky.length > 0"
              >, {{ risky.length }} of which would break it or cost frames if they turn out worse, such as
              {{ riskyNames }}</template
            >.
          </p>
          <LookUpList />
        </template>
        <p class="quiet num">
          {{ whole(result.work.platforms * result.work.gpuClasses) }} pairs of platform and graphics card
          bounded, {{ result.work.scored }} scored, {{ result.work.baskets }}
          {{ result.work.baskets === 1 ? 'basket' : 'baskets' }} solved, in {{ decimal(result.ms, 0) }} ms.
        </p>
        <div class="row">
          <button
            v-if="swaps.length > 0"
            ref="takeAll"
            data-first
            class="plain strong"
            :disabled="left.size === swaps.length"
            @click="apply"
          >
            {{ left.size === 0 ? 'Take all' : `Take ${swaps.length - left.size} of ${swaps.length}` }}
          </button>
          <button class="plain edged" @click="keep(best, 0)">Keep as a new candidate</button>
          <button class="plain edged" @click="emit('close')">Close</button>
        </div>
        <p v-if="swaps.length === 0"><b>Your picks are the best set already.</b></p>
        <SwapTable
          v-else
          :swaps="swaps"
          :left="left"
          :reasons="reasons"
          :name="name"
          :unit="unit"
          :more-minor="best.cost - total"
          :score="best.score"
          :score-now="scoreNow"
          @toggle="toggle"
        />
        <p v-if="hasUsedSupply" class="bad">
          It takes a used power supply. A tired one can take other parts with it: ask for its age and receipt,
          look for burnt plugs, and never open it. Makers’ manuals and local rules come first.
        </p>
        <RunnersUp
          v-if="result.status === 'optimal'"
          :best="best"
          :unit="unit"
          :name="name"
          @take="take"
          @keep="keep"
          @judged="judged = $event"
        />
      </template>
      <template v-else>
        <p class="bad">
          <b>Nothing fits this brief</b>, with its locks and ruled-out parts. Proved, not given up.
        </p>
        <p v-if="!explanation" class="quiet">Looking for what would have to give…</p>
        <WhyNothing v-else :explanation="explanation" @done="emit('close')" />
      </template>
    </div>
  </Dialog>
</template>

<style scoped>
.best {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
.figure {
  font-size: var(--text-title);
  color: var(--plum);
}
.proof {
  font-weight: 600;
}
.row {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
}
.bad {
  color: var(--danger);
}
</style>
