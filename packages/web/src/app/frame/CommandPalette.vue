<script setup lang="ts">
import { NInput } from 'naive-ui';
import { computed, nextTick, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import Dialog from '../../shared/ui/Dialog.vue';
import { useCommands } from '../../shared/stores/commands.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { PaletteIndex, type Entry } from './palette.ts';
import { takeAhead } from './type-ahead.ts';

const commands = useCommands();
const catalogueStore = useCatalogue();
const router = useRouter();
const text = ref('');
const at = ref(0);
const field = ref<InstanceType<typeof NInput> | null>(null);
const list = ref<HTMLElement | null>(null);

const index = computed(() =>
  commands.isPaletteOpen
    ? new PaletteIndex(
        commands.all,
        catalogueStore.catalogue?.parts ?? [],
        (part) => void router.push({ name: 'picks', query: { part: part.id } }),
      )
    : null,
);
const found = computed((): Entry[] => {
  if (!index.value) return [];
  performance.mark('palette-start');
  const entries = index.value.find(text.value);
  performance.measure('palette', 'palette-start');
  return entries;
});
// The field comes with the dialog, which may have to be fetched first: what was typed meanwhile is in it.
watch([field, () => commands.isPaletteOpen], async ([here, isOpen]) => {
  if (!here || !isOpen || commands.isPaletteReady) return;
  const { text: typed, isEntered } = takeAhead();
  text.value = typed;
  at.value = 0;
  commands.isPaletteReady = true;
  await nextTick();
  here.focus();
  if (isEntered) run(found.value[0]);
});
watch(text, () => (at.value = 0));

function run(entry: Entry | undefined) {
  if (!entry) return;
  commands.isPaletteOpen = false;
  // The dialog gives the focus back first, so that what opens next can take it.
  void nextTick(() => entry.run());
}
function key(event: KeyboardEvent) {
  const last = found.value.length - 1;
  if (event.key === 'ArrowDown') at.value = Math.min(last, at.value + 1);
  else if (event.key === 'ArrowUp') at.value = Math.max(0, at.value - 1);
  else if (event.key === 'Enter') run(found.value[at.value]);
  else return;
  event.preventDefault();
  void nextTick(() =>
    list.value?.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest' }),
  );
}
</script>

<template>
  <Dialog
    :show="commands.isPaletteOpen"
    title="Find an action, a part or a screen"
    :width="620"
    @close="commands.isPaletteOpen = false"
  >
    <div class="palette" @keydown="key">
      <NInput
        ref="field"
        v-model:value="text"
        data-first
        placeholder="Type a few letters"
        :input-props="{
          'aria-label': 'Find an action, a part or a screen',
          role: 'combobox',
          'aria-expanded': 'true',
          'aria-controls': 'palette-list',
          'aria-activedescendant': found.length > 0 ? `palette-${at}` : undefined,
          autocomplete: 'off',
        }"
      />
      <ul id="palette-list" ref="list" role="listbox" aria-label="Found">
        <li
          v-for="(entry, n) in found"
          :id="`palette-${n}`"
          :key="entry.id"
          role="option"
          :aria-selected="n === at"
          @mousemove="at = n"
          @click="run(entry)"
        >
          <span class="title">{{ entry.title }}</span> <span class="quiet">{{ entry.group }}</span>
          <kbd v-if="entry.keys">{{ entry.keys }}</kbd>
        </li>
      </ul>
      <p v-if="found.length === 0" class="quiet">Nothing of that name. Try fewer letters.</p>
    </div>
  </Dialog>
</template>

<style scoped>
.palette {
  display: grid;
  gap: 8px;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  max-height: 50vh;
  overflow: auto;
}
li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 5px 8px;
  border-radius: var(--round-medium);
  cursor: pointer;
}
li[aria-selected='true'] {
  background: var(--shade);
  box-shadow: inset 3px 0 0 var(--plum);
}
.title {
  flex: 1;
  min-width: 0;
}
</style>
