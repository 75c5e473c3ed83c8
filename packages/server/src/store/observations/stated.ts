import {
  dayOfMinute,
  minuteOfMoment,
  noonOf,
  type CatalogueChange,
  type StoredOffer,
} from '@ripe-pick/contract';
import { sql, type Kysely } from 'kysely';
import { groupedBy, inBatches } from '../batches.ts';
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

/** The history of an offer as it is kept, from a moment on or all of it. */
export async function historyOf(tx: Kysely<Tables>, offer: string, from?: number): Promise<PutHistory> {
  const [whole] = await historiesOf(tx, [offer]);
  if (from === undefined || whole.runs === null) return whole;
  return { ...whole, from, runs: whole.runs.filter(({ first }) => first >= from) };
}

/** Where a history ends, and what puts its end back as it is when later looks are taken out again. */
interface HistoryEnd {
  readonly last: number;
  readonly back: PutHistory;
}

/** The ends of the histories of offers, of those that have one. */
export async function endsOf(
  tx: Kysely<Tables>,
  offers: readonly string[],
): Promise<ReadonlyMap<string, HistoryEnd>> {
  const { rows } = await sql<Tables['price_runs'] & { readonly named: string }>`
    select o.offer as named, r.* from json_each(${JSON.stringify(offers)}) j
    join price_offers o on o.offer = j.value join price_runs r on r.offer = o.serial
      and r.first = (select max(first) from price_runs where offer = o.serial)`.execute(tx);
  return new Map(
    rows.map(({ named, ...run }) => [
      named,
      { last: run.last, back: { do: 'put-history', offer: named, from: run.first, runs: [packedRun(run)] } },
    ]),
  );
}

/** Why runs are no history behind a moment; null when they are one. */
function historyProblem(runs: readonly Run[], sources: ReadonlySet<number>, after: number): string | null {
  let before = after;
  for (const [n, { first, last, gaps, source }] of runs.entries()) {
    if (!sources.has(source)) return `run ${n}: there is no source ${source}`;
    if (first <= before) return `run ${n} begins before the one before it has ended`;
    if (!endsAt(first, last, gaps)) return `run ${n}: its gaps do not lead from its first moment to its last`;
    before = last;
  }
  return null;
}

/** The last moment of a history before another one; -1 where nothing was seen until then. */
async function lastBefore(tx: Kysely<Tables>, serial: number, moment: number): Promise<number> {
  const { last } = await tx
    .selectFrom('price_runs')
    .select(({ fn }) => fn.max('last').as('last'))
    .where('offer', '=', serial)
    .where('first', '<', moment)
    .executeTakeFirstOrThrow();
  return last ?? -1;
}

/**
 * Puts a history back as it was, from a moment on or all of it. An offer that had none has none again.
 * @throws {ChangeRefused} when the runs do not add up
 */
export async function putHistory(tx: Kysely<Tables>, change: PutHistory): Promise<void> {
  const { offer, from = 0 } = change;
  const runs = (change.runs ?? []).map((run) => ({ ...run, gaps: Buffer.from(run.gaps, 'base64') }));
  const sources = await tx.selectFrom('price_sources').select('serial').execute();
  const serial = await serialOfOffer(tx, offer);
  const before = serial === undefined ? -1 : await lastBefore(tx, serial, from);
  const problem = historyProblem(
    runs,
    new Set(sources.map((row) => row.serial ?? 0)),
    Math.max(before, from - 1),
  );
  if (problem !== null) throw refused('runs', problem, 'Read the catalogue anew.');
  if (serial === undefined) return;
  await tx.deleteFrom('price_runs').where('offer', '=', serial).where('first', '>=', from).execute();
  if (change.runs === null && from === 0)
    await tx.deleteFrom('price_offers').where('serial', '=', serial).execute();
  await inBatches(runs, (batch) =>
    tx
      .insertInto('price_runs')
      .values(batch.map((run) => rowOf(serial, run)))
      .execute(),
  );
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
