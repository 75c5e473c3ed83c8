<script setup lang="ts">
import { useStorage } from '@vueuse/core';
import {
  ChartSpline,
  Cherry,
  Inbox,
  CircleHelp,
  ClipboardList,
  Handshake,
  ListChecks,
  ShoppingBasket,
  Split,
  Sprout,
  Ticket,
  Scale,
  Sigma,
  TableProperties,
  Search,
  Keyboard,
  KeyboardOff,
  Columns3,
  Database,
  Gauge,
  Moon,
  PanelLeftClose,
  PanelLeftOpen,
  Redo2,
  Sun,
  Undo2,
  Cpu,
  Wrench,
  SlidersHorizontal,
} from '@lucide/vue';
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { isDemo, isHere } from '../../shared/api/place.ts';
import { useCommands } from '../../shared/stores/commands.ts';
import { useSingleKeys } from '../../shared/ui/single-keys.ts';
import { useJournal } from '../../shared/stores/journal.ts';
import { useWatch } from '../../shared/stores/watch.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import DemoLink from '../../shared/ui/DemoLink.vue';

defineProps<{ isDark: boolean }>();
const emit = defineEmits<{ toggleTheme: []; undo: []; redo: [] }>();

const watched = useWatch();
const workspace = useWorkspace();
const singleKeys = useSingleKeys();
const commands = useCommands();
const isNarrow = useStorage('ripe-pick-rail-narrow', false);

/** Only screens that exist, in the order of the work. */
const GROUPS = [
  {
    name: 'Plan',
    screens: [
      { to: '/brief', name: 'Brief', icon: ClipboardList },
      { to: '/picks', name: 'Picks', icon: Columns3 },
      { to: '/stretch', name: 'Stretch', icon: ChartSpline },
      { to: '/forks', name: 'Forks', icon: Split },
      { to: '/line-up', name: 'Compare', icon: Scale },
      { to: '/growth', name: 'Upgrades', icon: Sprout },
    ],
  },
  {
    name: 'Market',
    screens: [
      { to: '/ripeness', name: 'Ripeness', icon: Cherry },
      { to: '/second-hand', name: 'Used', icon: Handshake },
      { to: '/slips', name: 'Rebates', icon: Ticket },
      { to: '/shopping-day', name: 'Shopping day', icon: ShoppingBasket },
      { to: '/audit', name: 'Check a list', icon: ListChecks },
    ],
  },
  {
    name: 'Bench',
    screens: [
      { to: '/build-day', name: 'Build day', icon: Wrench },
      { to: '/tuning', name: 'Tuning', icon: SlidersHorizontal },
      { to: '/bench', name: 'Test bench', icon: Gauge },
      { to: '/records', name: 'Benchmarks', icon: TableProperties },
      { to: '/model', name: 'Model', icon: Sigma },
    ],
  },
  {
    name: 'Shelf',
    screens: [
      { to: '/parts', name: 'Parts', icon: Cpu },
      { to: '/prices-in', name: 'Prices', icon: Inbox },
      { to: '/data', name: 'Files and backup', icon: Database },
    ],
  },
] as const;

const SAVE_WORDS = {
  saved: 'Saved',
  saving: 'Saving…',
  failed: 'Not saved',
  conflict: 'Changed elsewhere',
} as const;
/** What was done last, on whichever screen. */
const steps = useJournal();
const saved = computed(() => SAVE_WORDS[workspace.saveState]);
</script>

<template>
  <nav class="rail" :class="{ narrow: isNarrow }" aria-label="Screens">
    <div class="brand">
      <img src="/plum.svg" alt="" width="24" height="24" />
      <div>
        <span class="word">Ripe Pick</span>
        <p v-if="isDemo" class="demo">
          Demo<template v-if="isHere">: <DemoLink>leave it</DemoLink></template>
        </p>
      </div>
    </div>
    <div v-for="group in GROUPS" :key="group.name" class="group">
      <p class="word quiet group-name">{{ group.name }}</p>
      <RouterLink
        v-for="screen in group.screens"
        :key="screen.to"
        :to="screen.to"
        class="screen"
        :title="screen.name"
      >
        <component :is="screen.icon" :size="18" aria-hidden="true" /><span class="word">{{
          screen.name
        }}</span>
        <span v-if="screen.to === '/ripeness' && watched.unread.length > 0" class="news num"
          >{{ watched.unread.length }}<span class="visually-hidden"> new alerts</span></span
        >
      </RouterLink>
    </div>
    <div class="foot">
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
      <button class="plain tool fold" title="Help and keys (?)" @click="commands.isHelpOpen = true">
        <CircleHelp :size="17" aria-hidden="true" /><span class="visually-hidden">Help</span>
      </button>
      <button
        class="plain tool keys"
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
      <button
        class="plain tool fold"
        :title="isNarrow ? 'Widen the rail' : 'Fold the rail'"
        @click="isNarrow = !isNarrow"
      >
        <component :is="isNarrow ? PanelLeftOpen : PanelLeftClose" :size="17" aria-hidden="true" /><span
          class="visually-hidden"
          >{{ isNarrow ? 'Widen' : 'Fold' }}</span
        >
      </button>
      <p class="word quiet saved" role="status">{{ saved }}</p>
    </div>
  </nav>
</template>

<style scoped>
.rail {
  width: 152px;
  background: var(--sunk);
  border-right: 1px solid var(--line);
  padding: 12px 8px;
  display: flex;
  flex-direction: column;
  gap: 12px;
  height: 100vh;
  position: sticky;
  top: 0;
  overflow-y: auto; /* low windows: the page itself stays where it is */
}
.rail.narrow {
  width: 52px;
}
.rail.narrow .demo,
.rail.narrow .word {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
.rail.narrow .foot {
  grid-template-columns: 1fr;
}
.brand {
  display: flex;
  gap: 8px;
  align-items: center;
  font-family: 'Bricolage Grotesque Variable', sans-serif;
  font-weight: 700;
  font-size: 15px;
  padding-left: 4px;
  white-space: nowrap;
}
.demo {
  font:
    400 12px/1.2 'Atkinson Hyperlegible Next Variable',
    sans-serif;
  white-space: nowrap;
}
.group {
  display: grid;
  gap: 2px;
}
.group-name {
  font-size: 12px;
  padding: 0 8px 2px;
}
.news {
  background: var(--plum);
  color: var(--plum-ink);
  border-radius: 9px;
  font-size: 12px;
  line-height: 18px;
  min-width: 18px;
  margin-left: -3px;
  padding: 0 4px;
  text-align: center;
}
.screen {
  position: relative;
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--ink);
  text-decoration: none;
  padding: 4px 8px;
  border-radius: 7px;
  text-align: left;
  white-space: nowrap;
}
.screen:hover {
  background: var(--shade);
}
.screen.router-link-active {
  background: var(--sheet);
  box-shadow: inset 3px 0 0 var(--plum);
  font-weight: 600;
}
.foot {
  margin-top: auto;
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 2px;
}
button.plain.tool {
  display: grid;
  padding: 4px;
  place-items: center;
  min-height: 32px;
  border-radius: 7px;
}
.saved {
  grid-column: 1 / -1;
  font-size: 12px;
  padding: 2px 8px;
}
@media (max-width: 760px) {
  .rail,
  .rail.narrow {
    width: auto;
    height: auto;
    position: static;
    flex-direction: row;
    align-items: center;
    flex-wrap: wrap;
    padding: 6px 8px;
    gap: 4px;
    border-right: 0;
    border-bottom: 1px solid var(--line);
  }
  /* The groups run on into one another: every line counts here. */
  .group {
    display: contents;
  }
  .group-name,
  button.plain.keys,
  button.plain.fold,
  .saved,
  .brand .word {
    display: none;
  }
  .screen {
    padding: 6px;
  }
  .tool {
    min-width: 32px;
  }
  .foot {
    margin: 0 0 0 auto;
    display: flex;
  }
}
</style>
