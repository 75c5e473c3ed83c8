<script setup lang="ts">
import { useDraft } from '../../shared/ui/draft.ts';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { lineUpOf } from '@ripe-pick/core/compare';
import type { Picks } from '@ripe-pick/core/parts';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { usePrices } from '../../shared/stores/prices.ts';
import { useStandings } from '../../shared/stores/standings.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { unlikeWords } from '../../shared/format/conditions.ts';
import { schoolsOf } from '../../shared/format/schools.ts';
import { download, fileName } from '../../shared/ui/download.ts';
import EmptyPicture from '../../shared/ui/EmptyPicture.vue';
import ComparisonTable from './ComparisonTable.vue';
import Dumbbells from './Dumbbells.vue';
import { toCsv, toFile, toMarkdown } from './export.ts';
import { SHAPES, shapePath } from './shapes.ts';
import { rowsOf } from './table.ts';
import { useLineUpGrowth } from './use-line-up-growth.ts';

const MOST = 5;
const bench = useBench();
const catalogueStore = useCatalogue();
const workspace = useWorkspace();
const router = useRouter();

const left = useDraft<string[]>('ripe-pick-line-up-out', []);
const onlyDifferences = ref(true);
const first = useDraft<string | null>('ripe-pick-line-up-first', null);
/** Candidates in their order, behind the one that they are compared with; those left out, and those beyond five, stay aside. */
const chosen = computed(() => {
  const all = workspace.shown.filter((each) => !left.value.includes(each.id)).slice(0, MOST);
  return [...all.filter(({ id }) => id === first.value), ...all.filter(({ id }) => id !== first.value)];
});
function toggle(id: string) {
  left.value = left.value.includes(id) ? left.value.filter((each) => each !== id) : [...left.value, id];
}
const isIn = (id: string) => chosen.value.some((each) => each.id === id);
const lineUp = computed(() =>
  bench.session && chosen.value.length > 0
    ? lineUpOf(
        chosen.value.map(({ name, picks }) => ({ name, picks: picks as Picks })),
        bench.session,
      )
    : null,
);
const nameOf = (id: string) =>
  catalogueStore.catalogue?.frameModel.games.find((game) => game.id === id)?.name ?? id;
const prices = usePrices();
const standings = useStandings();
function pricesOf(entry: number) {
  const { id } = chosen.value[entry];
  const plan = prices.joints.get(id);
  // Half of the verdicts would read as all of them.
  if (plan === undefined) return null;
  const words = standings.verdictsOf(id).map(({ word }) => word);
  return { words, savingMinor: plan ? Math.max(0, plan.saving) * prices.promise : null };
}
const growthOf = useLineUpGrowth(chosen);
const rows = computed(() =>
  lineUp.value && bench.index
    ? rowsOf(lineUp.value, workspace.brief, bench.index, nameOf, pricesOf, growthOf)
    : [],
);
const shown = computed(() => (onlyDifferences.value ? rows.value.filter((row) => row.differs) : rows.value));
const same = computed(() => rows.value.length - rows.value.filter((row) => row.differs).length);
const unlike = computed(() =>
  unlikeWords(
    lineUp.value?.unlike ?? [],
    chosen.value.map((each) => each.name),
  ),
);
const schools = computed(() => schoolsOf(workspace.brief));

const sheet = () => ({
  brief: workspace.brief,
  names: chosen.value.map((each) => each.name),
  notes: chosen.value.map((each) => each.note),
  rows: rows.value,
  unlike: unlike.value,
});
const name = (ending: string) => fileName(`${workspace.brief.name} compared`, ending);
const asMarkdown = () => download(name('md'), toMarkdown(sheet()), 'text/markdown');
const asCsv = () => download(name('csv'), toCsv(sheet()), 'text/csv');
const asJson = () =>
  lineUp.value &&
  download(
    name('json'),
    `${JSON.stringify(toFile(lineUp.value, workspace.brief, sheet().notes), null, 1)}\n`,
    'application/json',
  );
const print = () => window.print();
function open(id: string) {
  workspace.activate(id);
  void router.push('/picks');
}
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Compare</h1>
      <div class="chips" role="group" aria-label="Candidates to compare">
        <button
          v-for="each in workspace.shown"
          :key="each.id"
          class="plain edged"
          :aria-pressed="isIn(each.id)"
          :disabled="!isIn(each.id) && chosen.length >= MOST"
          @click="toggle(each.id)"
        >
          {{ each.name }}
        </button>
      </div>
      <div v-if="chosen.length >= 2" class="tools">
        <button
          class="plain edged"
          :aria-pressed="onlyDifferences"
          @click="onlyDifferences = !onlyDifferences"
        >
          {{ onlyDifferences ? `Differences only (${same} alike)` : 'Everything' }}
        </button>
        <button class="plain edged" @click="asMarkdown">Markdown</button>
        <button class="plain edged" @click="asCsv">CSV</button>
        <button class="plain edged" @click="asJson">JSON</button>
        <button class="plain edged" @click="print">Print</button>
      </div>
    </div>
    <section v-if="chosen.length < 2" class="sheet empty">
      <EmptyPicture shows="columns" />
      <p>
        Two candidates or more are needed to compare. Keep a build as a candidate from <b>Find the best</b>,
        from a runner-up, or from a rung in <b>Stretch</b>; or duplicate the one you have and change it.
      </p>
      <button
        class="plain strong"
        @click="workspace.addCandidate(`${workspace.active.name}, copy`, workspace.picks)"
      >
        Duplicate “{{ workspace.active.name }}”
      </button>
    </section>
    <template v-else-if="lineUp">
      <p v-if="unlike.length > 0" class="unlike">
        <b>Not quite alike:</b> {{ unlike.join('; ') }}. The rates below count it.
      </p>
      <section class="sheet" aria-labelledby="frames">
        <h2 id="frames">Frames per second</h2>
        <p class="key">
          <span v-for="(entry, n) in lineUp.entries" :key="n"
            ><svg width="16" height="14" aria-hidden="true" :style="{ color: `var(--${SHAPES[n].colour})` }">
              <path :d="shapePath(n, 8, 7, 5)" fill="currentColor" /></svg
            >{{ entry.name }}</span
          >
          <span class="quiet"
            >mark: average, pale: 4 in 5 chances, tick: 1 % low, line: the screen’s
            {{ workspace.brief.play.refreshHz }} Hz</span
          >
        </p>
        <Dumbbells :line-up="lineUp" :brief="workspace.brief" :name-of="nameOf" />
      </section>
      <ComparisonTable
        :candidates="chosen"
        :rows="shown"
        @open="open"
        @put-first="(id) => (first = id)"
        @note="workspace.noteOn"
      />
      <p class="quiet small">Figures follow: {{ schools.join(' · ') }}.</p>
    </template>
  </div>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
.head {
  display: flex;
  gap: 8px 18px;
  align-items: center;
  flex-wrap: wrap;
}
.chips,
.tools {
  display: flex;
  gap: 6px;
  flex-wrap: wrap;
}
.tools {
  margin-left: auto;
}
.chips [aria-pressed='true'] {
  border-color: var(--plum);
  box-shadow: inset 0 -3px 0 var(--plum);
  font-weight: 600;
}
.empty {
  display: grid;
  gap: 12px;
  max-width: 620px;
  justify-items: start;
}
.key {
  display: flex;
  gap: 4px 16px;
  flex-wrap: wrap;
  font-size: var(--text-small);
  padding: 4px 0;
}
.key svg {
  vertical-align: -2px;
  margin-right: 4px;
}
.unlike {
  color: var(--apricot);
}
.small {
  font-size: var(--text-small);
}
@media print {
  .chips,
  .tools {
    display: none;
  }
}
</style>
