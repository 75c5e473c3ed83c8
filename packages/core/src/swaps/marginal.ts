import {
  backCounted,
  costOf,
  gross,
  feeOf,
  settleOrder,
  type PriceIndex,
  type OrderItem,
} from '../money/index.ts';
import { memoize } from '../stats/memoize.ts';
import { SLOTS, type Offer, type Picks, type Slot, type WeightClass } from '../parts/index.ts';

/** Orders at shops, and what deals and sending of each add to its goods. */
class OrderExtras {
  private readonly orders = new Map<string, OrderItem[]>();
  private readonly extraOf: (shop: string) => number;
  private readonly feeFor: (shop: string, items: number, heaviest: WeightClass) => number;

  constructor(private readonly priceIndex: PriceIndex) {
    this.extraOf = memoize(
      (shop: string) => shop,
      (shop) => this.extraWith(this.orders.get(shop) ?? []),
    );
    this.feeFor = memoize(
      (shop: string, items: number, heaviest: WeightClass) => `${shop}|${items}|${heaviest}`,
      (shop, items, heaviest) => {
        const terms = priceIndex.shops.get(shop);
        const found = terms ? feeOf(terms, items, heaviest, priceIndex.rates) : null;
        return found ? gross(found.worth) : 0;
      },
    );
  }

  put(item: OrderItem): void {
    const { id } = item.priced.shop;
    const order = this.orders.get(id);
    if (order) order.push(item);
    else this.orders.set(id, [item]);
  }

  /** How much more an order adds to its goods when an item joins it. */
  moreWith(item: OrderItem): number {
    const { id } = item.priced.shop;
    return this.extraWith([...(this.orders.get(id) ?? []), item]) - this.extraOf(id);
  }

  private extraWith(items: readonly OrderItem[]): number {
    if (items.length === 0) return 0;
    const { shop } = items[0].priced;
    const deals = this.priceIndex.dealsAt(shop.id);
    if (deals) return settleOrder(shop, items, deals, this.priceIndex.rates).extra;
    let subtotal = 0;
    for (const { priced } of items) subtotal += priced.sub;
    if (subtotal >= (shop.shipping.freeFromMinor ?? Infinity)) return 0;
    const has = (weight: WeightClass) => items.some(({ priced }) => priced.weight === weight);
    return this.feeFor(shop.id, items.length, has('large') ? 'large' : has('medium') ? 'medium' : 'small');
  }
}

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
