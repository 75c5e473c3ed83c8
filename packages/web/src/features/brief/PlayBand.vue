<script setup lang="ts">
import { computed, ref } from 'vue';
import { NSelect } from 'naive-ui';
import { screenOptions, screenSize } from '../../shared/format/goals.ts';
import NumberInput from '../../shared/ui/NumberInput.vue';
import { Trash2 } from '@lucide/vue';
import {
  PRESETS,
  type Background,
  type Brief,
  type BriefGame,
  type ClockState,
  type Objective,
  type Preset,
} from '@ripe-pick/core/parts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import NumberField from '../../shared/ui/NumberField.vue';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import TunedNote from '../../shared/ui/TunedNote.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';
import AddGame from '../../shared/ui/AddGame.vue';
import ShareBar from './ShareBar.vue';

const workspace = useWorkspace();
const isAddingGame = ref(false);
const catalogueStore = useCatalogue();
const play = computed(() => workspace.brief.play);
const library = computed(() => catalogueStore.catalogue?.frameModel.games ?? []);
const nameOf = (id: string) =>
  library.value.find((game) => game.id === id)?.name ?? `${id} (not in the catalogue)`;

function set(label: string, change: Partial<Brief['play']>) {
  workspace.editBrief(label, (brief) => ({ ...brief, play: { ...brief.play, ...change } }));
}
const setObjective = (change: Partial<Objective>) =>
  set('change the objective', { objective: { ...play.value.objective, ...change } });
const setGame = (index: number, change: Partial<BriefGame>) =>
  set(change.target !== undefined ? 'type a target' : 'change a game', {
    games: play.value.games.map((game, n) => (n === index ? { ...game, ...change } : game)),
  });

const addable = computed(() =>
  library.value
    .filter((game) => !play.value.games.some((each) => each.game === game.id))
    .map((game) => ({ label: game.name, value: game.id })),
);
function add(id: string) {
  const weight =
    play.value.games.length === 0
      ? 1
      : play.value.games.reduce((sum, game) => sum + game.weight, 0) / play.value.games.length;
  set('add a game', {
    games: [...play.value.games, { game: id, preset: 'high', weight: Math.max(weight, 1), target: null }],
  });
}
const CLOCKS = [
  { value: 'shipped', label: 'as shipped' },
  { value: 'raised', label: 'raised' },
  { value: 'undervolted', label: 'as shipped, at less voltage' },
];
const isChanged = computed(() => play.value.clocks.cpu !== 'shipped' || play.value.clocks.gpu !== 'shipped');
const setClocks = (change: Partial<Brief['play']['clocks']>) =>
  set('change the clocks that count', { clocks: { ...play.value.clocks, ...change } });
const screens = computed(() => screenOptions(play.value));
const setScreen = (value: string) => set('change the screen', screenSize(value));
/** Rates are told on another screen too: a chosen one, or the next usual one. */
const secondOf = computed(() =>
  play.value.second ? `${play.value.second.widthPx}x${play.value.second.heightPx}` : '',
);
const secondScreens = computed(() => [{ label: 'the next one up', value: '' }, ...screens.value]);
function setSecond(value: string) {
  const refreshHz = play.value.second?.refreshHz ?? play.value.refreshHz;
  set('change the second screen', { second: value === '' ? null : { ...screenSize(value), refreshHz } });
}
const options = <T extends string>(entries: Readonly<Record<T, string>>) =>
  (Object.entries(entries) as [T, string][]).map(([value, label]) => ({ value, label }));
const GOALS = options({ frames: 'Most frames', targets: 'Targets, for least money' });
const FIGURES = options({
  average: 'Average',
  low: '1 % low (99th percentile)',
  slowest: 'Mean of the slowest 1 %',
});
const MEANS = options({
  geometric: 'Geometric mean',
  arithmetic: 'Arithmetic mean',
  harmonic: 'Harmonic mean',
  weakest: 'Weakest game alone',
});
const BACKGROUNDS = options<Background>({
  none: 'Nothing',
  voice: 'Voice chat',
  'stream-cpu': 'Streaming by the processor',
  'stream-gpu': 'Streaming by the card',
});
const SCALES = [1, 0.83, 0.77, 0.67, 0.59, 0.5].map((value) => ({
  value,
  label: value === 1 ? 'None' : `Renders ${Math.round(value * 100)} % of each side`,
}));
const presets = PRESETS.map((preset) => ({
  value: preset,
  label: preset[0].toUpperCase() + preset.slice(1),
}));
</script>

<template>
  <section class="sheet band" aria-labelledby="band-play">
    <h2 id="band-play">Play</h2>
    <ShareBar
      v-if="play.games.length > 1"
      :weights="play.games.map((game) => game.weight)"
      :names="play.games.map((game) => nameOf(game.game))"
      @change="
        (weights) =>
          set('move the shares', { games: play.games.map((game, n) => ({ ...game, weight: weights[n] })) })
      "
    />
    <div v-for="(game, n) in play.games" :key="game.game" class="game">
      <b class="name">{{ nameOf(game.game) }}</b>
      <NSelect
        size="small"
        :value="game.preset"
        :options="presets"
        :aria-label="`Preset of ${nameOf(game.game)}`"
        @update:value="(v: Preset) => setGame(n, { preset: v })"
      />
      <NumberInput
        size="small"
        :value="game.target"
        :min="1"
        :max="1000"
        clearable
        :placeholder="`${play.refreshHz}, as the screen`"
        :aria="`Target of ${nameOf(game.game)} in frames per second`"
        suffix="fps target"
        @update:value="(v) => setGame(n, { target: v })"
      />
      <button
        class="plain"
        :aria-label="`Take ${nameOf(game.game)} out`"
        @click="set('take a game out', { games: play.games.filter((_, index) => index !== n) })"
      >
        <Trash2 :size="15" aria-hidden="true" />
      </button>
    </div>
    <div class="more">
      <NSelect
        v-if="addable.length > 0"
        class="add"
        :value="null"
        filterable
        placeholder="Add a game"
        :options="addable"
        :input-props="{ 'aria-label': 'Add a game' }"
        aria-label="Add a game"
        @update:value="add"
      />
      <button class="plain edged" @click="isAddingGame = true">A game that is not listed</button>
    </div>
    <p v-if="library.length === 0" class="quiet">
      Name the games that you play, and of what kind they are: that is enough for a first estimate.
    </p>
    <AddGame :show="isAddingGame" @close="isAddingGame = false" @added="add" />
    <div class="grid">
      <ChoiceField
        label="Screen"
        :value="`${play.widthPx}x${play.heightPx}`"
        :options="screens"
        @update:value="setScreen"
      />
      <NumberField
        label="Refresh rate"
        suffix="Hz"
        :value="play.refreshHz"
        :min="20"
        :max="1000"
        @update:value="(v) => v && set('type the refresh rate', { refreshHz: v })"
      />
      <ChoiceField
        label="Second screen"
        :value="secondOf"
        :options="secondScreens"
        @update:value="setSecond"
      />
      <NumberField
        v-if="play.second"
        label="Its refresh rate"
        suffix="Hz"
        :value="play.second.refreshHz"
        :min="20"
        :max="1000"
        @update:value="
          (v) =>
            v &&
            play.second &&
            set('type the second refresh rate', { second: { ...play.second, refreshHz: v } })
        "
      />
      <ChoiceField
        label="Upscaling"
        :value="play.renderScale"
        :options="SCALES"
        @update:value="(v: number) => set('change upscaling', { renderScale: v })"
      />
      <ChoiceField
        label="Beside the game"
        :value="play.background"
        :options="BACKGROUNDS"
        @update:value="(v: Background) => set('change the background', { background: v })"
      />
      <ChoiceField
        label="Goal"
        :value="play.objective.goal"
        :options="GOALS"
        @update:value="(v: Objective['goal']) => setObjective({ goal: v })"
      />
      <ChoiceField
        label="Figure that counts"
        :value="play.objective.figure"
        :options="FIGURES"
        @update:value="(v: Objective['figure']) => setObjective({ figure: v })"
      />
      <ChoiceField
        v-if="play.objective.goal === 'frames'"
        label="Over the games"
        :value="play.objective.mean"
        :options="MEANS"
        @update:value="(v: Objective['mean']) => setObjective({ mean: v })"
      />
    </div>
    <div class="switches">
      <SwitchField
        v-if="play.objective.goal === 'frames'"
        label="Frames beyond the screen’s rate do not count"
        :value="play.objective.capAtRefresh"
        @change="(v: boolean) => setObjective({ capAtRefresh: v })"
      />
      <SwitchField
        label="Memory profile switched on"
        :value="play.memoryProfile"
        @change="(v: boolean) => set('switch the memory profile', { memoryProfile: v })"
      />
    </div>
    <div class="grid">
      <ChoiceField
        label="Processor clocks that count"
        :value="play.clocks.cpu"
        :options="CLOCKS"
        @update:value="(v: ClockState) => setClocks({ cpu: v })"
      />
      <ChoiceField
        label="Card clocks that count"
        :value="play.clocks.gpu"
        :options="CLOCKS"
        @update:value="(v: ClockState) => setClocks({ gpu: v })"
      />
    </div>
    <p v-if="isChanged" class="quiet">
      Rates and watts count so for every part that can run so, by your benchmarks where they say it, else by
      what is usual. The watts are planned so that four pieces in five draw no more. Raising clocks and
      voltages can damage parts and void warranties: stay inside the makers’ limits, and stop if unsure.
    </p>
    <TunedNote all />
  </section>
</template>

<style src="./bands.css" scoped></style>
<style scoped>
.game {
  display: grid;
  grid-template-columns: minmax(110px, 1.2fr) 110px minmax(150px, 1fr) auto;
  gap: 8px;
  align-items: center;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
}
.add {
  max-width: 260px;
}
.more {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
@media (max-width: 760px) {
  .game {
    grid-template-columns: 1fr 1fr auto;
  }
  .game .name {
    grid-column: 1 / -1;
  }
}
</style>
