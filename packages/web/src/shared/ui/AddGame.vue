<script setup lang="ts">
import { familyNamed, GAME_FAMILIES, newGame } from '@ripe-pick/core/fit';
import { useDraft } from './draft.ts';
import { NInput, NSelect, useMessage } from 'naive-ui';
import { computed, ref } from 'vue';
import Dialog from './Dialog.vue';
import Field from './Field.vue';
import NumberField from './NumberField.vue';
import { failureText } from '../api/client.ts';
import { useCatalogue } from '../stores/catalogue.ts';

defineProps<{ show: boolean }>();
const emit = defineEmits<{ close: []; added: [id: string] }>();
const catalogueStore = useCatalogue();
const message = useMessage();
const BLANK = {
  name: '',
  family: '',
  cap: null as number | null,
  threads: 6 as number | null,
  video: 3 as number | null,
  memory: 7 as number | null,
};
/** Kept until it is added, over a reload too. */
const draft = useDraft('ripe-pick-game-draft', { ...BLANK });
const NAME_INPUT = { 'aria-label': 'Name of the game', 'data-first': '' };
const problem = ref('');
const games = computed(() => catalogueStore.catalogue?.frameModel.games ?? []);
/** Families that something is known of, and those that the user's own games have. */
const families = computed(() =>
  [...new Set([...GAME_FAMILIES.map(({ name }) => name), ...games.value.map((game) => game.family)])].map(
    (value) => ({ value, label: value }),
  ),
);
/** What games of the family commonly need stands in the fields until something else is typed. */
function setFamily(family: string) {
  const known = familyNamed(family);
  draft.value = {
    ...draft.value,
    family,
    ...(known ? { threads: known.threads, video: known.videoMemoryGb, memory: known.memoryGb } : {}),
  };
}

async function add() {
  const { name, family, cap, threads, video, memory } = draft.value;
  const plain =
    name
      .trim()
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 60) || 'game';
  let id = plain;
  for (let n = 2; games.value.some((game) => game.id === id); n++) id = `${plain}-${n}`;
  problem.value = '';
  try {
    const game = newGame({
      id,
      name: name.trim(),
      family: family.trim() || 'other',
      frameCap: cap,
      threads: threads ?? 6,
      videoMemoryGb: video ?? 3,
      memoryGb: memory ?? 7,
    });
    await catalogueStore.edit(`add ${game.name}`, [{ do: 'put-game', item: game, isNew: true }]);
    message.success(`${game.name} is in the catalogue.`);
    draft.value = { ...BLANK };
    emit('added', id);
    emit('close');
  } catch (error) {
    problem.value = failureText(error, 'The game could not be added. What you typed is kept here.');
  }
}
</script>

<template>
  <Dialog :show="show" title="Add a game" :width="520" @close="emit('close')">
    <form class="game" @submit.prevent="add">
      <p class="quiet">
        A name and a kind are enough: games of a kind ask for about as much. Its rates stay wide until
        something of it is measured.
      </p>
      <div class="grid">
        <Field label="Name"
          ><NInput
            :value="draft.name"
            placeholder="as you call it"
            :input-props="NAME_INPUT"
            @update:value="(name: string) => (draft.name = name)"
        /></Field>
        <Field label="Kind"
          ><NSelect
            :value="draft.family || null"
            filterable
            tag
            :options="families"
            placeholder="fast shooter, open world…"
            aria-label="Kind of game"
            :input-props="{ 'aria-label': 'Kind of game' }"
            @update:value="setFamily"
        /></Field>
      </div>
      <details>
        <summary>What it needs, where you know it</summary>
        <div class="grid">
          <NumberField
            label="Its own frame cap"
            suffix="fps"
            placeholder="none"
            :min="1"
            :value="draft.cap"
            @update:value="draft.cap = $event"
          />
          <NumberField
            label="Threads that it uses"
            placeholder="6"
            :min="1"
            :value="draft.threads"
            @update:value="draft.threads = $event"
          />
          <NumberField
            label="Video memory at medium, 1080p"
            suffix="GB"
            placeholder="3"
            :min="0"
            :value="draft.video"
            @update:value="draft.video = $event"
          />
          <NumberField
            label="Memory at medium"
            suffix="GB"
            placeholder="7"
            :min="0"
            :value="draft.memory"
            @update:value="draft.memory = $event"
          />
        </div>
      </details>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <button class="plain strong" type="submit" :disabled="draft.name.trim() === ''">Add game</button>
    </form>
  </Dialog>
</template>

<style scoped>
summary {
  cursor: pointer;
  min-height: 24px;
}
.game {
  display: grid;
  gap: 10px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: 10px 14px;
}
.problem {
  color: var(--danger);
}
</style>
