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
} from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import type { z } from 'zod';
import { offerOf, shopOf } from './catalogue.ts';
import { parsedColumn, readable, readBodies, setAside } from './set-aside.ts';
import type { Tables } from './tables.ts';

const EMPTY_REFERENCE = { mts: 3200, cl: 16, channels: 2 };

/** Reads the catalogue as it stands at one moment; whatever it holds passes the same schema as a file from outside. */
export async function readCatalogue(db: Kysely<Tables>): Promise<CatalogueFile> {
  return db.transaction().execute(readCatalogueWithin);
}

/** The same within a transaction that does more. */
export async function readCatalogueWithin(tx: Kysely<Tables>): Promise<CatalogueFile> {
  const file: CatalogueFile = {
    format: 'ripe-pick/catalogue',
    version: 2,
    parts: await readBodies(tx, 'parts', await bodiesOf(tx, 'parts'), partSchema),
    shops: await readable(tx, await rowsOf(tx, 'shops'), {
      table: 'shops',
      schema: shopSchema,
      keyOf: ({ id }) => ({ id }),
      valueOf: shopOf,
    }),
    deals: await readBodies(tx, 'deals', await bodiesOf(tx, 'deals'), dealSchema),
    offers: await readable(tx, await rowsOf(tx, 'offers'), {
      table: 'offers',
      schema: offerSchema,
      keyOf: ({ id }) => ({ id }),
      valueOf: offerOf,
    }),
    currencyRates: await readable(tx, await rowsOf(tx, 'currency_rates'), {
      table: 'currency_rates',
      schema: currencyRateSchema,
      keyOf: ({ from_currency, to_currency }) => ({ from_currency, to_currency }),
      valueOf: ({ from_currency: from, to_currency: to, rate, seen_on: on }) => ({ from, to, rate, on }),
    }),
    ...(await readModelAndDay(tx)),
  };
  const crossed = await setAsideCrossed(tx, file);
  return crossed ? readCatalogueWithin(tx) : file;
}

const rowsOf = <T extends 'shops' | 'offers' | 'currency_rates' | 'rates'>(tx: Kysely<Tables>, table: T) =>
  tx
    .selectFrom(table as 'shops' | 'offers' | 'currency_rates' | 'rates')
    .selectAll()
    .orderBy('position')
    .execute() as unknown as Promise<Tables[T][]>; // rows of this very table

const bodiesOf = (tx: Kysely<Tables>, table: 'parts' | 'deals' | 'games') =>
  tx.selectFrom(table).select(['id', 'body']).orderBy('position').execute();

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
async function setAsideCrossed(tx: Kysely<Tables>, file: CatalogueFile): Promise<boolean> {
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
