import {
  dayOfMinute,
  MINUTES_A_DAY,
  shopOfFound,
  type Found,
  type Matched,
  type StoredOffer,
  type StoredShop,
} from '@ripe-pick/contract';
import { isSure, partMatcher } from '@ripe-pick/core/audit';
import { bareNumber, gtinOf, type Part } from '@ripe-pick/core/parts';
import { priceDoubt } from '@ripe-pick/core/prices';

/** Parts by the numbers that tell them apart. A number that two parts have tells of neither. */
class PartNumbers {
  private readonly byGtin: ReadonlyMap<string | null, string>;
  private readonly byMpn = new Map<string, string | null>();

  constructor(parts: readonly Part[]) {
    this.byGtin = new Map(parts.flatMap(({ gtin, id }) => (gtin ? [[gtinOf(gtin), id] as const] : [])));
    for (const { mpn, id } of parts)
      if (mpn) this.byMpn.set(bareNumber(mpn), this.byMpn.has(bareNumber(mpn)) ? null : id);
  }

  find({ gtin, mpn }: Found): { readonly part: string; readonly how: Matched['how'] } | null {
    const byGtin = gtin ? this.byGtin.get(gtinOf(gtin)) : undefined;
    if (byGtin) return { part: byGtin, how: 'item number' };
    const byMpn = mpn ? this.byMpn.get(bareNumber(mpn)) : undefined;
    return byMpn ? { part: byMpn, how: 'part number' } : null;
  }
}

/** No page has seen tomorrow. Clocks and time zones may be hours apart: a day is given. */
export const isAhead = ({ at }: Pick<Found, 'at'>, now: number): boolean =>
  at !== undefined && at > now + MINUTES_A_DAY;
const AHEAD = 'it is dated ahead of today: correct the date, or leave it out';

/** Offers of one part in one condition at one shop. */
interface OffersThere {
  readonly first: StoredOffer;
  readonly bySeller: Map<string, StoredOffer>;
  hasSellers: boolean;
}

/** Offers by shop, with their own numbers and their parts. */
class Offers {
  private readonly there = new Map<string, OffersThere>();
  private readonly bySku: ReadonlyMap<string, StoredOffer>;

  constructor(offers: readonly StoredOffer[]) {
    for (const offer of offers) {
      const key = `${offer.part}|${offer.shop}|${offer.condition}`;
      const known = this.there.get(key) ?? { first: offer, bySeller: new Map(), hasSellers: false };
      const seller = offer.seller?.name ?? '';
      if (!known.bySeller.has(seller)) known.bySeller.set(seller, offer);
      if (offer.seller) known.hasSellers = true;
      this.there.set(key, known);
    }
    this.bySku = new Map(offers.map((offer) => [`${offer.shop}|${offer.id}`, offer]));
  }

  own({ sku }: Found, shop: string | null): StoredOffer | undefined {
    return shop !== null && sku ? this.bySku.get(`${shop}|${sku}`) : undefined;
  }

  /** The offer of a part at a shop that a finding is about. Another seller is another offer, and so is another listing. */
  of(part: string, { condition, seller, sku }: Found, shop: string | null): StoredOffer | undefined {
    const known = shop === null ? undefined : this.there.get(`${part}|${shop}|${condition}`);
    if (seller !== undefined) return known?.bySeller.get(seller);
    return sku !== undefined && known?.hasSellers ? undefined : known?.first;
  }
}

/**
 * Matches what was found to parts and offers: by item number, by the maker’s number, then by name, which somebody confirms unless nothing
 * else fits. `lastPrices` are the last prices seen, by offer: a price far from its own is looked at before it is taken.
 *
 * @param now in minutes: what is dated ahead of it is looked at too
 */
export function matcher(
  catalogue: {
    readonly parts: readonly unknown[];
    readonly offers: readonly StoredOffer[];
    readonly shops: readonly StoredShop[];
  },
  lastPrices: ReadonlyMap<string, number>,
  now: number,
): (found: Found, shop: string | null) => Matched {
  const parts = catalogue.parts as readonly Part[]; // read through the schema of parts
  const numbers = new PartNumbers(parts);
  const offers = new Offers(catalogue.offers);
  const byName = partMatcher(parts);
  const sure = (
    found: Found,
    shop: string | null,
    { part, how, offer }: { part: string; how: Matched['how']; offer: StoredOffer | undefined },
  ): Matched => {
    const isOld = offer && found.at !== undefined && dayOfMinute(found.at) < offer.seenOn;
    const doubt = isAhead(found, now)
      ? AHEAD
      : offer && found.priceMinor !== null && !isOld
        ? priceDoubt(found.priceMinor, lastPrices.get(offer.id) ?? offer.priceMinor)
        : null;
    const isSure = doubt === null && shop !== null;
    return { found, part, offer: offer?.id ?? null, how, isSure, others: [], doubt };
  };
  return (found, asked) => {
    const shop = shopOfFound(found, asked, catalogue.shops)?.id ?? null;
    const own = offers.own(found, shop);
    if (own) return sure(found, shop, { part: own.part, how: 'offer', offer: own });
    const numbered = numbers.find(found);
    if (numbered) return sure(found, shop, { ...numbered, offer: offers.of(numbered.part, found, shop) });
    const matches = found.name === '' ? [] : byName(found.name, null);
    if (matches.length === 0) {
      const doubt = 'no part of the catalogue has such a number or name';
      return { found, part: null, offer: null, how: 'none', isSure: false, others: [], doubt };
    }
    const [{ part }, ...others] = matches;
    const best = sure(found, shop, { part, how: 'name', offer: offers.of(part, found, shop) });
    const isNamed = isSure(matches);
    return {
      ...best,
      isSure: best.isSure && isNamed,
      others: others.map((match) => match.part),
      doubt: best.doubt ?? (isNamed ? null : 'the name fits only in part: confirm that it is this one'),
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
