<script setup lang="ts">
import { useEventListener, useStorage } from '@vueuse/core';
import { NPopover } from 'naive-ui';
import { computed, nextTick, ref, shallowRef, useTemplateRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useBench } from '../../shared/stores/bench.ts';
import { useCommands } from '../../shared/stores/commands.ts';
import { useLanes } from '../../shared/stores/lanes.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { money, signed } from '../../shared/format/format.ts';
import { focusScreen } from '../../shared/ui/keep-focus.ts';
import { isTypedIn } from '../../shared/ui/typing.ts';
import { TOURS, type TourContext } from './tours.ts';

/** The first time on a screen with a picture of its own: what is seen there, step by step, on the person's own build. */
const props = defineProps<{ isReady: boolean }>();
const bench = useBench();
const lanes = useLanes();
const commands = useCommands();
const names = useNames();
const workspace = useWorkspace();
const route = useRoute();
const seen = useStorage<string[]>('ripe-pick-tours-seen', []);
const at = ref(0);
const nextButton = useTemplateRef('nextButton');
const place = shallowRef<{ readonly x: number; readonly y: number } | null>(null);

const screen = computed(() => String(route.name ?? ''));
const steps = computed(() => TOURS[screen.value] ?? []);
const step = computed(() => steps.value.at(at.value) ?? null);
const context = computed((): TourContext => {
  const { cpu } = workspace.picks;
  const trade = lanes.steepest;
  const name = trade?.part ? names.part(trade.part.id) : null;
  return {
    cpu: cpu ? names.part(cpu.part) : null,
    steepest:
      trade && name
        ? `${name}, ${money(trade.money, bench.currency, { sign: true })}, ${signed((trade.score ?? 0) / 1000)} fps`
        : null,
    budget: money(bench.limit, bench.currency, { short: true }),
  };
});

/** The foot of what is pointed at; null while it is not there. */
function placeOf(selector: string) {
  const box = document.querySelector(selector)?.getBoundingClientRect();
  return box && box.width > 0
    ? { x: box.left + Math.min(box.width / 2, 260), y: Math.min(box.bottom, window.innerHeight - 170) }
    : null;
}
async function show(n: number) {
  at.value = n;
  await nextTick();
  place.value = step.value ? placeOf(step.value.at) : null;
}
/** Where the focus was before the tour took it. */
let before: Element | null = null;
function end() {
  place.value = null;
  if (before instanceof HTMLElement && before.isConnected) before.focus({ preventScroll: true });
  else focusScreen();
  commands.isTourOpen = false;
  if (!seen.value.includes(screen.value)) seen.value = [...seen.value, screen.value];
}
/** To the next step that has something to point at. */
async function next() {
  for (let n = at.value + 1; n < steps.value.length; n++) {
    await show(n);
    if (place.value) return;
  }
  end();
}
/** Pictures come after their screen: they are looked for again, so many times, until the first one stands. */
const LOOK_MS = 400;
const LOOKS = 50;
/** By keyboard the card stands at the end of the page: it has the focus while it is new, unless something is being typed. */
async function takeFocus() {
  const { activeElement } = document;
  if (activeElement instanceof HTMLElement && isTypedIn(activeElement)) return;
  before = activeElement;
  await nextTick();
  nextButton.value?.focus({ preventScroll: true });
}
async function begin() {
  const own = screen.value;
  for (let n = 0; n < LOOKS && commands.isTourOpen && screen.value === own; n++) {
    await show(0);
    if (place.value) {
      await takeFocus();
      return;
    }
    await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
  }
}
watch(
  () => [screen.value, props.isReady] as const,
  ([name, isReady]) => {
    place.value = null;
    commands.isTourOpen = isReady && name in TOURS && !seen.value.includes(name);
  },
  { immediate: true },
);
watch(
  () => commands.isTourOpen,
  (isOpen) => isOpen && void begin(),
  { immediate: true },
);
useEventListener(window, 'resize', () => void show(at.value));
</script>

<template>
  <NPopover v-if="place && step" show trigger="manual" placement="bottom" :x="place.x" :y="place.y">
    <div class="tour" role="group" aria-label="Tour" @keydown.esc.stop="end">
      <p aria-live="polite">
        <span class="quiet">{{ at + 1 }} of {{ steps.length }}</span> {{ step.text(context) }}
      </p>
      <div class="acts">
        <button class="plain edged" @click="end">Skip the tour</button>
        <button ref="nextButton" class="plain strong" @click="next">
          {{ at + 1 < steps.length ? 'Next' : 'Done' }}
        </button>
      </div>
    </div>
  </NPopover>
</template>

<style scoped>
.tour {
  width: min(340px, 80vw);
  display: grid;
  gap: 8px;
}
p {
  margin: 0;
}
.acts {
  display: flex;
  gap: 8px;
  justify-content: flex-end;
}
</style>
