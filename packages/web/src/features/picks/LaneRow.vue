<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import type { Slot } from '@ripe-pick/core/parts';
import type { Measure, Trade } from '@ripe-pick/core/swaps';
import { EMPTY_NAMES, SLOT_NAMES, slotColour } from '../../shared/format/slots.ts';
import LaneLabel from './LaneLabel.vue';
import { isShown, nearest, pictureOf, xOf, yOf, type LaneFrame } from './lane-geometry.ts';
import { useLaneGrid } from './use-lane-grid.ts';
import { useLaneOptions } from './use-lane-options.ts';

const props = defineProps<{
  slotName: Slot;
  trades: readonly Trade[];
  frame: LaneFrame;
  currency: string;
  /** Price of the current pick in the brief's currency; null when it has none. */
  price: number | null;
  /** What can still be spent, in minor units from the current total. */
  room: number;
  isLocked: boolean;
  /** Locked by an order. */
  isOrdered: boolean;
  steepest: Trade | null;
  focused: Trade | null;
  /** What the pointer is over. */
  previewed: Trade | null;
  isTabStop: boolean;
  /** Whether the lane is worked out. */
  isKnown: boolean;
  marks: readonly number[];
  /** What the height means. */
  measure: Pick<Measure, 'label' | 'unit' | 'kind'>;
}>();
const emit = defineEmits<{
  focusTrade: [trade: Trade | null];
  preview: [trade: Trade | null];
  /** Chosen with the pointer, and where its dot stands in the window. */
  pin: [trade: Trade, x: number, y: number];
  list: [];
  swap: [trade: Trade];
  toggleLock: [];
  open: [trade: Trade];
}>();

const root = ref<HTMLElement | null>(null);
const picture = computed(() => pictureOf(props.trades, props.frame));
const current = computed(() => props.trades.find((trade) => trade.isCurrent) ?? null);
const partName = computed(() =>
  current.value?.part
    ? `${current.value.part.brand} ${current.value.part.name}`
    : (EMPTY_NAMES[props.slotName] ?? 'open'),
);
/** Nothing could stand here but what stands here now. */
const isEmpty = computed(() => props.isKnown && props.trades.every(({ part }) => part === null));
const isOpen = computed(() => props.isKnown && !current.value?.part && !EMPTY_NAMES[props.slotName]);
const nowX = computed(() => xOf(0, props.frame));
const roomX = computed(() => Math.min(props.frame.width, Math.max(0, xOf(props.room, props.frame))));
function placeOf(trade: Trade | null) {
  if (!trade || !isShown(trade.money, props.frame)) return null;
  return { x: xOf(trade.money, props.frame), y: yOf(trade.isCurrent ? 0 : trade.gain, props.frame) };
}
const focusAt = computed(() => placeOf(props.focused));
const previewAt = computed(() => placeOf(props.previewed));
const ringAt = computed(() => {
  const trade = props.steepest;
  if (trade?.slot !== props.slotName || !isShown(trade.money, props.frame)) return null;
  return { x: xOf(trade.money, props.frame), y: yOf(trade.gain, props.frame) };
});
const { guides, gridPath, guidePath } = useLaneGrid(props);
const { at, options } = useLaneOptions(props);

function dotAt(event: PointerEvent | MouseEvent) {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  return nearest(picture.value.dots, event.clientX - box.left, event.clientY - box.top);
}
function hover(event: PointerEvent) {
  emit('preview', dotAt(event)?.trade ?? null);
}
function click(event: MouseEvent) {
  const dot = dotAt(event);
  root.value?.focus({ preventScroll: true });
  if (!dot) return;
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  emit('pin', dot.trade, box.left + dot.x, box.top + dot.y);
}
function swap(event: MouseEvent) {
  const dot = dotAt(event);
  if (dot) emit('swap', dot.trade);
}
watch(
  () => props.isTabStop,
  (now) => now && document.activeElement?.closest('.lanes') && root.value?.focus({ preventScroll: true }),
);
defineExpose({ focus: () => root.value?.focus() });
</script>

<template>
  <div class="lane" :style="{ '--hue': slotColour(slotName) }">
    <LaneLabel
      :slot-name="slotName"
      :part-name="partName"
      :current="current"
      :price="price"
      :currency="currency"
      :is-locked="isLocked"
      :is-ordered="isOrdered"
      :is-empty="isEmpty"
      :is-open="isOpen"
      :is-tab-stop="isTabStop"
      @list="emit('list')"
      @toggle-lock="emit('toggleLock')"
    />
    <div
      ref="root"
      class="plot"
      role="listbox"
      :tabindex="isTabStop ? 0 : -1"
      :aria-label="`${SLOT_NAMES[slotName]} lane, now ${partName}. Height: ${measure.label}`"
      :aria-activedescendant="focused && options.length > 0 ? `lane-${slotName}-${at}` : undefined"
      :data-slot="slotName"
      @focus="!focused && emit('focusTrade', current ?? trades[0] ?? null)"
    >
      <span
        v-for="option in options"
        :id="option.id"
        :key="option.id"
        role="option"
        class="visually-hidden"
        :aria-selected="option.isCurrent"
        :aria-setsize="trades.length"
        :aria-posinset="option.place"
        >{{ option.text }}</span
      >
      <svg
        :width="frame.width"
        :height="frame.height"
        aria-hidden="true"
        @pointermove="hover"
        @pointerleave="emit('preview', null)"
        @click="click"
        @dblclick="swap"
      >
        <rect x="0" y="0" :width="frame.width" :height="frame.height" class="ground" />
        <rect
          v-if="roomX < frame.width"
          :x="roomX"
          y="0"
          :width="frame.width - roomX"
          :height="frame.height"
          class="over"
        />
        <path :d="gridPath" class="grid" />
        <path :d="guidePath" class="guide" />
        <line v-if="isShown(0, frame)" :x1="nowX" :x2="nowX" y1="0" :y2="frame.height" class="now" />
        <path :d="picture.paths.barred" class="barred" />
        <path :d="picture.paths.fits" class="fits" />
        <path :d="picture.paths.used" class="fits" />
        <path :d="picture.paths.dominated" class="dominated" />
        <path :d="picture.paths.owned" class="owned" />
        <path
          v-if="isShown(0, frame)"
          :d="`M${nowX} ${frame.height / 2}v-13h11l-3.5 4 3.5 4h-11`"
          class="flag"
        />
        <circle v-if="ringAt" :cx="ringAt.x" :cy="ringAt.y" r="8.5" class="ring" />
        <circle v-if="previewAt" :cx="previewAt.x" :cy="previewAt.y" r="6" class="preview" />
        <circle v-if="focusAt" :cx="focusAt.x" :cy="focusAt.y" r="6" class="focus" />
        <text v-if="picture.cheaper" x="3" :y="frame.height - 4" class="note">‹ {{ picture.cheaper }}</text>
        <text v-if="picture.dearer" :x="frame.width - 3" :y="frame.height - 4" text-anchor="end" class="note">
          {{ picture.dearer }} ›
        </text>
        <text v-for="guide in guides" :key="guide.gain" x="3" :y="yOf(guide.gain, frame) + 3.5" class="note">
          {{ guide.text }}
        </text>
        <text
          v-if="isKnown && trades.length === 0"
          :x="frame.width / 2 + 14"
          :y="frame.height / 2 + 4"
          class="note"
        >
          no part in the catalogue for this slot
        </text>
      </svg>
    </div>
    <button
      v-if="focused && !focused.isCurrent"
      class="visually-hidden"
      tabindex="-1"
      @click="emit('open', focused)"
    >
      Details
    </button>
  </div>
</template>

<style scoped>
.lane {
  display: grid;
  grid-template-columns: 184px minmax(0, 1fr);
  border-bottom: 1px solid var(--line);
}
.plot {
  position: relative;
  outline-offset: -2px;
}
svg {
  display: block;
}
.ground {
  fill: var(--sheet);
}
.over {
  fill: var(--sunk);
}
.guide {
  stroke: var(--line);
  stroke-dasharray: 1 4;
}
.now {
  stroke: var(--ink);
  stroke-width: 1.2;
}
.fits {
  fill: var(--hue);
  stroke: var(--sheet);
  stroke-width: 0.8;
}
.dominated {
  stroke: var(--hue);
  stroke-width: 2;
}
.barred {
  fill: none;
  stroke: var(--line-strong);
  stroke-width: 1.1;
}
.owned {
  fill: var(--sheet);
  stroke: var(--hue);
  stroke-width: 2;
}
.flag {
  fill: var(--hue);
  stroke: var(--ink);
  stroke-width: 1;
}
.ring {
  fill: none;
  stroke: var(--plum);
  stroke-width: 2;
  stroke-dasharray: 4 2.5;
}
.focus {
  fill: none;
  stroke: var(--focus);
  stroke-width: 2.2;
}
.preview {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1.4;
}
.note {
  font-size: var(--text-tiny);
  fill: var(--ink-soft);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3px;
}
@media (max-width: 760px) {
  .lane {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
