import { idSchema, type CatalogueFile, type Found } from '@ripe-pick/contract';
import { createHash } from 'node:crypto';
import type { Intake } from '../store/index.ts';

export const minuteOf = (moment: Date): number => Math.floor(moment.getTime() / 60_000);

export interface Chosen {
  readonly found: Found;
  readonly part: string;
  readonly offer: string | null;
}

/**
 * What was found and matched as intakes: for offers that are there, or as new offers of a shop. A moment ahead of now is now: no page has
 * seen tomorrow.
 */
export function intakesOf(
  rows: readonly Chosen[],
  shop: string | null,
  catalogue: CatalogueFile,
  now: number,
  source: string,
): Intake[] {
  const offers = new Map(catalogue.offers.map((offer) => [offer.id, offer]));
  const shops = new Map(catalogue.shops.map((each) => [each.id, each]));
  const fresh = new Set<string>();
  return rows.flatMap(({ found, part, offer }): Intake[] => {
    const at = Math.min(found.at ?? now, now);
    const known = offer === null ? undefined : offers.get(offer);
    if (known)
      return [
        {
          offer: known.id,
          part: known.part,
          shop: known.shop,
          currency: shops.get(known.shop)?.currency ?? found.currency,
          at,
          price: found.priceMinor,
          stock: found.priceMinor === null ? null : (found.stock ?? null),
        },
      ];
    const place = shop === null ? undefined : shops.get(shop);
    // A new offer needs a shop, and a price to begin with.
    if (!place || found.priceMinor === null) return [];
    const sku =
      found.sku && idSchema.safeParse(found.sku).success && !offers.has(found.sku) && !fresh.has(found.sku)
        ? found.sku
        : null;
    const tell = createHash('sha256')
      .update([found.sku, found.url, found.seller, found.condition].join('|'))
      .digest('hex')
      .slice(0, 8);
    const plain = `${part}.${place.id}`.slice(0, 80);
    const id =
      sku ??
      (offers.has(plain) || fresh.has(plain) || found.condition !== 'new' ? `${plain}.${tell}` : plain);
    if (offers.has(id))
      return [
        {
          offer: id,
          part,
          shop: place.id,
          currency: place.currency,
          at,
          price: found.priceMinor,
          stock: found.stock ?? null,
        },
      ];
    const more = {
      source: found.url ?? source,
      ...(found.stock === undefined ? {} : { stock: found.stock }),
      ...(found.condition === 'new'
        ? {}
        : {
            ...(found.grade ? { grade: found.grade } : {}),
            ...(found.monthsOld === undefined ? {} : { monthsOld: found.monthsOld }),
            ...(found.returnDays === undefined ? {} : { returnDays: found.returnDays }),
          }),
      ...(found.seller === undefined
        ? {}
        : { seller: { name: found.seller, good: found.good ?? 0, rated: found.rated ?? 0 } }),
    };
    const row = {
      id,
      part,
      shop: place.id,
      price_minor: found.priceMinor,
      shipping_minor: place.kind === 'market' ? (found.shippingMinor ?? null) : null,
      condition: found.condition,
      in_stock: 1,
      seen_on: new Date(at * 60_000).toISOString().slice(0, 10),
      more: JSON.stringify(more),
    };
    const isFirst = !fresh.has(id);
    fresh.add(id);
    return [
      {
        offer: id,
        part,
        shop: place.id,
        currency: place.currency,
        at,
        price: found.priceMinor,
        stock: found.stock ?? null,
        ...(isFirst ? { fresh: row } : {}),
      },
    ];
  });
}
