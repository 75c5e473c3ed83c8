<script setup lang="ts">
import { knowledgeOf, recordJudge } from '@ripe-pick/core/fit';
import { computed, onMounted, watch } from 'vue';
import { RouterLink } from 'vue-router';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useModel } from '../../shared/stores/model.ts';
import { useRecords } from '../../shared/stores/records.ts';
import Calibration from './Calibration.vue';
import Disagreeing from './Disagreeing.vue';
import HeldBackList from './HeldBackList.vue';
import KnownStrip from './KnownStrip.vue';
import OddCharts from './OddCharts.vue';
import NarrowPanel from './NarrowPanel.vue';
import PastFits from './PastFits.vue';
import { decimal, momentText, whole } from '../../shared/format/format.ts';
import EmptyPicture from '../../shared/ui/EmptyPicture.vue';

const catalogueStore = useCatalogue();
const model = useModel();
const records = useRecords();

/** Standing, and what each record is to the others, comes from a fit of this session: it takes a moment, from the last optimum. */
function look() {
  if (model.canFit && model.review === null && model.state === 'idle' && !model.isStale)
    void model.run('review');
}
onMounted(look);
watch(() => model.canFit, look);

const used = computed(() => {
  const catalogue = catalogueStore.catalogue;
  if (!catalogue) return [];
  const judge = recordJudge(catalogue.parts, catalogue.frameModel);
  return records.all.filter((record) => 'usable' in judge(record));
});
const knowledge = computed(() =>
  catalogueStore.catalogue ? knowledgeOf(catalogueStore.catalogue.frameModel, used.value) : null,
);
const KINDS = [
  { key: 'gpus', name: 'Graphics cards' },
  { key: 'cpus', name: 'Processors' },
  { key: 'integrated', name: 'Integrated graphics' },
  { key: 'games', name: 'Games' },
] as const;
const error = (share: number) => `${decimal(share * 100, 1)} %`;
/** How sure all of it is, for whoever counts frames and not errors. */
const plainly = computed(() => {
  const heldOut = model.fit?.heldOut;
  if (!heldOut) return '';
  const { medianError, error90, coverage } = heldOut;
  const held = coverage.find(({ nominal }) => nominal === 0.8)?.actual;
  const frames = (share: number) => Math.max(1, Math.round(100 * share));
  const ranges =
    held === undefined ? '' : ` Of ten ranges given, ${Math.round(10 * held)} held; they are meant to be 8.`;
  const off = `half of the time it is ${frames(medianError)} off at most, and nine times in ten ${frames(error90)}`;
  return `In plain words: where it says 100 frames of a chart that it has not seen, ${off}.${ranges}`;
});
const status = computed(() => {
  const { progress, state } = model;
  if (state === 'fitting')
    return progress && 'turn' in progress
      ? `Fitting: turn ${progress.turn + 1} of ${progress.turns}, step ${progress.step + 1}…`
      : 'Fitting…';
  if (state === 'checking')
    return progress && 'fold' in progress
      ? `Checking on benchmarks held out: part ${progress.fold + 1} of ${progress.folds}…`
      : 'Checking on benchmarks held out…';
  return '';
});
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Model</h1>
      <p class="quiet">
        Every expected rate comes from here: all effects estimated together from the benchmarks. {{ plainly }}
      </p>
    </div>
    <section v-if="!model.canFit && !model.fit" class="sheet none">
      <EmptyPicture shows="ranges" />
      <p v-if="(catalogueStore.catalogue?.frameModel.games.length ?? 0) === 0">
        There are no games yet, so there is nothing to fit.
      </p>
      <p v-else-if="records.isLoaded">
        There are no benchmarks yet. The rates in use are those that came with the catalogue, with the
        standard deviations stated there.
      </p>
      <RouterLink :to="{ name: 'records', query: { add: 'chart' } }">Import benchmarks</RouterLink>
    </section>
    <template v-else>
      <section class="sheet stand" aria-label="Standing">
        <dl v-if="model.fit">
          <div>
            <dt>typical error, for charts it had not seen</dt>
            <dd v-if="model.fit.heldOut">
              <b>{{ error(model.fit.heldOut.medianError) }}</b>
              <span class="quiet"
                >the median bar; {{ error(model.fit.heldOut.error90) }} for nine in ten</span
              >
            </dd>
            <dd v-else>not checked yet: it takes ten benchmarks of two charts</dd>
          </div>
          <div v-if="model.fit.heldOut?.parts && model.fit.heldOut.games">
            <dt>for parts nobody measured</dt>
            <dd>
              <b>{{ error(model.fit.heldOut.parts.medianError) }}</b>
              <span class="quiet"
                >for games nobody measured {{ error(model.fit.heldOut.games.medianError) }}</span
              >
            </dd>
          </div>
          <div>
            <dt>benchmarks</dt>
            <dd>
              <b>{{ whole(model.fit.records) }}</b>
              <span class="quiet">in the fit, {{ model.fit.heldBack }} not used yet</span>
            </dd>
          </div>
          <div>
            <dt>noise of one good benchmark</dt>
            <dd>
              <b>{{ error(model.fit.noise.average) }}</b>
              <span class="quiet">its low against its average {{ error(model.fit.noise.low) }}</span>
            </dd>
          </div>
          <div>
            <dt>fitted</dt>
            <dd>
              <b>{{ momentText(model.fit.fittedOn) }}</b>
              <span class="quiet"
                >{{ model.fit.parameters.length }} effects, {{ model.fit.rounds }} steps{{
                  model.fit.converged ? '' : ', not settled'
                }}</span
              >
            </dd>
          </div>
        </dl>
        <div class="act">
          <template v-if="model.state !== 'idle'">
            <p role="status">{{ status }}</p>
            <button class="plain edged" @click="model.cancel()">Stop</button>
          </template>
          <template v-else>
            <p v-if="model.isStale" role="status">Benchmarks or specs changed since.</p>
            <button class="plain edged" @click="model.run('cold')">Fit from scratch</button>
          </template>
        </div>
        <p v-if="model.failure" class="failure" role="alert">
          {{ model.failure }} <button class="plain edged" @click="model.run('warm')">Try again</button>
        </p>
      </section>
      <div class="two">
        <section class="sheet" aria-labelledby="known">
          <h2 id="known">Known well, or hardly</h2>
          <p class="quiet small">
            Each dot is one; further right is less sure. Hollow: nobody measured it, its specs alone speak. A
            game that runs at its own cap tells little of what it needs.
          </p>
          <template v-if="knowledge">
            <KnownStrip
              v-for="kind in KINDS"
              :key="kind.key"
              :title="kind.name"
              :known="knowledge[kind.key]"
              :is-game="kind.key === 'games'"
            />
          </template>
        </section>
        <div class="side">
          <Calibration v-if="model.fit?.heldOut" :held-out="model.fit.heldOut" />
          <NarrowPanel />
          <PastFits />
        </div>
      </div>
      <div class="two even">
        <Disagreeing v-if="model.review" :findings="model.review.findings" />
        <div v-if="model.review" class="side">
          <OddCharts :charts="model.review.charts" />
          <HeldBackList :held-back="model.review.heldBack" />
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.stand {
  display: flex;
  gap: 8px 24px;
  flex-wrap: wrap;
  align-items: center;
  padding: 10px 14px;
}
dl {
  display: flex;
  gap: 8px 28px;
  flex-wrap: wrap;
  margin: 0;
  flex: 1;
}
dt {
  font-size: var(--text-small);
  color: var(--ink-soft);
}
dd {
  margin: 0;
}
dd b {
  font-size: var(--text-title);
  font-family: 'Bricolage Grotesque Variable', sans-serif;
}
dd .quiet {
  display: block;
  margin: 0;
  font-size: var(--text-small);
}
.act {
  display: flex;
  gap: 10px;
  align-items: center;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(0, 1fr);
  gap: 10px;
  align-items: start;
}
.two.even {
  grid-template-columns: minmax(0, 1.5fr) minmax(0, 1fr);
}
.side {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
.small {
  font-size: var(--text-small);
}
@media (max-width: 1000px) {
  .two,
  .two.even {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
