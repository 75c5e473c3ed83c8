import { EXTRA_SLOTS, isAdded, SLOTS, type Picks, type Slot } from '../parts/index.ts';
import type { Session } from '../session/index.ts';
import { laneOf, PicksAround } from './lane.ts';
import { shelfOf } from './shelf.ts';
import { LEAST_SEEN, type Lanes, type Trade } from './trade.ts';

/** The trade with the most frames for the next bit of money that fits and costs at most so much more; a gain that rounds to nothing is none. */
function steepestOf(trades: readonly Trade[], room: number): Trade | null {
  let steepest: Trade | null = null;
  let steepness = 0;
  for (const trade of trades) {
    const { score, money } = trade;
    if (trade.barrier || trade.isCurrent || score === null || score < LEAST_SEEN || money > room) continue;
    const slope = money <= 0 ? 1e9 + score : score / money;
    if (slope <= steepness) continue;
    steepness = slope;
    steepest = trade;
  }
  return steepest;
}

/** Slots whose lanes are drawn: of those that only the user fills the filled ones, and in the whole picture the next free ones. */
export function drawnSlots(picks: Picks, isWhole: boolean): readonly Slot[] {
  const nextExtra = EXTRA_SLOTS.find((slot) => !picks[slot]);
  const isNext = (slot: Slot) => isWhole && (slot === 'tertiaryStorage' || slot === nextExtra);
  return SLOTS.filter((slot) => !isAdded(slot) || picks[slot] || isNext(slot));
}

/**
 * Prepared once for a session; then gives all trades around a set of picks. Fast enough to run at every key
 * press: shipping is worked out from the order that a part joins or leaves, and only rules that read the slot are asked.
 */
export function tradesFor(session: Session): (picks: Picks, isWhole?: boolean) => Lanes {
  const shelf = shelfOf(session);
  return (picks, isWhole = false) => {
    const around = new PicksAround(session, picks);
    const shown = new Set(drawnSlots(picks, isWhole));
    const drawn = SLOTS.map((slot) => [slot, shown.has(slot) ? laneOf(slot, shelf, around) : []] as const);
    const steepest = steepestOf(
      drawn.flatMap(([, lane]) => lane),
      session.limit - around.total,
    );
    return { lanes: Object.fromEntries(drawn) as Lanes['lanes'], steepest }; // over all slots
  };
}
