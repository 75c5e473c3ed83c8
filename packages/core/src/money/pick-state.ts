import { SLOTS, type Offer, type Pick as Chosen, type Picks, type Slot } from '../parts/index.ts';
import { costOf } from './cost.ts';
import { offerBarrier, usableOffers, type OfferBarrier, type PriceIndex } from './price-index.ts';

/**
 * Whether a pick can be had: it is there or on its way, it is for sale as the brief allows (`live`), a list named its
 * price (`listed`), no offer was picked for it (`unpriced`), the catalogue has lost its offer (`gone`), or what bars its offer.
 */
export type PickState =
  'owned' | 'ordered' | 'arrived' | 'live' | 'listed' | 'unpriced' | 'gone' | OfferBarrier;

/** What there is to say of one pick before any screen speaks of its price. */
export interface PickStanding {
  readonly slot: Slot;
  readonly part: string;
  /** The offer that is picked; null where it is owned, or the catalogue has lost it. */
  readonly offer: Offer | null;
  readonly state: PickState;
  /** False where the picked offer cannot be bought as the brief is: its price is one of the past. */
  readonly canBeHad: boolean;
}

const HAD: ReadonlySet<PickState> = new Set(['owned', 'ordered', 'arrived', 'live', 'listed']);

/** A day by which everything has to be there, and which has passed before anything could be bought. */
export const hasReadyByPassed = ({ brief, day }: Pick<PriceIndex, 'brief' | 'day'>): boolean =>
  brief.dates.readyBy !== null && brief.dates.readyBy < day;

function stateOf(slot: Slot, pick: Chosen, offer: Offer | null, priceIndex: PriceIndex): PickState {
  const { brief } = priceIndex;
  if (pick.offer === null && brief.owned.includes(pick.part)) return 'owned';
  if (pick.offer === null) return 'unpriced';
  if (offer?.part !== pick.part) return 'gone';
  if (offer.ordered) return offer.ordered.state;
  if (offer.listed) return 'listed';
  return offerBarrier(priceIndex, brief, offer, slot) ?? 'live';
}

/** How every pick of a build stands, in the order of the slots. */
export function pickStandings(picks: Picks, priceIndex: PriceIndex): PickStanding[] {
  return SLOTS.flatMap((slot): PickStanding[] => {
    const pick = picks[slot];
    if (!pick) return [];
    const offer = pick.offer === null ? null : (priceIndex.offers.get(pick.offer) ?? null);
    const state = stateOf(slot, pick, offer, priceIndex);
    const own = state === 'gone' ? null : offer;
    return [{ slot, part: pick.part, offer: own, state, canBeHad: HAD.has(state) }];
  });
}

/** Another offer of a picked part that would make the whole basket cheaper at once. */
interface CheaperOffer {
  readonly slot: Slot;
  readonly offer: Offer;
  /** How much less the basket counts with it, in minor units of the brief's currency. */
  readonly lessMinor: number;
}

/**
 * For each pick that can be bought, the other offer of the same part that takes most off what the whole basket counts,
 * with its shipping and deals; none where the picked offer is the best by itself, or is held by a lock.
 */
export function cheaperOffers(
  picks: Picks,
  priceIndex: PriceIndex,
  standings: readonly PickStanding[] = pickStandings(picks, priceIndex),
): ReadonlyMap<Slot, CheaperOffer> {
  const now = costOf(picks, priceIndex).counted;
  const held = new Set(priceIndex.brief.locks.flatMap(({ slot, offer }) => (offer === null ? [] : [slot])));
  const found = new Map<Slot, CheaperOffer>();
  for (const { slot, part, state } of standings) {
    if (state !== 'live' || held.has(slot)) continue;
    for (const offer of usableOffers(priceIndex, priceIndex.brief, part, slot)) {
      if (offer.id === picks[slot]?.offer) continue;
      const cost = costOf({ ...picks, [slot]: { part, offer: offer.id } }, priceIndex);
      const lessMinor = now - cost.counted;
      if (cost.unpriced.includes(slot) || lessMinor <= (found.get(slot)?.lessMinor ?? 0)) continue;
      found.set(slot, { slot, offer, lessMinor });
    }
  }
  return found;
}
