<script setup lang="ts">
import { narrowing } from '@ripe-pick/core/fit';
import type { PartSet, Picks } from '@ripe-pick/core/parts';
import { partsForRules } from '@ripe-pick/core/swaps';
import { computed, onMounted, ref, shallowRef } from 'vue';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { decimal, percent } from '../../shared/format/format.ts';

const partIn = (picks: Picks, slot: string) => picks[slot as 'gpu']?.part; // one of the two slots asked for
const bench = useBench();
const catalogueStore = useCatalogue();
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
  answers.value = found.answers.map((answer, n) => ({
    id: `answer-${n}`,
    name: n === 0 ? 'the best build' : 'the runner-up',
    picks: answer.picks,
  }));
});
const builds = computed(() => [
  ...workspace.candidates
    .filter((each) => !each.isArchived)
    .map((each) => ({ id: each.id, name: each.name, picks: each.picks as Picks })),
  ...answers.value,
]);
const options = computed(() => builds.value.map(({ id, name }) => ({ value: id, label: name })));
const chosen = ref<[string | null, string | null]>([null, null]);
/** The candidate that is open against the best; where it is the best, against the runner-up. */
const rival = computed(() => {
  const [best, next] = answers.value;
  const isBest =
    best && ['cpu', 'gpu'].every((slot) => partIn(best.picks, slot) === partIn(workspace.picks, slot));
  return isBest && next ? next.id : best?.id;
});
const first = computed(
  () => builds.value.find((each) => each.id === (chosen.value[0] ?? workspace.active.id)) ?? builds.value[0],
);
const second = computed(
  () => builds.value.find((each) => each.id === (chosen.value[1] ?? rival.value)) ?? builds.value[1],
);
const setOf = (picks: Picks): PartSet | null => (bench.index ? partsForRules(picks, bench.index) : null);

const decision = computed(() => {
  const [a, b] = [first.value && setOf(first.value.picks), second.value && setOf(second.value.picks)];
  return a && b && catalogueStore.catalogue
    ? narrowing(workspace.brief, catalogueStore.catalogue.frameModel, a, b)
    : null;
});
/** Measurements that are named, and by how much they must narrow the difference to be. */
const MOST = 4;
const WORTH = 0.97;
const measurements = computed(() =>
  (decision.value?.measurements ?? [])
    .filter((each) => each.sdAfter < WORTH * (decision.value?.sdLn ?? 0))
    .slice(0, MOST),
);
/** A log difference in per cent: −0.21 is 19 % less. */
const cent = (ln: number) => `${decimal(Math.abs(Math.exp(ln) - 1) * 100, Math.abs(ln) < 0.02 ? 2 : 1)} %`;
/** Closer than this nobody would call one of them ahead. */
const LEVEL_LN = 5e-4;
const chance = (p: number) => (p > 0.99 ? 'more than 99 %' : p < 0.01 ? 'less than 1 %' : percent(p));
</script>

<template>
  <section class="sheet panel" aria-labelledby="narrow">
    <h2 id="narrow">Which benchmark would narrow the choice?</h2>
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
          {{ first.name }} is
          {{
            Math.abs(decision.differenceLn) < LEVEL_LN
              ? 'level'
              : `${cent(decision.differenceLn)} ${decision.differenceLn >= 0 ? 'ahead' : 'behind'}`
          }}, ± {{ cent(decision.sdLn) }}: it is the faster one with a chance of
          {{ chance(decision.chance) }}.
        </p>
        <ol v-if="measurements.length > 0">
          <li v-for="(each, n) in measurements" :key="n">
            <b>{{ names.game(each.game) }}</b> at {{ each.preset }}: {{ names.part(each.cpu) }} with
            {{ each.gpu ? names.part(each.gpu) : 'integrated graphics' }}.
            <span class="quiet">then ± {{ cent(each.sdAfter) }}</span>
          </li>
        </ol>
        <p v-else class="quiet">
          No single benchmark would make this much surer: what is left is how each game treats each pairing.
        </p>
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
  font-size: var(--text-body);
}
</style>
