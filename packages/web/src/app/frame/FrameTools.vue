<script setup lang="ts">
import { CircleHelp, Keyboard, KeyboardOff, Moon, Redo2, Search, Sun, Undo2 } from '@lucide/vue';
import { useCommands } from '../../shared/stores/commands.ts';
import { useJournal } from '../../shared/stores/journal.ts';
import { useSingleKeys } from '../../shared/ui/single-keys.ts';

/** What is at hand on every screen: taking back, finding, help, keys, the theme. */
defineProps<{ isDark: boolean; isPhone?: boolean }>();
const emit = defineEmits<{ toggleTheme: []; undo: []; redo: [] }>();
const commands = useCommands();
const singleKeys = useSingleKeys();
/** What was done last, on whichever screen. */
const steps = useJournal();
</script>

<template>
  <button
    class="plain tool"
    :disabled="!steps.canUndo"
    :title="steps.canUndo ? `Undo: ${steps.canUndo} (Ctrl+Z)` : 'Nothing to undo'"
    aria-label="Undo"
    @click="emit('undo')"
  >
    <Undo2 :size="17" aria-hidden="true" />
  </button>
  <button
    class="plain tool"
    :disabled="!steps.canRedo"
    :title="steps.canRedo ? `Redo: ${steps.canRedo} (Ctrl+Shift+Z)` : 'Nothing to redo'"
    aria-label="Redo"
    @click="emit('redo')"
  >
    <Redo2 :size="17" aria-hidden="true" />
  </button>
  <button
    class="plain tool"
    title="Find an action, a part or a screen (Ctrl+K)"
    @click="commands.isPaletteOpen = true"
  >
    <Search :size="17" aria-hidden="true" /><span class="visually-hidden">Find</span>
  </button>
  <button class="plain tool" title="Help and keys (?)" @click="commands.isHelpOpen = true">
    <CircleHelp :size="17" aria-hidden="true" /><span class="visually-hidden">Help</span>
  </button>
  <button
    v-if="!isPhone"
    class="plain tool"
    :aria-pressed="singleKeys"
    :title="`Single keys such as F and U, anywhere on the screen: ${singleKeys ? 'on' : 'off'}`"
    @click="singleKeys = !singleKeys"
  >
    <component :is="singleKeys ? Keyboard : KeyboardOff" :size="17" aria-hidden="true" /><span
      class="visually-hidden"
      >{{ singleKeys ? 'Keys on' : 'Keys off' }}</span
    >
  </button>
  <button class="plain tool" :title="isDark ? 'Light theme' : 'Dark theme'" @click="emit('toggleTheme')">
    <component :is="isDark ? Sun : Moon" :size="17" aria-hidden="true" /><span class="visually-hidden">{{
      isDark ? 'Light' : 'Dark'
    }}</span>
  </button>
</template>

<style scoped>
button.plain.tool {
  display: grid;
  padding: 4px;
  place-items: center;
  min-height: 32px;
  border-radius: var(--round-medium);
}
</style>
