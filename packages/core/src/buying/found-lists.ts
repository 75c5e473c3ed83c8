import type { Catalogue, Offer, Shop } from '../parts/index.ts';
import type { PricedVersion } from './types.ts';

const shopOf = ({ id, name, currency, found }: PricedVersion): Shop => ({
  id: `found-${id}`,
  name,
  kind: 'shop',
  currency,
  shipping: { feeMinor: found?.chargesMinor ?? 0, freeFromMinor: null },
});

/** The offer that a line of a found list is counted at. */
export const foundOfferId = (list: string, slot: string): string => `found-${list}-${slot}`;

/** Prices of a found list as offers. They are not for sale, so that no search proposes them. */
const offersOf = (version: PricedVersion): Offer[] =>
  version.lines.map(({ slot, part, priceMinor }) => ({
    id: foundOfferId(version.id, slot),
    part,
    shop: shopOf(version).id,
    priceMinor: priceMinor ?? 0,
    condition: 'new',
    inStock: false,
    seenOn: version.on,
    source: version.name,
    listed: {
      backs: (version.found?.backs ?? [])
        .filter((back) => back.slot === slot)
        .map(({ kind, minor }) => ({ kind, minor })),
    },
  }));

/** The catalogue with the prices of lists that were found elsewhere, for the candidates that were made of them. */
export function withFoundLists(catalogue: Catalogue, versions: readonly PricedVersion[]): Catalogue {
  const known = new Set(catalogue.parts.map((part) => part.id));
  const found = versions
    .filter(({ kind }) => kind === 'found')
    .map((version) => ({ ...version, lines: version.lines.filter(({ part }) => known.has(part)) }));
  if (found.length === 0) return catalogue;
  return {
    ...catalogue,
    shops: [...catalogue.shops, ...found.map(shopOf)],
    offers: [...catalogue.offers, ...found.flatMap(offersOf)],
  };
}
