import {
  SLOTS,
  type Brief,
  type Catalogue,
  type Offer,
  type Picks,
  type Shop,
  type Slot,
} from '@ripe-pick/core/parts';
import { SEAT_BRIEF } from '@ripe-pick/demo/briefs';
import { drawsOf } from '@ripe-pick/demo/random';
import { withStressDeals } from '../search/stress-deals.ts';

/** A random build with its market: so many parts, shops and offers, deals that clash. No part has a rate; none is needed. */
export function basketInstance(
  seed: number,
  size: { readonly parts: number; readonly shops: number; readonly offers: number; readonly deals: number },
): { readonly catalogue: Catalogue; readonly brief: Brief; readonly picks: Picks } {
  const d = drawsOf(seed * 9173 + 29);
  const slots: Slot[] = SLOTS.slice(0, size.parts);
  const shops: Shop[] = Array.from({ length: size.shops }, (_, n) => ({
    id: `shop-${n}`,
    name: `Shop ${n}`,
    kind: n === size.shops - 1 ? 'used-market' : 'shop',
    currency: n === 1 ? 'SEK' : 'EUR',
    shipping: {
      feeMinor: d.chance(0.15) ? 0 : d.int(200, 1200),
      freeFromMinor: d.chance(0.7) ? d.int(3000, 30000) : null,
    },
  }));
  // The two drives may be the same part, so that one listing can be wanted twice.
  const partIn = (slot: Slot) =>
    slot === 'secondaryStorage' && seed % 3 === 0 ? 'part-storage' : `part-${slot}`;
  const parts = [...new Set(slots.map(partIn))].map(
    (id) =>
      ({
        id,
        kind: id.slice(5) === 'secondaryStorage' ? 'storage' : id.slice(5),
        brand: 'Maker',
        name: id,
      }) as unknown as Catalogue['parts'][number],
  ); // the basket reads kind and id alone
  const offers: Offer[] = [];
  const worths = new Map(parts.map((part) => [part.id, d.int(1500, 20000)]));
  for (let n = 0; n < size.offers; n++) {
    const part = parts[n < parts.length ? n : d.int(0, parts.length - 1)];
    const shop = n < parts.length ? d.pick(shops.filter((each) => each.kind === 'shop')) : d.pick(shops);
    const euro = Math.round((worths.get(part.id) ?? 0) * d.real(0.9, 1.12));
    offers.push({
      id: `offer-${n}`,
      part: part.id,
      shop: shop.id,
      priceMinor: shop.currency === 'SEK' ? Math.round(euro / 0.0877) : euro,
      condition: shop.kind === 'used-market' ? 'used' : 'new',
      inStock: true,
      seenOn: '2026-11-20',
      ...(shop.kind === 'used-market' ? { shippingMinor: d.int(0, 700) } : {}),
      ...(shop.kind === 'shop' && d.chance(0.15) ? { stock: 1 } : {}),
    });
  }
  const base = {
    parts,
    shops,
    offers,
    deals: [],
    currencyRates: [{ from: 'SEK', to: 'EUR', rate: 0.0877, on: '2026-11-20' }],
    today: '2026-11-20',
  };
  const catalogue = withStressDeals(
    {
      ...base,
      frameModel: {
        referenceMemory: { mts: 3200, cl: 16, channels: 2 },
        cpus: [],
        gpus: [],
        integrated: [],
        games: [],
      },
    },
    seed,
    size.deals,
  );
  const brief: Brief = {
    ...SEAT_BRIEF,
    owned: [],
    ownedParts: [],
    dates: { buyOn: null, readyBy: null },
    money: { ...SEAT_BRIEF.money, costBasis: d.chance(0.5) ? 'after' : 'strict' },
    whereToBuy: { ...SEAT_BRIEF.whereToBuy, usedRisk: d.chance(0.4) },
  };
  const picks = Object.fromEntries(slots.map((slot) => [slot, { part: partIn(slot), offer: null }])) as Picks;
  return { catalogue, brief, picks };
}
