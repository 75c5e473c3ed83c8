import type { CatalogueFile, Found, Matched } from '@ripe-pick/contract';
import { isSure, partMatcher } from '@ripe-pick/core/audit';
import { bareNumber, gtinOf, type Part } from '@ripe-pick/core/parts';
import { priceDoubt } from '@ripe-pick/core/prices';

type Offer = CatalogueFile['offers'][number];

/**
 * Matches what was found to parts and offers: by item number, by the maker’s number, then by name, which somebody confirms unless nothing
 * else fits. `lastPrices` are the last prices seen, by offer: a price far from its own is looked at before it is taken.
 */
export function matcher(
  catalogue: { readonly parts: readonly unknown[]; readonly offers: readonly Offer[] },
  lastPrices: ReadonlyMap<string, number>,
): (found: Found, shop: string | null) => Matched {
  const parts = catalogue.parts as readonly Part[]; // read through the schema of parts
  const byGtin = new Map(parts.flatMap((part) => (part.gtin ? [[gtinOf(part.gtin), part.id] as const] : [])));
  const byMpn = new Map<string, string | null>();
  for (const { mpn, id } of parts)
    if (mpn) byMpn.set(bareNumber(mpn), byMpn.has(bareNumber(mpn)) ? null : id);
  const byName = partMatcher(parts);
  const offers = new Map<string, Offer[]>();
  for (const offer of catalogue.offers) {
    const key = `${offer.part}|${offer.shop}`;
    offers.set(key, [...(offers.get(key) ?? []), offer]);
  }
  const bySku = new Map(catalogue.offers.map((offer) => [`${offer.shop}|${offer.id}`, offer]));
  return (found, shop) => {
    const own = shop !== null && found.sku ? bySku.get(`${shop}|${found.sku}`) : undefined;
    const sure = (part: string, how: Matched['how'], offer: Offer | undefined): Matched => {
      const doubt =
        offer && found.priceMinor !== null
          ? priceDoubt(found.priceMinor, lastPrices.get(offer.id) ?? offer.priceMinor)
          : null;
      return {
        found,
        part,
        offer: offer?.id ?? null,
        how,
        isSure: doubt === null && shop !== null,
        others: [],
        doubt,
      };
    };
    const offerOf = (part: string): Offer | undefined => {
      const known = (shop === null ? [] : (offers.get(`${part}|${shop}`) ?? [])).filter(
        (offer) => offer.condition === found.condition,
      );
      const sellers = known.filter((offer) => (offer.seller?.name ?? '') === (found.seller ?? ''));
      // Another seller is another offer, and so is another listing.
      return found.seller !== undefined
        ? sellers[0]
        : found.sku !== undefined && known.some((offer) => offer.seller)
          ? undefined
          : known[0];
    };
    if (own) return sure(own.part, 'offer', own);
    const gtin = found.gtin ? byGtin.get(gtinOf(found.gtin)) : undefined;
    if (gtin) return sure(gtin, 'item number', offerOf(gtin));
    const mpn = found.mpn ? byMpn.get(bareNumber(found.mpn)) : undefined;
    if (mpn) return sure(mpn, 'maker’s number', offerOf(mpn));
    const matches = found.name === '' ? [] : byName(found.name, null);
    if (matches.length === 0)
      return {
        found,
        part: null,
        offer: null,
        how: 'none',
        isSure: false,
        others: [],
        doubt: 'no part of the catalogue has such a number or name',
      };
    const best = sure(matches[0].part, 'name', offerOf(matches[0].part));
    return {
      ...best,
      isSure: best.isSure && isSure(matches),
      others: matches.slice(1).map((match) => match.part),
      doubt:
        best.doubt ?? (isSure(matches) ? null : 'the name fits only in part: confirm that it is this one'),
    };
  };
}

/** Rows that are matched before others get a turn. */
const AT_ONCE = 200;

/** Matches many, and lets the server answer others in between: names against a long catalogue take their time. */
export async function matchedAll(
  found: readonly Found[],
  shop: string | null,
  match: (found: Found, shop: string | null) => Matched,
): Promise<Matched[]> {
  const rows: Matched[] = [];
  for (const each of found) {
    rows.push(match(each, shop));
    if (rows.length % AT_ONCE === 0) await new Promise((next) => setImmediate(next));
  }
  return rows;
}
