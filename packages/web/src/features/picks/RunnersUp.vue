<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, shallowRef } from 'vue';
import type { NearBest } from '@ripe-pick/core/compare';
import type { Pick, Picks, Slot } from '@ripe-pick/core/parts';
import type { Answer } from '@ripe-pick/core/search';
import HowSure from './HowSure.vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { decimal, money, percent, signed } from '../../shared/format/format.ts';

/** The next best pairs of processor and card, and how sure it is that the best is truly the best. */
const props = defineProps<{
  best: Answer;
  unit: string;
  name: (pick: Pick | null, slot: Slot) => string;
}>();
const emit = defineEmits<{
  take: [answer: Answer, n: number];
  keep: [answer: Answer, n: number];
  judged: [judged: NearBest | null];
}>();

const MOST_SHOWN = 10;
const bench = useBench();
const figure = (value: number) => decimal(value, 1);
const solver = useSolver();
const workspace = useWorkspace();

const runnersUp = shallowRef<readonly Answer[] | null>(null);
const judged = shallowRef<NearBest | null>(null);
const state = ref<'searching' | 'judging' | 'done' | 'failed'>('searching');
let isGone = false;

onMounted(async () => {
  const { brief } = workspace;
  try {
    runnersUp.value = (await solver.runnersUp(brief, MOST_SHOWN + 1)).answers.slice(1);
    state.value = 'judging';
    if (!isGone) judged.value = await solver.nearBest(brief);
    emit('judged', judged.value);
    state.value = 'done';
  } catch (error) {
    state.value = 'failed';
    emit('judged', null);
    console.error(error);
  }
});
onBeforeUnmount(() => (isGone = true));

const lead = (picks: Picks) =>
  (['cpu', 'gpu'] as const).map((slot) => props.name(picks[slot] ?? null, slot)).join(' + ');
/** The first ones, and further down whichever the judgement speaks of. */
const rows = computed(() => {
  const found = judged.value;
  if (!found)
    return (runnersUp.value ?? []).map((answer, n) => ({
      n: n + 1,
      answer,
      outlook: null,
      isInGroup: false,
    }));
  return found.answers
    .map((answer, n) => ({ n, answer, outlook: found.builds[n], isInGroup: found.group.includes(n) }))
    .filter(({ n, isInGroup }) => n > 0 && (n <= MOST_SHOWN || isInGroup || n === found.mostExpected));
});
</script>

<template>
  <HowSure v-if="judged" :judged="judged" :unit="unit" :lead="lead" />
  <h3>Runners-up</h3>
  <p v-if="state === 'failed'" class="bad">
    The search for runners-up failed. The best set above stands; close this and search again.
  </p>
  <p v-else-if="!runnersUp" class="quiet">Searching…</p>
  <p v-else-if="runnersUp.length === 0" class="quiet">
    There is no other pair of processor and graphics card for this budget.
  </p>
  <div v-else class="list" tabindex="0" role="region" aria-label="Runners-up">
    <table class="lines">
      <thead>
        <tr>
          <th scope="col">Processor + graphics card</th>
          <th scope="col" class="end">{{ unit }}</th>
          <th scope="col" class="end">Expected, 4 in 5</th>
          <th scope="col" class="end">Truly best</th>
          <th scope="col" class="end">Counted</th>
          <th scope="col"><span class="visually-hidden">Take</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ n, answer, outlook, isInGroup } in rows" :key="n">
          <td>{{ lead(answer.picks) }} <span v-if="isInGroup" class="alike">as good</span></td>
          <td class="num end">
            {{ figure(answer.score / 1000) }}
            <span class="quiet">{{ signed((answer.score - best.score) / 1000, 2) }}</span>
          </td>
          <td class="num end">
            <template v-if="outlook"
              >{{ figure(outlook.expected) }}
              <span class="quiet"
                >{{ figure(outlook.interval.low) }} to {{ figure(outlook.interval.high) }}</span
              ></template
            ><template v-else>{{ state === 'done' ? 'unknown' : '…' }}</template>
          </td>
          <td class="num end">
            {{ outlook ? percent(outlook.best) : state === 'done' ? 'unknown' : '…' }}
          </td>
          <td class="num end">
            {{ money(answer.cost, bench.currency) }}
            <span class="quiet">{{ money(answer.cost - best.cost, bench.currency, { sign: true }) }}</span>
          </td>
          <td class="end actions">
            <button class="plain edged" :aria-label="`Take runner-up ${n}`" @click="emit('take', answer, n)">
              Take
            </button>
            <button
              class="plain edged"
              :aria-label="`Keep runner-up ${n} as a candidate`"
              @click="emit('keep', answer, n)"
            >
              Keep
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.list {
  position: relative;
  max-height: 230px;
  overflow: auto;
}
.bad {
  color: var(--danger);
}
.alike {
  padding: 0 6px;
  border: 1px solid var(--line);
  border-radius: var(--round-large);
  font-size: var(--text-small);
  white-space: nowrap;
}
.actions,
.list th {
  white-space: nowrap;
}
.end button + button {
  margin-left: 6px;
}
</style>
