<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import type { ChanceProgress, Chances, GrowthFlip } from '@ripe-pick/core/growth';
import type { Brief } from '@ripe-pick/core/parts';
import type { ToldPlan } from '../../workers/growth.worker.ts';
import { dayText, decimal, percent } from '../../shared/format/format.ts';
import { chance } from '../../shared/format/ripeness.ts';
import { useGrowth } from '../../shared/stores/growth.ts';
import { buildName, flipWords, type PartName } from './words.ts';

const props = defineProps<{ plan: ToldPlan; brief: Brief; today: string; unit: string; name: PartName }>();
const growth = useGrowth();

const flips = shallowRef<readonly GrowthFlip[]>([]);
const chances = shallowRef<Chances | null>(null);
const done = shallowRef(0);
const state = shallowRef<'idle' | 'flips' | 'chances' | 'failed'>('idle');
const hasFlips = shallowRef(false);
let ticket = 0;
watch(
  () => props.plan,
  () => {
    ticket++;
    growth.stopStudy();
    flips.value = [];
    chances.value = null;
    hasFlips.value = false;
    state.value = 'idle';
  },
);
async function run(kind: 'flips' | 'chances') {
  const own = ++ticket;
  state.value = kind;
  done.value = 0;
  try {
    if (kind === 'flips') {
      flips.value = [];
      await growth.flips(({ done: share, found }) => {
        if (own !== ticket) return;
        done.value = share;
        if (found) flips.value = [...flips.value, found];
      });
      if (own === ticket) hasFlips.value = true;
    } else {
      const found = await growth.chances(({ done: share }: ChanceProgress) => {
        if (own === ticket) done.value = share;
      });
      if (own === ticket && found) chances.value = found;
    }
    if (own === ticket) state.value = 'idle';
  } catch (error) {
    if (own !== ticket) return;
    state.value = 'failed';
    console.error(error);
  }
}
const moving = computed(() => flips.value.filter((flip) => flip.at !== null));
const still = computed(() => flips.value.filter((flip) => flip.at === null));
const fps = (score: number) => decimal(score / 1000, 1);
</script>

<template>
  <section class="sheet flips" aria-labelledby="flips">
    <h2 id="flips">What would flip the best path</h2>
    <p v-if="state === 'failed'" class="bad">It could not be worked out. Reload the page and try again.</p>
    <p v-else-if="state !== 'idle'" role="status">
      {{ percent(done) }} {{ state === 'flips' ? 'of the moves tried' : 'of the futures drawn' }}
      <button class="plain edged" @click="growth.stopStudy()">Stop</button>
    </p>
    <div v-else class="row">
      <button class="plain edged" @click="run('flips')">Dates, budgets, prices, rates</button>
      <button class="plain edged" @click="run('chances')">Chances over prices</button>
    </div>
    <ul v-if="moving.length > 0">
      <li v-for="(flip, n) in moving" :key="n">
        <b>{{ flipWords(flip, brief, today, name) }}</b>
        <span v-if="flip.becomes" class="quiet">{{ buildName(flip.becomes.base.picks, name) }} instead</span>
      </li>
    </ul>
    <details v-if="still.length > 0">
      <summary>What does not change it ({{ still.length }})</summary>
      <ul>
        <li v-for="(flip, n) in still" :key="n" class="quiet">{{ flipWords(flip, brief, today, name) }}</li>
      </ul>
    </details>
    <p v-if="hasFlips" class="quiet small">
      Nearest move each way, among the {{ plan.bases }} builds that were started from; less than 0.1
      {{ unit }} is no flip.
    </p>
    <template v-if="chances">
      <table class="lines">
        <thead>
          <tr>
            <th scope="col">Bought today</th>
            <th scope="col" class="end">ends best</th>
            <th scope="col" class="end">{{ unit }}, 4 in 5</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(each, n) in chances.each" :key="n">
            <th scope="row">{{ buildName(each.base.picks, name) }}</th>
            <td class="num end">{{ chance(each.best) }}</td>
            <td class="num end">{{ fps(each.low) }} to {{ fps(each.high) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="quiet small">
        <template v-for="step in chances.steps" :key="step.on"
          >The step of {{ dayText(step.on) }} can be paid as planned in {{ chance(step.payable) }} of futures. </template
        >{{ chances.futures }} futures of prices were drawn; in each the best is done that the money then
        buys.
      </p>
    </template>
  </section>
</template>

<style src="../../shared/ui/flips.css" scoped></style>
<style scoped>
.row {
  display: flex;
  gap: 6px;
  flex-wrap: wrap;
}
.small {
  font-size: var(--text-small);
}
</style>
