import { costOf, pickStandings } from '../../money/index.ts';
import type { Picks, Slot } from '../../parts/index.ts';
import type { Session } from '../../session/index.ts';
import { basketsFor, type BasketAnswer } from './shopping.ts';

/** The same parts at offers that can be bought now. */
export interface LiveBasket {
  readonly answer: BasketAnswer;
  /** Slots whose offer is another one now. */
  readonly replaced: readonly Slot[];
  /** Slots whose part nobody sells as the brief allows: they keep the offer of the past. */
  readonly without: readonly Slot[];
}

/**
 * Replaces the offers that cannot be bought any more by those that make the whole basket cheapest, proved; every other
 * pick keeps its offer. Null where every pick can be had, or nothing can take the place of any of them.
 */
export function withLiveOffers(picks: Picks, session: Session): LiveBasket | null {
  const { priceIndex } = session;
  const standings = pickStandings(picks, priceIndex);
  const gone = standings.filter((each) => !each.canBeHad);
  if (gone.length === 0) return null;
  const baskets = basketsFor(session);
  const { slots, candidates } = baskets.taskOf(picks);
  const gives = new Set(gone.map(({ slot }) => slot));
  const isAllowed = (slot: Slot, offer: string | null) =>
    gives.has(slot) || offer === (picks[slot]?.offer ?? null);
  const isOpen = (slot: Slot) =>
    candidates[slots.indexOf(slot)][0].options.some((option) => isAllowed(slot, option.offer));
  const replaced = gone.map(({ slot }) => slot).filter(isOpen);
  if (replaced.length === 0) return null;
  // What no offer on the market stands for, as the price of a list, stays out of the question and comes back as it was.
  const asked = Object.fromEntries(slots.filter(isOpen).map((slot) => [slot, picks[slot]])) as Picks;
  const best = baskets.best(asked, (slot, option) => isAllowed(slot, option.offer));
  if (!best) return null;
  const all: Picks = { ...picks, ...best.picks };
  return {
    answer: { picks: all, cost: costOf(all, priceIndex) },
    replaced,
    without: gone.map(({ slot }) => slot).filter((slot) => !replaced.includes(slot)),
  };
}
