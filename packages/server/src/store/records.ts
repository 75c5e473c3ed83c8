import {
  benchRunSchema,
  pastFitSchema,
  recordSchema,
  rigSchema,
  type BenchChange,
  type BenchKept,
  type PastFit,
  type CrossChecked,
  type StoredModel,
} from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import type { BenchRecord } from '@ripe-pick/contract';
import { replaceModel } from './catalogue.ts';
import { readNames } from './read-catalogue.ts';
import type { z } from 'zod';
import { inBatches } from './batches.ts';
import { withinLimits } from './limits.ts';
import { AREAS, newestOf, restsOnNewest } from './revisions.ts';
import { readBodies } from './set-aside.ts';
import type { Tables } from './tables.ts';
import { written } from './written.ts';

type KeptRecord = 'records' | 'bench_rigs' | 'bench_runs';

/** Fits that are remembered; older ones are dropped first. */
const MOST_FITS = 100;

const read = async <S extends z.ZodType>(db: Kysely<Tables>, table: KeptRecord, schema: S) =>
  readBodies(
    db,
    table,
    await db.selectFrom(table).select(['id', 'body']).orderBy('position').execute(),
    schema,
  );

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
  const first = (last?.position ?? -1) + 1;
  const once = [...new Map(put.map((item) => [item.id, item])).values()];
  const rows = once.map((item, n) => ({ id: item.id, position: first + n, body: JSON.stringify(item) }));
  await inBatches(rows, (batch) =>
    tx
      .insertInto(table)
      .values(batch)
      .onConflict((c) => c.column('id').doUpdateSet(({ ref }) => ({ body: ref('excluded.body') })))
      .execute(),
  );
}

export async function readRecords(db: Kysely<Tables>): Promise<BenchRecord[]> {
  return read(db, 'records', recordSchema);
}

/**
 * Puts records in place and takes others out; says how many are kept after it.
 *
 * @param seen the newest change that this rests on
 * @throws {ChangedElsewhere} when there is a newer one
 */
export async function changeRecords(
  db: Kysely<Tables>,
  put: readonly BenchRecord[],
  remove: readonly string[],
  seen?: number,
): Promise<{ readonly kept: number; readonly revision: number }> {
  return db.transaction().execute(async (tx) => {
    await restsOnNewest(tx, AREAS.records, seen);
    await change(tx, 'records', put, remove);
    await withinLimits(tx, ['records']);
    const { count } = await tx
      .selectFrom('records')
      .select((e) => e.fn.countAll<number>().as('count'))
      .executeTakeFirstOrThrow();
    return { kept: count, revision: await newestOf(tx, AREAS.records) };
  });
}

export async function readBench(db: Kysely<Tables>): Promise<BenchKept> {
  return db.transaction().execute(readBenchWithin);
}

export const readBenchWithin = async (tx: Kysely<Tables>): Promise<BenchKept> => ({
  rigs: await read(tx, 'bench_rigs', rigSchema),
  runs: await read(tx, 'bench_runs', benchRunSchema),
});

export async function changeBench(
  db: Kysely<Tables>,
  asked: BenchChange,
  seen?: number,
): Promise<BenchKept & { readonly revision: number }> {
  return db.transaction().execute(async (tx) => {
    await restsOnNewest(tx, AREAS.bench, seen);
    await change(tx, 'bench_rigs', asked.putRigs ?? [], asked.removeRigs ?? []);
    await change(tx, 'bench_runs', asked.putRuns ?? [], asked.removeRuns ?? []);
    await withinLimits(tx, ['bench_rigs', 'bench_runs']);
    return { ...(await readBenchWithin(tx)), revision: await newestOf(tx, AREAS.bench) };
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
  judge: (catalogue: CrossChecked) => boolean,
): Promise<boolean> {
  return db.transaction().execute(async (tx) => {
    if (!judge(await readNames(tx))) return false;
    await replaceModel(tx, model);
    if (!model.fit) return true;
    const { fittedOn, records, heldBack, noise, heldOut } = model.fit;
    const body = written(pastFitSchema, { fittedOn, records, heldBack, noise: noise.average, heldOut });
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
  const rows = await db.selectFrom('fits').select(['serial', 'body']).orderBy('serial').execute();
  return readBodies(db, 'fits', rows, pastFitSchema);
}
