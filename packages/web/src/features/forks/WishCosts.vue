<script setup lang="ts">
import { openWishes, type WishCost } from '@ripe-pick/core/compare';
import { computed, onBeforeUnmount, shallowRef, watch } from 'vue';
import { fps, money, percent, signed } from '../../shared/format/format.ts';
import { objectiveUnit } from '../../shared/format/objective.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';

/** What each wish of the brief costs: the proved best without it for the same money. Asked for, since it takes a search for each. */
const bench = useBench();
const catalogueStore = useCatalogue();
const solver = useSolver();
const workspace = useWorkspace();
const costs = shallowRef<readonly WishCost[] | null>(null);
const best = shallowRef<{ readonly cost: number } | null>(null);
const isComplete = shallowRef(true);
const done = shallowRef<number | null>(null);
const isFailed = shallowRef(false);
let ticket = 0;
const unit = computed(() => objectiveUnit(workspace.brief.play.objective));

function forget() {
  ticket++;
  costs.value = null;
  done.value = null;
  isFailed.value = false;
}
watch([() => workspace.brief, () => catalogueStore.catalogue], forget);
onBeforeUnmount(forget);
async function ask() {
  const own = ++ticket;
  done.value = 0;
  isFailed.value = false;
  try {
    const found = await solver.wishCosts(workspace.brief, (share) => {
      if (own === ticket) done.value = share;
    });
    if (own !== ticket) return;
    best.value = found.best;
    costs.value = found.costs;
    isComplete.value = found.isComplete;
  } catch (error) {
    if (own === ticket) isFailed.value = true;
    console.error(error);
  }
  if (own === ticket) done.value = null;
}
function words({ answer, lost }: WishCost): string {
  if (!answer) return 'nothing fits even so';
  if (lost === null) return `only so does anything fit: ${fps(answer.score / 1000)} ${unit.value}`;
  const saved = (best.value?.cost ?? answer.cost) - answer.cost;
  const less = saved > 0 ? `, ${money(saved, bench.currency)} less` : '';
  if (lost === 0) return `no frames${less}`;
  return lost < 50 ? `under 0.1 ${unit.value}` : `${signed(lost / 1000)} ${unit.value}`;
}
function drop(cost: WishCost) {
  const step = openWishes(workspace.brief).at(cost.at)?.step;
  if (step) workspace.editBrief(`do without ${cost.wish}`, step.change);
}
</script>

<template>
  <section class="sheet wishes" aria-labelledby="wish-costs">
    <h2 id="wish-costs">What each wish costs</h2>
    <p v-if="done !== null" role="status">
      {{ percent(done) }} of the wishes tried
      <button class="plain edged" @click="solver.stopForks()">Stop</button>
    </p>
    <template v-else-if="costs === null">
      <p class="quiet">
        Each wish of the brief keeps parts out. What the same money would show without it, one wish at a time.
      </p>
      <button class="plain edged ask" @click="ask">What do the wishes cost?</button>
    </template>
    <p v-if="isFailed" class="bad" role="alert">It could not be worked out. Reload the page and try again.</p>
    <p v-if="costs?.length === 0" class="quiet">The brief has no wish that keeps a part out.</p>
    <div
      v-if="costs && costs.length > 0"
      class="scroll"
      tabindex="0"
      role="group"
      aria-label="Wishes and what they cost"
    >
      <p v-if="!isComplete">Stopped: not all wishes were tried.</p>
      <table class="lines">
        <thead>
          <tr>
            <th scope="col">Wish</th>
            <th scope="col">Without it</th>
            <th scope="col" class="num">It costs</th>
            <th scope="col" class="num">Counted then</th>
            <th scope="col"><span class="visually-hidden">Do without it</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="cost in costs" :key="cost.at">
            <th scope="row">{{ cost.wish }}</th>
            <td>{{ cost.without }}</td>
            <td class="num">{{ words(cost) }}</td>
            <td class="num">{{ cost.answer ? money(cost.answer.cost, bench.currency) : '–' }}</td>
            <td>
              <button class="plain edged" @click="drop(cost)">
                Do without<span class="visually-hidden">: {{ cost.wish }}</span>
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.wishes {
  padding: 12px 16px;
  display: grid;
  gap: 6px;
  grid-template-columns: minmax(0, 1fr);
}
.scroll {
  overflow-x: auto;
  position: relative;
}
.ask {
  justify-self: start;
}
.bad {
  color: var(--danger);
}
p {
  margin: 0;
}
</style>
