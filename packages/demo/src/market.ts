import type { CatalogueFile } from '@ripe-pick/contract';
import { DEMO_DAY, SEK_IN_EUR, SHOPS } from './names.ts';
import type { Valued } from './platform.ts';
import type { Draws } from './random.ts';

type Offer = CatalogueFile['offers'][number];

/** How far a new price of the same part wanders from shop to shop. */
const SHOP_SPREAD = 0.045;
/** Share of parts that are plainly a good or a bad buy. */
const ODD_BUY = 0.05;

function ending(minor: number): number {
  // Prices end in 90 or 99, as shops write them.
  const base = Math.max(100, Math.round(minor / 100) * 100);
  return base - (base % 300 === 0 ? 1 : 10);
}

function seenOn(d: Draws): string {
  const day = new Date(`${DEMO_DAY}T00:00:00Z`);
  day.setUTCDate(day.getUTCDate() - (d.chance(0.85) ? 0 : d.int(1, 9)));
  return day.toISOString().slice(0, 10);
}

export function makeOffers(d: Draws, valued: readonly Valued[]): Offer[] {
  const offers: Offer[] = [];
  for (const { part, worth, age } of valued) {
    const odd = d.chance(ODD_BUY) ? (d.chance(0.5) ? 0.82 : 1.2) : 1;
    const own = odd * Math.exp(d.real(-0.05, 0.05));
    let count = 0;
    for (const shop of SHOPS) {
      const used = shop.kind === 'used-market';
      const second = ['os', 'extras', 'network'].includes(part.kind);
      const share = used
        ? second
          ? 0.1
          : age === 2
            ? 0.9
            : age === 1
              ? 0.65
              : 0.3
        : age === 2
          ? 0.3
          : age === 1
            ? 0.55
            : 0.68;
      if (!d.chance(share)) continue;
      const listings = used && d.chance(0.25) ? 2 : 1;
      for (let n = 0; n < listings; n++) {
        const refurbished = !used && age === 2 && d.chance(0.3);
        const factor = used
          ? shop.level - age * 0.06 + d.real(-0.07, 0.1)
          : shop.level * Math.exp(d.real(-SHOP_SPREAD, SHOP_SPREAD)) * (refurbished ? 0.82 : 1);
        const euro = worth * own * factor;
        const minor = ending((shop.currency === 'SEK' ? euro / SEK_IN_EUR : euro) * 100);
        offers.push({
          id: `${part.id}.${shop.id}${listings > 1 ? `.${n + 1}` : ''}`,
          part: part.id,
          shop: shop.id,
          priceMinor: minor,
          ...(used ? { shippingMinor: d.pick([0, 390, 490, 590]) } : {}),
          condition: used ? 'used' : refurbished ? 'refurbished' : 'new',
          inStock: d.chance(0.95),
          seenOn: seenOn(d),
        });
        count++;
      }
    }
    // Every part can be had somewhere.
    if (count === 0) {
      const shop = d.pick(SHOPS.filter((each) => each.kind === 'shop' && each.currency === 'EUR'));
      offers.push({
        id: `${part.id}.${shop.id}`,
        part: part.id,
        shop: shop.id,
        priceMinor: ending(worth * own * 100),
        condition: 'new',
        inStock: true,
        seenOn: DEMO_DAY,
      });
    }
  }
  return offers;
}
