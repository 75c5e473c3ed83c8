import type { Brief, Catalogue, Condition, Deal, Offer, Part, Shop, Slot } from '../parts/index.ts';
import { convertMinor, daysBetween, type Cents, type CurrencyRate } from '../units/index.ts';
import { arrivalOf, buyingDay, ratesTo, type Priced } from './priced.ts';
import { pricerFor } from './pricer.ts';
import { shopDealsOf, type ShopDeals } from './shop-deals.ts';

/** The catalogue by id, with prices and deals as they are for a brief. */
export interface PriceIndex {
  readonly brief: Brief;
  readonly parts: ReadonlyMap<string, Part>;
  readonly shops: ReadonlyMap<string, Shop>;
  readonly offers: ReadonlyMap<string, Offer>;
  readonly offersByPart: ReadonlyMap<string, readonly Offer[]>;
  readonly deals: readonly Deal[];
  readonly currency: string;
  /** Rate from each currency in use; null when none is known, and then its offers cannot be counted. */
  readonly rates: ReadonlyMap<string, CurrencyRate | null>;
  /** Today, and the day on which the brief buys. */
  readonly today: string;
  readonly day: string;
  /** An offer with its deals; null when it cannot be counted. Worked out once. */
  priced(offer: Offer): Priced | null;
  /** Combos and codes of a shop that are open on the day; null when it has none. */
  dealsAt(shop: string): ShopDeals | null;
  /** Offers of a lot that is sold as a whole. */
  lot(id: string): readonly Offer[];
}

export function priceIndexOf(catalogue: Catalogue, brief: Brief): PriceIndex {
  const offersByPart = new Map<string, Offer[]>();
  const lots = new Map<string, Offer[]>();
  const push = (map: Map<string, Offer[]>, key: string, offer: Offer) => {
    const list = map.get(key);
    if (list) list.push(offer);
    else map.set(key, [offer]);
  };
  for (const offer of catalogue.offers) {
    push(offersByPart, offer.part, offer);
    if (offer.lot !== undefined) push(lots, offer.lot, offer);
  }
  const { currency } = brief.money;
  const rates = ratesTo(catalogue, currency);
  const parts = new Map(catalogue.parts.map((part) => [part.id, part]));
  const shops = new Map(catalogue.shops.map((shop) => [shop.id, shop]));
  const slotOf = new Map(catalogue.parts.map(({ id, kind }) => [id, kind]));
  const price = pricerFor({ catalogue, brief, shops, slotOf, rates });
  const known = new Map<string, Priced | null>();
  const priced = (offer: Offer): Priced | null => {
    let found = known.get(offer.id);
    if (found === undefined || (found !== null && found.offer !== offer)) {
      found = price(offer);
      known.set(offer.id, found);
    }
    return found;
  };
  const shopDeals = shopDealsOf(catalogue, brief, shops, offersByPart, rates, priced);
  return {
    brief,
    parts,
    shops,
    offers: new Map(catalogue.offers.map((offer) => [offer.id, offer])),
    offersByPart,
    deals: catalogue.deals,
    currency,
    rates,
    today: catalogue.today,
    day: buyingDay(brief, catalogue.today),
    priced,
    dealsAt: (shop) => shopDeals.get(shop) ?? null,
    lot: (id) => lots.get(id) ?? [],
  };
}

/** An amount of a shop in the market's currency; null when no rate is known. */
export function inIndexCurrency(priceIndex: PriceIndex, shop: Shop, minor: number): Cents | null {
  const rate = priceIndex.rates.get(shop.currency);
  return rate ? convertMinor(minor, rate) : null;
}

/** Conditions that the brief allows in a slot; null asks for the general ones. */
export function conditionsFor(brief: Brief, slot: Slot | null): readonly Condition[] {
  return (slot && brief.whereToBuy.conditionsBySlot[slot]) ?? brief.whereToBuy.conditions;
}

export type OfferBarrier = 'stock' | 'condition' | 'shop' | 'currency' | 'late' | 'stale';

/** Why an offer cannot be used for a brief; null when it can. An arrival that is not known is no barrier. */
export function offerBarrier(
  priceIndex: PriceIndex,
  brief: Brief,
  offer: Offer,
  slot: Slot | null = null,
): OfferBarrier | null {
  if (offer.ordered) return null;
  const shop = priceIndex.shops.get(offer.shop);
  if (!shop || brief.whereToBuy.shopsOut.includes(offer.shop)) return 'shop';
  if (!offer.inStock || offer.stock === 0) return 'stock';
  if (!conditionsFor(brief, slot).includes(offer.condition)) return 'condition';
  if (!priceIndex.rates.get(shop.currency)) return 'currency';
  const { maxAgeDays } = brief.whereToBuy;
  if (maxAgeDays !== null && daysBetween(offer.seenOn, priceIndex.today) > maxAgeDays) return 'stale';
  const { readyBy } = brief.dates;
  const arrives = readyBy === null ? null : arrivalOf(offer, shop, priceIndex.day);
  return arrives !== null && readyBy !== null && arrives > readyBy ? 'late' : null;
}

/** Offers of a part that the brief allows, in the catalogue's order; of a part that is ordered, the order alone. */
export function usableOffers(
  priceIndex: PriceIndex,
  brief: Brief,
  part: string,
  slot: Slot | null = priceIndex.parts.get(part)?.kind ?? null,
): readonly Offer[] {
  const all = priceIndex.offersByPart.get(part) ?? [];
  const ordered = brief.locks.find((lock) => lock.isOrdered && lock.slot === slot && lock.part === part);
  return ordered
    ? all.filter(({ id }) => id === ordered.offer)
    : all.filter((offer) => !offer.ordered && offerBarrier(priceIndex, brief, offer, slot) === null);
}

/** The cheapest offer of a part by itself, where any is usable: what is sold only with other parts is no price of this one. */
export function cheapestAlone(priceIndex: PriceIndex, brief: Brief, part: string, slot: Slot): Priced | null {
  return usableOffers(priceIndex, brief, part, slot).reduce<Priced | null>((best, offer) => {
    const priced = offer.lot === undefined ? priceIndex.priced(offer) : null;
    return priced && (best === null || priced.dueNow < best.dueNow) ? priced : best;
  }, null);
}
