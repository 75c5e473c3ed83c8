<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { RouterLink } from 'vue-router';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { decimal, money } from '../../shared/format/format.ts';
import { sizeOf } from '../../shared/format/goals.ts';
import { objectiveUnit, objectiveWords } from '../../shared/format/objective.ts';
import { moneyWords } from '../../shared/format/schools.ts';
import EmptyPicture from '../../shared/ui/EmptyPicture.vue';
import AroundTheSum from './AroundTheSum.vue';
import FlipsPanel from './FlipsPanel.vue';
import FrontierChart from './FrontierChart.vue';
import LadderTable from './LadderTable.vue';
import TwoSums from './TwoSums.vue';
import { targetFlags } from './chart.ts';
import { useStretch } from './use-stretch.ts';

const bench = useBench();
const catalogueStore = useCatalogue();
const workspace = useWorkspace();
const { steps, stretch, newOnly, bound, around, state, stop, again } = useStretch();

const withNew = ref(true);
const withBeside = ref(true);
/** The screen beside the brief's own on which the same builds are drawn; null: none is known. */
const beside = computed(() => {
  const first = steps.value.at(-1)?.beside[0];
  return first && first.score !== null ? sizeOf(first.screen) : null;
});
const most = computed(() => bench.limit * 2);
const unit = computed(() => objectiveUnit(workspace.brief.play.objective));
const nameOf = (id: string) =>
  catalogueStore.catalogue?.frameModel.games.find((game) => game.id === id)?.name ?? id;
/** A quarter more than the sum is what people ask about first. */
const A_LITTLE_MORE = 1.25;
const low = ref(bench.limit);
const high = ref(Math.round(bench.limit * A_LITTLE_MORE));
watch(
  () => bench.limit,
  (limit) => {
    low.value = limit;
    high.value = Math.round(limit * A_LITTLE_MORE);
  },
);
function move(which: 'low' | 'high', sum: number) {
  if (which === 'low') low.value = sum;
  else high.value = sum;
}
function compare(a: number, b: number) {
  low.value = a;
  high.value = b;
}
const unreached = computed(() => targetFlags(steps.value).filter((flag) => flag.cost === null));
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Stretch</h1>
      <p class="quiet">
        The best that every budget buys:
        {{ objectiveWords(workspace.brief.play.objective, workspace.brief.play.refreshHz) }};
        {{ moneyWords(workspace.brief) }}.
      </p>
    </div>
    <section v-if="workspace.brief.play.games.length === 0" class="sheet">
      <EmptyPicture shows="steps" />
      <p>Name a game in the brief, and this page shows what every budget would buy for it.</p>
      <RouterLink to="/brief">Go to the brief</RouterLink>
    </section>
    <template v-else>
      <section class="sheet picture" aria-label="Frontier">
        <AroundTheSum
          :limit="bench.limit"
          :around="around"
          :steps="steps"
          :is-done="state === 'done'"
          :currency="bench.currency"
          :unit="unit"
          :low="low"
          :high="high"
          @compare="compare"
        />
        <div class="tools">
          <p role="status">
            <template v-if="state === 'working'">
              {{ steps.length }} steps proved<template v-if="bound"
                >, down to {{ decimal(bound / 1000, 1) }} {{ unit }}</template
              >…
              <button class="plain edged" @click="stop">Stop</button>
            </template>
            <template v-else-if="state === 'done' && steps.length > 0">
              {{ steps.length }} steps, all proved, from {{ money(steps[0].cost, bench.currency) }} to
              {{ money(most, bench.currency) }}.
              <span v-if="stretch" class="quiet num"
                >{{ stretch.work.baskets }} baskets solved in {{ decimal(stretch.ms / 1000, 2) }} s, the first
                after {{ decimal(stretch.firstMs ?? 0, 0) }} ms.</span
              >
            </template>
            <template v-else-if="state === 'stopped'">
              Stopped: what is shown is proved, cheaper steps are missing.
              <button class="plain edged" @click="again">Go on</button>
            </template>
            <template v-else-if="state === 'failed'"
              >The frontier could not be worked out.
              <button class="plain edged" @click="again">Try again</button></template
            >
          </p>
          <span class="legend" aria-hidden="true"
            ><span><i class="own"></i>as the brief</span>
            <span v-if="newOnly && withNew"><i class="plain"></i>new parts only</span>
            <span v-if="beside && withBeside"><i class="there"></i>the same builds {{ beside }}</span>
            <span><i class="knee"></i>knee</span> <span><i class="pennant"></i>target reached</span></span
          >
          <button v-if="newOnly" class="plain edged" :aria-pressed="withNew" @click="withNew = !withNew">
            New parts only
          </button>
          <button
            v-if="beside"
            class="plain edged"
            :aria-pressed="withBeside"
            @click="withBeside = !withBeside"
          >
            {{ beside[0].toUpperCase() + beside.slice(1) }}
          </button>
        </div>
        <p v-if="state === 'done' && steps.length === 0" class="none">
          No budget up to {{ money(most, bench.currency) }} buys a build that keeps the brief.
          <RouterLink to="/brief">See what would have to give</RouterLink>
        </p>
        <FrontierChart
          v-else
          :steps="steps"
          :new-only="withNew ? newOnly : null"
          :beside-name="withBeside ? beside : null"
          :knees="stretch?.knees ?? []"
          :limit="bench.limit"
          :most="most"
          :currency="bench.currency"
          :unit="unit"
          :name-of="nameOf"
          :low="low"
          :high="high"
          @move="move"
        />
        <p v-if="state === 'done' && unreached.length > 0" class="quiet small">
          Not reached by any budget here:
          {{ unreached.map((flag) => `${nameOf(flag.game)} at ${flag.target}`).join(', ') }}.
        </p>
      </section>
      <div class="below">
        <LadderTable v-if="stretch && steps.length > 0" :stretch="stretch" :unit="unit" @compare="compare" />
        <div class="side">
          <TwoSums
            v-if="steps.length > 0 || around.size > 0"
            :steps="steps"
            :around="around"
            :is-done="state === 'done'"
            :new-only="newOnly"
            :low="low"
            :high="high"
            :unit="unit"
            :name-of="nameOf"
          />
          <FlipsPanel v-if="state === 'done'" :name-of="nameOf" :unit="unit" />
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.picture {
  display: grid;
  gap: 6px;
  padding: 10px 12px;
  min-width: 0;
}
.tools {
  display: flex;
  gap: 10px 16px;
  align-items: center;
  flex-wrap: wrap;
  min-height: 30px;
}
.tools p {
  flex: 1;
  min-width: 200px;
}
.legend {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: var(--text-small);
  color: var(--ink-soft);
  flex-wrap: wrap;
}
.legend span {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  white-space: nowrap;
}
.legend i {
  width: 18px;
  height: 0;
  margin-left: 6px;
}
.legend .own {
  border-top: 3px solid var(--plum);
}
.legend .plain {
  border-top: 2px dashed var(--ink-soft);
}
.legend .there {
  border-top: 2px dotted var(--plum);
}
.legend .knee {
  width: 8px;
  height: 8px;
  border: 2px solid var(--plum);
  transform: rotate(45deg);
}
.legend .pennant {
  width: 10px;
  height: 9px;
  background: var(--apricot);
}
.below {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 350px;
  gap: 10px;
  align-items: start;
}
.side {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
.none {
  padding: 40px;
  text-align: center;
}
.small {
  font-size: var(--text-small);
}
@media (max-width: 1000px) {
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
