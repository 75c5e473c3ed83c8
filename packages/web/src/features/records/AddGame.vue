<script setup lang="ts">
import { newGame } from '@ripe-pick/core/fit';
import { useStorage } from '@vueuse/core';
import { NInput, useMessage } from 'naive-ui';
import { computed, ref } from 'vue';
import Dialog from '../../shared/ui/Dialog.vue';
import Field from '../../shared/ui/Field.vue';
import NumberField from '../../shared/ui/NumberField.vue';
import { failureText } from '../../shared/api/client.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';

defineProps<{ show: boolean }>();
const emit = defineEmits<{ close: [] }>();
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
const draft = useStorage('ripe-pick-game-draft', { ...BLANK });
const problem = ref('');
const games = computed(() => catalogueStore.catalogue?.frameModel.games ?? []);
const families = computed(() => [...new Set(games.value.map((game) => game.family))]);

async function add() {
  const { name, family, cap, threads, video, memory } = draft.value;
  const plain =
    name
      .trim()
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
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
        Its rates stay wide until something of it is measured. What it needs decides where memory runs short.
      </p>
      <div class="grid">
        <Field label="Name"
          ><NInput
            :value="draft.name"
            placeholder="as you call it"
            :input-props="{ 'aria-label': 'Name of the game' }"
            @update:value="(name: string) => (draft.name = name)"
        /></Field>
        <Field
          label="Kind"
          :hint="
            families.length > 0 ? `so far: ${families.join(', ')}` : 'games of a kind lean on one another'
          "
          ><NInput
            :value="draft.family"
            placeholder="race, arena, story…"
            :input-props="{ 'aria-label': 'Kind of game' }"
            @update:value="(family: string) => (draft.family = family)"
        /></Field>
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
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <button class="plain strong" type="submit" :disabled="draft.name.trim() === ''">Add game</button>
    </form>
  </Dialog>
</template>

<style scoped>
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
