<script setup lang="ts">
import { Menu } from '@lucide/vue';
import { computed, ref, watch } from 'vue';
import { RouterLink, useRoute } from 'vue-router';
import { isDemo, isHere } from '../../shared/api/place.ts';
import { useCommands } from '../../shared/stores/commands.ts';
import { useWatch } from '../../shared/stores/watch.ts';
import DemoLink from '../../shared/ui/DemoLink.vue';
import Dialog from '../../shared/ui/Dialog.vue';
import FrameTools from './FrameTools.vue';
import SaveState from './SaveState.vue';
import { BAR_SCREENS, SCREEN_GROUPS } from './screen-groups.ts';

/** The screens on a phone: four under the thumb, the others and what is at hand everywhere behind More. */
defineProps<{ isDark: boolean }>();
const emit = defineEmits<{ toggleTheme: []; undo: []; redo: [] }>();
const commands = useCommands();
const watched = useWatch();
const route = useRoute();
const isOpen = ref(false);
const isElsewhere = computed(() => !BAR_SCREENS.some(({ to }) => to === route.path));
// Whatever was asked for there has its own place.
watch(
  () => [route.path, commands.isPaletteOpen, commands.isHelpOpen],
  () => (isOpen.value = false),
);
</script>

<template>
  <nav class="bar" aria-label="Screens">
    <RouterLink v-for="screen in BAR_SCREENS" :key="screen.to" :to="screen.to" class="screen">
      <component :is="screen.icon" :size="20" aria-hidden="true" /><span>{{ screen.name }}</span>
    </RouterLink>
    <button
      class="plain screen"
      :class="{ 'router-link-active': isElsewhere }"
      :aria-expanded="isOpen"
      @click="isOpen = true"
    >
      <Menu :size="20" aria-hidden="true" /><span>More</span>
      <span v-if="watched.unread.length > 0" class="news num"
        >{{ watched.unread.length }}<span class="visually-hidden"> new alerts</span></span
      >
    </button>
    <Dialog :show="isOpen" title="All screens" :width="520" @close="isOpen = false">
      <div class="tools">
        <FrameTools
          is-phone
          :is-dark="isDark"
          @toggle-theme="emit('toggleTheme')"
          @undo="emit('undo')"
          @redo="emit('redo')"
        />
        <SaveState />
      </div>
      <div v-for="group in SCREEN_GROUPS" :key="group.name">
        <h3 class="quiet">{{ group.name }}</h3>
        <ul>
          <li v-for="screen in group.screens" :key="screen.to">
            <RouterLink :to="screen.to" @click="isOpen = false">
              <component :is="screen.icon" :size="20" aria-hidden="true" />{{ screen.name
              }}<template v-if="screen.to === '/alerts' && watched.unread.length > 0"
                >, {{ watched.unread.length }} new</template
              >
            </RouterLink>
          </li>
        </ul>
      </div>
      <p v-if="isDemo" class="demo">
        This is the demo<template v-if="isHere">: <DemoLink>leave it</DemoLink></template>
      </p>
    </Dialog>
  </nav>
</template>

<style scoped>
.bar {
  position: fixed;
  inset: auto 0 0;
  z-index: 6;
  display: grid;
  grid-template-columns: repeat(5, 1fr);
  height: calc(var(--bar-height) + env(safe-area-inset-bottom));
  padding-bottom: env(safe-area-inset-bottom);
  background: var(--sunk);
  border-top: 1px solid var(--line-strong);
}
.screen {
  position: relative;
  display: grid;
  align-content: center;
  justify-items: center;
  gap: 2px;
  font-size: var(--text-small);
  color: var(--ink);
  text-decoration: none;
  border-radius: 0;
}
.screen.router-link-active {
  background: var(--sheet);
  box-shadow: inset 0 3px 0 var(--plum);
  font-weight: 650;
}
.news {
  position: absolute;
  top: 4px;
  left: calc(50% + 8px);
  background: var(--plum);
  color: var(--plum-ink);
  border-radius: var(--round-large);
  line-height: 18px;
  min-width: 18px;
  text-align: center;
}
.tools {
  display: flex;
  gap: 4px;
  align-items: center;
}
h3 {
  padding-top: 8px;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  grid-template-columns: 1fr 1fr;
}
li a {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 46px;
  color: var(--ink);
  text-decoration: none;
}
li a.router-link-active {
  color: var(--plum);
  font-weight: 650;
}
.demo {
  padding: 12px 0 4px;
}
</style>
