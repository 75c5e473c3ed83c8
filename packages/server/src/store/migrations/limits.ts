import { sql, type Kysely } from 'kysely';

/*
 * The limits of the schemas as checks of the tables, so that nothing is kept that would not be read back, whichever way it came in.
 */

interface Rebuilt {
  readonly table: string;
  /** By what a row is called where it is set aside. */
  readonly name: string;
  readonly columns: string;
  readonly checks: string;
  readonly rest?: string;
}

const MOST_MINOR = 10_000_000_000;
const MOST_MINUTE = 99_930_239;
const MOST_STOCK = 1_000_000;
const day = (column: string) =>
  `${column} glob '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]' and ${column} between '1970-01-01' and '2159-12-31'`;
const currency = (column: string) => `${column} glob '[A-Z][A-Z][A-Z]'`;

const TABLES: readonly Rebuilt[] = [
  {
    table: 'offers',
    name: 'id',
    columns: `id text primary key, position integer not null,
      part text not null references parts (id) on delete cascade,
      shop text not null references shops (id) on delete cascade,
      price_minor integer not null, shipping_minor integer,
      condition text not null check (condition in ('new', 'refurbished', 'used')),
      in_stock integer not null check (in_stock in (0, 1)),
      seen_on text not null, more text not null default '{}' check (json_valid(more))`,
    checks: `price_minor between 1 and ${MOST_MINOR}
      and (shipping_minor is null or shipping_minor between 0 and ${MOST_MINOR})
      and ${day('seen_on')}
      and coalesce(json_extract(more, '$.stock'), 0) between 0 and ${MOST_STOCK}`,
  },
  {
    table: 'currency_rates',
    name: "from_currency || ' to ' || to_currency",
    columns: `from_currency text not null, to_currency text not null, rate real not null,
      seen_on text not null, position integer not null`,
    checks: `${currency('from_currency')} and ${currency('to_currency')}
      and rate between 1e-6 and 1e6 and ${day('seen_on')}`,
    rest: ', primary key (from_currency, to_currency)',
  },
  {
    table: 'rates',
    name: 'part',
    columns: `kind text not null check (kind in ('cpus', 'gpus', 'integrated')),
      part text not null references parts (id) on delete cascade, position integer not null,
      rate_ln real not null, sd_ln real not null`,
    checks: 'rate_ln between -10 and 10 and sd_ln between 0 and 5',
    rest: ', primary key (kind, part)',
  },
  {
    table: 'price_runs',
    name: 'offer',
    columns: `offer integer not null references price_offers (serial), first integer not null,
      last integer not null, price integer, stock integer, source integer not null, gaps blob not null`,
    checks: `first between 0 and ${MOST_MINUTE} and last between first and ${MOST_MINUTE}
      and (price is null or price between 1 and ${MOST_MINOR})
      and (stock is null or stock between 0 and ${MOST_STOCK})`,
    rest: ', primary key (offer, first)',
  },
];

const INDEXES = ['create index offers_by_part on offers (part)'];

/** Columns of a table, as the database lists them. */
async function columnsOf(db: Kysely<unknown>, table: string): Promise<string[]> {
  const { rows } = await sql<{
    name: string;
  }>`select name from pragma_table_info(${table}) order by cid`.execute(db);
  return rows.map((column) => column.name);
}

async function rebuild(db: Kysely<unknown>, { table, name, columns, checks, rest = '' }: Rebuilt) {
  const fresh = `${table}_checked`;
  const end = table === 'price_runs' ? 'strict, without rowid' : 'strict';
  await sql.raw(`create table ${fresh} (${columns}, check (${checks})${rest}) ${end}`).execute(db);
  const list = (await columnsOf(db, table)).join(', ');
  // A row that passes no more is not lost: it is set aside.
  const { rows: bad } = await sql
    .raw<Record<string, unknown>>(
      `select ${list}, ${name} as row_name from ${table} where not coalesce(${checks}, 0)`,
    )
    .execute(db);
  for (const { row_name: rowName, ...row } of bad) {
    const body = JSON.stringify(
      Object.fromEntries(
        Object.entries(row).map(([column, value]) => [
          column,
          value instanceof Uint8Array ? Buffer.from(value).toString('base64') : value,
        ]),
      ),
    );
    await sql`insert into set_aside (of_table, name, reason, at, body) values (
      ${table}, ${String(rowName)}, 'a figure of it lies beyond what is taken', ${new Date().toISOString()},
      ${body})`.execute(db);
  }
  await sql
    .raw(`insert into ${fresh} (${list}) select ${list} from ${table} where coalesce(${checks}, 0)`)
    .execute(db);
  await sql.raw(`drop table ${table}`).execute(db);
  await sql.raw(`alter table ${fresh} rename to ${table}`).execute(db);
}

/** Gives rows that cannot be read a place of their own, and holds the others to limits. */
export async function toCheckedLimits(db: Kysely<unknown>): Promise<void> {
  await sql`create table set_aside (
    serial integer primary key, of_table text not null, name text not null, reason text not null,
    at text not null, body text not null check (json_valid(body))) strict`.execute(db);
  // Which source brought a deal: none overwrites what another stated.
  await sql`alter table deals add column feed text`.execute(db);
  for (const each of TABLES) await rebuild(db, each);
  for (const index of INDEXES) await sql.raw(index).execute(db);
}
