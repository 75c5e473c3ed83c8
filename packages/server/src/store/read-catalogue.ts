import {
  crossCheckCatalogue,
  currencyRateSchema,
  dateSchema,
  dealSchema,
  frameModelSchema,
  gameSchema,
  offerSchema,
  partSchema,
  rateSchema,
  shopSchema,
  type CatalogueFile,
  type CrossChecked,
  type StoredOffer,
  type StoredPart,
} from '@ripe-pick/contract';
import { sql, type Kysely } from 'kysely';
import type { z } from 'zod';
import { offerOf, shopOf } from './catalogue.ts';
import { parsedColumn, readable, readBodies, setAside, type RowReading } from './set-aside.ts';
import type { Tables } from './tables.ts';

const EMPTY_REFERENCE = { mts: 3200, cl: 16, channels: 2 };

/** Reads the catalogue as it stands at one moment; whatever it holds passes the same schema as a file from outside. */
export async function readCatalogue(db: Kysely<Tables>): Promise<CatalogueFile> {
  return db.transaction().execute(readCatalogueWithin);
}

async function readCatalogueWithin(tx: Kysely<Tables>): Promise<CatalogueFile> {
  const file: CatalogueFile = {
    format: 'ripe-pick/catalogue',
    version: 2,
    parts: await readParts(tx),
    offers: await readOffers(tx),
    ...(await readHead(tx)),
  };
  return (await setAsideCrossed(tx, file)) ? readCatalogueWithin(tx) : file;
}

const OFFERS: RowReading<Tables['offers'], typeof offerSchema> = {
  table: 'offers',
  schema: offerSchema,
  keyOf: ({ id }) => ({ id }),
  valueOf: offerOf,
};
const SHOPS: RowReading<Tables['shops'], typeof shopSchema> = {
  table: 'shops',
  schema: shopSchema,
  keyOf: ({ id }) => ({ id }),
  valueOf: shopOf,
};

/** Positions of rows, from the first to before the second. */
type Positions = readonly [from: number, to: number];
const EVERYWHERE: Positions = [0, Number.MAX_SAFE_INTEGER];

/** Parts whose rows stand in a range, in order. */
export const readParts = async (tx: Kysely<Tables>, [from, to] = EVERYWHERE): Promise<StoredPart[]> =>
  readBodies(tx, 'parts', await bodiesOf(tx, 'parts', [from, to]), partSchema);

/** The same of offers. */
export async function readOffers(tx: Kysely<Tables>, [from, to] = EVERYWHERE): Promise<StoredOffer[]> {
  const rows = await tx
    .selectFrom('offers')
    .selectAll()
    .where('position', '>=', from)
    .where('position', '<', to)
    .orderBy('position')
    .execute();
  return readable(tx, rows, OFFERS);
}

/** What of a catalogue is asked for. */
export interface NamedIds {
  /** Ids of parts; their offers come with them. */
  readonly parts: readonly string[];
  /** Ids of further offers, whosoever they are. */
  readonly offers: readonly string[];
  readonly isAnyPart: boolean;
}

/** Ids as SQL takes any number of them. */
const among = (column: string, ids: readonly string[]) =>
  sql<boolean>`${sql.ref(column)} in (select value from json_each(${JSON.stringify(ids)}))`;

/** What prices are taken in by. */
export interface NamedRows extends Pick<CatalogueFile, 'shops'> {
  /** Ids of parts that are there. */
  readonly there: ReadonlySet<string>;
  readonly offers: readonly Pick<StoredOffer, 'id' | 'part' | 'shop'>[];
  /** All parts, where that was asked for. */
  readonly parts: readonly StoredPart[];
}

/** The parts and offers of some ids, and all shops: what prices are taken in by, without reading everything. */
export async function readNamed(
  tx: Kysely<Tables>,
  { parts, offers, isAnyPart }: NamedIds,
): Promise<NamedRows> {
  const shops = await rowsOf(tx, 'shops');
  // The id that a new offer of a part at a shop gets may be taken by an offer of another part.
  const plain = parts.flatMap((part) => shops.map((shop) => `${part}.${shop.id}`.slice(0, 80)));
  const there = await tx.selectFrom('parts').select('id').where(among('id', parts)).execute();
  return {
    there: new Set(there.map(({ id }) => id)),
    offers: await tx
      .selectFrom('offers')
      .select(['id', 'part', 'shop'])
      .where(({ or }) => or([among('part', parts), among('id', [...offers, ...plain])]))
      .orderBy('position')
      .execute(),
    shops: await readable(tx, shops, SHOPS),
    parts: isAnyPart ? await readParts(tx) : [],
  };
}

/** What deals, rates and games are named by, without the figures. */
export async function readNames(tx: Kysely<Tables>): Promise<CrossChecked> {
  const parts = await tx.selectFrom('parts').select(['id', 'kind']).orderBy('position').execute();
  const head = await readHead(tx);
  return {
    ...head,
    parts: parts.map(({ id, kind }) => ({ id, kind: kind as StoredPart['kind'] })),
    offers: [],
  };
}

/** What a catalogue holds beside its parts and offers. */
export async function readHead(
  tx: Kysely<Tables>,
): Promise<Omit<CatalogueFile, 'format' | 'version' | 'parts' | 'offers'>> {
  return {
    shops: await readable(tx, await rowsOf(tx, 'shops'), SHOPS),
    deals: await readBodies(tx, 'deals', await bodiesOf(tx, 'deals'), dealSchema),
    currencyRates: await readable(tx, await rowsOf(tx, 'currency_rates'), {
      table: 'currency_rates',
      schema: currencyRateSchema,
      keyOf: ({ from_currency, to_currency }) => ({ from_currency, to_currency }),
      valueOf: ({ from_currency: from, to_currency: to, rate, seen_on: on }) => ({ from, to, rate, on }),
    }),
    ...(await readModelAndDay(tx)),
  };
}

const rowsOf = <T extends 'shops' | 'currency_rates' | 'rates'>(tx: Kysely<Tables>, table: T) =>
  tx
    .selectFrom(table as 'shops' | 'currency_rates' | 'rates')
    .selectAll()
    .orderBy('position')
    .execute() as unknown as Promise<Tables[T][]>; // rows of this very table

/** Rows whose JSON stands in one column, that stand in a range. */
export const bodiesOf = (
  tx: Kysely<Tables>,
  table: 'parts' | 'deals' | 'games' | 'records',
  [from, to] = EVERYWHERE,
) =>
  tx
    .selectFrom(table)
    .select(['id', 'body'])
    .where('position', '>=', from)
    .where('position', '<', to)
    .orderBy('position')
    .execute();

/** The frame model, and the day that counts where the catalogue has one of its own. */
async function readModelAndDay(tx: Kysely<Tables>): Promise<Pick<CatalogueFile, 'today' | 'frameModel'>> {
  const rows = await rowsOf(tx, 'rates');
  const ratesOf = (kind: string) =>
    readable(
      tx,
      rows.filter((rate) => rate.kind === kind),
      {
        table: 'rates',
        schema: rateSchema,
        keyOf: ({ part }) => ({ kind, part }),
        valueOf: ({ part, rate_ln: rateLn, sd_ln: sdLn }) => ({ part, rateLn, sdLn }),
      },
    );
  const model = frameModelSchema.shape;
  return {
    today: await readSetting(tx, 'today', dateSchema.optional()),
    frameModel: {
      referenceMemory:
        (await readSetting(tx, 'reference-memory', model.referenceMemory.optional())) ?? EMPTY_REFERENCE,
      shortfall: await readSetting(tx, 'shortfall', model.shortfall),
      states: await readSetting(tx, 'states', model.states),
      interactions: await readSetting(tx, 'interactions', model.interactions),
      fit: await readSetting(tx, 'fit', model.fit),
      cpus: await ratesOf('cpus'),
      gpus: await ratesOf('gpus'),
      integrated: await ratesOf('integrated'),
      games: await readBodies(tx, 'games', await bodiesOf(tx, 'games'), gameSchema),
    },
  };
}

/** A setting by its schema; undefined where there is none, or none that can be read. */
export async function readSetting<S extends z.ZodType>(
  tx: Kysely<Tables>,
  key: string,
  schema: S,
): Promise<z.output<S> | undefined> {
  const rows = await tx.selectFrom('settings').selectAll().where('key', '=', key).execute();
  const [value] = await readable(tx, rows, {
    table: 'settings',
    schema,
    keyOf: () => ({ key }),
    valueOf: ({ body }) => parsedColumn(body),
  });
  return value;
}

/** Lists of a catalogue whose rows may name what is not there, with the tables that they stand in. */
const NAMING = { deals: 'deals', cpus: 'rates', gpus: 'rates', integrated: 'rates' } as const;

/** Sets deals and rates aside that name what is not there; says whether there were any. */
export async function setAsideCrossed(tx: Kysely<Tables>, file: CrossChecked): Promise<boolean> {
  const reasons = new Map<string, { readonly list: keyof typeof NAMING; readonly n: number; why: string }>();
  for (const { path, message } of crossCheckCatalogue(file)) {
    const [, list, n] = /^(?:frameModel\.)?(deals|cpus|gpus|integrated)\[(\d+)\]/.exec(path) ?? [];
    if (list === undefined) continue;
    const known = list as keyof typeof NAMING; // one of those that the pattern takes
    reasons.set(`${list} ${n}`, { list: known, n: Number(n), why: `${path}: ${message}` });
  }
  for (const { list, n, why } of reasons.values()) {
    const key: Record<string, string> =
      list === 'deals' ? { id: file.deals[n].id } : { kind: list, part: file.frameModel[list][n].part };
    await setAside(tx, NAMING[list], key, why);
  }
  return reasons.size > 0;
}
