import type { ShopOrder } from '../buying/index.ts';
import { arrivalOf, costOf, usableOffers, type PriceIndex } from '../money/index.ts';
import type { Offer, Part, Picks, Slot } from '../parts/index.ts';
import { openSession, type Session } from '../session/index.ts';
import { bestWithin, marginalFor, tradesFor, withPick, type Trade } from '../swaps/index.ts';
import { addDays } from '../units/index.ts';

/** What a part that takes the place of a dead one does. Money in minor units of the brief's currency. */
export interface Substitute {
  /** Why it is named: the same part again, the fastest that the sum pays, the cheapest that fits, the one that comes first. */
  readonly why: readonly ('same' | 'fastest' | 'cheapest' | 'soonest')[];
  readonly part: Part;
  readonly offer: Offer;
  /** Change of the three totals when the dead part's money comes back. */
  readonly dueNow: number;
  readonly expected: number;
  readonly after: number;
  /** Objective after minus before, in thousandths; null when not known. */
  readonly score: number | null;
  /** The day on which it arrives when bought today; null: the shop states none. */
  readonly arrivesOn: string | null;
  /** The last day on which it could go back, from the day of its arrival; null: not known. */
  readonly returnBy: string | null;
}

interface DeadPart {
  readonly part: Part;
  /** The order that it came with: what was paid for it, and until when it can go back. Null: none is kept. */
  readonly bought: {
    readonly order: string;
    readonly shop: string;
    readonly currency: string;
    readonly paidMinor: number;
    readonly returnBy: string | null;
    readonly warrantyUntil: string | null;
  } | null;
  readonly substitutes: readonly Substitute[];
}

/** The kept order that a part came with, unless it was given back. */
function boughtWith(part: string, orders: readonly ShopOrder[]): DeadPart['bought'] {
  for (const { id, shop, currency, lines } of orders) {
    const line = lines.find(
      (each) => each.part === part && ['ordered', 'arrived', 'dead'].includes(each.state),
    );
    if (!line) continue;
    const { returnBy, warrantyUntil } = line;
    const paidMinor = line.paidMinor ?? line.plannedMinor;
    return { order: id, shop, currency, paidMinor, returnBy, warrantyUntil };
  }
  return null;
}

/** The last day on which an offer could go back that arrives on a day; null where either is not known. */
function returnDay(offer: Offer, arrivesOn: string | null, priceIndex: PriceIndex): string | null {
  const days = offer.returnDays ?? priceIndex.shops.get(offer.shop)?.returnDays;
  return arrivesOn !== null && days ? addDays(arrivesOn, days) : null;
}

/** A trade that can be bought: it fits, and somebody offers it. */
type Buyable = Trade & { readonly part: Part; readonly offer: Offer };
const isBuyable = (trade: Trade): trade is Buyable =>
  trade.part !== null && trade.offer !== null && trade.barrier === null;

/** The cheapest offer that is still to be had of a part, as a trade that keeps the part; null when there is none. */
function sameAgain(
  dead: Part,
  slot: Slot,
  picks: Picks,
  session: Session,
  lane: readonly Trade[],
): Trade | null {
  const { priceIndex, brief } = session;
  const now = lane.find((trade) => trade.part?.id === dead.id);
  const marginal = marginalFor(picks, slot, priceIndex);
  const costs = usableOffers(priceIndex, brief, dead.id, slot).map((offer) => ({
    offer,
    cost: marginal(offer),
  }));
  const [best] = costs.filter(({ cost }) => cost < Infinity).sort((a, b) => a.cost - b.cost);
  return now && best ? { ...now, offer: best.offer } : null;
}

/** The session without the part: neither as owned nor as ordered is it there to build with any more. */
function without(part: string | undefined, slot: Slot, { catalogue, brief }: Session): Session {
  return openSession(catalogue, {
    ...brief,
    owned: brief.owned.filter((each) => each !== part),
    locks: brief.locks.filter((lock) => lock.slot !== slot || !lock.isOrdered),
  });
}

/**
 * What can take a dead part's place, from today's offers and under the brief's rules: the same again, the fastest within the
 * sum, the cheapest, the soonest. Null where the slot is empty.
 */
export function deadPart(
  opened: Session,
  picks: Picks,
  slot: Slot,
  orders: readonly ShopOrder[],
): DeadPart | null {
  const dead = picks[slot]?.part;
  const isThere =
    opened.brief.owned.some((each) => each === dead) ||
    opened.brief.locks.some((lock) => lock.slot === slot && lock.isOrdered);
  const session = isThere ? without(dead, slot, opened) : opened;
  const { priceIndex } = session;
  const part = dead === undefined ? undefined : priceIndex.parts.get(dead);
  if (!part) return null;
  const lane = tradesFor(session)(picks).lanes[slot].filter(isBuyable);
  const before = costOf(picks, priceIndex);
  const arrival = ({ offer }: Buyable) => {
    const shop = priceIndex.shops.get(offer.shop);
    return shop ? arrivalOf(offer, shop, priceIndex.day) : null;
  };
  const others = lane.filter((trade) => trade.part.id !== dead);
  const least = <T>(list: readonly T[], of: (item: T) => number | string) =>
    [...list].sort((a, b) => (of(a) < of(b) ? -1 : of(a) > of(b) ? 1 : 0))[0] as T | undefined;
  const fastest = bestWithin(others, Math.max(0, session.limit - before.counted));
  const named: readonly (readonly [Substitute['why'][number], Trade | null | undefined])[] = [
    ['same', sameAgain(part, slot, picks, session, lane)],
    ['fastest', fastest],
    ['cheapest', least(others, ({ money }) => money)],
    [
      'soonest',
      least(
        others.filter((trade) => arrival(trade) !== null),
        (trade) => arrival(trade) ?? '',
      ),
    ],
  ];
  const found = new Map<string, Substitute>();
  for (const [why, trade] of named) {
    if (!trade || !isBuyable(trade)) continue;
    const known = found.get(trade.offer.id);
    const after = costOf(withPick(picks, slot, { part: trade.part.id, offer: trade.offer.id }), priceIndex);
    found.set(trade.offer.id, {
      why: [...(known?.why ?? []), why],
      part: trade.part,
      offer: trade.offer,
      dueNow: after.dueNow - before.dueNow,
      expected: after.expected - before.expected,
      after: after.after - before.after,
      score: trade.score,
      arrivesOn: arrival(trade),
      returnBy: returnDay(trade.offer, arrival(trade), priceIndex),
    });
  }
  return { part, bought: boughtWith(part.id, orders), substitutes: [...found.values()] };
}
