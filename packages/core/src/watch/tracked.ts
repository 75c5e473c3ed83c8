import { backCounted, conditionsFor, gross, type PriceIndex } from '../money/index.ts';
import type { Observation, TrackedOffer } from '../prices/index.ts';
import type { Slot } from '../parts/index.ts';
import { dayNumber, minorPlaces } from '../units/index.ts';

/**
 * The offers of a part that a brief allows, with their histories: out of stock or not, stale or not, since both are part of the history.
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
