import type { Brief, Catalogue, Condition, Offer, Part, Shop, Slot } from '../parts/index.ts';
import { convertMinor, findRate, type Cents, type CurrencyRate } from '../units/index.ts';

/** The catalogue by id, with prices in the brief's currency. */
export interface Market {
  readonly parts: ReadonlyMap<string, Part>;
  readonly shops: ReadonlyMap<string, Shop>;
  readonly offers: ReadonlyMap<string, Offer>;
  readonly offersByPart: ReadonlyMap<string, readonly Offer[]>;
  readonly currency: string;
  /** Rate from each shop's currency; null when none is known, and then its offers cannot be counted. */
  readonly rates: ReadonlyMap<string, CurrencyRate | null>;
}

export function indexMarket(catalogue: Catalogue, currency: string): Market {
  const offersByPart = new Map<string, Offer[]>();
  for (const offer of catalogue.offers) {
    const list = offersByPart.get(offer.part);
    if (list) list.push(offer);
    else offersByPart.set(offer.part, [offer]);
  }
  const rates = new Map<string, CurrencyRate | null>();
  for (const { currency: from } of catalogue.shops) {
    const same: CurrencyRate = { from, to: from, rate: 1, on: '' };
    rates.set(from, from === currency ? same : findRate(catalogue.currencyRates, from, currency));
  }
  return {
    parts: new Map(catalogue.parts.map((part) => [part.id, part])),
    shops: new Map(catalogue.shops.map((shop) => [shop.id, shop])),
    offers: new Map(catalogue.offers.map((offer) => [offer.id, offer])),
    offersByPart,
    currency,
    rates,
  };
}

/** An amount of a shop in the market's currency; null when no rate is known. */
export function inMarketCurrency(market: Market, shop: Shop, minor: number): Cents | null {
  const rate = market.rates.get(shop.currency);
  return rate ? convertMinor(minor, rate) : null;
}

/** Conditions that the brief allows in a slot; null asks for the general ones. */
export function conditionsFor(brief: Brief, slot: Slot | null): readonly Condition[] {
  return (slot && brief.market.conditionsBySlot[slot]) ?? brief.market.conditions;
}

/** Why an offer cannot be used for a brief; null when it can. */
export function offerBarrier(
  market: Market,
  brief: Brief,
  offer: Offer,
  slot: Slot | null = null,
): 'stock' | 'condition' | 'shop' | 'currency' | null {
  const shop = market.shops.get(offer.shop);
  if (!shop || brief.market.shopsOut.includes(offer.shop)) return 'shop';
  if (!offer.inStock) return 'stock';
  if (!conditionsFor(brief, slot).includes(offer.condition)) return 'condition';
  return market.rates.get(shop.currency) ? null : 'currency';
}

/** Offers of a part that the brief allows, in the catalogue's order. */
export function usableOffers(
  market: Market,
  brief: Brief,
  part: string,
  slot: Slot | null = market.parts.get(part)?.slot ?? null,
): readonly Offer[] {
  return (market.offersByPart.get(part) ?? []).filter(
    (offer) => offerBarrier(market, brief, offer, slot) === null,
  );
}
