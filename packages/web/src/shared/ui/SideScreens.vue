<script setup lang="ts">
import type { SideScreen } from '@ripe-pick/core/frames';
import type { Summary } from '@ripe-pick/core/swaps';
import { fps } from '../format/format.ts';
import { goalWords, screenWords } from '../format/goals.ts';
import { useNames } from '../stores/names.ts';

/** Rates of a build on the screens beside the brief's own, and how its goals are met there. */
defineProps<{ beside: Summary['beside'] }>();
const names = useNames();
const WHY: Readonly<Record<SideScreen['why'], string>> = {
  second: 'On the second screen',
  next: 'On the next screen up',
  vr: 'In the headset',
};
</script>

<template>
  <template v-for="{ screen, rates } in beside" :key="screen.why + screen.widthPx">
    <table v-if="rates.status === 'known'" class="lines beside">
      <caption>
        {{
          WHY[screen.why]
        }},
        {{
          screenWords(screen)
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
  font-size: 12.5px;
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
