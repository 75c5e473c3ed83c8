<script setup lang="ts">
import { slotWords } from '@ripe-pick/core/parts';
import { scaleLinear } from 'd3';
import { computed, ref, shallowRef } from 'vue';
import { missingForRate, type GameRates } from '@ripe-pick/core/frames';
import { useElementSize } from '@vueuse/core';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { goalWords } from '../../shared/format/goals.ts';
import SideScreens from '../../shared/ui/SideScreens.vue';
import TunedNote from '../../shared/ui/TunedNote.vue';
import FieldLink from '../../shared/ui/FieldLink.vue';
import ExplainRate from './ExplainRate.vue';
import { fieldName } from '../../shared/format/facts.ts';
import { fps, percent } from '../../shared/format/format.ts';

const bench = useBench();
const catalogueStore = useCatalogue();
const workspace = useWorkspace();

const explained = shallowRef<GameRates | null>(null);
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const HEIGHT = 216;
const TOP = 22;
const BOTTOM = 20;
/** About the width of a letter of the picture's names in px. */
const LETTER_PX = 6.2;
const AXIS = 30;

const games = computed(() => (bench.summary?.rates.status === 'known' ? bench.summary.rates.games : []));
const refresh = computed(() => workspace.brief.play.refreshHz);
const y = computed(() =>
  scaleLinear()
    .domain([0, Math.max(refresh.value * 1.15, ...games.value.map((game) => game.interval.high)) * 1.02])
    .range([HEIGHT - BOTTOM, TOP]),
);
const column = (n: number) => AXIS + ((width.value - AXIS) / games.value.length) * (n + 0.5);
const nameOf = (id: string) =>
  catalogueStore.catalogue?.frameModel.games.find((game) => game.id === id)?.name ?? id;
/** As much of a game's name as its column has room for. */
function shortName(id: string): string {
  const letters = Math.floor((width.value - AXIS) / games.value.length / LETTER_PX);
  const name = nameOf(id);
  return name.length <= letters ? name : `${name.slice(0, Math.max(1, letters - 1))}…`;
}
/** What would have to be typed in of a part before there is a rate. */
function figuresFor(id: string | null): string[] {
  const part = id === null ? undefined : bench.index?.parts.get(id);
  return part ? missingForRate(part) : [];
}
const ticks = computed(() => y.value.ticks(4));
</script>

<template>
  <section class="sheet panel" aria-labelledby="rates">
    <h2 id="rates">Frame rates</h2>
    <template v-if="games.length > 0">
      <div ref="holder" :style="{ height: `${HEIGHT}px` }">
        <svg
          v-if="width > 0"
          :width="width"
          :height="HEIGHT"
          role="img"
          :aria-label="
            games
              .map(
                (g) =>
                  `${nameOf(g.game)}: average ${fps(g.average)}, between ${fps(g.interval.low)} and ${fps(g.interval.high)}, 1 % low ${fps(g.low)}, between ${fps(g.lowInterval.low)} and ${fps(g.lowInterval.high)}`,
              )
              .join('; ')
          "
        >
          <g v-for="tick in ticks" :key="tick">
            <line :x1="AXIS" :x2="width" :y1="y(tick)" :y2="y(tick)" class="grid" />
            <text :x="AXIS - 5" :y="y(tick) + 4" text-anchor="end" class="figure">{{ tick }}</text>
          </g>
          <line :x1="AXIS" :x2="width" :y1="y(refresh)" :y2="y(refresh)" class="refresh" />
          <text :x="width - 2" :y="y(refresh) - 3" text-anchor="end" class="figure ink">
            screen {{ refresh }} Hz
          </text>
          <g v-for="(game, n) in games" :key="game.game">
            <line
              :x1="column(n)"
              :x2="column(n)"
              :y1="y(game.interval.low)"
              :y2="y(game.interval.high)"
              class="whisker"
            />
            <line :x1="column(n) - 9" :x2="column(n) + 9" :y1="y(game.low)" :y2="y(game.low)" class="low" />
            <template v-for="end in [game.interval.low, game.interval.high]" :key="end">
              <line :x1="column(n) - 5" :x2="column(n) + 5" :y1="y(end)" :y2="y(end)" class="cap" />
            </template>
            <line
              :x1="column(n) - 14"
              :x2="column(n) + 14"
              :y1="y(Math.min(game.target, y.domain()[1]))"
              :y2="y(Math.min(game.target, y.domain()[1]))"
              class="target"
            />
            <circle :cx="column(n)" :cy="y(game.average)" r="3" class="dot" />
            <text :x="column(n)" :y="HEIGHT - 5" text-anchor="middle" class="figure">
              {{ shortName(game.game) }}
            </text>
          </g>
        </svg>
      </div>
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
  font-size: 12.5px;
}
.panel {
  display: grid;
  gap: 6px;
  padding: 10px 12px;
}
.refresh {
  stroke: var(--ink);
  stroke-width: 1;
}
.whisker {
  stroke: var(--plum);
  stroke-width: 2.4;
}
.cap {
  stroke: var(--plum);
  stroke-width: 1.2;
}
.low {
  stroke: var(--plum);
  stroke-width: 2.5;
}
.target {
  stroke: var(--apricot);
  stroke-width: 1.5;
  stroke-dasharray: 3 2;
}
.dot {
  fill: var(--plum);
  stroke: var(--sheet);
  stroke-width: 1.5;
}
table {
  border-collapse: collapse;
  width: 100%;
  font-size: 12.5px;
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
  font-size: 11.5px;
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
  font-size: 11px;
}
.split {
  display: flex;
  height: 9px;
  border-radius: 3px;
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
  font-size: 11.5px;
  line-height: 1.3;
}
.key i {
  display: inline-block;
  width: 9px;
  height: 9px;
  border-radius: 2px;
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
