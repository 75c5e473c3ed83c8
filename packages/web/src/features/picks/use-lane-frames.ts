import { useElementSize } from '@vueuse/core';
import { computed, type Ref } from 'vue';
import type { Slot } from '@ripe-pick/core/parts';
import { drawnSlots, type Trade } from '@ripe-pick/core/swaps';
import { useLanes } from '../../shared/stores/lanes.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { AXIS_HEIGHT, isSameFrame, isShown, moneyReach, type LaneFrame } from './lane-geometry.ts';
import { useLaneRoom } from './use-lane-room.ts';
import { useMoneyAxis } from './use-money-axis.ts';

const LABEL_WIDTH = 184;
const NARROW = 700;
/** Below this a lane's two lines of text do not fit; more lanes scroll, with the axis in sight. */
const LEAST_LANE = 36;
const FRAME_LANES: readonly Slot[] = ['cpu', 'memory', 'gpu'];

/** How wide and high lanes are drawn in px. */
function useLaneSizes(board: Ref<HTMLElement | null>, lanes: () => number) {
  const { width: boardWidth, height: boardHeight } = useElementSize(board);
  const isMeasured = computed(() => boardWidth.value > 0);
  const isNarrow = computed(() => boardWidth.value < NARROW);
  const plotWidth = computed(() =>
    Math.max(200, Math.floor(boardWidth.value - (isNarrow.value ? 0 : LABEL_WIDTH))),
  );

  const laneHeight = computed(() => {
    if (isNarrow.value) return 64;
    const room = (boardHeight.value - AXIS_HEIGHT) / lanes() - 1;
    return Math.max(LEAST_LANE, Math.min(72, Math.floor(room)));
  });
  return { isMeasured, isNarrow, plotWidth, laneHeight };
}

/** Lanes that are always there; the others when asked for, wanted or filled. */
function useSlots() {
  const lanes = useLanes();
  const workspace = useWorkspace();
  return computed(() =>
    drawnSlots(workspace.picks, lanes.allLanes).filter((slot) => {
      if (slot === 'os') return lanes.allLanes || workspace.brief.needs.osLicence || workspace.picks.os;
      if (slot === 'secondaryStorage')
        return (
          lanes.allLanes ||
          workspace.picks.secondaryStorage ||
          workspace.brief.needs.totalStorageGb > workspace.brief.needs.fastStorageGb
        );
      return true;
    }),
  );
}

/**
 * Which lanes stand on a board, what is in them, and the frame that each is drawn in: all share one axis of money, lanes
 * of frames one scale of heights.
 *
 * @param withUsed whether used offers are in them
 */
export function useLaneFrames(board: Ref<HTMLElement | null>, withUsed: Ref<boolean>) {
  const lanes = useLanes();
  const { isMeasured, isNarrow, plotWidth, laneHeight } = useLaneSizes(board, () => slots.value.length);
  const slots = useSlots();
  const tradesOf = (slot: Slot): readonly Trade[] => {
    const trades = lanes.bySlot?.get(slot) ?? [];
    return withUsed.value
      ? trades
      : trades.filter((trade) => trade.isCurrent || trade.offer?.condition !== 'used');
  };
  const visible = computed(
    () =>
      new Map(
        slots.value.map((slot) => [slot, room.isOn.value ? tradesOf(slot).map(room.lifted) : tradesOf(slot)]),
      ),
  );
  /** Frames lanes share one scale; at least 2 fps, in thousandths. */
  const framesReach = computed(() =>
    moneyReach(
      (room.isOn.value ? slots.value : FRAME_LANES).flatMap((slot) => visible.value.get(slot) ?? []),
      axis.value,
      2000,
    ),
  );
  const frames = computed<ReadonlyMap<Slot, LaneFrame>>((before) => {
    const out = new Map<Slot, LaneFrame>();
    for (const slot of slots.value) {
      const reach =
        room.isOn.value || FRAME_LANES.includes(slot)
          ? framesReach.value
          : moneyReach(visible.value.get(slot) ?? [], axis.value, 1);
      const { window, centre } = axis.value;
      const frame = { width: plotWidth.value, height: laneHeight.value, window, centre, reach };
      const last = before?.get(slot);
      // The same one while it is the same: a lane that did not change is not drawn anew.
      out.set(slot, last && isSameFrame(last, frame) ? last : frame);
    }
    return out;
  });
  const moneyAxis = useMoneyAxis(plotWidth, () =>
    slots.value.flatMap((slot) => (visible.value.get(slot) ?? []).map((trade) => trade.money)),
  );
  const { axis } = moneyAxis;
  const room = useLaneRoom(
    computed(() =>
      slots.value.flatMap((slot) => tradesOf(slot).filter((trade) => isShown(trade.money, axis.value))),
    ),
  );
  return { slots, isNarrow, isMeasured, visible, frames, moneyAxis, room };
}
