import {
  dayOfMinute,
  minuteOfMoment,
  noonOf,
  type CatalogueChange,
  type StoredOffer,
} from '@ripe-pick/contract';
import { sql, type Kysely } from 'kysely';
import { groupedBy } from '../batches.ts';
import { refused } from '../refused.ts';
import type { Tables } from '../tables.ts';
import { endsAt, type Run } from './runs.ts';
import { rowOf, runsFor, serialOfOffer } from './rows.ts';
import { manualSource } from './sources.ts';
import { takeInWithin } from './take-in.ts';

type PutHistory = Extract<CatalogueChange, { do: 'put-history' }>;

/** Histories of offers as they are kept, in their order, to be put back as they are. */
export async function historiesOf(tx: Kysely<Tables>, offers: readonly string[]): Promise<PutHistory[]> {
  const ids = JSON.stringify(offers);
  const { rows: known } = await sql<{ readonly offer: string }>`
    select offer from price_offers where offer in (select value from json_each(${ids}))`.execute(tx);
  const { rows } = await sql<Tables['price_runs'] & { readonly named: string }>`
    select o.offer as named, r.* from json_each(${ids}) j
    join price_offers o on o.offer = j.value join price_runs r on r.offer = o.serial
    order by o.serial, r.first`.execute(tx);
  const runs = groupedBy(rows, ({ named }) => named);
  const hasOne = new Set(known.map(({ offer }) => offer));
  return offers.map((offer) => ({
    do: 'put-history',
    offer,
    runs: hasOne.has(offer) ? (runs.get(offer) ?? []).map(packedRun) : null,
  }));
}

const packedRun = ({ first, last, price, stock, source, gaps }: Tables['price_runs']) => ({
  ...{ first, last, price, stock, source },
  gaps: Buffer.from(gaps).toString('base64'),
});

export const historyOf = async (tx: Kysely<Tables>, offer: string): Promise<PutHistory> =>
  (await historiesOf(tx, [offer]))[0];

/** Why runs are no history; null when they are one. */
function historyProblem(runs: readonly Run[], sources: ReadonlySet<number>): string | null {
  let before = -1;
  for (const [n, { first, last, gaps, source }] of runs.entries()) {
    if (!sources.has(source)) return `run ${n}: there is no source ${source}`;
    if (first <= before) return `run ${n} begins before the one before it has ended`;
    if (!endsAt(first, last, gaps)) return `run ${n}: its gaps do not lead from its first moment to its last`;
    before = last;
  }
  return null;
}

/**
 * Puts a history back as it was. An offer that had none has none again.
 * @throws {ChangeRefused} when the runs do not add up
 */
export async function putHistory(tx: Kysely<Tables>, { offer, runs }: PutHistory): Promise<void> {
  const sources = await tx.selectFrom('price_sources').select('serial').execute();
  const problem = historyProblem(
    (runs ?? []).map((run) => ({ ...run, gaps: Buffer.from(run.gaps, 'base64') })),
    new Set(sources.map((row) => row.serial ?? 0)),
  );
  if (problem !== null) throw refused('runs', problem, 'Read the catalogue anew.');
  const serial = await serialOfOffer(tx, offer);
  if (serial === undefined) return;
  await tx.deleteFrom('price_runs').where('offer', '=', serial).execute();
  if (runs === null) await tx.deleteFrom('price_offers').where('serial', '=', serial).execute();
  else if (runs.length > 0)
    await tx
      .insertInto('price_runs')
      .values(runs.map((run) => rowOf(serial, { ...run, gaps: Buffer.from(run.gaps, 'base64') })))
      .execute();
}

/**
 * A price that the catalogue states is an observation of its day like any other, behind those that the day has already: its
 * history and what it shows never part ways.
 */
export async function observeStated(tx: Kysely<Tables>, offer: StoredOffer): Promise<void> {
  const { currency } = await tx
    .selectFrom('shops')
    .select('currency')
    .where('id', '=', offer.shop)
    .executeTakeFirstOrThrow();
  const serial = await serialOfOffer(tx, offer.id);
  const last = serial === undefined ? undefined : (await runsFor(tx, serial)).at(-1)?.last;
  const noon = minuteOfMoment(noonOf(offer.seenOn));
  const isSameDay = last !== undefined && dayOfMinute(last) === offer.seenOn;
  await takeInWithin(
    tx,
    [
      {
        offer: offer.id,
        part: offer.part,
        shop: offer.shop,
        currency,
        at: isSameDay ? Math.max(noon, last + 1) : noon,
        price: offer.inStock ? offer.priceMinor : null,
        stock: null,
      },
    ],
    manualSource(offer.source ?? 'stated in the catalogue'),
  );
}
