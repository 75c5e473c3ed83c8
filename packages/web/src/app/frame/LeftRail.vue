<script setup lang="ts">
import { useStorage } from '@vueuse/core';
import { PanelLeftClose, PanelLeftOpen } from '@lucide/vue';
import { RouterLink } from 'vue-router';
import { isDemo, isHere } from '../../shared/api/place.ts';
import { useWatch } from '../../shared/stores/watch.ts';
import DemoLink from '../../shared/ui/DemoLink.vue';
import FrameTools from './FrameTools.vue';
import SaveState from './SaveState.vue';
import { SCREEN_GROUPS } from './screen-groups.ts';

defineProps<{ isDark: boolean }>();
const emit = defineEmits<{ toggleTheme: []; undo: []; redo: [] }>();

const watched = useWatch();
const isNarrow = useStorage('ripe-pick-rail-narrow', false);
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
    <div v-for="group in SCREEN_GROUPS" :key="group.name" class="group">
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
        <span v-if="screen.to === '/alerts' && watched.unread.length > 0" class="news num"
          >{{ watched.unread.length }}<span class="visually-hidden"> new</span></span
        >
      </RouterLink>
    </div>
    <div class="foot">
      <FrameTools
        :is-dark="isDark"
        @toggle-theme="emit('toggleTheme')"
        @undo="emit('undo')"
        @redo="emit('redo')"
      />
      <button
        class="plain tool"
        :title="isNarrow ? 'Widen the rail' : 'Fold the rail'"
        @click="isNarrow = !isNarrow"
      >
        <component :is="isNarrow ? PanelLeftOpen : PanelLeftClose" :size="17" aria-hidden="true" /><span
          class="visually-hidden"
          >{{ isNarrow ? 'Widen' : 'Fold' }}</span
        >
      </button>
      <SaveState class="word saved" />
    </div>
  </nav>
</template>

<style scoped>
.rail {
  width: 152px;
  background: var(--sunk);
  border-right: 1px solid var(--line);
  padding: 8px 8px 6px;
  display: flex;
  flex-direction: column;
  gap: 6px;
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
  font-size: var(--text-large);
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
  font-size: var(--text-small);
  padding: 0 8px 2px;
}
.news {
  background: var(--plum);
  color: var(--plum-ink);
  border-radius: var(--round-large);
  font-size: var(--text-small);
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
  padding: 3.5px 8px;
  border-radius: var(--round-medium);
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
  border-radius: var(--round-medium);
}
.saved {
  grid-column: 1 / -1;
}
</style>
