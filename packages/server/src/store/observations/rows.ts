import type { Kysely } from 'kysely';
import { inBatches } from '../batches.ts';
import type { Tables } from '../tables.ts';
import { runsOf, type Run, type StoredObservation } from './runs.ts';

/** SQLite’s blobs come as buffers; a run works on plain bytes. */
export const runOf = (row: Tables['price_runs']): Run => ({
  first: row.first,
  last: row.last,
  price: row.price,
  stock: row.stock,
  source: row.source,
  gaps: new Uint8Array(row.gaps),
});

export const rowOf = (offer: number, run: Run): Tables['price_runs'] => ({
  offer,
  ...run,
  gaps: Buffer.from(run.gaps),
});

/** The history of one offer, oldest run first. */
export async function runsFor(tx: Kysely<Tables>, offer: number): Promise<Run[]> {
  const rows = await tx
    .selectFrom('price_runs')
    .selectAll()
    .where('offer', '=', offer)
    .orderBy('first')
    .execute();
  return rows.map(runOf);
}

/** Puts observations, in rising order of time, in the place of an offer's whole history. */
export async function rewriteRuns(
  tx: Kysely<Tables>,
  offer: number,
  observations: readonly StoredObservation[],
): Promise<void> {
  await tx.deleteFrom('price_runs').where('offer', '=', offer).execute();
  const rows = runsOf(observations).map((run) => rowOf(offer, run));
  await inBatches(rows, (batch) => tx.insertInto('price_runs').values(batch).execute());
}

/** Number under which an offer's history is kept; undefined when it has none. */
export async function serialOfOffer(tx: Kysely<Tables>, offer: string): Promise<number | undefined> {
  const row = await tx
    .selectFrom('price_offers')
    .select('serial')
    .where('offer', '=', offer)
    .executeTakeFirst();
  return row?.serial;
}
