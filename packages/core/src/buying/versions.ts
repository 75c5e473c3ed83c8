import { costOf, usableOffers, type Cost, type PriceIndex } from '../money/index.ts';
import { SLOTS, type Pick, type Picks, type Slot } from '../parts/index.ts';
import type { PricedVersion } from './types.ts';

/** The lines of a version: the picks with their names and prices as they are now. */
export function versionLines(
  picks: Picks,
  cost: Cost,
  priceIndex: PriceIndex,
  nameOf: (part: string) => string,
): PricedVersion['lines'] {
  return SLOTS.flatMap((slot) => {
    const pick = picks[slot];
    if (!pick) return [];
    const lines = cost.lines.filter(
      (line) => line.slot === slot && (line.kind === 'part' || line.kind === 'instant'),
    );
    const offer = pick.offer === null ? undefined : priceIndex.offers.get(pick.offer);
    const shop = offer ? (priceIndex.shops.get(offer.shop)?.name ?? '') : '';
    const priceMinor =
      lines.length > 0 ? lines.reduce((sum, line) => sum + line.amount, 0) : pick.offer === null ? 0 : null;
    return [{ slot, part: pick.part, name: nameOf(pick.part), offer: pick.offer, shop, priceMinor }];
  });
}

/** One line of an old list at today's prices. */
export interface Repriced {
  readonly slot: Slot;
  readonly part: string;
  readonly name: string;
  readonly then: number | null;
  /** Price now, where the same offer or the cheapest one stands today; null: no longer to be had. */
  readonly now: number | null;
  readonly offer: string | null;
  readonly shop: string | null;
  readonly what: 'same' | 'dearer' | 'cheaper' | 'elsewhere' | 'gone' | 'unknown';
}

/**
 * An old version at today's prices: the same offer where it still stands, else the cheapest one that the brief allows.
 * Lines show the offers' own prices; `cost` adds them up with today's shipping and deals. Null totals in another currency.
 */
export function reprice(
  version: PricedVersion,
  priceIndex: PriceIndex,
): {
  readonly lines: readonly Repriced[];
  readonly cost: Cost;
  readonly picks: Picks;
  readonly change: number | null;
} {
  const picks: Record<string, Pick> = {};
  const lines = version.lines.map((line): Repriced => {
    const base = { slot: line.slot, part: line.part, name: line.name, then: line.priceMinor };
    if (line.offer === null) {
      picks[line.slot] = { part: line.part, offer: null };
      return { ...base, now: 0, offer: null, shop: null, what: 'same' };
    }
    const offers = usableOffers(priceIndex, priceIndex.brief, line.part, line.slot).flatMap(
      (offer) => priceIndex.priced(offer) ?? [],
    );
    const same = offers.find((priced) => priced.offer.id === line.offer);
    const cheapest = offers.reduce<(typeof offers)[number] | null>(
      (a, b) => (a && a.dueNow <= b.dueNow ? a : b),
      null,
    );
    const priced = same ?? cheapest;
    if (!priced)
      return {
        ...base,
        now: null,
        offer: null,
        shop: null,
        what: priceIndex.parts.has(line.part) ? 'gone' : 'unknown',
      };
    picks[line.slot] = { part: line.part, offer: priced.offer.id };
    const now = priced.dueNow - priced.ownShipping.amount - priced.ownShipping.tax;
    // Of a list found elsewhere only prices are compared: its offers were never those of shops here.
    const isFound = version.kind === 'found' && version.currency === priceIndex.currency;
    const what =
      !same && !isFound
        ? 'elsewhere'
        : line.priceMinor === null || now === line.priceMinor
          ? 'same'
          : now > line.priceMinor
            ? 'dearer'
            : 'cheaper';
    return { ...base, now, offer: priced.offer.id, shop: priced.shop.name, what };
  });
  const cost = costOf(picks, priceIndex);
  return {
    lines,
    cost,
    picks,
    change: version.currency === priceIndex.currency ? cost.dueNow - version.dueNowMinor : null,
  };
}
