<script setup lang="ts">
import { GAME_FAMILIES } from '@ripe-pick/core/fit';
import type { Game } from '@ripe-pick/core/parts';
import { NInput, NSelect, useMessage } from 'naive-ui';
import { computed, ref } from 'vue';
import { failureText } from '../../shared/api/client.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import AddGame from '../../shared/ui/AddGame.vue';
import Dialog from '../../shared/ui/Dialog.vue';
import Field from '../../shared/ui/Field.vue';
import NumberField from '../../shared/ui/NumberField.vue';

/** Games: their names, kinds and facts. What they ask of parts is estimated from benchmarks, and stands under Model. */
const catalogueStore = useCatalogue();
const workspace = useWorkspace();
const message = useMessage();
const games = computed(() => catalogueStore.stored?.frameModel.games ?? []);
const families = computed(() =>
  [...new Set([...GAME_FAMILIES.map(({ name }) => name), ...games.value.map(({ family }) => family)])].map(
    (value) => ({ value, label: value }),
  ),
);
const isAdding = ref(false);
const draft = ref<Game | null>(null);
const problem = ref('');
const NAME_INPUT = { 'aria-label': 'Name of the game', 'data-first': '' };
const set = (change: Partial<Game>) => draft.value && (draft.value = { ...draft.value, ...change });
const isPlayed = (id: string) => workspace.brief.play.games.some(({ game }) => game === id);

async function keep() {
  if (!draft.value) return;
  try {
    const item = { ...draft.value, name: draft.value.name.trim() };
    await catalogueStore.edit(`change ${item.name}`, [{ do: 'put-game', item }]);
    draft.value = null;
  } catch (error) {
    problem.value = failureText(error, 'The game could not be changed. What you typed is kept here.');
  }
}
async function remove(game: Game) {
  try {
    await catalogueStore.edit(`delete ${game.name}`, [{ do: 'remove-game', id: game.id }]);
    message.info(`${game.name} is deleted. Ctrl+Z brings it back.`);
  } catch (error) {
    message.error(failureText(error, 'It could not be deleted.'));
  }
}
</script>

<template>
  <div class="list">
    <button class="plain edged add" @click="isAdding = true">Add a game</button>
    <p v-if="games.length === 0" class="quiet">No games yet.</p>
    <ul v-else class="sheet things">
      <li v-for="game in games" :key="game.id">
        <button class="plain name" @click="((draft = { ...game }), (problem = ''))">
          <b>{{ game.name }}</b>
        </button>
        <span>{{ game.family }}</span>
        <span class="num quiet"
          >{{ game.threads }} threads{{ game.frameCap === null ? '' : `, at most ${game.frameCap} fps`
          }}{{ isPlayed(game.id) ? ', in the brief' : '' }}</span
        >
        <button class="plain edged" @click="remove(game)">
          Delete<span class="visually-hidden"> {{ game.name }}</span>
        </button>
      </li>
    </ul>
    <AddGame :show="isAdding" @close="isAdding = false" />
    <Dialog :show="draft !== null" :title="draft?.name || 'Game'" :width="520" @close="draft = null">
      <form v-if="draft" class="form" @submit.prevent="keep">
        <Field label="Name"
          ><NInput
            :value="draft.name"
            maxlength="200"
            :input-props="NAME_INPUT"
            @update:value="(name: string) => set({ name })"
        /></Field>
        <Field label="Kind"
          ><NSelect
            :value="draft.family"
            filterable
            :input-props="{ 'aria-label': 'Kind of game' }"
            tag
            :options="families"
            aria-label="Kind of game"
            @update:value="(family: string) => set({ family })"
        /></Field>
        <NumberField
          label="Its own frame cap"
          suffix="fps"
          placeholder="none"
          clearable
          :min="1"
          :value="draft.frameCap"
          @update:value="(frameCap) => set({ frameCap })"
        />
        <NumberField
          label="Threads that it uses"
          :min="1"
          :precision="0"
          :value="draft.threads"
          @update:value="(threads) => threads !== null && set({ threads })"
        />
        <p v-if="problem" class="bad" role="alert">{{ problem }}</p>
        <button class="plain strong" type="submit" :disabled="draft.name.trim() === ''">
          Keep the changes
        </button>
      </form>
    </Dialog>
  </div>
</template>

<style src="./things.css" scoped></style>
<style scoped>
.list {
  display: grid;
  gap: 8px;
  align-content: start;
  min-height: 0;
  overflow: auto;
}
.add {
  justify-self: start;
}
</style>
