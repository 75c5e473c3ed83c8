<script setup lang="ts">
import { computed } from 'vue';
import Dialog from '../../shared/ui/Dialog.vue';
import TunedNote from '../../shared/ui/TunedNote.vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { decimal, fps, percent } from '../../shared/format/format.ts';
import { objectiveWords } from '../../shared/format/objective.ts';

defineProps<{ show: boolean }>();
const emit = defineEmits<{ close: [] }>();
const bench = useBench();
const catalogueStore = useCatalogue();
const workspace = useWorkspace();
const rates = computed(() => (bench.summary?.rates.status === 'known' ? bench.summary.rates : null));
const objective = computed(() => workspace.brief.play.objective);
const isTargets = computed(() => objective.value.goal === 'targets');
const total = computed(() => rates.value?.games.reduce((sum, game) => sum + game.weight, 0) ?? 0);
const nameOf = (id: string) =>
  catalogueStore.catalogue?.frameModel.games.find((game) => game.id === id)?.name ?? id;
const FIGURE = { average: 'average', low: '1 % low', slowest: 'slowest 1 %' } as const;
const figureOf = (game: { average: number; low: number; slowest: number }) => game[objective.value.figure];
</script>

<template>
  <Dialog :show="show" title="What the figure is made of" :width="560" @close="emit('close')">
    <div v-if="rates" class="figure">
      <p>
        <b class="num">{{ decimal(rates.objective.value, 1) }}</b> {{ isTargets ? '%' : 'fps' }}:
        {{ objectiveWords(objective, workspace.brief.play.refreshHz) }}. In 4 of 5 cases between
        {{ fps(rates.objective.interval.low) }} and {{ fps(rates.objective.interval.high) }}.
      </p>
      <TunedNote />
      <table class="lines">
        <thead>
          <tr>
            <th scope="col">Game</th>
            <th scope="col" class="end">{{ FIGURE[objective.figure] }}</th>
            <th scope="col" class="end">counts as</th>
            <th scope="col" class="end">share</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="game in rates.games" :key="game.game">
            <th scope="row">
              {{ nameOf(game.game) }} <span class="quiet">{{ game.preset }}</span>
            </th>
            <td class="num end">{{ fps(figureOf(game)) }}</td>
            <td class="num end">
              {{ isTargets ? `${decimal(game.counted, 1)} % of ${game.target}` : fps(game.counted) }}
            </td>
            <td class="num end">{{ percent(total > 0 ? game.weight / total : 1 / rates.games.length) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="quiet">
        {{ percent(rates.balance.toCpu) }} of what the graphics could show is lost to the processor,
        {{ percent(rates.balance.toGpu) }} the other way round, over the games by their shares. A game’s name
        under Frame rates opens where its rate comes from.
      </p>
    </div>
  </Dialog>
</template>

<style scoped>
.figure {
  display: grid;
  gap: 10px;
}
</style>
