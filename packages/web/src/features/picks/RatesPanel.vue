<script setup lang="ts">
import { slotWords } from '@ripe-pick/core/parts';
import { computed, shallowRef } from 'vue';
import { missingForRate, type GameRates } from '@ripe-pick/core/frames';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { goalWords } from '../../shared/format/goals.ts';
import SideScreens from '../../shared/ui/SideScreens.vue';
import TunedNote from '../../shared/ui/TunedNote.vue';
import FieldLink from '../../shared/ui/FieldLink.vue';
import ExplainRate from './ExplainRate.vue';
import RatesChart from './RatesChart.vue';
import { fieldName } from '../../shared/format/facts.ts';
import { fps, percent } from '../../shared/format/format.ts';

const bench = useBench();
const catalogueStore = useCatalogue();
const workspace = useWorkspace();

const explained = shallowRef<GameRates | null>(null);
const games = computed(() => (bench.summary?.rates.status === 'known' ? bench.summary.rates.games : []));
const nameOf = (id: string) =>
  catalogueStore.catalogue?.frameModel.games.find((game) => game.id === id)?.name ?? id;
/** What would have to be typed in of a part before there is a rate. */
function figuresFor(id: string | null): string[] {
  const part = id === null ? undefined : bench.index?.parts.get(id);
  return part ? missingForRate(part) : [];
}
</script>

<template>
  <section class="sheet panel" aria-labelledby="rates">
    <h2 id="rates">Frame rates</h2>
    <template v-if="games.length > 0">
      <RatesChart :games :refresh="workspace.brief.play.refreshHz" :name-of />
      <TunedNote />
      <table>
        <thead>
          <tr>
            <th scope="col"><span class="visually-hidden">Game</span></th>
            <th scope="col">average</th>
            <th scope="col">1 % low</th>
            <th scope="col">limited by</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="game in games" :key="game.game">
            <th scope="row">
              <button
                class="plain game"
                :title="`Where ${nameOf(game.game)} gets its frames from`"
                @click="explained = game"
              >
                <span class="name">{{ nameOf(game.game) }}</span> <span class="quiet">{{ game.preset }}</span>
              </button>
            </th>
            <td class="num">{{ fps(game.average) }}</td>
            <td class="num">{{ fps(game.low) }}</td>
            <td>
              <span
                class="split"
                role="img"
                :aria-label="`processor ${percent(game.limitedBy.cpu)}, graphics ${percent(game.limitedBy.gpu)}, cap ${percent(game.limitedBy.cap)}`"
                :title="`processor ${percent(game.limitedBy.cpu)}, graphics ${percent(game.limitedBy.gpu)}, the game’s cap ${percent(game.limitedBy.cap)}`"
              >
                <i class="p" :style="{ flexGrow: game.limitedBy.cpu }"></i
                ><i class="g" :style="{ flexGrow: game.limitedBy.gpu }"></i
                ><i class="c" :style="{ flexGrow: game.limitedBy.cap }"></i>
              </span>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="goals quiet">
        Goals:
        <template v-for="(game, n) in games" :key="game.game"
          >{{ n > 0 ? ' · ' : '' }}{{ nameOf(game.game) }} {{ goalWords(game) }}</template
        >
      </p>
      <SideScreens v-if="bench.summary" :beside="bench.summary.beside" />
      <ExplainRate :game="explained" @close="explained = null" />
      <p class="quiet key">
        <i class="p"></i>processor <i class="g"></i>graphics <i class="c"></i>game’s cap. Line: 4 in 5
        chances; tick: 1 % low (99th percentile)
      </p>
    </template>
    <template v-else>
      <p class="quiet">Unknown yet.</p>
      <ul v-if="bench.summary?.rates.status === 'unknown'" class="missing">
        <li v-for="(fact, n) in bench.summary.rates.missing" :key="n">
          {{
            fact.part ? `${slotWords(fact.slot)}: its ${fact.fact} is not known` : `${fact.fact} is missing`
          }}
          <FieldLink
            v-for="figure in figuresFor(fact.part)"
            :key="figure"
            class="field"
            :part="fact.part ?? ''"
            :figure="figure"
            >Type in: {{ fieldName(figure).name }}</FieldLink
          >
        </li>
        <li v-if="workspace.brief.play.games.length === 0">The brief names no game.</li>
        <li v-for="game in bench.summary.rates.unknownGames" :key="game">
          The catalogue has no game “{{ game }}”.
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.goals {
  font-size: var(--text-small);
}
.panel {
  display: grid;
  gap: 6px;
  padding: 10px 12px;
}
table {
  border-collapse: collapse;
  width: 100%;
  font-size: var(--text-small);
  table-layout: fixed;
}
th {
  text-align: left;
  font-weight: 600;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
thead th {
  font-weight: 500;
  color: var(--ink-soft);
  font-size: var(--text-tiny);
}
thead th:nth-child(2),
thead th:nth-child(3) {
  width: 52px;
  text-align: right;
}
thead th:nth-child(4) {
  width: 66px;
  padding-left: 8px;
}
td {
  text-align: right;
}
td:last-child {
  padding-left: 8px;
}
.game {
  padding: 2px 4px;
  margin-left: -4px;
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  text-align: left;
  text-decoration: underline dotted var(--line-strong);
  text-underline-offset: 3px;
}
.game .name,
.game .quiet {
  display: block;
  margin: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  line-height: 1.15;
}
.game .quiet {
  font-size: var(--text-tiny);
}
.split {
  display: flex;
  height: 9px;
  border-radius: var(--round-small);
  overflow: hidden;
  gap: 2px;
  background: var(--sheet);
}
.p {
  background: var(--slot-cpu);
}
.g {
  background: var(--slot-gpu);
}
.c {
  background: var(--line-strong);
}
.key {
  font-size: var(--text-tiny);
  line-height: 1.3;
}
.key i {
  display: inline-block;
  width: 9px;
  height: 9px;
  border-radius: var(--round-small);
  margin: 0 3px 0 4px;
}
.missing {
  margin: 0;
  padding-left: 18px;
}
.field {
  margin-left: 0.5em;
}
</style>
