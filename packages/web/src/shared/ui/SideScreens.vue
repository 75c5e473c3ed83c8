<script setup lang="ts">
import type { RatesResult } from '@ripe-pick/core/frames';
import type { Summary } from '@ripe-pick/core/swaps';
import { computed } from 'vue';
import { fps } from '../format/format.ts';
import { besideWords, goalWords, screenWords } from '../format/goals.ts';
import { useNames } from '../stores/names.ts';
import { useWorkspace } from '../stores/workspace.ts';

/** Rates of a build on the screens beside the brief's own, and how its goals are met there; on its own too where they are given. */
const props = defineProps<{ own?: RatesResult; beside: Summary['beside'] }>();
const names = useNames();
const workspace = useWorkspace();
const screens = computed(() => [
  ...(props.own
    ? [{ title: `On the brief’s screen, ${screenWords(workspace.brief.play)}`, rates: props.own }]
    : []),
  ...props.beside.map(({ screen, rates }) => ({ title: besideWords(screen), rates })),
]);
</script>

<template>
  <template v-for="{ title, rates } in screens" :key="title">
    <table v-if="rates.status === 'known'" class="lines beside">
      <caption>
        {{
          title
        }}
      </caption>
      <thead>
        <tr>
          <th scope="col">Game</th>
          <th scope="col" class="num">average</th>
          <th scope="col" class="num">1 % low</th>
          <th scope="col" class="num">goal</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="game in rates.games" :key="game.game">
          <th scope="row">{{ names.game(game.game) }}</th>
          <td
            class="num"
            :title="`${fps(game.interval.low)} to ${fps(game.interval.high)} in 4 of 5 chances`"
          >
            {{ fps(game.average) }}
          </td>
          <td class="num">{{ fps(game.low) }}</td>
          <td class="num">{{ goalWords(game) }}</td>
        </tr>
      </tbody>
    </table>
  </template>
</template>

<style scoped>
.beside {
  width: 100%;
  font-size: var(--text-small);
}
caption {
  text-align: left;
  font-weight: 650;
  padding: 6px 0 2px;
}
th.num,
td {
  text-align: right;
}
</style>
