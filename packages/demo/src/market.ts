import type { StoredOffer } from '@ripe-pick/contract';
import { DEMO_DAY, SEK_IN_EUR, SHOPS } from './names.ts';
import type { Valued } from './parts/valued.ts';
import type { DemoDraws } from './random.ts';

/** How far a new price of the same part wanders from shop to shop. */
const SHOP_SPREAD = 0.045;
/** Share of parts that are plainly a good or a bad buy. */
const ODD_BUY = 0.05;

function ending(minor: number): number {
  // Prices end in 90 or 99, as shops write them.
  const base = Math.max(100, Math.round(minor / 100) * 100);
  return base - (base % 300 === 0 ? 1 : 10);
}

function seenOn(d: DemoDraws): string {
  const day = new Date(`${DEMO_DAY}T00:00:00Z`);
  day.setUTCDate(day.getUTCDate() - (d.chance(0.85) ? 0 : d.int(1, 9)));
  return day.toISOString().slice(0, 10);
}

/** How likely a shop has a part, by the part's age; on the used market what nobody upgrades is rare. */
const SHARES = { new: [0.68, 0.55, 0.3], used: [0.3, 0.65, 0.9] } as const;
const RARELY_USED = 0.1;
const shareOf = ({ part, age }: Valued, used: boolean) =>
  used && ['os', 'extras', 'network'].includes(part.kind) ? RARELY_USED : SHARES[used ? 'used' : 'new'][age];

/** One shop's price for a part, and what state the part is in there. */
function ask(d: DemoDraws, shop: (typeof SHOPS)[number], worth: number, age: number) {
  const used = shop.kind === 'used-market';
  const refurbished = !used && age === 2 && d.chance(0.3);
  const factor = used
    ? shop.level - age * 0.06 + d.real(-0.07, 0.1)
    : shop.level * Math.exp(d.real(-SHOP_SPREAD, SHOP_SPREAD)) * (refurbished ? 0.82 : 1);
  const euro = worth * factor;
  const condition = used ? ('used' as const) : refurbished ? ('refurbished' as const) : ('new' as const);
  return {
    priceMinor: ending((shop.currency === 'SEK' ? euro / SEK_IN_EUR : euro) * 100),
    ...(used ? { shippingMinor: d.pick([0, 390, 490, 590]) } : {}),
    condition,
  };
}

function offersOf(d: DemoDraws, each: Valued): StoredOffer[] {
  const { part, worth, age } = each;
  const odd = d.chance(ODD_BUY) ? (d.chance(0.5) ? 0.82 : 1.2) : 1;
  const own = worth * odd * Math.exp(d.real(-0.05, 0.05));
  const offers: StoredOffer[] = [];
  for (const shop of SHOPS) {
    const used = shop.kind === 'used-market';
    if (!d.chance(shareOf(each, used))) continue;
    const listings = used && d.chance(0.25) ? 2 : 1;
    for (let n = 0; n < listings; n++)
      offers.push({
        id: `${part.id}.${shop.id}${listings > 1 ? `.${n + 1}` : ''}`,
        part: part.id,
        shop: shop.id,
        ...ask(d, shop, own, age),
        inStock: d.chance(0.95),
        seenOn: seenOn(d),
      });
  }
  if (offers.length > 0) return offers;
  // Every part can be had somewhere.
  const shop = d.pick(SHOPS.filter(({ kind, currency }) => kind === 'shop' && currency === 'EUR'));
  return [
    {
      id: `${part.id}.${shop.id}`,
      part: part.id,
      shop: shop.id,
      priceMinor: ending(own * 100),
      condition: 'new',
      inStock: true,
      seenOn: DEMO_DAY,
    },
  ];
}

export const makeOffers = (d: DemoDraws, valued: readonly Valued[]): StoredOffer[] =>
  valued.flatMap((each) => offersOf(d, each));
