import { catalogueFileSchema, type CatalogueFile, type Counts } from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import type { Tables } from './tables.ts';

const EMPTY_REFERENCE = { mts: 3200, cl: 16, channels: 2 };
/** Rows in one insert statement: SQLite takes at most 32 766 values. */
const ROWS_AT_ONCE = 500;

async function insertAll<T extends keyof Tables & string>(
  db: Kysely<Tables>,
  table: T,
  rows: readonly Tables[T][],
): Promise<void> {
  for (let at = 0; at < rows.length; at += ROWS_AT_ONCE) {
    await db
      .insertInto(table)
      .values(rows.slice(at, at + ROWS_AT_ONCE) as never) // rows of this very table; Kysely's type is too wide to follow
      .execute();
  }
}

const MODEL_SETTINGS = ['reference-memory', 'shortfall', 'fit'] as const;

/** Writes a frame model whose tables are empty. */
async function insertModel(tx: Kysely<Tables>, model: CatalogueFile['frameModel']): Promise<void> {
  await insertAll(
    tx,
    'games',
    model.games.map((game, position) => ({ id: game.id, position, body: JSON.stringify(game) })),
  );
  for (const kind of ['processors', 'cards', 'integrated'] as const)
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
  const settings = { 'reference-memory': model.referenceMemory, shortfall: model.shortfall, fit: model.fit };
  for (const key of MODEL_SETTINGS) {
    await tx.deleteFrom('settings').where('key', '=', key).execute();
    const body = settings[key];
    if (body !== undefined)
      await tx
        .insertInto('settings')
        .values({ key, body: JSON.stringify(body) })
        .execute();
  }
}

/** Puts a frame model in place of the one that is there. */
export async function replaceModel(tx: Kysely<Tables>, model: CatalogueFile['frameModel']): Promise<void> {
  for (const table of ['rates', 'games'] as const) await tx.deleteFrom(table).execute();
  await insertModel(tx, model);
}

/** Puts a catalogue in place of the one that is there, all of it or nothing. */
export async function replaceCatalogue(db: Kysely<Tables>, file: CatalogueFile): Promise<void> {
  await db.transaction().execute(async (tx) => {
    for (const table of ['offers', 'deals', 'rates', 'parts', 'shops', 'currency_rates', 'games'] as const)
      await tx.deleteFrom(table).execute();
    await insertAll(
      tx,
      'shops',
      file.shops.map(
        (
          { id, name, kind, currency, shipping: { feeMinor, freeFromMinor, ...shipping }, ...more },
          position,
        ) => ({
          id,
          position,
          name,
          kind,
          currency,
          fee_minor: feeMinor,
          free_from_minor: freeFromMinor,
          more: JSON.stringify({ ...more, shipping }),
        }),
      ),
    );
    await insertAll(
      tx,
      'parts',
      file.parts.map((part, position) => ({
        id: part.id,
        position,
        slot: part.slot,
        maker: part.maker,
        name: part.name,
        body: JSON.stringify(part),
      })),
    );
    await insertAll(
      tx,
      'offers',
      file.offers.map(
        ({ id, part, shop, priceMinor, shippingMinor, condition, inStock, seenOn, ...more }, position) => ({
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
        }),
      ),
    );
    await insertAll(
      tx,
      'deals',
      file.deals.map((deal, position) => ({
        id: deal.id,
        position,
        kind: deal.kind,
        body: JSON.stringify(deal),
      })),
    );
    await tx.deleteFrom('settings').where('key', '=', 'today').execute();
    if (file.today !== undefined)
      await tx
        .insertInto('settings')
        .values({ key: 'today', body: JSON.stringify(file.today) })
        .execute();
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
    await insertModel(tx, file.frameModel);
  });
}

/** Reads the catalogue back; whatever the file holds passes the same schema as a file from outside. */
export async function readStoredCatalogue(db: Kysely<Tables>): Promise<CatalogueFile> {
  const inOrder = <T extends 'shops' | 'parts' | 'offers' | 'deals' | 'games' | 'currency_rates' | 'rates'>(
    table: T,
  ) =>
    db
      .selectFrom(table as 'parts')
      .selectAll()
      .orderBy('position')
      .execute() as unknown as Promise<Tables[T][]>; // each has a position
  const [shops, parts, offers, deals, currencyRates, games, rates, settings] = await Promise.all([
    inOrder('shops'),
    inOrder('parts'),
    inOrder('offers'),
    inOrder('deals'),
    inOrder('currency_rates'),
    inOrder('games'),
    inOrder('rates'),
    db
      .selectFrom('settings')
      .selectAll()
      .where('key', 'in', [...MODEL_SETTINGS, 'today'])
      .execute(),
  ]);
  const setting = (key: string): unknown => {
    const row = settings.find((each) => each.key === key);
    return row ? JSON.parse(row.body) : undefined;
  };
  const ratesOf = (kind: string) =>
    rates
      .filter((rate) => rate.kind === kind)
      .map((rate) => ({ part: rate.part, rateLn: rate.rate_ln, sdLn: rate.sd_ln }));
  return catalogueFileSchema.parse({
    format: 'ripe-pick/catalogue',
    version: 1,
    parts: parts.map((part) => JSON.parse(part.body) as unknown),
    shops: shops.map((shop) => {
      const more = JSON.parse(shop.more) as { readonly shipping?: object }; // as it was written; the schema judges it below
      return {
        ...more,
        id: shop.id,
        name: shop.name,
        kind: shop.kind,
        currency: shop.currency,
        shipping: { ...more.shipping, feeMinor: shop.fee_minor, freeFromMinor: shop.free_from_minor },
      };
    }),
    deals: deals.map((deal) => JSON.parse(deal.body) as unknown),
    today: setting('today'),
    offers: offers.map((offer) => ({
      ...(JSON.parse(offer.more) as object),
      id: offer.id,
      part: offer.part,
      shop: offer.shop,
      priceMinor: offer.price_minor,
      ...(offer.shipping_minor === null ? {} : { shippingMinor: offer.shipping_minor }),
      condition: offer.condition,
      inStock: offer.in_stock === 1,
      seenOn: offer.seen_on,
    })),
    currencyRates: currencyRates.map((rate) => ({
      from: rate.from_currency,
      to: rate.to_currency,
      rate: rate.rate,
      on: rate.seen_on,
    })),
    frameModel: {
      referenceMemory: setting('reference-memory') ?? EMPTY_REFERENCE,
      shortfall: setting('shortfall'),
      fit: setting('fit'),
      processors: ratesOf('processors'),
      cards: ratesOf('cards'),
      integrated: ratesOf('integrated'),
      games: games.map((game) => JSON.parse(game.body) as unknown),
    },
  });
}

/** What a catalogue holds. `gaps` counts parts with at least one figure that is not stated. */
export function countsOf(file: CatalogueFile): Counts {
  return {
    parts: file.parts.length,
    shops: file.shops.length,
    offers: file.offers.length,
    games: file.frameModel.games.length,
    gaps: file.parts.filter((part) =>
      Object.entries(part).some(([field, value]) => value === null && !isOptional(part.slot, field)),
    ).length,
  };
}

/** Fields that are rightly empty for some parts. */
function isOptional(slot: string, field: string): boolean {
  if (field === 'graphicsTflops') return true;
  return slot === 'storage' && (field === 'm2LengthMm' || field === 'pcieGeneration');
}
