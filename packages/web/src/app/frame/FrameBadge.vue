<script setup lang="ts">
import { computed, ref } from 'vue';
import { isAtRest } from '../../shared/ui/at-rest.ts';
import { ExplainFigure } from './later.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { decimal, fps, percent } from '../../shared/format/format.ts';
import { objectiveWords } from '../../shared/format/objective.ts';

const bench = useBench();
const isOpen = ref(false);
const catalogueStore = useCatalogue();
const workspace = useWorkspace();

const rates = computed(() => (bench.summary?.rates.status === 'known' ? bench.summary.rates : null));
const weakest = computed(() => {
  const games = rates.value?.games ?? [];
  return games.length === 0
    ? null
    : games.reduce((a, b) => (b.average / b.target < a.average / a.target ? b : a));
});
const weakestName = computed(
  () =>
    catalogueStore.catalogue?.frameModel.games.find((game) => game.id === weakest.value?.game)?.name ?? '',
);
const holding = computed(() => {
  const game = weakest.value;
  if (!game) return null;
  const { cpu, gpu, cap } = game.limitedBy;
  if (cap > cpu && cap > gpu) return { side: 'its own cap', share: cap };
  return gpu >= cpu ? { side: 'graphics', share: gpu } : { side: 'the processor', share: cpu };
});
const objective = computed(() =>
  objectiveWords(workspace.brief.play.objective, workspace.brief.play.refreshHz),
);
const isTargets = computed(() => workspace.brief.play.objective.goal === 'targets');
</script>

<template>
  <section class="badge sheet" aria-label="Expected frame rate">
    <ExplainFigure v-if="isAtRest" :show="isOpen" @close="isOpen = false" />
    <template v-if="rates">
      <p class="figure">
        <button class="plain open" title="What the figure is made of" @click="isOpen = true">
          <strong class="num">{{
            isTargets ? decimal(rates.objective.value, 0) : fps(rates.objective.value)
          }}</strong>
        </button>
        <span class="quiet num"
          >{{ isTargets ? '% of targets' : 'fps' }} ({{ fps(rates.objective.interval.low) }} to
          {{ fps(rates.objective.interval.high) }})</span
        >
      </p>
      <p class="quiet small" :title="objective">{{ objective }}</p>
      <p
        v-if="weakest && holding"
        class="small"
        :title="`${weakestName}: ${holding.side} sets the rate in ${percent(holding.share)} of frames`"
      >
        <b>{{ weakestName }}</b> {{ fps(weakest.average) }}: limited by {{ holding.side }}
      </p>
    </template>
    <template v-else>
      <p class="figure"><strong>unknown</strong></p>
      <p class="small quiet">
        {{
          workspace.brief.play.games.length === 0
            ? 'Name a game in the brief.'
            : 'A processor, a motherboard, memory and graphics give a frame rate.'
        }}
      </p>
    </template>
  </section>
</template>

<style scoped>
.badge {
  width: 274px;
  padding: 6px 12px;
  display: grid;
  align-content: center;
  gap: 1px;
}
.figure {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.figure strong {
  font-size: var(--text-figure);
  font-family: 'Bricolage Grotesque Variable', sans-serif;
  line-height: 1;
  color: var(--plum);
}
.open {
  padding: 0 4px;
  margin-left: -4px;
  text-decoration: underline dotted var(--line-strong);
  text-underline-offset: 4px;
}
.small {
  font-size: var(--text-small);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
@media (max-width: 760px) {
  .badge {
    width: 100%;
  }
}
</style>
