<script setup lang="ts">
import { computed, nextTick, useTemplateRef, proxyRefs } from 'vue';
import { RouterLink } from 'vue-router';
import type { PathLine } from '@ripe-pick/core/growth';
import { costOf } from '@ripe-pick/core/money';
import AheadFields from '../../shared/ahead/AheadFields.vue';
import { objectiveWords } from '../../shared/format/objective.ts';
import { decimal, money, percent } from '../../shared/format/format.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useGrowth } from '../../shared/stores/growth.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import EmptyPicture from '../../shared/ui/EmptyPicture.vue';
import FlipsPanel from './FlipsPanel.vue';
import PathList from './PathList.vue';
import RoomPanel from './RoomPanel.vue';
import RunsPanel from './RunsPanel.vue';
import StageRow from './StageRow.vue';
import SwapDialog from './SwapDialog.vue';
import TimelineChart from './TimelineChart.vue';
import { useGrowthCommands } from './growth-commands.ts';
import { mostMoney } from './stage-ruler.ts';
import { useGrowthPage } from './use-growth.ts';
import { usePath } from './use-path.ts';
import { usePaths } from './use-paths.ts';
import { shortName, verdictOf } from './words.ts';

const bench = useBench();
const growth = useGrowth();
const names = useNames();
const workspace = useWorkspace();
const { plan, asked, done, state, mine, which, shown, hasOwn, pathAt, evaluate, show, stop, again } =
  useGrowthPage();

const brief = computed(() => workspace.brief);
const unit = computed(() => (brief.value.play.objective.goal === 'targets' ? '% of targets' : 'fps'));
const short = (id: string) => shortName(names.parts.get(id), id);
const hasAhead = computed(
  () =>
    brief.value.growth.sums.length > 0 ||
    brief.value.growth.monthlyMinor > 0 ||
    brief.value.growth.wishes.length > 0,
);

const { isBestToday, titleOf, listed, others } = usePaths({ plan, which, pathAt });
const verdict = computed(() => {
  const best = pathAt(0);
  return best
    ? verdictOf(best, plan.value?.today ?? null, plan.value?.against ?? null, brief.value, path.today, short)
    : null;
});
/** The further runners-up are folded away. */
const FIRST_SHOWN = 7;
const isFarShown = computed(() => listed.value.findIndex(({ at }) => at === which.value) >= FIRST_SHOWN);
const listProps = computed(() => ({
  all: listed.value,
  shown: which.value,
  currency: brief.value.money.currency,
  unit: unit.value,
  horizon: brief.value.growth.horizonMonths,
  name: short,
}));
const isMine = computed(() => which.value === 'mine');
const stepsTitle = useTemplateRef<HTMLElement>('stepsTitle');
/** For what makes its own button go: whoever works by keyboard goes on among the steps, not at the top of the page. */
async function andStay(task: () => void) {
  task();
  await nextTick();
  stepsTitle.value?.focus({ preventScroll: true });
}
const cost = computed(() => (bench.index && shown.value ? costOf(shown.value.picks, bench.index) : null));
const most = computed(() => mostMoney(shown.value?.report.stages ?? []));

const path = proxyRefs(usePath(shown, show, evaluate, short));

// Later parts that today's picks are held to having room for.
const isPrepared = (line: PathLine) => growth.isPrepared(line.slot, line.part.id);
const prepare = (line: PathLine) => growth.prepare(line.slot, line.part);
const prepared = computed(() => {
  const { planned } = brief.value;
  return planned.isFirm
    ? [planned.cpu, planned.memory, planned.gpu]
        .filter((id): id is string => id !== null)
        .map((id) => names.part(id))
    : [];
});
const stopPreparing = () =>
  workspace.editBrief('stop preparing for later parts', (b) => ({
    ...b,
    planned: { ...b.planned, isFirm: false },
  }));
useGrowthCommands({ path, taken: () => (shown.value && !isMine.value ? titleOf(which.value) : null) });
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Upgrades</h1>
      <p class="quiet">
        {{ objectiveWords(brief.play.objective, brief.play.refreshHz) }}, over
        {{ brief.growth.horizonMonths }} months; a year later counts
        {{ percent(brief.growth.discountYearly) }} less.
      </p>
      <p class="status" role="status">
        <template v-if="state === 'working'">
          {{ percent(done) }} gone through{{ asked ? `, now builds ${asked}` : '' }}…
          <button class="plain edged" @click="stop">Stop</button>
        </template>
        <template v-else-if="state === 'done' && plan && plan.answers.length > 0">
          <b>Proved</b> over {{ plan.bases }} builds to start from
          <span class="quiet num"
            >{{ decimal(plan.ms / 1000, 2) }} s, the first after
            {{ decimal((plan.firstMs ?? 0) / 1000, 2) }} s</span
          >
        </template>
        <template v-else-if="state === 'stopped'">
          Stopped: the best so far is shown, not proved.
          <button class="plain edged" @click="again">Start over</button>
        </template>
        <template v-else-if="state === 'failed'">
          The paths could not be worked out. <button class="plain edged" @click="again">Try again</button>
        </template>
      </p>
    </div>
    <section v-if="brief.play.games.length === 0" class="sheet none">
      <EmptyPicture shows="steps" />
      <p>Name a game in the brief, and this page shows how a build can grow for it.</p>
      <RouterLink to="/brief">Go to the brief</RouterLink>
    </section>
    <template v-else>
      <section v-if="!hasAhead" class="sheet ahead" aria-labelledby="nothing">
        <h2 id="nothing">What is to come?</h2>
        <p>
          Add a later budget, or what is put aside every month. Then the best build of today is compared with
          builds that can grow with it.
        </p>
        <AheadFields />
      </section>
      <section v-else-if="verdict" class="sheet verdict" aria-label="The choice">
        <p class="first">{{ verdict.head }}</p>
        <p v-if="verdict.trade">{{ verdict.trade }}</p>
        <p v-if="verdict.why">{{ verdict.why }}</p>
      </section>
      <section v-else-if="plan && plan.status === 'infeasible'" class="sheet none">
        <p>No build within the budget keeps the brief, so there is nothing to grow from.</p>
        <RouterLink to="/brief">See what would have to give</RouterLink>
      </section>
      <p v-if="prepared.length > 0" class="prepared">
        Today’s picks must have room for {{ prepared.join(' and ') }}.
        <button class="plain edged" @click="stopPreparing">Stop preparing</button>
      </p>
      <div v-if="shown" class="columns">
        <div class="main">
          <section class="sheet picture" aria-label="Frames over time">
            <div class="tools">
              <h2>{{ titleOf(which) }}</h2>
              <span class="num"
                ><b>{{ shown.report.value === null ? 'unknown' : decimal(shown.report.value / 1000, 1) }}</b>
                {{ unit }} over the time</span
              >
              <span class="legend" aria-hidden="true"
                ><span><i class="own"></i>{{ titleOf(which).toLowerCase() }}</span>
                <span v-for="each in others" :key="each.name"
                  ><i :class="each.kind"></i>{{ each.name }}</span
                ></span
              >
            </div>
            <TimelineChart
              v-if="shown.report.scores"
              :shown="shown"
              :others="others"
              :name="titleOf(which).toLowerCase()"
              :brief="brief"
              :today="path.today"
              :is-mine="isMine"
              :unit="unit"
              :ahead-from="
                which === 0 && !isBestToday ? (plan?.against?.overtaking?.aheadFrom ?? null) : null
              "
              @drag="path.drag"
              @drop="path.drop"
              @remove="(on) => andStay(() => path.remove(on))"
            />
            <p v-else class="none">
              Not every rate is known for this build, so its frames cannot be drawn. Fill the open slots, or
              see what the rates in Picks miss.
            </p>
          </section>
          <section class="sheet stages" aria-labelledby="steps">
            <div class="tools">
              <h2 id="steps" ref="stepsTitle" tabindex="-1">Money out, step by step</h2>
              <button v-if="!isMine" class="plain strong" @click="andStay(path.take)">Take this path</button>
              <template v-else>
                <button class="plain edged" :disabled="path.isLooking" @click="path.bestFromHere">
                  {{ path.isLooking ? 'Looking…' : 'Best path from this build' }}
                </button>
                <button v-if="path.freeDay" class="plain edged" @click="path.swapping = path.freeDay">
                  Add a step
                </button>
              </template>
              <template v-if="shown.steps.length > 0">
                <button class="plain edged" @click="path.watchParts">Watch its parts</button>
                <button class="plain edged" @click="path.toCalendar">Into the calendar</button>
              </template>
            </div>
            <p v-if="!isMine" class="quiet small">Take it to drag its steps and change them.</p>
            <p v-else-if="!hasOwn" class="quiet small">
              {{ workspace.active.name }} is to stay as it is. Add a step, or ask for the best path from it.
            </p>
            <StageRow
              v-for="(stage, n) in shown.report.stages"
              :key="`${String(which)}${n}`"
              :stage="stage"
              :n="n"
              :cost="n === 0 ? cost : null"
              :most="most"
              :currency="brief.money.currency"
              :unit="unit"
              :is-mine="isMine"
              :is-prepared="isPrepared"
              :today="path.today"
              :last-day="path.lastDay"
              @move="(to) => path.drop(stage.on, to)"
              @swap="path.swapping = stage.on"
              @remove="andStay(() => path.remove(stage.on))"
              @prepare="prepare"
            />
            <p class="quiet small">
              At the end its parts are worth about
              {{ money(shown.report.worthAtEnd, brief.money.currency, { short: true }) }}. Prices to come are
              medians with 4-in-5 ranges. Before any swap: switch off, unplug, earth yourself; makers’ manuals
              have the last word.
            </p>
          </section>
          <section v-if="hasAhead" class="sheet ahead" aria-labelledby="ahead">
            <h2 id="ahead">What is to come</h2>
            <AheadFields v-bind="plan ? { falls: plan.falls } : {}" />
          </section>
        </div>
        <div class="side">
          <section class="sheet list" aria-labelledby="paths">
            <h2 id="paths">Paths side by side</h2>
            <PathList v-bind="listProps" :paths="listed.slice(0, FIRST_SHOWN)" @show="show" />
            <details v-if="listed.length > FIRST_SHOWN" :open="isFarShown">
              <summary>More runners-up ({{ listed.length - FIRST_SHOWN }})</summary>
              <PathList v-bind="listProps" :paths="listed.slice(FIRST_SHOWN)" @show="show" />
            </details>
            <p v-if="plan && !plan.paced && brief.growth.start.withoutGpu" class="quiet small">
              No build without a graphics card runs every game at {{ brief.growth.start.playableFps }} fps
              today, so none starts with less.
            </p>
          </section>
          <RoomPanel v-if="plan && state === 'done'" :path="shown" :brief="brief" :name="short" />
          <FlipsPanel
            v-if="plan && state === 'done' && plan.answers.length > 0"
            :plan="plan"
            :brief="brief"
            :today="path.today"
            :unit="unit"
            :name="short"
          />
          <RunsPanel
            v-if="shown.report.scores"
            :path="shown"
            :playable="brief.growth.start.playableFps"
            :today="path.today"
            :game-name="names.game"
          />
        </div>
      </div>
      <SwapDialog
        v-if="path.swapping"
        :show="path.swapping !== null"
        :path="growth.path"
        :on="path.swapping"
        :currency="brief.money.currency"
        :unit="unit"
        :value="mine?.report.value ?? null"
        :name="short"
        @close="path.swapping = null"
        @take="path.takeAlternative"
      />
    </template>
  </div>
</template>

<style src="./GrowthPage.css" scoped></style>
