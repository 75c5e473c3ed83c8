import { sql, type Kysely } from 'kysely';
import { groupedBy, inBatches } from '../batches.ts';
import type { Tables } from '../tables.ts';
import { setAside } from '../set-aside.ts';
import { endsAt, runsOf, type Run, type StoredObservation } from './runs.ts';

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

const BROKEN =
  'the times between its price checks do not lead from the first to the last. Take it away as a file.';

/** Runs whose times can be read. Any other is set aside, and the rest of the history stays. */
export async function soundRuns(
  tx: Kysely<Tables>,
  rows: readonly Tables['price_runs'][],
): Promise<Tables['price_runs'][]> {
  const isSound = ({ first, last, gaps }: Tables['price_runs']) => endsAt(first, last, new Uint8Array(gaps));
  for (const { offer, first } of rows.filter((row) => !isSound(row)))
    await setAside(tx, 'price_runs', { offer, first }, BROKEN);
  return rows.filter(isSound);
}

/** Histories by offer, oldest run first. */
export async function runsForAll(
  tx: Kysely<Tables>,
  offers: readonly number[],
): Promise<ReadonlyMap<number, Run[]>> {
  const { rows } = await sql<Tables['price_runs']>`
    select * from price_runs where offer in (select value from json_each(${JSON.stringify(offers)}))
    order by offer, first`.execute(tx);
  const groups = groupedBy(await soundRuns(tx, rows), ({ offer }) => offer);
  return new Map([...groups].map(([offer, runs]) => [offer, runs.map(runOf)]));
}

/** The history of one offer, oldest run first. */
export const runsFor = async (tx: Kysely<Tables>, offer: number): Promise<Run[]> =>
  (await runsForAll(tx, [offer])).get(offer) ?? [];

const isSameRun = (a: Run, b: Run) =>
  a.first === b.first &&
  a.last === b.last &&
  a.price === b.price &&
  a.stock === b.stock &&
  a.source === b.source &&
  Buffer.compare(a.gaps, b.gaps) === 0;

/**
 * Puts observations, in rising order of time, in the place of an offer's whole history. What stays at its beginning is not
 * written again.
 *
 * @param before the runs that are there
 */
export async function rewriteRuns(
  tx: Kysely<Tables>,
  offer: number,
  observations: readonly StoredObservation[],
  before: readonly Run[],
): Promise<void> {
  const runs = runsOf(observations);
  let same = 0;
  while (same < Math.min(runs.length, before.length) && isSameRun(runs[same], before[same])) same++;
  if (same < before.length)
    await tx
      .deleteFrom('price_runs')
      .where('offer', '=', offer)
      .where('first', '>=', before[same].first)
      .execute();
  const rows = runs.slice(same).map((run) => rowOf(offer, run));
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
