import type { PriceIndex } from './price-index.ts';

/** Offers that count nowhere, because nothing says what their currency is worth. */
interface WithoutRate {
  readonly currency: string;
  readonly offers: number;
  readonly shops: readonly string[];
}

/** What is left out for want of a rate of exchange, by currency, the most offers first. */
export function withoutRate({ offers, shops, rates }: PriceIndex): WithoutRate[] {
  const found = new Map<string, { offers: number; shops: Set<string> }>();
  for (const { shop: id } of offers.values()) {
    const shop = shops.get(id);
    if (!shop || rates.get(shop.currency)) continue;
    const known = found.get(shop.currency) ?? { offers: 0, shops: new Set() };
    known.offers += 1;
    known.shops.add(shop.name);
    found.set(shop.currency, known);
  }
  return [...found]
    .map(([currency, each]) => ({ currency, offers: each.offers, shops: [...each.shops].sort() }))
    .sort((a, b) => b.offers - a.offers || (a.currency < b.currency ? -1 : 1));
}
