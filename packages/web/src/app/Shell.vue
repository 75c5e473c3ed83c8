<script setup lang="ts">
import { computed, onMounted } from 'vue';
import { RouterView, useRoute } from 'vue-router';
import { useMessage } from 'naive-ui';
import { useEventListener } from '@vueuse/core';
import { useMarket } from '../shared/stores/market.ts';
import { useWorkspace } from '../shared/stores/workspace.ts';
import { useBench } from '../shared/stores/bench.ts';
import BudgetRuler from './frame/BudgetRuler.vue';
import CandidateTabs from './frame/CandidateTabs.vue';
import FrameBadge from './frame/FrameBadge.vue';
import LeftRail from './frame/LeftRail.vue';
import Welcome from './Welcome.vue';

defineProps<{ isDark: boolean }>();
const emit = defineEmits<{ toggleTheme: [] }>();

const market = useMarket();
const workspace = useWorkspace();
const bench = useBench();
const route = useRoute();
const message = useMessage();

onMounted(() => {
  void workspace.load();
  void market.load();
});

/** The ruler stands on every screen that deals with the build. */
const hasRuler = computed(() => route.name !== 'data' && bench.summary !== null && !market.isEmpty);
const isReady = computed(() => workspace.isLoaded && market.catalogue !== null);

function undo() {
  const label = workspace.undo();
  message.info(label ? `Undone: ${label}` : 'Nothing to undo', { duration: 1800 });
}
function redo() {
  const label = workspace.redo();
  message.info(label ? `Done again: ${label}` : 'Nothing to do again', { duration: 1800 });
}

useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
  // Fields have their own undo while they are being typed in.
  const target = event.target as HTMLElement;
  if (target.matches('input, textarea')) return;
  event.preventDefault();
  if (event.shiftKey) redo();
  else undo();
});
</script>

<template>
  <div class="shell">
    <a class="skip" href="#main">Skip to the page</a>
    <LeftRail :is-dark="isDark" @toggle-theme="emit('toggleTheme')" @undo="undo" @redo="redo" />
    <div class="column">
      <header v-if="hasRuler" class="top">
        <BudgetRuler />
        <FrameBadge />
      </header>
      <CandidateTabs v-if="hasRuler" />
      <p v-if="market.failure || workspace.failure" class="failure" role="alert">
        {{ market.failure ?? workspace.failure }}
        <button v-if="market.failure" class="plain edged" @click="market.load()">Try again</button>
        <button v-else-if="workspace.saveState === 'failed'" class="plain edged" @click="workspace.save()">
          Save again
        </button>
        <button v-else class="plain edged" @click="workspace.load()">Load what was saved</button>
      </p>
      <main id="main" tabindex="-1">
        <Welcome v-if="market.isEmpty && route.name !== 'data'" />
        <RouterView v-else-if="isReady" />
        <p v-else-if="!market.failure" class="quiet wait">Reading the catalogue…</p>
      </main>
    </div>
  </div>
</template>

<style scoped>
.shell {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  min-height: 100%;
}
.column {
  display: flex;
  flex-direction: column;
  min-width: 0;
  height: 100vh;
}
.top {
  display: flex;
  gap: 14px;
  align-items: stretch;
  padding: 8px 16px 0;
}
.top > :first-child {
  flex: 1;
  min-width: 0;
}
main {
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 10px 16px 12px;
  outline: none;
}
.wait {
  padding: 40px;
  text-align: center;
}
.failure {
  margin: 8px 16px 0;
  padding: 8px 12px;
  border: 1px solid var(--danger);
  border-radius: 8px;
  color: var(--danger);
  display: flex;
  gap: 12px;
  align-items: center;
}
.skip {
  position: absolute;
  left: -999px;
  top: 4px;
  z-index: 10;
  background: var(--sheet);
  color: var(--ink);
  padding: 6px 10px;
  border-radius: 6px;
}
.skip:focus {
  left: 8px;
}
@media (max-width: 760px) {
  .shell {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto 1fr;
  }
  .column {
    height: auto;
  }
  .top {
    position: sticky;
    top: 0;
    z-index: 5;
    background: var(--paper);
    padding: 6px 10px 0;
    flex-wrap: wrap;
    gap: 4px 10px;
  }
  .top > :first-child {
    flex-basis: 100%;
  }
  main {
    padding: 8px 10px 16px;
    overflow: visible;
  }
}
</style>
