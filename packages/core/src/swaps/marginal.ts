import {
  backCounted,
  costOf,
  gross,
  feeOf,
  settleOrder,
  type PriceIndex,
  type OrderItem,
} from '../money/index.ts';
import { SLOTS, type Offer, type Picks, type Slot, type WeightClass } from '../parts/index.ts';

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
  const orders = new Map<string, OrderItem[]>();
  for (const other of SLOTS) {
    const pick = other === slot ? undefined : picks[other];
    const offer = pick?.offer ? priceIndex.offers.get(pick.offer) : undefined;
    const priced =
      offer && offer.part === pick?.part && !isOutside(offer.part) ? priceIndex.priced(offer) : null;
    if (priced?.shop.kind !== 'shop') continue;
    const order = orders.get(priced.shop.id);
    if (order) order.push({ slot: other, priced });
    else orders.set(priced.shop.id, [{ slot: other, priced }]);
  }
  const before = new Map<string, number>();
  const extraOf = (shop: string): number => {
    let extra = before.get(shop);
    if (extra === undefined) {
      extra = extraWith(orders.get(shop) ?? []);
      before.set(shop, extra);
    }
    return extra;
  };
  /** What deals and sending of an order add to its goods. */
  const extraWith = (items: readonly OrderItem[]): number => {
    if (items.length === 0) return 0;
    const { shop } = items[0].priced;
    const deals = priceIndex.dealsAt(shop.id);
    if (deals) return settleOrder(shop, items, deals, priceIndex.rates).extra;
    let subtotal = 0;
    for (const { priced } of items) subtotal += priced.sub;
    if (subtotal >= (shop.shipping.freeFromMinor ?? Infinity)) return 0;
    const heaviest = items.some(({ priced }) => priced.weight === 'large')
      ? 'large'
      : items.some(({ priced }) => priced.weight === 'medium')
        ? 'medium'
        : 'small';
    return feeFor(shop.id, items.length, heaviest);
  };
  const fees = new Map<string, number>();
  const feeFor = (shop: string, items: number, heaviest: WeightClass): number => {
    const key = `${shop}|${items}|${heaviest}`;
    let fee = fees.get(key);
    if (fee === undefined) {
      const terms = priceIndex.shops.get(shop);
      const found = terms ? feeOf(terms, items, heaviest, priceIndex.rates) : null;
      fee = found ? gross(found.worth) : 0;
      fees.set(key, fee);
    }
    return fee;
  };
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
    const items = orders.get(priced.shop.id) ?? [];
    return priced.net + extraWith([...items, { slot, priced }]) - extraOf(priced.shop.id);
  };
}
