import {
  benchSchema,
  pastFitSchema,
  recordsSchema,
  type BenchChange,
  type BenchKept,
  type PastFit,
  type CatalogueFile,
  type StoredModel,
} from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import type { BenchRecord } from '@ripe-pick/contract';
import { readCatalogueWithin, replaceModel } from './catalogue.ts';
import type { Tables } from './tables.ts';

type KeptRecord = 'records' | 'bench_rigs' | 'bench_runs';

/** Fits that are remembered; older ones are dropped first. */
const MOST_FITS = 100;

async function read(db: Kysely<Tables>, table: KeptRecord): Promise<unknown[]> {
  const rows = await db.selectFrom(table).select('body').orderBy('position').execute();
  return rows.map((row) => JSON.parse(row.body) as unknown);
}

/** Puts items in place under their ids, after those that are there, and takes others out. */
async function change(
  tx: Kysely<Tables>,
  table: KeptRecord,
  put: readonly { readonly id: string }[],
  remove: readonly string[],
): Promise<void> {
  for (const id of remove) await tx.deleteFrom(table).where('id', '=', id).execute();
  const last = await tx
    .selectFrom(table)
    .select((e) => e.fn.max('position').as('position'))
    .executeTakeFirst();
  let position = (last?.position ?? -1) + 1;
  for (const item of put) {
    const body = JSON.stringify(item);
    await tx
      .insertInto(table)
      .values({ id: item.id, position: position++, body })
      .onConflict((conflict) => conflict.column('id').doUpdateSet({ body }))
      .execute();
  }
}

export async function readRecords(db: Kysely<Tables>): Promise<BenchRecord[]> {
  return recordsSchema.parse(await read(db, 'records'));
}

/** How many are kept after the change. */
export async function changeRecords(
  db: Kysely<Tables>,
  put: readonly BenchRecord[],
  remove: readonly string[],
): Promise<number> {
  return db.transaction().execute(async (tx) => {
    await change(tx, 'records', put, remove);
    const { count } = await tx
      .selectFrom('records')
      .select((e) => e.fn.countAll<number>().as('count'))
      .executeTakeFirstOrThrow();
    return count;
  });
}

export async function readBench(db: Kysely<Tables>): Promise<BenchKept> {
  return db.transaction().execute(readBenchWithin);
}

const readBenchWithin = async (tx: Kysely<Tables>): Promise<BenchKept> =>
  benchSchema.parse({ rigs: await read(tx, 'bench_rigs'), runs: await read(tx, 'bench_runs') });

export async function changeBench(db: Kysely<Tables>, asked: BenchChange): Promise<BenchKept> {
  return db.transaction().execute(async (tx) => {
    await change(tx, 'bench_rigs', asked.putRigs ?? [], asked.removeRigs ?? []);
    await change(tx, 'bench_runs', asked.putRuns ?? [], asked.removeRuns ?? []);
    return readBenchWithin(tx);
  });
}

/**
 * Puts a fitted model in place and remembers what it was fitted from.
 *
 * @param judge whether the model is of the catalogue of this moment; throws when it is no model at all
 * @returns whether it was kept; where it was not, nothing has changed
 */
export async function saveModel(
  db: Kysely<Tables>,
  model: StoredModel,
  judge: (catalogue: CatalogueFile) => boolean,
): Promise<boolean> {
  return db.transaction().execute(async (tx) => {
    if (!judge(await readCatalogueWithin(tx))) return false;
    await replaceModel(tx, model);
    if (!model.fit) return true;
    const { fittedOn, records, heldBack, noise, heldOut } = model.fit;
    const body = JSON.stringify({
      fittedOn,
      records,
      heldBack,
      noise: noise.average,
      heldOut,
    } satisfies PastFit);
    await tx.insertInto('fits').values({ body }).execute();
    await tx
      .deleteFrom('fits')
      .where('serial', 'not in', (e) =>
        e.selectFrom('fits').select('serial').orderBy('serial', 'desc').limit(MOST_FITS),
      )
      .execute();
    return true;
  });
}

/** Fits as they were stored, the newest last. */
export async function readFits(db: Kysely<Tables>): Promise<PastFit[]> {
  const rows = await db.selectFrom('fits').select('body').orderBy('serial').execute();
  return rows.map((row) => pastFitSchema.parse(JSON.parse(row.body)));
}
