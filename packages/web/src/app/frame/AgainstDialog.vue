<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import type { Against } from '@ripe-pick/core/compare';
import type { Answer } from '@ripe-pick/core/search';
import type { Picks } from '@ripe-pick/core/parts';
import { partsForRules } from '@ripe-pick/core/swaps';
import Dialog from '../../shared/ui/Dialog.vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { unlikeSets } from '../../shared/format/conditions.ts';
import { money, signed } from '../../shared/format/format.ts';
import { pickName } from '../../shared/format/swaps.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { againstWords } from './against-words.ts';

const props = defineProps<{ id: string | null }>();
const emit = defineEmits<{ close: [] }>();
const bench = useBench();
const solver = useSolver();
const workspace = useWorkspace();
const candidate = computed(() => workspace.candidates.find((each) => each.id === props.id) ?? null);
const found = shallowRef<{ readonly best: Answer; readonly against: Against } | null>(null);
const state = shallowRef<'looking' | 'done' | 'nothing' | 'failed'>('looking');
const unit = computed(() => (workspace.brief.play.objective.goal === 'targets' ? '% of targets' : 'fps'));

async function look(chosen: typeof candidate.value) {
  if (!chosen) return;
  state.value = 'looking';
  try {
    found.value = await solver.againstBest(workspace.brief, chosen.picks as Picks);
    state.value = found.value ? 'done' : 'nothing';
  } catch (error) {
    state.value = 'failed';
    console.error(error);
  }
}
watch(candidate, look, { immediate: true });
const unlike = computed(() => {
  const index = bench.index;
  if (!found.value || !candidate.value || !index) return [];
  const sets = [candidate.value.picks as Picks, found.value.best.picks].map((picks) =>
    partsForRules(picks, index),
  );
  return unlikeSets(workspace.brief, sets, [candidate.value.name, 'the best']);
});
const sentence = computed(() =>
  found.value && candidate.value && bench.index
    ? againstWords(candidate.value.name, found.value.against, bench.currency, unit.value, bench.index)
    : '',
);
</script>

<template>
  <Dialog
    :show="candidate !== null"
    :title="`${candidate?.name ?? ''} against the best`"
    :width="700"
    @close="emit('close')"
  >
    <div class="against" aria-live="polite">
      <p v-if="state === 'looking'" class="quiet">Solving the brief…</p>
      <p v-else-if="state === 'failed'" class="bad">
        It could not be worked out. Reload the page and try again.
      </p>
      <p v-else-if="state === 'nothing'">
        Nothing fits the brief, so there is no best build to compare it with. The brief says what would have
        to give.
      </p>
      <template v-else-if="found">
        <p class="sentence">{{ sentence }}</p>
        <p v-for="each in unlike" :key="each" class="quiet">Not quite alike: {{ each }}.</p>
        <table v-if="found.against.swaps.length > 0" class="lines">
          <thead>
            <tr>
              <th scope="col">Slot</th>
              <th scope="col">The best has</th>
              <th scope="col">{{ candidate?.name }} has</th>
              <th scope="col" class="end">Money</th>
              <th scope="col" class="end">{{ unit }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="swap in found.against.swaps" :key="swap.slot">
              <th scope="row">{{ SLOT_NAMES[swap.slot] }}</th>
              <td>{{ bench.index ? pickName(swap.from, swap.slot, bench.index) : '' }}</td>
              <td>
                {{
                  swap.from?.part === swap.to?.part
                    ? 'the same, another offer'
                    : bench.index
                      ? pickName(swap.to, swap.slot, bench.index)
                      : ''
                }}
              </td>
              <td class="num end">{{ money(swap.money, bench.currency, { sign: true }) }}</td>
              <td class="num end">{{ swap.score === null ? '…' : signed(swap.score / 1000) }}</td>
            </tr>
          </tbody>
          <tfoot>
            <tr>
              <th scope="row" colspan="3">All in all, shipping in each line</th>
              <td class="num end">{{ money(found.against.money, bench.currency, { sign: true }) }}</td>
              <td class="num end">
                {{ found.against.score === null ? 'unknown' : signed(found.against.score / 1000) }}
              </td>
            </tr>
          </tfoot>
        </table>
      </template>
    </div>
  </Dialog>
</template>

<style scoped>
.against {
  display: grid;
  gap: 10px;
}
.sentence {
  font-size: var(--text-large);
}
.bad {
  color: var(--danger);
}
</style>
