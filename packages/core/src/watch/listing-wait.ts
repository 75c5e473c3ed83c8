import type { PriceIndex } from '../money/index.ts';
import { usedPlan, type UsedPlan } from '../prices/index.ts';
import { dayNumber } from '../units/index.ts';

/** Listings of the last so many days tell what listings cost and how often they come. */
const SEEN_DAYS = 120;

interface ListingWait extends UsedPlan {
  /** Listings that this rests on. */
  readonly seen: number;
  /** Whether the find costs no more than going on looking. */
  readonly isRipe: boolean;
}

/**
 * Whether to take a find of one part now, or to wait for another listing until the day of need: its cost with its risk against that of going
 * on. Null for lots, and where no new one is priced. Minor units of the brief’s currency.
 */
export function listingWait(
  find: { readonly id: string; readonly parts: readonly string[] },
  cost: number,
  newCost: number | null,
  priceIndex: PriceIndex,
  days: number,
  waitPerDay: number,
): ListingWait | null {
  if (find.parts.length !== 1 || newCost === null || newCost <= 0) return null;
  const today = dayNumber(priceIndex.today);
  const seen = (priceIndex.offersByPart.get(find.parts[0]) ?? []).flatMap((offer) => {
    const shop = priceIndex.shops.get(offer.shop);
    const priced = priceIndex.priced(offer);
    const isOther =
      offer.condition === 'used' &&
      shop?.kind === 'used-market' &&
      offer.lot === undefined &&
      offer.id !== `find-${find.id}`;
    return isOther && priced && today - dayNumber(offer.seenOn) <= SEEN_DAYS
      ? [priced.risk?.cost ?? priced.dueNow]
      : [];
  });
  const plan = usedPlan({ newCost, seen, days, waitPerDay });
  return { ...plan, seen: seen.length, isRipe: cost <= plan.limits[0] };
}
