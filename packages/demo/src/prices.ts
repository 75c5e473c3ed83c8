import type { CatalogueFile } from '@ripe-pick/contract';
import { FIRST_DAY } from '@ripe-pick/market/courses';
import type { Item, MarketFile } from '@ripe-pick/market/file';
import { marketOf } from '@ripe-pick/market/simulate';
import { daysBetween } from '@ripe-pick/core/units';
import { DEMO_DAY, SHOPS } from './names.ts';

/** The catalogue as the simulated market knows it: what is on the shelves on its first day. */
export function marketFileOf(catalogue: CatalogueFile): MarketFile {
  const parts = new Map(catalogue.parts.map((part) => [part.id, part]));
  return {
    day: DEMO_DAY,
    shops: catalogue.shops.map(({ id, name, kind, currency }) => ({
      id,
      name,
      kind,
      currency,
      minor: 100,
      habit: SHOPS.find((shop) => shop.id === id)?.habit ?? undefined,
    })),
    items: catalogue.offers.flatMap((offer): Item[] => {
      const part = parts.get(offer.part);
      if (!part) return [];
      const {
        id,
        shop,
        priceMinor: price,
        condition,
        inStock,
        shippingMinor,
        grade,
        monthsOld,
        returnDays,
        seller,
        lot,
      } = offer;
      return [
        {
          id,
          shop,
          kind: part.kind,
          brand: part.brand,
          name: part.name,
          ...(part.gtin ? { gtin: part.gtin } : {}),
          ...(part.mpn ? { mpn: part.mpn } : {}),
          price,
          condition,
          inStock,
          ...(shippingMinor === undefined ? {} : { shipping: shippingMinor }),
          ...(grade ? { grade } : {}),
          ...(monthsOld === undefined ? {} : { monthsOld }),
          ...(returnDays === undefined ? {} : { returnDays }),
          ...(seller ? { seller } : {}),
          ...(lot ? { lot } : {}),
        },
      ];
    }),
  };
}

/**
 * The market’s past as it was seen day by day, in runs of equal prices: offer, first and last day counted from the demo’s, price in minor
 * units (empty: not for sale). Some days nobody looked.
 */
export function pastOf(file: MarketFile, catalogue: CatalogueFile): string {
  const market = marketOf(file);
  const seen = new Map(catalogue.offers.map((offer) => [offer.id, daysBetween(DEMO_DAY, offer.seenOn)]));
  const lines = ['offer,first,last,price'];
  for (const item of file.items) {
    let run: { first: number; last: number; price: number | null } | null = null;
    const close = () => {
      if (run) lines.push(`${item.id},${run.first},${run.last},${run.price ?? ''}`);
      run = null;
    };
    // What was last seen some days ago was seen as the catalogue has it.
    const last = seen.get(item.id) ?? 0;
    for (let day = FIRST_DAY; day <= last; day++) {
      const ask =
        day === last && last < 0 ? { price: item.inStock ? item.price : null } : market.ask(item, day);
      // A week in the summer when the machine was off.
      const isLookedAt = !(day >= -96 && day <= -90);
      if (!ask || !isLookedAt) {
        close();
        continue;
      }
      const current: { first: number; last: number; price: number | null } | null = run;
      if (current && current.price === ask.price) current.last = day;
      else {
        close();
        run = { first: day, last: day, price: ask.price };
      }
    }
    close();
  }
  return `${lines.join('\n')}\n`;
}
