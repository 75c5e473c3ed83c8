import type {
  Counts,
  CatalogueFile,
  StoredDeal,
  StoredGame,
  StoredModel,
  StoredOffer,
  StoredPart,
  StoredShop,
} from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import { inBatches } from './batches.ts';
import type { Tables } from './tables.ts';

async function insertAll<T extends keyof Tables & string>(
  db: Kysely<Tables>,
  table: T,
  rows: readonly Tables[T][],
): Promise<void> {
  await inBatches(rows, (batch) =>
    db
      .insertInto(table)
      .values(batch as never) // rows of this very table; Kysely's type is too wide to follow
      .execute(),
  );
}

const MODEL_SETTINGS = ['reference-memory', 'shortfall', 'states', 'interactions', 'fit'] as const;

/** Writes a frame model whose tables are empty. */
async function insertModel(tx: Kysely<Tables>, model: StoredModel): Promise<void> {
  await insertAll(tx, 'games', model.games.map(gameRow));
  for (const kind of ['cpus', 'gpus', 'integrated'] as const)
    await insertAll(
      tx,
      'rates',
      model[kind].map((rate, position) => ({
        kind,
        part: rate.part,
        position,
        rate_ln: rate.rateLn,
        sd_ln: rate.sdLn,
      })),
    );
  const settings = {
    'reference-memory': model.referenceMemory,
    shortfall: model.shortfall,
    states: model.states,
    interactions: model.interactions,
    fit: model.fit,
  };
  for (const key of MODEL_SETTINGS) await writeSetting(tx, key, settings[key]);
}

/** Puts a frame model in place of the one that is there. */
export async function replaceModel(tx: Kysely<Tables>, model: StoredModel): Promise<void> {
  for (const table of ['rates', 'games'] as const) await tx.deleteFrom(table).execute();
  await insertModel(tx, model);
}

/** Puts a catalogue in place of the one that is there, all of it or nothing. */
export async function replaceCatalogue(db: Kysely<Tables>, file: CatalogueFile): Promise<void> {
  await db.transaction().execute((tx) => writeCatalogue(tx, file));
}

async function writeCatalogue(tx: Kysely<Tables>, file: CatalogueFile): Promise<void> {
  for (const table of ['offers', 'deals', 'rates', 'parts', 'shops', 'currency_rates', 'games'] as const)
    await tx.deleteFrom(table).execute();
  await insertAll(tx, 'shops', file.shops.map(shopRow));
  await insertAll(tx, 'parts', file.parts.map(partRow));
  await insertAll(tx, 'offers', file.offers.map(offerRow));
  await insertAll(tx, 'deals', file.deals.map(dealRow));
  await insertAll(
    tx,
    'currency_rates',
    file.currencyRates.map((rate, position) => ({
      from_currency: rate.from,
      to_currency: rate.to,
      rate: rate.rate,
      seen_on: rate.on,
      position,
    })),
  );
  await writeSetting(tx, 'today', file.today);
  await insertModel(tx, file.frameModel);
}

/** Puts a value under a key; undefined takes it away. */
async function writeSetting(tx: Kysely<Tables>, key: string, value: unknown): Promise<void> {
  await tx.deleteFrom('settings').where('key', '=', key).execute();
  if (value !== undefined)
    await tx
      .insertInto('settings')
      .values({ key, body: JSON.stringify(value) })
      .execute();
}

export const shopRow = (
  { id, name, kind, currency, shipping: { feeMinor, freeFromMinor, ...shipping }, ...more }: StoredShop,
  position: number,
): Tables['shops'] => ({
  id,
  position,
  name,
  kind,
  currency,
  fee_minor: feeMinor,
  free_from_minor: freeFromMinor,
  more: JSON.stringify({ ...more, shipping }),
});

export const partRow = (part: StoredPart, position: number): Tables['parts'] => ({
  id: part.id,
  position,
  kind: part.kind,
  brand: part.brand,
  name: part.name,
  body: JSON.stringify(part),
});

export const dealRow = (deal: StoredDeal, position: number): Tables['deals'] => ({
  id: deal.id,
  position,
  kind: deal.kind,
  body: JSON.stringify(deal),
  feed: null,
});

export const gameRow = (game: StoredGame, position: number): Tables['games'] => ({
  id: game.id,
  position,
  body: JSON.stringify(game),
});

export const offerRow = (
  { id, part, shop, priceMinor, shippingMinor, condition, inStock, seenOn, ...more }: StoredOffer,
  position: number,
): Tables['offers'] => ({
  id,
  position,
  part,
  shop,
  price_minor: priceMinor,
  shipping_minor: shippingMinor ?? null,
  condition,
  in_stock: inStock ? 1 : 0,
  seen_on: seenOn,
  more: JSON.stringify(more),
});

/** A shop as it was written; the schema judges it with the rest. */
export function shopOf(row: Tables['shops']): unknown {
  const more = JSON.parse(row.more) as { readonly shipping?: object };
  return {
    ...more,
    id: row.id,
    name: row.name,
    kind: row.kind,
    currency: row.currency,
    shipping: { ...more.shipping, feeMinor: row.fee_minor, freeFromMinor: row.free_from_minor },
  };
}

export const offerOf = (row: Tables['offers']): unknown => ({
  ...(JSON.parse(row.more) as object),
  id: row.id,
  part: row.part,
  shop: row.shop,
  priceMinor: row.price_minor,
  ...(row.shipping_minor === null ? {} : { shippingMinor: row.shipping_minor }),
  condition: row.condition,
  inStock: row.in_stock === 1,
  seenOn: row.seen_on,
});

/** What a catalogue holds. `gaps` counts parts with at least one figure that is not stated. */
export function countsOf(file: CatalogueFile): Counts {
  return {
    parts: file.parts.length,
    shops: file.shops.length,
    offers: file.offers.length,
    games: file.frameModel.games.length,
    gaps: file.parts.filter(hasGap).length,
  };
}

/** Whether a figure of a part is not stated that could be. */
export const hasGap = (part: StoredPart): boolean =>
  Object.entries(part).some(([field, value]) => value === null && !isOptional(part.kind, field));

/** Fields that are rightly empty for some parts. */
function isOptional(kind: string, field: string): boolean {
  if (field === 'graphicsTflops') return true;
  return kind === 'storage' && (field === 'm2LengthMm' || field === 'pcieGeneration');
}
