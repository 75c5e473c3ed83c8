import type { Catalogue, Grade, Offer, Shop } from '../parts/index.ts';
import { USED_DEFAULTS } from '../money/index.ts';
import { apportion, localMinor } from '../units/index.ts';

/** A used listing under appraisal: one part, or several sold together. Money in minor units of `currency`. */
export interface UsedListing {
  readonly id: string;
  readonly name: string;
  readonly parts: readonly string[];
  readonly currency: string;
  readonly priceMinor: number;
  readonly shippingMinor: number;
  /** Kilometres to where it is fetched; 0 when it is sent. */
  readonly km: number;
  readonly grade: Grade;
  readonly monthsOld: number | null;
  readonly seller: string;
  readonly good: number;
  readonly rated: number;
  readonly returnDays: number;
  readonly seenOn: string;
  readonly where: string;
  readonly state: 'seen' | 'asked' | 'offered' | 'bought' | 'passed';
  readonly inLanes: boolean;
}

/** What getting it home costs: shipping, and the way there and back. */
export function carriage(find: Pick<UsedListing, 'shippingMinor' | 'km' | 'currency'>): number {
  return find.shippingMinor + Math.round(2 * find.km * localMinor(USED_DEFAULTS.perKmMinor, find.currency));
}

const shopFor = (currency: string): Shop => ({
  id: `finds-${currency.toLowerCase()}`,
  name: 'Used listings',
  kind: 'used-market',
  currency,
  shipping: { feeMinor: 0, freeFromMinor: null },
});

/** A find's offers: one, or those of a lot, each with its share of the price by what its part costs elsewhere. */
export function offersOf(find: UsedListing, catalogue: Catalogue): Offer[] {
  const weights = find.parts.map((part) => {
    const prices = catalogue.offers.filter((offer) => offer.part === part).map((offer) => offer.priceMinor);
    return prices.length > 0 ? Math.min(...prices) : 1;
  });
  // Every part carries at least one minor unit, since a price is never nothing.
  const shares = apportion(find.priceMinor - find.parts.length, weights).map((share) => share + 1);
  return find.parts.map((part, n) => ({
    id: find.parts.length > 1 ? `find-${find.id}-${n}` : `find-${find.id}`,
    part,
    shop: shopFor(find.currency).id,
    priceMinor: shares[n],
    shippingMinor: n === 0 ? carriage(find) : 0,
    condition: 'used',
    inStock: true,
    seenOn: find.seenOn,
    source: find.where || undefined,
    stock: 1,
    grade: find.grade,
    monthsOld: find.monthsOld ?? undefined,
    seller: { name: find.seller || 'not named', good: find.good, rated: find.rated },
    returnDays: find.returnDays,
    lot: find.parts.length > 1 ? `find-${find.id}` : undefined,
  }));
}

/** The catalogue with the finds that are still open and meant to compete: they enter lanes and search like any used offer. */
export function withListings(catalogue: Catalogue, finds: readonly UsedListing[]): Catalogue {
  const known = new Set(catalogue.parts.map((part) => part.id));
  const open = finds.filter(
    (find) =>
      find.inLanes &&
      find.state !== 'passed' &&
      find.priceMinor >= find.parts.length &&
      find.parts.every((part) => known.has(part)),
  );
  if (open.length === 0) return catalogue;
  const currencies = [...new Set(open.map((find) => find.currency))];
  return {
    ...catalogue,
    shops: [...catalogue.shops, ...currencies.map(shopFor)],
    offers: [...catalogue.offers, ...open.flatMap((find) => offersOf(find, catalogue))],
  };
}
