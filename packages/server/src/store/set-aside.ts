import { problemLine, problemsOf, type AsideRow } from '@ripe-pick/contract';
import { sql, type Kysely } from 'kysely';
import type { z } from 'zod';
import { tableShapes, type StoredTable } from './archive/shape.ts';
import type { Tables } from './tables.ts';

/*
 * Rows that cannot be read. What was kept once may not pass any more: an older version let it in, a disk changed it, somebody wrote into the
 * file. One such row must not cost all the others: it is moved out of its table, whole and with its reason, and the rest works.
 */

type TableName = keyof Tables & string;
type Key = Readonly<Record<string, string | number>>;
type KeptRow = Readonly<Record<string, unknown>>;

/** Rows that hang on a row, and would go with it or make no sense without it. */
const HANGING: Partial<Record<TableName, readonly (readonly [table: TableName, column: string])[]>> = {
  parts: [
    ['offers', 'part'],
    ['rates', 'part'],
  ],
  shops: [['offers', 'shop']],
  feeds: [['held', 'feed']],
  briefs: [
    ['candidates', 'brief'],
    ['kept', 'brief'],
    ['steps', 'brief'],
    ['watch_points', 'brief'],
  ],
};

/** How the reason of a row begins that was set aside with another one. */
export const HANGS_ON = 'it hangs on';

const LONGEST_REASON = 1000;
const nameOf = (shape: StoredTable, row: KeptRow) =>
  shape.key.map((column) => String(row[column])).join(', ');

/** A row as JSON, every column to the letter; bytes in base64. */
const packed = ({ columns, bytes }: StoredTable, row: KeptRow): string =>
  JSON.stringify(
    Object.fromEntries(
      columns.map((column) => {
        const value = row[column];
        return [
          column,
          value !== null && bytes.has(column) ? Buffer.from(value as Uint8Array).toString('base64') : value,
        ];
      }),
    ),
  );

const where = (key: Key) =>
  sql.join(
    Object.entries(key).map(([column, value]) => sql`${sql.ref(column)} = ${value}`),
    sql` and `,
  );

async function shapeOf(tx: Kysely<Tables>, table: TableName): Promise<StoredTable> {
  const shape = (await tableShapes(tx)).find(({ name }) => name === table);
  if (!shape) throw new Error(`aside: there is no table ${table}`);
  return shape;
}

/** Moves the rows of a table that a key names out of it, those that hang on them first. */
async function moveOut(tx: Kysely<Tables>, table: TableName, key: Key, reason: string): Promise<void> {
  const shape = await shapeOf(tx, table);
  const { rows } = await sql<KeptRow>`select * from ${sql.table(table)} where ${where(key)}`.execute(tx);
  for (const row of rows) {
    const name = nameOf(shape, row);
    const id = row[shape.key[0]] as string | number;
    for (const [hanging, column] of HANGING[table] ?? [])
      await moveOut(
        tx,
        hanging,
        { [column]: id },
        `${HANGS_ON} ${name} of ${table}, which could not be read`,
      );
    await tx
      .insertInto('set_aside')
      .values({
        of_table: table,
        name: name.slice(0, 300),
        reason: reason.slice(0, LONGEST_REASON),
        at: new Date().toISOString(),
        body: packed(shape, row),
      })
      .execute();
  }
  await sql`delete from ${sql.table(table)} where ${where(key)}`.execute(tx);
}

const inTransaction = <T>(db: Kysely<Tables>, work: (tx: Kysely<Tables>) => Promise<T>): Promise<T> =>
  db.isTransaction ? work(db) : db.transaction().execute(work);

/** Sets aside what a key names in a table, with its reason. */
export async function setAside(
  db: Kysely<Tables>,
  table: TableName,
  key: Key,
  reason: string,
): Promise<void> {
  console.warn(`could not be read: ${table} ${Object.values(key).join(', ')}: ${reason}`);
  await inTransaction(db, (tx) => moveOut(tx, table, key, reason));
}

/** Why a value is none. */
export const reasonOf = (error: z.ZodError, value: unknown): string =>
  problemsOf(error, value).slice(0, 5).map(problemLine).join(' ');

/** JSON of a column; undefined where it is none. */
export function parsedColumn(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

export interface RowReading<R, S extends z.ZodType> {
  readonly table: TableName;
  readonly schema: S;
  /** By what a row is told from others. */
  readonly keyOf: (row: R) => Key;
  /** What of a row the schema judges. */
  readonly valueOf: (row: R) => unknown;
}

/** Reads rows of a table by a schema. Those that do not pass are set aside, and the others are given. */
export async function readable<R, S extends z.ZodType>(
  db: Kysely<Tables>,
  rows: readonly R[],
  { table, schema, keyOf, valueOf }: RowReading<R, S>,
): Promise<z.output<S>[]> {
  const values: z.output<S>[] = [];
  for (const row of rows) {
    const value = valueOf(row);
    const read = schema.safeParse(value);
    if (read.success) values.push(read.data);
    else await setAside(db, table, keyOf(row), reasonOf(read.error, value));
  }
  return values;
}

/** The same of rows whose JSON stands in one column. */
export const readBodies = <S extends z.ZodType>(
  db: Kysely<Tables>,
  table: TableName,
  rows: readonly { readonly body: string; readonly id?: string; readonly serial?: number | undefined }[],
  schema: S,
): Promise<z.output<S>[]> =>
  readable(db, rows, {
    table,
    schema,
    keyOf: ({ id, serial }): Key => (id === undefined ? { serial: serial ?? 0 } : { id }),
    valueOf: ({ body }) => parsedColumn(body),
  });

/** What was set aside, the newest first. */
export async function readAside(db: Kysely<Tables>): Promise<AsideRow[]> {
  const rows = await db.selectFrom('set_aside').selectAll().orderBy('serial', 'desc').limit(2000).execute();
  return rows.map(({ serial, of_table, name, reason, at }) => ({
    serial: serial ?? 0,
    of: of_table,
    name,
    reason,
    at,
  }));
}

/** Everything that was set aside, whole, to be taken away as a file. */
export async function asideFile(db: Kysely<Tables>): Promise<string> {
  const rows = await db.selectFrom('set_aside').selectAll().orderBy('serial').execute();
  const all = rows.map(({ of_table, reason, at, body }) => ({
    table: of_table,
    reason,
    at,
    row: parsedColumn(body),
  }));
  return `${JSON.stringify({ format: 'ripe-pick/set-aside', version: 1, rows: all }, null, 1)}\n`;
}

export async function dropAside(db: Kysely<Tables>, serials: readonly number[]): Promise<void> {
  await sql`delete from set_aside where serial in (select value from json_each(${JSON.stringify(serials)}))`.execute(
    db,
  );
}

/** Tables in the order in which rows of theirs name those of others. */
const FIRST: readonly string[] = ['parts', 'shops', 'feeds', 'briefs'];
const rank = (table: string) => (FIRST.includes(table) ? 0 : 1);

/**
 * Puts everything that was set aside back where it stood, to be read anew: a newer version may read what an older one
 * could not. A row whose place is taken stays aside.
 */
export async function putBack(db: Kysely<Tables>): Promise<void> {
  await inTransaction(db, async (tx) => {
    const shapes = new Map((await tableShapes(tx)).map((shape) => [shape.name, shape]));
    const rows = await tx.selectFrom('set_aside').selectAll().orderBy('serial').execute();
    const inOrder = [...rows].sort((a, b) => rank(a.of_table) - rank(b.of_table));
    for (const { serial, of_table, body } of inOrder) {
      const shape = shapes.get(of_table);
      const row = parsedColumn(body) as KeptRow | undefined; // as it was packed
      if (!shape || !row) continue;
      const columns = shape.columns.filter((column) => column in row);
      const values = columns.map((column) =>
        shape.bytes.has(column) && typeof row[column] === 'string'
          ? Buffer.from(row[column], 'base64')
          : row[column],
      );
      await sql`savepoint one_row`.execute(tx);
      try {
        await sql`insert into ${sql.table(of_table)} (${sql.join(columns.map((each) => sql.ref(each)))})
          values (${sql.join(values)})`.execute(tx);
        await tx
          .deleteFrom('set_aside')
          .where('serial', '=', serial ?? 0)
          .execute();
      } catch {
        await sql`rollback to one_row`.execute(tx);
      }
      await sql`release one_row`.execute(tx);
    }
  });
}
