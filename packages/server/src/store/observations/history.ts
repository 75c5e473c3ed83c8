import type { Series } from '@ripe-pick/contract';
import { sql, type Kysely } from 'kysely';
import { groupedBy } from '../batches.ts';
import type { Tables } from '../tables.ts';
import { runOf, soundRuns } from './rows.ts';
import { momentsOf, type Run } from './runs.ts';
import { feedSource } from './sources.ts';
import type { Intake } from './take-in.ts';

interface HistoryRequest {
  readonly offers: readonly string[];
  readonly parts: readonly string[];
  /** Further offers, spread over all that have a history. */
  readonly pool: number;
}

interface Histories {
  /** Names of sources; `series[…].source` points here. */
  readonly sources: string[];
  readonly series: Series[];
  /** Observations in all series. */
  readonly observations: number;
  /** Offers that have a history, asked about or not. */
  readonly offers: number;
}

type OfferRow = Tables['price_offers'] & { readonly serial: number };

/** Histories, oldest observation first, as they stood at one moment. */
export async function readHistory(db: Kysely<Tables>, request: HistoryRequest): Promise<Histories> {
  return db.transaction().execute(async (tx) => {
    const sources = await tx.selectFrom('price_sources').selectAll().orderBy('serial').execute();
    const sourceIndex = new Map(sources.map(({ serial }, n) => [serial, n]));
    const { count } = await tx
      .selectFrom('price_offers')
      .select(({ fn }) => fn.countAll<number>().as('count'))
      .executeTakeFirstOrThrow();
    const wanted = await offersOf(tx, request, count);
    const { rows } = await sql<Tables['price_runs']>`
      select r.* from json_each(${JSON.stringify(wanted.map((row) => row.serial))}) j
      join price_runs r on r.offer = j.value order by r.offer, r.first`.execute(tx);
    const runs = groupedBy(await soundRuns(tx, rows), (row) => row.offer);
    const series = wanted.map(({ serial, ...offer }): Series => ({
      ...offer,
      ...columnsOf((runs.get(serial) ?? []).map(runOf), sourceIndex),
    }));
    const observations = series.reduce((sum, { at }) => sum + at.length, 0);
    return { sources: sources.map(({ name }) => name), series, observations, offers: count };
  });
}

/** What was seen, by columns: histories are long, and most of what goes out. */
function columnsOf(runs: readonly Run[], sourceIndex: ReadonlyMap<number | undefined, number>) {
  const at: number[] = [];
  const price: (number | null)[] = [];
  const stock: (number | null)[] = [];
  const source: number[] = [];
  for (const run of runs) {
    const index = sourceIndex.get(run.source) ?? 0;
    for (const moment of momentsOf(run)) {
      at.push(moment);
      price.push(run.price);
      stock.push(run.stock);
      source.push(index);
    }
  }
  return { at, price, stock, source };
}

async function offersOf(tx: Kysely<Tables>, request: HistoryRequest, count: number): Promise<OfferRow[]> {
  // Two questions that have an index each; asked as one, every offer would be looked at.
  const { rows: named } = await sql<OfferRow>`
    select * from price_offers where offer in (select value from json_each(${JSON.stringify(request.offers)}))
    union
    select * from price_offers where part in (select value from json_each(${JSON.stringify(request.parts)}))
    order by serial`.execute(tx);
  if (request.pool === 0) return named;
  const every = Math.max(1, Math.floor(count / request.pool));
  const known = new Set(named.map((row) => row.serial));
  const spread = Array.from({ length: request.pool }, (_, n) => (n + 1) * every);
  const { rows: pool } = await sql<OfferRow>`
    select * from price_offers where serial in (select value from json_each(${JSON.stringify(spread)}))
    order by serial`.execute(tx);
  return [...named, ...pool.filter((row) => !known.has(row.serial))];
}

/** Last price that was seen of each offer; sold out does not count. */
export async function lastPrices(
  db: Kysely<Tables>,
  offers: readonly string[],
): Promise<Map<string, number>> {
  const { rows } = await sql<{ readonly offer: string; readonly price: number }>`
    select o.offer, r.price from json_each(${JSON.stringify(offers)}) j
    join price_offers o on o.offer = j.value
    join price_runs r on r.offer = o.serial
    where r.price is not null
      and r.first = (select max(first) from price_runs where offer = o.serial and price is not null)`.execute(
    db,
  );
  return new Map(rows.map(({ offer, price }) => [offer, price]));
}

/** What a feed said the last time, to be said again: it was asked, and nothing had changed. */
export async function lastOfFeed(
  db: Kysely<Tables>,
  feed: { readonly id: string; readonly name: string },
): Promise<Intake[]> {
  const { rows } = await sql<Omit<Intake, 'at'> & { readonly last: number }>`
    with mine as (
      select r.* from price_runs r join price_sources s on s.serial = r.source where s.key = ${feedSource(feed).key}
    ), newest as (select max(last) as last from mine)
    select o.offer, o.part, o.shop, o.currency, m.last, m.price, m.stock
    from mine m join newest n on m.last = n.last join price_offers o on o.serial = m.offer`.execute(db);
  return rows.map(({ last, ...row }) => ({ ...row, at: last }));
}
