import { backCounted, conditionsFor, gross, hasReadyByPassed, type PriceIndex } from '../money/index.ts';
import type { Observation, TrackedOffer } from '../prices/index.ts';
import type { Offer, Shop, Slot } from '../parts/index.ts';
import { dayNumber, minorPlaces } from '../units/index.ts';

/** The last day number on which an offer is bought in time for the brief's day; null without such a day, or where its arrival is not known. */
function lastBuyOf(offer: Offer, shop: Shop, { brief, day }: PriceIndex): number | null {
  const { readyBy } = brief.dates;
  const days = offer.sendsInDays ?? shop.sendsInDays;
  // A day that has passed bars everything alike: what waiting is worth is told as if it were moved.
  return readyBy === null || days === undefined || hasReadyByPassed({ brief, day })
    ? null
    : dayNumber(readyBy) - days;
}

/**
 * The offers of a part that a brief allows and that can arrive in time, with their histories: out of stock or not, stale or not, since both
 * are part of the history.
 * Prices of deals that are open count until their last day; claims as the brief’s school counts them.
 */
export function trackedOffers(
  part: string,
  priceIndex: PriceIndex,
  observationsOf: (offer: string) => readonly Observation[],
): TrackedOffer[] {
  const slot: Slot | null = priceIndex.parts.get(part)?.kind ?? null;
  const { brief } = priceIndex;
  return (priceIndex.offersByPart.get(part) ?? []).flatMap((offer): TrackedOffer[] => {
    const shop = priceIndex.shops.get(offer.shop);
    const rate = shop ? priceIndex.rates.get(shop.currency) : null;
    if (
      !shop ||
      !rate ||
      brief.whereToBuy.shopsOut.includes(shop.id) ||
      !conditionsFor(brief, slot).includes(offer.condition)
    )
      return [];
    // Shares of a lot are no prices of their own, and those of a list do not move.
    if (offer.lot !== undefined || offer.listed) return [];
    const lastBuy = lastBuyOf(offer, shop, priceIndex);
    if (lastBuy !== null && lastBuy < dayNumber(priceIndex.day)) return [];
    const observations = observationsOf(offer.id);
    const priced = priceIndex.priced(offer);
    const units =
      rate.rate *
      10 ** (minorPlaces(priceIndex.currency) - minorPlaces(shop.currency)) *
      (1 + (shop.taxAddedPercent ?? 0) / 100);
    const until = (to: string | null) => (to === null ? null : dayNumber(to));
    return [
      {
        id: offer.id,
        kind: shop.kind === 'used-market' ? 'listing' : 'shop',
        observations:
          observations.length > 0
            ? observations
            : [{ day: dayNumber(offer.seenOn), price: offer.inStock ? offer.priceMinor : null }],
        rate: units,
        lastBuy,
        // What a used one costs comes with its risk, where the brief counts that: only so is it to be compared with new ones.
        extraMinor: priced ? gross(priced.ownShipping) + priced.reserve : 0,
        off: priced
          ? [
              ...priced.instants.map(({ deal, off }) => ({ minor: gross(off), until: until(deal.to) })),
              ...priced.backs
                .map((back) => ({
                  minor: backCounted(back, brief.money.costBasis),
                  until: until(back.claim.to),
                }))
                .filter(({ minor }) => minor > 0),
            ]
          : [],
      },
    ];
  });
}
