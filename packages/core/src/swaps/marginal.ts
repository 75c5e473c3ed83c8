import { backCounted, costOf, type PriceIndex } from '../money/index.ts';
import { SLOTS, type Offer, type Picks, type Slot } from '../parts/index.ts';
import { OrderExtras } from './order-extras.ts';

/**
 * What an offer adds to the counted total when it joins a set of picks in a slot, whatever stands there now: its price
 * with all that hangs on it, and what its shop's order costs more or less with it. Exact; quick enough to ask for every
 * offer of a market at a key press, because only the order that it joins is settled anew.
 */
export function marginalFor(picks: Picks, slot: Slot, priceIndex: PriceIndex): (offer: Offer) => number {
  const { brief } = priceIndex;
  const { costBasis } = brief.money;
  const { [slot]: _, ...rest } = picks;
  /** Parts that the brief keeps out of the sum. */
  const isOutside = (part: string) =>
    brief.money.looksOutside && priceIndex.parts.get(part)?.looksOnly === true;
  const orders = new OrderExtras(priceIndex);
  for (const other of SLOTS) {
    const pick = other === slot ? undefined : picks[other];
    const offer = pick?.offer ? priceIndex.offers.get(pick.offer) : undefined;
    const priced =
      offer && offer.part === pick?.part && !isOutside(offer.part) ? priceIndex.priced(offer) : null;
    if (priced?.shop.kind === 'shop') orders.put({ slot: other, priced });
  }
  /** There is one of a listing, and another slot may have it. */
  const isTaken = (offer: Offer, kind: string) =>
    kind === 'used-market' && SLOTS.some((other) => other !== slot && picks[other]?.offer === offer.id);
  let without: number | null = null;
  return (offer) => {
    if (isOutside(offer.part)) return 0;
    const priced = priceIndex.priced(offer);
    if (!priced || isTaken(offer, priced.shop.kind)) return Infinity;
    // Ties beyond one order: added up by definition.
    const isTied =
      offer.lot !== undefined ||
      priced.backs.some((back) => back.left !== Infinity && backCounted(back, costBasis) > 0);
    if (isTied) {
      without ??= costOf(rest, priceIndex).counted;
      return costOf({ ...rest, [slot]: { part: offer.part, offer: offer.id } }, priceIndex).counted - without;
    }
    if (priced.shop.kind === 'used-market') return priced.net;
    return priced.net + orders.moreWith({ slot, priced });
  };
}
