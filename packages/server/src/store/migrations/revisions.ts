import { sql, type Kysely } from 'kysely';

/** Rows that share a revision: those of positions that come to the same whole number. Changing it takes another migration. */
export const ROWS_A_PIECE = 400;

/** Tables whose changes are numbered, and the piece that a row of each belongs to. */
const byPosition = (row: 'new' | 'old') => `${row}.position / ${ROWS_A_PIECE}`;
const whole = () => '0';
const NUMBERED: Readonly<Record<string, (row: 'new' | 'old') => string>> = {
  parts: byPosition,
  offers: byPosition,
  records: byPosition,
  shops: whole,
  deals: whole,
  currency_rates: whole,
  games: whole,
  rates: whole,
  settings: whole,
  bench_rigs: whole,
  bench_runs: whole,
  briefs: whole,
  alerts: whole,
  watch_points: whole,
  feeds: whole,
  held: whole,
};

const EVENTS = { insert: ['new'], update: ['old', 'new'], delete: ['old'] } as const;

/** Which brief is open is a setting too, and nothing of the catalogue. */
const onlyWhen = (table: string, row: 'new' | 'old') =>
  table === 'settings' ? `when ${row}.key != 'current-brief'` : '';

const mark = (table: string, piece: string) => `
  insert into revisions values ('${table}', ${piece}, (select coalesce(max(revision), 0) + 1 from revisions))
  on conflict (of_table, piece) do update set revision = excluded.revision;`;

/**
 * Numbers changes, so that what was read once is read again only where it has changed: by triggers, so that no way of writing forgets it,
 * and within the transaction of the change.
 */
export async function toRevisions(db: Kysely<unknown>): Promise<void> {
  await sql`create table revisions (
    of_table text not null, piece integer not null, revision integer not null,
    primary key (of_table, piece)) strict, without rowid`.execute(db);
  await sql`create index revisions_by_number on revisions (revision)`.execute(db);
  for (const table of ['parts', 'offers', 'records'])
    await sql.raw(`create index ${table}_by_position on ${table} (position)`).execute(db);
  await sql`create index price_offers_by_part on price_offers (part)`.execute(db);
  for (const [table, pieceOf] of Object.entries(NUMBERED)) {
    const piece = pieceOf === whole ? '0' : `position / ${ROWS_A_PIECE}`;
    await sql.raw(`insert into revisions select distinct '${table}', ${piece}, 1 from ${table}`).execute(db);
    for (const [event, rows] of Object.entries(EVENTS)) {
      const marks = rows.map((row) => mark(table, pieceOf(row))).join('');
      await sql
        .raw(
          `create trigger ${table}_${event}_numbered after ${event} on ${table} ${onlyWhen(table, rows[0])} begin ${marks} end`,
        )
        .execute(db);
    }
  }
}
