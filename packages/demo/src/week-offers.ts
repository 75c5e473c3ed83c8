import { seedOf } from '@ripe-pick/core/stats';
import type { StoredOffer, StoredPart, StoredShop } from '@ripe-pick/contract';
import { DEMO_DAY } from './names.ts';
import { drawsOf } from './random.ts';

/* Offers of the demo's week beside those of the usual shops: tempting ones, sellers with a record, and a lot. */

/** A wholesaler whose prices look lower because tax comes on top, and who sends too late for the opening night. */
export const WHOLESALER: StoredShop = {
  id: 'duskmart',
  name: 'Duskmart Wholesale',
  kind: 'shop',
  currency: 'EUR',
  taxAddedPercent: 19,
  sendsInDays: 9,
  returnDays: 0,
  shipping: {
    feeMinor: 690,
    freeFromMinor: null,
    perItemMinor: 90,
    byClassMinor: { small: 0, medium: 150, large: 900 },
  },
};

/** Prices that tempt: the wholesaler's without tax, one that nobody has seen for weeks, one that comes too late. */
export function temptingOffers(offers: readonly StoredOffer[], parts: readonly StoredPart[]): StoredOffer[] {
  const out: StoredOffer[] = [];
  const cheapest = (part: string) =>
    Math.min(
      ...offers
        .filter((offer) => offer.part === part && offer.condition === 'new' && offer.shop !== 'skarvholm')
        .map((offer) => offer.priceMinor),
    );
  const bySlot = new Map<string, number>();
  for (const { id, kind: slot } of parts) {
    const price = cheapest(id);
    const count = bySlot.get(slot) ?? 0;
    if (
      !Number.isFinite(price) ||
      count >= 3 ||
      !['cpu', 'gpu', 'motherboard', 'memory', 'psu', 'case'].includes(slot)
    )
      continue;
    bySlot.set(slot, count + 1);
    out.push({
      id: `${id}.duskmart`,
      part: id,
      shop: 'duskmart',
      priceMinor: Math.round(price * 0.89),
      condition: 'new',
      inStock: true,
      seenOn: DEMO_DAY,
    });
  }
  const stale = 'kestrand-ember-370-duo';
  if (Number.isFinite(cheapest(stale)))
    out.push({
      id: `${stale}.lanternhouse-old`,
      part: stale,
      shop: 'lanternhouse',
      priceMinor: Math.round(cheapest(stale) * 0.72),
      condition: 'new',
      inStock: true,
      seenOn: '2026-10-09',
      source: 'a leaflet',
    });
  const late = 'tolvane-tideline-380-duo';
  if (Number.isFinite(cheapest(late)))
    out.push({
      id: `${late}.boltbarrow-preorder`,
      part: late,
      shop: 'boltbarrow',
      priceMinor: Math.round(cheapest(late) * 0.8),
      condition: 'new',
      inStock: true,
      seenOn: DEMO_DAY,
      sendsInDays: 40,
    });
  return out;
}

const SELLERS = [
  'harbour_lad',
  'tinsmith77',
  'second-berth',
  'mossy_keys',
  'old.net',
  'wick+wax',
  'driftbox',
  'pier_nine',
] as const;

/** What is known of a used listing's seller, age and grade: by the listing's own id, the same each time. */
export function withSeller(offer: StoredOffer): StoredOffer {
  if (offer.condition !== 'used') return offer;
  const d = drawsOf(seedOf('seller', offer.id));
  const rated = d.pick([0, 3, 12, 40, 98, 210, 640]);
  const good = Math.max(0, rated - Math.floor(rated * d.pick([0, 0, 0.01, 0.02, 0.06, 0.15])));
  return {
    ...offer,
    grade: d.pick(['A', 'B', 'B', 'B', 'C'] as const),
    monthsOld: d.int(5, 60),
    seller: { name: d.pick(SELLERS), good, rated },
    returnDays: d.pick([0, 0, 0, 7, 14]),
  };
}

/**
 * A lot that looks cheap: processor, board and kit of a seat for less than two thirds of their new price, from a seller with a
 * thin record, worn, without return.
 */
const LOT: readonly { readonly part: string; readonly priceMinor: number }[] = [
  { part: 'tarnholt-dunlin-250', priceMinor: 8200 },
  { part: 'kestrand-mole-t4-2m10', priceMinor: 4700 },
  { part: 'wrenlow-spar-2x8-3600-cl16', priceMinor: 2900 },
];

export function lotOffers(parts: ReadonlySet<string>): StoredOffer[] {
  if (!LOT.every(({ part }) => parts.has(part))) return [];
  return LOT.map(({ part, priceMinor }, n) => ({
    id: `${part}.lot-berth-seven`,
    part,
    shop: 'quayboard',
    priceMinor,
    shippingMinor: n === 0 ? 890 : 0,
    condition: 'used',
    inStock: true,
    seenOn: DEMO_DAY,
    grade: 'C',
    monthsOld: 44,
    seller: { name: 'berth_seven', good: 3, rated: 6 },
    returnDays: 0,
    lot: 'berth-seven',
  }));
}
