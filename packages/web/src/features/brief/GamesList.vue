<script setup lang="ts">
import { Trash2 } from '@lucide/vue';
import { NSelect } from 'naive-ui';
import { computed, ref } from 'vue';
import { PRESETS, type BriefGame, type Preset } from '@ripe-pick/core/parts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import AddGame from '../../shared/ui/AddGame.vue';
import NumberInput from '../../shared/ui/NumberInput.vue';
import ShareBar from './ShareBar.vue';
import { usePlay } from './use-play.ts';

/** The games that are played: how they are set, which rate is wanted, and how much each counts. */
const catalogueStore = useCatalogue();
const { play, set } = usePlay();
const isAddingGame = ref(false);
const library = computed(() => catalogueStore.catalogue?.frameModel.games ?? []);
const nameOf = (id: string) =>
  library.value.find((game) => game.id === id)?.name ?? `${id} (not in the catalogue)`;
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
const presets = PRESETS.map((preset) => ({
  value: preset,
  label: preset[0].toUpperCase() + preset.slice(1),
}));
</script>

<template>
  <div class="games">
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
  </div>
</template>

<style scoped>
.games {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
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
