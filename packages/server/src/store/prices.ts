import type { Corrected, Series } from '@ripe-pick/contract';
import { sql, type Kysely } from 'kysely';
import { looksOf, prolonged, runsOf, type Run, type StoredLook } from './runs.ts';
import type { Tables } from './tables.ts';

/** A price to be taken in, for an offer that is known or new. */
export interface Intake {
  readonly offer: string;
  readonly part: string;
  readonly shop: string;
  readonly currency: string;
  readonly at: number;
  readonly price: number | null;
  readonly stock: number | null;
  /** A new offer of the catalogue, as its row; absent for one that is there. */
  readonly fresh?: Omit<Tables['offers'], 'position'> | undefined;
}

export interface IntakeResult {
  readonly taken: number;
  /** Looks that found another price or stock than the one before. */
  readonly changed: number;
  readonly newOffers: number;
  /** Looks that were there already. */
  readonly repeated: number;
}

const AT_ONCE = 500;

async function inPieces<T>(rows: readonly T[], run: (piece: T[]) => Promise<unknown>): Promise<void> {
  for (let at = 0; at < rows.length; at += AT_ONCE) await run(rows.slice(at, at + AT_ONCE));
}

function grouped<K, T>(items: readonly T[], keyOf: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const item of items) {
    const group = groups.get(keyOf(item));
    if (group) group.push(item);
    else groups.set(keyOf(item), [item]);
  }
  return groups;
}

async function sourceSerial(tx: Kysely<Tables>, name: string): Promise<number> {
  await tx
    .insertInto('price_sources')
    .values({ name })
    .onConflict((c) => c.column('name').doNothing())
    .execute();
  const row = await tx
    .selectFrom('price_sources')
    .select('serial')
    .where('name', '=', name)
    .executeTakeFirstOrThrow();
  return row.serial ?? 0;
}

/** SQLite’s blobs come as buffers; a run works on plain bytes. */
const runOf = (row: Tables['price_runs']): Run => ({
  first: row.first,
  last: row.last,
  price: row.price,
  stock: row.stock,
  source: row.source,
  gaps: new Uint8Array(row.gaps),
});
const rowOf = (offer: number, run: Run): Tables['price_runs'] => ({
  offer,
  ...run,
  gaps: Buffer.from(run.gaps),
});

async function rewrite(tx: Kysely<Tables>, serial: number, looks: readonly StoredLook[]): Promise<void> {
  await tx.deleteFrom('price_runs').where('offer', '=', serial).execute();
  await inPieces(
    runsOf(looks).map((run) => rowOf(serial, run)),
    (piece) => tx.insertInto('price_runs').values(piece).execute(),
  );
}

const runsFor = async (tx: Kysely<Tables>, serial: number): Promise<Run[]> =>
  (await tx.selectFrom('price_runs').selectAll().where('offer', '=', serial).orderBy('first').execute()).map(
    runOf,
  );

/** The offer’s row shows the newest look: what was seen last is what it costs now. */
async function showNewest(
  tx: Kysely<Tables>,
  newest: readonly { id: string; price: number | null; stock: number | null; on: string; source: string }[],
): Promise<void> {
  await inPieces(newest, (piece) =>
    sql`update offers set price_minor = coalesce(j.value ->> 'price', price_minor), in_stock = (j.value ->> 'price') is not null, seen_on = j.value ->> 'on',
      more = case when j.value ->> 'stock' is null then json_remove(json_set(more, '$.source', j.value ->> 'source'), '$.stock') else json_set(more, '$.source', j.value ->> 'source', '$.stock', j.value ->> 'stock') end
      from json_each(${JSON.stringify(piece)}) as j where offers.id = j.value ->> 'id' and offers.seen_on <= j.value ->> 'on'`.execute(
      tx,
    ),
  );
}

const dayOf = (minute: number) => new Date(minute * 60_000).toISOString().slice(0, 10);

/**
 * Takes prices in: all of them in one transaction, or none. A look that is there already counts once, so that an intake may be repeated
 * after a crash.
 */
export async function takeIn(
  db: Kysely<Tables>,
  intakes: readonly Intake[],
  source: string,
): Promise<IntakeResult> {
  return db.transaction().execute((tx) => takeInWithin(tx, intakes, source));
}

export async function takeInWithin(
  tx: Kysely<Tables>,
  intakes: readonly Intake[],
  source: string,
): Promise<IntakeResult> {
  const from = await sourceSerial(tx, source);
  const fresh = new Map(intakes.flatMap((each) => (each.fresh ? [[each.offer, each.fresh] as const] : [])));
  if (fresh.size > 0) {
    const { position } = (await tx
      .selectFrom('offers')
      .select(({ fn }) => fn.max('position').as('position'))
      .executeTakeFirst()) ?? { position: 0 };
    const rows = [...fresh.values()].map((row, n) => ({ ...row, position: (position ?? -1) + 1 + n }));
    await inPieces(rows, (piece) =>
      tx
        .insertInto('offers')
        .values(piece)
        .onConflict((c) => c.column('id').doNothing())
        .execute(),
    );
  }
  await inPieces([...new Map(intakes.map((each) => [each.offer, each])).values()], (piece) =>
    tx
      .insertInto('price_offers')
      .values(piece.map(({ offer, part, shop, currency }) => ({ offer, part, shop, currency })))
      .onConflict((c) => c.column('offer').doNothing())
      .execute(),
  );
  const serials = new Map<string, number>();
  const lasts = new Map<number, Run>();
  const byOffer = grouped(intakes, (each) => each.offer);
  await inPieces([...byOffer.keys()], async (piece) => {
    const rows = await tx
      .selectFrom('price_offers')
      .select(['serial', 'offer'])
      .where('offer', 'in', piece)
      .execute();
    for (const { serial, offer } of rows) serials.set(offer, serial ?? 0);
    const runs = await sql<
      Tables['price_runs']
    >`select r.* from price_runs r join json_each(${JSON.stringify(rows.map((row) => row.serial))}) j on r.offer = j.value where r.first = (select max(first) from price_runs where offer = r.offer)`.execute(
      tx,
    );
    for (const row of runs.rows) lasts.set(row.offer, runOf(row));
  });
  const result = { taken: 0, changed: 0, repeated: 0 };
  const put: Tables['price_runs'][] = [];
  const newest: { id: string; price: number | null; stock: number | null; on: string; source: string }[] = [];
  for (const [offer, all] of byOffer) {
    const serial = serials.get(offer) ?? 0;
    const looks = all
      .map(({ at, price, stock }): StoredLook => ({ at, price, stock, source: from }))
      .sort((a, b) => a.at - b.at);
    const last = lasts.get(serial);
    const [look] = looks;
    const tail = looks[looks.length - 1];
    newest.push({ id: offer, price: tail.price, stock: tail.stock, on: dayOf(tail.at), source });
    if (looks.length === 1 && (!last || look.at > last.last)) {
      const longer = last ? prolonged(last, look) : null;
      put.push(rowOf(serial, longer ?? runsOf([look])[0]));
      result.taken++;
      if (!last || last.price !== look.price || last.stock !== look.stock) result.changed++;
      continue;
    }
    // Older looks, or many at once: the whole history of the offer is written anew.
    const merged = new Map(looksOf(last ? await runsFor(tx, serial) : []).map((each) => [each.at, each]));
    for (const each of looks) {
      const there = merged.get(each.at);
      if (there && there.price === each.price && there.stock === each.stock) result.repeated++;
      else {
        merged.set(each.at, each);
        result.taken++;
        result.changed++;
      }
    }
    await rewrite(
      tx,
      serial,
      [...merged.values()].sort((a, b) => a.at - b.at),
    );
  }
  await inPieces(put, (piece) =>
    tx
      .insertInto('price_runs')
      .values(piece)
      .onConflict((c) =>
        c
          .columns(['offer', 'first'])
          .doUpdateSet((eb) => ({ last: eb.ref('excluded.last'), gaps: eb.ref('excluded.gaps') })),
      )
      .execute(),
  );
  await showNewest(tx, newest);
  return { ...result, newOffers: fresh.size };
}

export interface HistoryWish {
  readonly offers: readonly string[];
  readonly parts: readonly string[];
  /** Further offers, spread over all that have a history. */
  readonly pool: number;
}

/** Histories, oldest look first. */
export async function readHistory(
  db: Kysely<Tables>,
  wish: HistoryWish,
): Promise<{ sources: string[]; series: Series[]; looks: number; offers: number }> {
  const sources = await db.selectFrom('price_sources').selectAll().orderBy('serial').execute();
  const at = new Map(sources.map(({ serial }, n) => [serial, n]));
  const list = (ids: readonly string[]) => JSON.stringify(ids);
  const { rows: wanted } = await sql<
    Tables['price_offers'] & { serial: number }
  >`select * from price_offers where offer in (select value from json_each(${list(wish.offers)})) or part in (select value from json_each(${list(wish.parts)}))`.execute(
    db,
  );
  const { count = 0 } =
    (await db
      .selectFrom('price_offers')
      .select(({ fn }) => fn.countAll<number>().as('count'))
      .executeTakeFirst()) ?? {};
  if (wish.pool > 0) {
    const every = Math.max(1, Math.floor(count / wish.pool));
    const known = new Set(wanted.map((row) => row.serial));
    const { rows: pool } = await sql<
      Tables['price_offers'] & { serial: number }
    >`select * from price_offers where serial % ${every} = 0 limit ${wish.pool}`.execute(db);
    wanted.push(...pool.filter((row) => !known.has(row.serial)));
  }
  const { rows: runs } = await sql<
    Tables['price_runs']
  >`select r.* from json_each(${JSON.stringify(wanted.map((row) => row.serial))}) j join price_runs r on r.offer = j.value order by r.offer, r.first`.execute(
    db,
  );
  const byOffer = grouped(runs, (row) => row.offer);
  let looks = 0;
  const series = wanted.map(({ serial, offer, part, shop, currency }): Series => {
    const all = looksOf((byOffer.get(serial) ?? []).map(runOf));
    looks += all.length;
    return {
      offer,
      part,
      shop,
      currency,
      at: all.map((look) => look.at),
      price: all.map((look) => look.price),
      stock: all.map((look) => look.stock),
      source: all.map((look) => at.get(look.source) ?? 0),
    };
  });
  return { sources: sources.map(({ name }) => name), series, looks, offers: count };
}

/** Last price that was seen of each offer, before any that is asked about now. */
export async function lastPrices(
  db: Kysely<Tables>,
  offers: readonly string[],
): Promise<Map<string, number>> {
  const { rows } = await sql<{
    offer: string;
    price: number;
  }>`select o.offer, r.price from json_each(${JSON.stringify(offers)}) j join price_offers o on o.offer = j.value join price_runs r on r.offer = o.serial
    where r.price is not null and r.first = (select max(first) from price_runs where offer = o.serial and price is not null)`.execute(
    db,
  );
  return new Map(rows.map(({ offer, price }) => [offer, price]));
}

interface Correction {
  readonly offer: string;
  readonly at: number;
  readonly change: { readonly price: number | null } | 'remove';
}

/** What a look was, or that there was none. */
type Was = { readonly price: number | null; readonly stock: number | null; readonly source: number } | null;

async function setLook(tx: Kysely<Tables>, offer: string, at: number, to: Was): Promise<Was | undefined> {
  const row = await tx
    .selectFrom('price_offers')
    .select('serial')
    .where('offer', '=', offer)
    .executeTakeFirst();
  if (!row?.serial) return undefined;
  const looks = new Map(looksOf(await runsFor(tx, row.serial)).map((look) => [look.at, look]));
  const there = looks.get(at);
  if (to) looks.set(at, { at, ...to });
  else looks.delete(at);
  const sorted = [...looks.values()].sort((a, b) => a.at - b.at);
  await rewrite(tx, row.serial, sorted);
  const newest = sorted.at(-1);
  const source = newest
    ? await tx
        .selectFrom('price_sources')
        .select('name')
        .where('serial', '=', newest.source)
        .executeTakeFirst()
    : undefined;
  if (newest) {
    // What is newest now may be older than what the offer showed.
    await tx
      .updateTable('offers')
      .set({ seen_on: dayOf(newest.at) })
      .where('id', '=', offer)
      .execute();
    await showNewest(tx, [
      {
        id: offer,
        price: newest.price,
        stock: newest.stock,
        on: dayOf(newest.at),
        source: source?.name ?? 'unknown',
      },
    ]);
  }
  return there ? { price: there.price, stock: there.stock, source: there.source } : null;
}

const tellCorrection = (row: Tables['price_corrections']): Corrected => {
  const was = (text: string): Was => JSON.parse(text) as Was; // written below
  return {
    serial: row.serial ?? 0,
    offer: row.offer,
    at: row.at,
    before: was(row.before)?.price ?? null,
    after: was(row.after)?.price ?? null,
    isRemoval: was(row.after) === null,
    isUndone: row.is_undone === 1,
    madeAt: row.made_at,
  };
};

/** Corrects a look; null when there is none at that moment. */
export async function correct(
  db: Kysely<Tables>,
  { offer, at, change }: Correction,
  now: string,
): Promise<Corrected | null> {
  return db.transaction().execute(async (tx) => {
    const row = await tx
      .selectFrom('price_offers')
      .select('serial')
      .where('offer', '=', offer)
      .executeTakeFirst();
    const look = row?.serial
      ? looksOf(await runsFor(tx, row.serial)).find((each) => each.at === at)
      : undefined;
    if (!look) return null;
    const before: Was = { price: look.price, stock: look.stock, source: look.source };
    const after: Was =
      change === 'remove'
        ? null
        : { price: change.price, stock: change.price === null ? null : look.stock, source: look.source };
    await setLook(tx, offer, at, after);
    const kept = await tx
      .insertInto('price_corrections')
      .values({
        offer,
        at,
        before: JSON.stringify(before),
        after: JSON.stringify(after),
        made_at: now,
        is_undone: 0,
      })
      .returningAll()
      .executeTakeFirstOrThrow();
    return tellCorrection(kept);
  });
}

/** Takes a correction back, or makes it again. */
export async function turnCorrection(db: Kysely<Tables>, serial: number): Promise<Corrected | null> {
  return db.transaction().execute(async (tx) => {
    const row = await tx
      .selectFrom('price_corrections')
      .selectAll()
      .where('serial', '=', serial)
      .executeTakeFirst();
    if (!row) return null;
    const isUndone = row.is_undone === 1;
    await setLook(tx, row.offer, row.at, JSON.parse(isUndone ? row.after : row.before) as Was); // written above
    await tx
      .updateTable('price_corrections')
      .set({ is_undone: isUndone ? 0 : 1 })
      .where('serial', '=', serial)
      .execute();
    return tellCorrection({ ...row, is_undone: isUndone ? 0 : 1 });
  });
}

export async function readCorrections(db: Kysely<Tables>): Promise<Corrected[]> {
  const rows = await db
    .selectFrom('price_corrections')
    .selectAll()
    .orderBy('serial', 'desc')
    .limit(200)
    .execute();
  return rows.map(tellCorrection);
}

/** A run of daily looks as a file of histories has it; moments in minutes. */
export interface ImportedRun {
  readonly offer: string;
  readonly part: string;
  readonly shop: string;
  readonly currency: string;
  readonly first: number;
  readonly last: number;
  readonly price: number | null;
}

/** Takes whole histories in, of offers that have none yet: a look a day within each run. One transaction. */
export async function importRuns(
  db: Kysely<Tables>,
  runs: readonly ImportedRun[],
  source: string,
): Promise<void> {
  await db.transaction().execute(async (tx) => {
    const from = await sourceSerial(tx, source);
    const byOffer = grouped(runs, (run) => run.offer);
    await inPieces(
      [...byOffer.values()].map(([{ offer, part, shop, currency }]) => ({ offer, part, shop, currency })),
      (piece) =>
        tx
          .insertInto('price_offers')
          .values(piece)
          .onConflict((c) => c.column('offer').doNothing())
          .execute(),
    );
    const serials = new Map(
      (await tx.selectFrom('price_offers').select(['serial', 'offer']).execute()).map((row) => [
        row.offer,
        row.serial ?? 0,
      ]),
    );
    const filled = new Set(
      (await tx.selectFrom('price_runs').select('offer').distinct().execute()).map((row) => row.offer),
    );
    const rows: Tables['price_runs'][] = [];
    for (const [offer, all] of byOffer) {
      const serial = serials.get(offer) ?? 0;
      if (filled.has(serial)) continue;
      const looks = all.flatMap(({ first, last, price }) =>
        Array.from({ length: Math.floor((last - first) / 1440) + 1 }, (_, n): StoredLook => ({
          at: first + n * 1440,
          price,
          stock: null,
          source: from,
        })),
      );
      rows.push(...runsOf(looks.sort((a, b) => a.at - b.at)).map((run) => rowOf(serial, run)));
    }
    await inPieces(rows, (piece) => tx.insertInto('price_runs').values(piece).execute());
  });
}
