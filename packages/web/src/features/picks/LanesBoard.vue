<script setup lang="ts">
import { useMessage } from 'naive-ui';
import { storeToRefs } from 'pinia';
import { computed, nextTick, ref, shallowRef, watch } from 'vue';
import type { Slot } from '@ripe-pick/core/parts';
import { MEASURES, withPick, type Trade } from '@ripe-pick/core/swaps';
import { useChoose } from '../../shared/stores/choose.ts';
import { isAtRest } from '../../shared/ui/at-rest.ts';
import { oneAfterAnother } from '../../shared/stores/pending.ts';
import { useLanes } from '../../shared/stores/lanes.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useStandings } from '../../shared/stores/standings.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import LaneAxis from './LaneAxis.vue';
import LaneHint from './LaneHint.vue';
import LaneRow from './LaneRow.vue';
import LaneTools from './LaneTools.vue';
import { LaneList, TradeCard } from './later.ts';
import LaneView from './LaneView.vue';
import TradeStrip from './TradeStrip.vue';
import TradeWords from './TradeWords.vue';
import { useLaneKeys } from './use-lane-keys.ts';
import { useLocks } from './use-locks.ts';
import { useCompanions } from './use-companions.ts';
import { useLaneFrames } from './use-lane-frames.ts';
import { ROOM_MEASURE } from './use-lane-room.ts';
import { useRuledOut } from './use-ruled-out.ts';
import { tradeName } from './words.ts';

const emit = defineEmits<{ open: [trade: Trade]; find: [] }>();
const bench = useBench();
const lanes = useLanes();
const message = useMessage();
const choose = useChoose();

const withUsed = ref(true);
/** Kept where the lanes are worked out: those that only the user fills are not, until they are asked for. */
const { allLanes: showAll } = storeToRefs(lanes);
const laneSlot = ref<Slot>('cpu');
const focused = shallowRef<Trade | null>(null);
/** What the pointer is over: it is shown, and moves nothing that was chosen. */
const previewed = shallowRef<Trade | null>(null);
/** Where the card of a part chosen with the pointer stands; null while none is open. */
const cardAt = shallowRef<{ readonly x: number; readonly y: number } | null>(null);
const listed = ref<Slot | null>(null);
const board = ref<HTMLElement | null>(null);

const { slots, isNarrow, isMeasured, visible, frames, moneyAxis, room } = useLaneFrames(board, withUsed);
const left = computed(() => bench.limit - (bench.summary?.cost.counted ?? 0));
const standings = useStandings();
function priceOf(slot: Slot): number | null {
  const offer = standings.bySlot.get(slot)?.offer;
  return offer ? (bench.index?.priced(offer)?.dueNow ?? null) : null;
}
const { lockOf, isHeld, toggleLock } = useLocks();

/** The focused trade as the lanes have it now: its figures change with every swap. */
const live = computed(() => {
  const trade = focused.value;
  if (!trade) return null;
  return (
    visible.value.get(trade.slot)?.find((each) => (each.part?.id ?? null) === (trade.part?.id ?? null)) ??
    null
  );
});
const measureOf = (slot: Slot) => (room.isOn.value ? ROOM_MEASURE : MEASURES[slot]);
function focusTrade(trade: Trade | null) {
  focused.value = trade;
  cardAt.value = null;
  if (trade) laneSlot.value = trade.slot;
}

function pin(trade: Trade, x: number, y: number) {
  focusTrade(trade);
  // A narrow screen has no room beside the dot: the strip below tells it.
  if (!isNarrow.value) cardAt.value = { x, y };
}
const preview = computed(() => {
  const trade = previewed.value;
  return trade && trade.part?.id !== live.value?.part?.id ? trade : null;
});
const { companionWords, hasCompanions, swapAll: swapWithAll } = useCompanions(live);
function swapAll() {
  cardAt.value = null;
  swapWithAll();
}
async function swap(trade: Trade) {
  if (trade.isCurrent) return;
  if (isHeld(trade.slot)) return;
  cardAt.value = null;
  performance.mark('swap-start');
  const pick = trade.part ? { part: trade.part.id, offer: trade.offer?.id ?? null } : null;
  choose.pick(`${SLOT_NAMES[trade.slot]} to ${tradeName(trade)}`, 'swapped in its lane', (picks) =>
    withPick(picks, trade.slot, pick),
  );
  focused.value = trade;
  await nextTick();
  performance.measure('swap', 'swap-start');
}
const { ruleOut: takeOut } = useRuledOut();
function ruleOut(trade: Trade) {
  if (!trade.part) return;
  takeOut(trade.part);
  if (!trade.isCurrent) step(1);
  message.info(`${tradeName(trade)} is ruled out. Ctrl+Z takes it back.`);
}

/** Steps in a row that swap wait for the lanes that the one before makes. */
function walk(by: number) {
  oneAfterAnother(async () => {
    await lanes.fresh();
    step(by, true);
  });
}
/** Moves along the lane; with `walk`, swaps to the next part that fits. */
function step(by: number, walk = false) {
  const trades = visible.value.get(laneSlot.value) ?? [];
  if (trades.length === 0) return;
  const at = trades.findIndex((trade) =>
    walk ? trade.isCurrent : (trade.part?.id ?? null) === (live.value?.part?.id ?? null),
  );
  for (let n = at + by; n >= 0 && n < trades.length; n += by) {
    if (walk && trades[n].barrier) continue;
    if (walk) void swap(trades[n]);
    else focusTrade(trades[n]);
    return;
  }
}
function changeLane(by: number) {
  const at = slots.value.indexOf(laneSlot.value);
  const next = slots.value[Math.max(0, Math.min(slots.value.length - 1, at + by))];
  const trades = visible.value.get(next) ?? [];
  const money0 = live.value?.isCurrent ? 0 : (live.value?.money ?? 0);
  laneSlot.value = next;
  // Stay at about the same money in the next lane.
  focusTrade(
    trades.reduce<Trade | null>(
      (best, trade) =>
        best && Math.abs(best.money - money0) <= Math.abs(trade.money - money0) ? best : trade,
      null,
    ),
  );
  // The lane takes the focus as it stands, for the mouse's sake; by key it comes into sight.
  void nextTick(() => document.activeElement?.scrollIntoView({ block: 'nearest' }));
}
/** What keys do in a lane, at this moment. */
function laneActs(isShift: boolean): Record<string, () => void> {
  const trade = live.value;
  return {
    ArrowRight: () => (isShift ? walk(1) : step(1)),
    ArrowLeft: () => (isShift ? walk(-1) : step(-1)),
    ArrowUp: () => changeLane(-1),
    ArrowDown: () => changeLane(1),
    Home: () => focusTrade(visible.value.get(laneSlot.value)?.[0] ?? null),
    End: () => focusTrade(visible.value.get(laneSlot.value)?.at(-1) ?? null),
    Enter: () => trade && void swap(trade),
    l: () => toggleLock(laneSlot.value),
    c: () => swapAll(),
    x: () => trade && ruleOut(trade),
    t: () => (listed.value = laneSlot.value),
    Escape: () => (cardAt.value = null),
    o: () => trade?.part && emit('open', trade),
  };
}
/** The lane that has the focus, from the moment it is worked out. */
function enterLane() {
  const slot = slots.value.find(
    (each) => each === (document.activeElement as HTMLElement | null)?.dataset?.slot,
  );
  const trades = slot ? (visible.value.get(slot) ?? []) : [];
  if (!live.value && trades.length > 0) focusTrade(trades.find((trade) => trade.isCurrent) ?? trades[0]);
}
watch(() => lanes.bySlot !== null, enterLane, { flush: 'post' });
function key(event: KeyboardEvent) {
  const { key: pressed, shiftKey, ctrlKey, metaKey, altKey } = event;
  const isInLane = (event.target as HTMLElement).matches('[role=listbox]');
  if (ctrlKey || metaKey || altKey || !isInLane) return;
  const name = pressed.length === 1 ? pressed.toLowerCase() : pressed;
  if (!Object.hasOwn(laneActs(shiftKey), name)) return;
  event.preventDefault();
  if (lanes.bySlot) laneActs(shiftKey)[name]();
  else
    // Pressed before the lanes are worked out: done when they are.
    oneAfterAnother(async () => {
      await lanes.fresh();
      enterLane();
      laneActs(shiftKey)[name]();
    });
}
useLaneKeys({
  g: () => (room.isOn.value = !room.isOn.value),
  u: () => (withUsed.value = !withUsed.value),
  f: () => emit('find'),
  '+': () => moneyAxis.zoom(-1),
  '=': () => moneyAxis.zoom(-1),
  '-': () => moneyAxis.zoom(1),
  '[': () => moneyAxis.pan(-0.5),
  ']': () => moneyAxis.pan(0.5),
  '0': moneyAxis.home,
});
function closeCard() {
  cardAt.value = null;
  board.value?.querySelector<HTMLElement>(`[data-slot=${laneSlot.value}]`)?.focus({ preventScroll: true });
}
</script>

<template>
  <section class="lanes" aria-label="Lanes" @keydown="key">
    <LaneTools @find="emit('find')">
      <LaneView
        v-model:with-used="withUsed"
        v-model:show-all="showAll"
        v-model:room-on="room.isOn.value"
        :axis="moneyAxis.view.value"
        :room-words="room.words.value"
        @zoom="moneyAxis.zoom"
        @pan="moneyAxis.pan"
        @centre="moneyAxis.home"
      />
    </LaneTools>
    <p v-if="lanes.failure" class="failure" role="alert">
      {{ lanes.failure }} <button class="plain edged" @click="lanes.fresh()">Try again</button>
    </p>
    <div ref="board" class="board" @wheel="moneyAxis.wheel" @scroll.passive="cardAt = null">
      <LaneRow
        v-for="slot in isMeasured ? slots : []"
        :key="slot"
        :slot-name="slot"
        :trades="visible.get(slot) ?? []"
        :frame="frames.get(slot)!"
        :currency="bench.currency"
        :price="priceOf(slot)"
        :room="left"
        :is-locked="lockOf(slot) !== null"
        :is-ordered="lockOf(slot)?.isOrdered === true"
        :steepest="lanes.steepest"
        :is-known="lanes.bySlot !== null"
        :focused="live?.slot === slot ? live : null"
        :previewed="preview?.slot === slot ? preview : null"
        :is-tab-stop="laneSlot === slot"
        :marks="moneyAxis.marks.value"
        :measure="measureOf(slot)"
        @focus-trade="focusTrade"
        @preview="(trade) => (previewed = trade)"
        @pin="pin"
        @list="listed = slot"
        @swap="swap"
        @toggle-lock="toggleLock(slot)"
        @open="(trade) => emit('open', trade)"
      />
      <LaneAxis :axis="moneyAxis.axis.value" :marks="moneyAxis.marks.value" :is-narrow="isNarrow" />
    </div>
    <div class="foot" :class="{ chosen: live !== null }">
      <div class="strip sheet" aria-live="off">
        <TradeWords v-if="preview" :trade="preview" :measure="measureOf(preview.slot)" companions="" />
        <TradeStrip
          v-else-if="live && !cardAt"
          :trade="live"
          :measure="measureOf(live.slot)"
          :companions="companionWords"
          :has-companions="hasCompanions"
          @swap="swap(live)"
          @swap-all="swapAll"
          @open="emit('open', live)"
          @rule-out="ruleOut(live)"
          @close="focusTrade(null)"
        />
        <LaneHint v-else :is-narrow="isNarrow" />
      </div>
    </div>
    <TradeCard v-if="live && isAtRest" :at="cardAt" :label="tradeName(live)" @close="closeCard">
      <TradeStrip
        is-card
        :trade="live"
        :measure="measureOf(live.slot)"
        :companions="companionWords"
        :has-companions="hasCompanions"
        @swap="swap(live)"
        @swap-all="swapAll"
        @open="emit('open', live)"
        @rule-out="ruleOut(live)"
      />
    </TradeCard>
    <LaneList
      v-if="isAtRest"
      :slot-name="listed"
      :trades="listed ? (visible.get(listed) ?? []) : []"
      :measure="measureOf(listed ?? 'cpu')"
      @close="listed = null"
      @swap="swap"
      @open="(trade) => emit('open', trade)"
    />
  </section>
</template>

<style src="./LanesBoard.css" scoped></style>
