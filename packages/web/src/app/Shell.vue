<script setup lang="ts">
import { computed, defineAsyncComponent, nextTick, onMounted, watch } from 'vue';
import { RouterView, useRoute, useRouter } from 'vue-router';
import { focusScreen } from '../shared/ui/keep-focus.ts';
import { actNow } from '../shared/ui/soon.ts';
import { isTypedIn } from '../shared/ui/typing.ts';
import { useMessage } from 'naive-ui';
import { useEventListener, useIntervalFn, whenever } from '@vueuse/core';
import { useBriefs } from '../shared/stores/briefs.ts';
import { useCatalogue } from '../shared/stores/catalogue.ts';
import { useHearing } from '../shared/stores/hearing.ts';
import { nothingPending } from '../shared/stores/pending.ts';
import { useRecords } from '../shared/stores/records.ts';
import { useJournal } from '../shared/stores/journal.ts';
import { useWorkspace } from '../shared/stores/workspace.ts';
import { useCommands } from '../shared/stores/commands.ts';
import { isAtRest, rest } from '../shared/ui/at-rest.ts';
import { usePhone } from '../shared/ui/phone.ts';
import { useSingleKeys } from '../shared/ui/single-keys.ts';
import { useBench } from '../shared/stores/bench.ts';
import { useLanes } from '../shared/stores/lanes.ts';
import { notice } from '../shared/stores/notices.ts';
import { useWatch } from '../shared/stores/watch.ts';
import BudgetRuler from './frame/BudgetRuler.vue';
import CandidateTabs from './frame/CandidateTabs.vue';
import CannotBuy from './frame/CannotBuy.vue';
import FrameBadge from './frame/FrameBadge.vue';
import BottomBar from './frame/BottomBar.vue';
import { useTypeAhead } from './frame/type-ahead.ts';
import LeftRail from './frame/LeftRail.vue';
import PhoneTop from './frame/PhoneTop.vue';
import { useShellCommands } from './shell-commands.ts';
import ShellNotes from './ShellNotes.vue';
import { useTellSteps } from './tell-steps.ts';
import { useTellDeletions } from './tell-deletions.ts';
import Welcome from './Welcome.vue';

const props = defineProps<{ isDark: boolean }>();
const emit = defineEmits<{ toggleTheme: [] }>();

const catalogueStore = useCatalogue();
const workspace = useWorkspace();
const briefs = useBriefs();
const records = useRecords();
const bench = useBench();
const lanes = useLanes();
const watched = useWatch();
const route = useRoute();
const message = useMessage();
const router = useRouter();
watch(notice, (told) => told && message.warning(told.text, { duration: 6000, closable: true }));
const commands = useCommands();
const singleKeys = useSingleKeys();
const isPhone = usePhone();

onMounted(() => {
  void workspace.load();
  void briefs.load();
  void catalogueStore.load();
  void watched.load();
});

const away = useHearing();
// Alerts of quiet hours are told when these end: nothing changes then, so they are asked for now and then.
const ASK_MS = 60_000;
useIntervalFn(() => watched.load(), ASK_MS);

// Records name parts and games, and come with the demo: they are read after each reading of those.
watch(
  () => catalogueStore.loads,
  () => void records.load(),
);

// Nothing typed is lost when the page is left at once; a page that comes back from the browser's memory reads anew.
useEventListener(window, 'pagehide', () => {
  actNow();
  workspace.flush();
});
useEventListener(window, 'pageshow', (event: PageTransitionEvent) => {
  if (event.persisted) void workspace.load();
});

/** The ruler stands on every screen that deals with the build; its place is kept while it is worked out. */
const isRuled = computed(
  // Which screen it is, is not known in the very first moment: most have the ruler.
  () => (route.matched.length === 0 || route.meta.isAboutMoney === true) && !catalogueStore.isEmpty,
);
const hasRuler = computed(() => isRuled.value && bench.summary !== null);
/** Whoever comes to an empty app begins with the brief: what is missing stands there. */
watch(
  () => catalogueStore.isEmpty === true && route.redirectedFrom?.path === '/',
  (isNew) => isNew && void router.replace({ name: 'brief' }),
  { immediate: true },
);
const LaterParts = defineAsyncComponent(() => import('./LaterParts.vue'));
// On a screen without lanes, or without data, nothing has to be waited for.
watch(
  () =>
    lanes.bySlot !== null ||
    lanes.failure !== null ||
    catalogueStore.isEmpty === true ||
    catalogueStore.failure !== null,
  (stands) => stands && rest(),
  { immediate: true },
);
const isReady = computed(() => workspace.isLoaded && catalogueStore.catalogue !== null);

/** The screen comes with its ruler, so that nothing moves once it is seen. */
const stands = computed(() => isReady.value && (!isRuled.value || hasRuler.value));

// The first screen is entered by key like any other, once its code is here, unless something is in use already.
whenever(
  stands,
  async () => {
    await router.isReady();
    await nextTick();
    if (document.activeElement === document.body) focusScreen();
  },
  { immediate: true, once: true },
);

const steps = useJournal();
const { told, tell } = useTellSteps(steps);
async function undo() {
  actNow();
  await nothingPending();
  const label = await attempt(steps.undo);
  const words = label ? `Undone: ${label}` : 'Nothing to undo';
  message.info(words, { duration: 1800 });
  void tell(words);
}
useTellDeletions(steps, undo);
async function redo() {
  actNow();
  await nothingPending();
  const label = await attempt(steps.redo);
  const words = label ? `Redone: ${label}` : 'Nothing to redo';
  message.info(words, { duration: 1800 });
  void tell(words);
}

async function attempt(task: () => Promise<string | null>): Promise<string | null> {
  try {
    return await task();
  } catch {
    message.error('The server did not take it. Nothing was changed.');
    return null;
  }
}

useShellCommands({ steps, undo, redo, isDark: () => props.isDark, toggleTheme: () => emit('toggleTheme') });
useTypeAhead();
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  const target = event.target as HTMLElement;
  const isTyping = isTypedIn(target) || target.matches('select');
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
    event.preventDefault();
    commands.isPaletteOpen = !commands.isPaletteOpen;
  } else if (event.key === '?' && singleKeys.value && !isTyping && !event.ctrlKey && !event.metaKey) {
    event.preventDefault();
    commands.isHelpOpen = true;
  }
});
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
  // Fields have their own undo while they are being typed in.
  const target = event.target as HTMLElement;
  if (isTypedIn(target)) return;
  event.preventDefault();
  void (event.shiftKey ? redo() : undo());
});
</script>

<template>
  <div class="shell">
    <a class="skip" href="#main">Skip to the page</a>
    <p class="visually-hidden" aria-live="polite">{{ told }}</p>
    <component
      :is="isPhone ? BottomBar : LeftRail"
      :is-dark="isDark"
      @toggle-theme="emit('toggleTheme')"
      @undo="undo()"
      @redo="redo()"
    />
    <div class="column">
      <template v-if="hasRuler">
        <PhoneTop v-if="isPhone" />
        <template v-else>
          <header class="top">
            <BudgetRuler />
            <FrameBadge />
          </header>
          <CandidateTabs />
        </template>
        <CannotBuy />
      </template>
      <div v-else-if="isRuled && !catalogueStore.failure" class="kept quiet">Reading the catalogue…</div>
      <ShellNotes :away="away" />
      <LaterParts v-if="isAtRest" :is-ready="isReady && lanes.bySlot !== null" />
      <main id="main" tabindex="-1" :class="{ unseen: !stands }">
        <Welcome v-if="catalogueStore.isEmpty && route.meta.isAboutMoney && !route.meta.worksEmpty" />
        <RouterView v-else-if="stands" />
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
/* As high as the ruler with the tabs, so that nothing moves when they come. */
.kept {
  flex: none;
  height: 118px;
  display: grid;
  place-content: center;
}
/* Not by visibility: that has transitions of its own, during which nothing in it can take the focus. */
.unseen {
  display: none;
}
main {
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 10px 16px 12px;
  outline: none;
}
@media print {
  .shell {
    display: block;
  }
  .shell > nav,
  .top,
  .skip,
  .column > :not(main) {
    display: none;
  }
  .column {
    height: auto;
  }
  main {
    overflow: visible;
  }
}
.skip {
  position: absolute;
  left: -999px;
  top: 4px;
  z-index: 10;
  background: var(--sheet);
  color: var(--ink);
  padding: 6px 10px;
  border-radius: var(--round-medium);
}
.skip:focus {
  left: 8px;
}
@media (max-width: 760px) {
  .shell {
    grid-template-columns: minmax(0, 1fr);
    padding-bottom: calc(var(--bar-height) + env(safe-area-inset-bottom));
  }
  .column {
    height: auto;
  }
  .kept {
    height: 52px;
  }
  main {
    padding: 8px 10px 16px;
    overflow: visible;
  }
}
</style>
