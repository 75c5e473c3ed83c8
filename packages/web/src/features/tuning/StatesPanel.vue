<script setup lang="ts">
import { countedTuning, countShipped, countTuned } from '@ripe-pick/core/frames';
import type { Picks } from '@ripe-pick/core/parts';
import {
  machineStates,
  timesOf,
  tunedPartsOf,
  type MachineStateCode,
  type TuningLog,
} from '@ripe-pick/core/tuning';
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { fps } from '../../shared/format/format.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

/** The three states of the machine, expected and measured; and whether the brief counts what was tuned. */
const props = defineProps<{ logs: readonly TuningLog[] }>();
const catalogueStore = useCatalogue();
const names = useNames();
const records = useRecords();
const workspace = useWorkspace();

const NAMES: Readonly<Record<MachineStateCode, string>> = {
  shipped: 'As shipped',
  profile: 'Rated profile on',
  raised: 'Raised, as is usual',
  undervolted: 'At less voltage',
  tuned: 'Tuned',
};
const states = computed(() =>
  catalogueStore.catalogue
    ? machineStates(catalogueStore.catalogue, workspace.brief, workspace.picks, props.logs, records.bench)
    : [],
);
const games = computed(() => workspace.brief.play.games.map(({ game }) => game));
const rate = (state: (typeof states.value)[number], game: string) =>
  state.expected?.games.find((each) => each.game === game) ?? null;
const measured = (state: (typeof states.value)[number], game: string) =>
  state.measured.get(game)?.summary?.average ?? null;
/** Stages that are done and count for nothing in rates, with why. */
const uncounted = computed(() =>
  props.logs.flatMap((log) => {
    const times = timesOf(log);
    const name = SLOT_NAMES[log.plan.stage];
    if (times === 'voltage')
      return [`${name}: a lower voltage is cooler and quieter; rates stay as they are.`];
    if (times === 'no clock as shipped')
      return [
        `${name}: no specs state its clock as shipped, so how many times as fast it is is not known. Begin the stage anew at the clock that it shows under load to have it counted.`,
      ];
    return [];
  }),
);
/** Where the figures of a state come from. */
function restsOn({ code, effects }: (typeof states.value)[number]): string {
  if (code === 'tuned') return 'this machine';
  if (effects.length === 0) return '';
  return effects
    .map(({ part, records: n }) => {
      const kind = names.parts.get(part)?.kind === 'cpu' ? 'processor' : 'graphics card';
      return `${kind} ${n === 0 ? 'assumed' : `by ${n} ${n === 1 ? 'benchmark' : 'benchmarks'}`}`;
    })
    .join(', ');
}
/** Findings of the states that ask for more than the build has, in sentences. */
const shortWords = computed(() =>
  states.value.flatMap(({ code, short }) => short.map(({ sentence }) => `${NAMES[code]}: ${sentence}`)),
);
const own = computed(() => tunedPartsOf(workspace.picks as Picks, props.logs));
/** Of this build's own pieces, those that the brief counts as tuned. */
const counted = computed(() => {
  const pieces = Object.values(workspace.picks).map(({ part }) => part);
  return countedTuning(workspace.brief).filter(({ part }) => pieces.includes(part));
});
const isCounted = computed(() =>
  own.value.every(({ part, times }) =>
    counted.value.some((each) => each.part === part && each.times === times),
  ),
);
const count = () =>
  workspace.editBrief('count this machine’s tuned figures', (brief) => countTuned(brief, own.value));
const uncount = () => {
  const parts = counted.value.map(({ part }) => part);
  workspace.editBrief('count parts as shipped', (brief) => countShipped(brief, parts));
};
</script>

<template>
  <section class="sheet states" aria-labelledby="states">
    <h2 id="states">What it comes to</h2>
    <div class="scroll" tabindex="0" role="region" aria-label="States of the machine">
      <table class="lines">
        <thead>
          <tr>
            <th scope="col">Frames a second</th>
            <th v-for="{ code } in states" :key="code" scope="col" class="end">
              {{ NAMES[code] }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="game in games" :key="game">
            <th scope="row">{{ names.game(game) }}</th>
            <td v-for="state in states" :key="state.code" class="end num">
              <template v-if="rate(state, game)">
                {{ fps(rate(state, game)?.average ?? 0) }}
                <span class="quiet"
                  >{{ fps(rate(state, game)?.interval.low ?? 0) }} to
                  {{ fps(rate(state, game)?.interval.high ?? 0) }}</span
                >
              </template>
              <span v-else class="quiet">–</span>
              <b v-if="measured(state, game) !== null" class="measured"
                >measured {{ fps(measured(state, game) ?? 0) }}</b
              >
            </td>
          </tr>
          <tr>
            <th scope="row">Load, as planned</th>
            <td v-for="state in states" :key="state.code" class="end num">
              {{ state.loadWatts === null ? '–' : `${Math.round(state.loadWatts)} W` }}
            </td>
          </tr>
          <tr>
            <th scope="row">Enough for it</th>
            <td v-for="state in states" :key="state.code" class="end">
              <template v-if="state.expected === null">–</template>
              <template v-else-if="state.short.length === 0">yes</template>
              <span v-else class="bad">no: {{ state.short.map(({ title }) => title).join('; ') }}</span>
            </td>
          </tr>
          <tr>
            <th scope="row">Rests on</th>
            <td v-for="state in states" :key="state.code" class="end quiet">{{ restsOn(state) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="quiet">
      Expected averages with their 80 % range; measured ones from passes on the
      <RouterLink :to="{ name: 'bench' }">test bench</RouterLink> with the brief’s picture and background.
    </p>
    <p v-for="line in shortWords" :key="line">{{ line }}</p>
    <p v-for="line in uncounted" :key="line">{{ line }}</p>
    <div v-if="own.length > 0 || counted.length > 0" class="acts">
      <button v-if="own.length > 0 && !isCounted" class="plain strong big" @click="count">
        Count the tuned figures in this brief
      </button>
      <button v-if="counted.length > 0" class="plain edged big" @click="uncount">
        Count parts as shipped
      </button>
      <p class="quiet">
        They are this machine’s own: they count for the very pieces, which then stand as owned, and for no
        other piece of the same part.
      </p>
    </div>
  </section>
</template>

<style scoped>
.states {
  display: grid;
  gap: 8px;
}
p {
  margin: 0;
}
.scroll {
  overflow: auto;
}
td .quiet,
.measured {
  display: block;
  font-size: var(--text-small);
}
.acts {
  display: grid;
  gap: 6px;
}
.big {
  min-height: 44px;
  padding: 8px 14px;
  justify-self: start;
}
@media (max-width: 700px) {
  th,
  td {
    padding: 4px 2px;
    font-size: var(--text-small);
  }
  td .quiet,
  .measured {
    font-size: var(--text-tiny);
  }
}
</style>
