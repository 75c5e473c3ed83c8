<script setup lang="ts">
import { addMonths } from '@ripe-pick/core';
import type { ToldPath } from '../../workers/growth.worker.ts';
import { decimal, monthText } from '../../shared/format/format.ts';

const props = defineProps<{
  path: ToldPath;
  playable: number;
  today: string;
  gameName: (id: string) => string;
}>();
/** A game taken up later stands under its own name and the day it comes. */
const nameOf = (id: string) => props.gameName(id.split('@')[0]);
const averageWords = (average: number | null | undefined) =>
  average === null || average === undefined ? 'unknown' : `${decimal(average, 0)} fps`;
const when = (month: number | null, otherwise: string) =>
  month === null ? otherwise : month === 0 ? 'today' : monthText(addMonths(props.today, month).slice(0, 7));
const last = (averages: readonly (number | null)[]) => averages.at(-1) ?? null;
</script>

<template>
  <section class="sheet panel" aria-labelledby="runs">
    <h2 id="runs">When each game runs well</h2>
    <table class="lines">
      <thead>
        <tr>
          <th scope="col">Game</th>
          <th scope="col" class="end num">{{ playable }} fps</th>
          <th scope="col" class="end num">its target</th>
          <th scope="col" class="end num">at the end</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(run, n) in path.runs" :key="run.game">
          <th scope="row">
            {{ nameOf(run.game) }} <span class="quiet">{{ run.preset }}</span>
          </th>
          <td class="num end">{{ when(run.playable, 'never') }}</td>
          <td class="num end">
            {{ when(run.atTarget, 'never') }} <span class="quiet">{{ Math.round(run.target) }}</span>
            <span v-if="run.targetUntil !== null" class="quiet block"
              >until {{ when(run.targetUntil, '') }}</span
            >
          </td>
          <td class="num end">
            {{ averageWords(last(path.report.games[n]?.averages ?? [])) }}
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 6px;
}
.block {
  display: block;
}
</style>
