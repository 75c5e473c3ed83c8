import { RULES, type Rule } from '../compatibility/index.ts';
import { salesOf, usableOffers } from '../money/index.ts';
import { SLOTS, slotsFor, type Offer, type Part, type Picks, type Slot } from '../parts/index.ts';
import type { Session } from '../session/index.ts';
import { laneOf, PicksAround } from './lane.ts';
import type { Lanes, Trade } from './trade.ts';

/** What may stand in a slot, with the offers that the brief allows, and the rules that read it. */
export interface SlotShelf {
  readonly parts: readonly { readonly part: Part; readonly offers: readonly Offer[] }[];
  readonly rules: readonly Rule[];
}

/** What every lane of a session is drawn from. */
export interface Shelf {
  readonly slots: Readonly<Record<Slot, SlotShelf>>;
  readonly owned: ReadonlySet<string>;
  readonly excluded: ReadonlySet<string>;
  /** What an owned part would fetch, where it is to be sold unless the build uses it. */
  readonly sales: ReadonlyMap<string, number>;
}

function shelfOf({ catalogue, brief, market }: Session): Shelf {
  const owned = new Set(brief.owned);
  // Owned drives are in every build.
  const parts = catalogue.parts.filter((part) => part.kind !== 'storage' || !owned.has(part.id));
  const slotShelf = (slot: Slot): SlotShelf => ({
    parts: parts
      .filter((part) => slotsFor(part.kind).includes(slot))
      .map((part) => ({ part, offers: usableOffers(market, brief, part.id, slot) })),
    rules: RULES.filter((rule) => !rule.advice && rule.slots.includes(slot)),
  });
  return {
    slots: Object.fromEntries(SLOTS.map((slot) => [slot, slotShelf(slot)])) as Shelf['slots'], // over all slots
    owned,
    excluded: new Set(brief.excluded.map((entry) => entry.part)),
    sales: new Map(salesOf(market).map(({ part, amount }) => [part, amount])),
  };
}

/** The trade with the most frames for the next bit of money that fits and costs at most so much more. */
function steepestOf(trades: readonly Trade[], room: number): Trade | null {
  let steepest: Trade | null = null;
  let steepness = 0;
  for (const trade of trades) {
    const { score, money } = trade;
    if (trade.barrier || trade.isCurrent || score === null || score <= 0 || money > room) continue;
    const slope = money <= 0 ? 1e9 + score : score / money;
    if (slope <= steepness) continue;
    steepness = slope;
    steepest = trade;
  }
  return steepest;
}

/**
 * Prepared once for a session; then gives all trades around a set of picks. Fast enough to run at every key
 * press: shipping is worked out from the order that a part joins or leaves, and only rules that read the slot are asked.
 */
export function tradesFor(session: Session): (picks: Picks) => Lanes {
  const shelf = shelfOf(session);
  return (picks) => {
    const around = new PicksAround(session, picks);
    const drawn = SLOTS.map((slot) => [slot, laneOf(slot, shelf, around)] as const);
    const steepest = steepestOf(
      drawn.flatMap(([, lane]) => lane),
      session.limit - around.total,
    );
    return { lanes: Object.fromEntries(drawn) as Lanes['lanes'], steepest }; // over all slots
  };
}
