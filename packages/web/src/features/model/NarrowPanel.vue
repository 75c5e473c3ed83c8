<script setup lang="ts">
import { narrowing } from '@ripe-pick/core/fit';
import type { PartSet, Picks } from '@ripe-pick/core/parts';
import { partsForRules } from '@ripe-pick/core/trades';
import { computed, onMounted, ref, shallowRef } from 'vue';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useMarket } from '../../shared/stores/market.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { percent } from '../../shared/format/format.ts';

const bench = useBench();
const market = useMarket();
const names = useNames();
const solver = useSolver();
const workspace = useWorkspace();

/** Builds that can be held against one another: the candidates, and the best two that the brief allows. */
const answers = shallowRef<readonly { readonly id: string; readonly name: string; readonly picks: Picks }[]>(
  [],
);
onMounted(async () => {
  if (workspace.brief.play.games.length === 0) return;
  const found = await solver.runnersUp(workspace.brief, 2);
  answers.value = found.answers.map((answer, n) => ({ id: `answer-${n}`, name: n === 0 ? 'the best build' : 'the runner-up', picks: answer.picks })); // prettier-ignore
});
const builds = computed(() => [
  ...workspace.candidates.filter((each) => !each.isArchived).map((each) => ({ id: each.id, name: each.name, picks: each.picks as Picks })),
  ...answers.value,
]); // prettier-ignore
const options = computed(() => builds.value.map(({ id, name }) => ({ value: id, label: name })));
const chosen = ref<[string | null, string | null]>([null, null]);
const first = computed(
  () => builds.value.find((each) => each.id === (chosen.value[0] ?? 'answer-0')) ?? builds.value[0],
);
const second = computed(
  () => builds.value.find((each) => each.id === (chosen.value[1] ?? 'answer-1')) ?? builds.value[1],
);
const setOf = (picks: Picks): PartSet | null => (bench.index ? partsForRules(picks, bench.index) : null);

const decision = computed(() => {
  const [a, b] = [first.value && setOf(first.value.picks), second.value && setOf(second.value.picks)];
  return a && b && market.catalogue ? narrowing(workspace.brief, market.catalogue.frameModel, a, b) : null;
});
/** Measurements that are named. */
const MOST = 4;
const cent = (ln: number) => `${(Math.abs(ln) * 100).toFixed(1)} %`;
const chance = (p: number) => (p > 0.99 ? 'more than 99 %' : p < 0.01 ? 'less than 1 %' : percent(p));
</script>

<template>
  <section class="sheet panel" aria-labelledby="narrow">
    <h2 id="narrow">Which record would narrow the choice?</h2>
    <p v-if="workspace.brief.play.games.length === 0" class="quiet">Name a game in the brief first.</p>
    <p v-else-if="builds.length < 2" class="quiet">Two builds are needed: keep another candidate on Picks.</p>
    <template v-else-if="first && second">
      <div class="pair">
        <ChoiceField
          label="Between"
          :value="first.id"
          :options="options"
          @update:value="(id: string) => (chosen = [id, chosen[1]])"
        />
        <ChoiceField
          label="and"
          :value="second.id"
          :options="options"
          @update:value="(id: string) => (chosen = [chosen[0], id])"
        />
      </div>
      <p v-if="first.id === second.id" class="quiet">Choose two different builds.</p>
      <p v-else-if="!decision" class="quiet">One of them has no rate yet.</p>
      <template v-else>
        <p>
          {{ first.name }} is {{ cent(decision.differenceLn) }}
          {{ decision.differenceLn >= 0 ? 'ahead' : 'behind' }}, give or take {{ cent(decision.sdLn) }}: it is
          the faster one with a chance of {{ chance(decision.chance) }}.
        </p>
        <ol v-if="decision.measurements.length > 0">
          <li v-for="(each, n) in decision.measurements.slice(0, MOST)" :key="n">
            <b>{{ names.game(each.game) }}</b> at {{ each.preset }}: {{ names.part(each.processor) }} with
            {{ each.card ? names.part(each.card) : 'its own graphics' }}.
            <span class="quiet">then give or take {{ cent(each.sdAfter) }}</span>
          </li>
        </ol>
        <p v-else class="quiet">No single record would change how sure this is.</p>
      </template>
    </template>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 8px;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
ol {
  margin: 0;
  padding-left: 18px;
  display: grid;
  gap: 4px;
  font-size: 13px;
}
</style>
