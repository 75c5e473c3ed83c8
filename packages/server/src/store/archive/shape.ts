import { sql, type Kysely } from 'kysely';
import type { Tables } from '../tables.ts';

/** A table as the database itself describes it. */
export interface StoredTable {
  readonly name: string;
  readonly columns: readonly string[];
  /** Columns that hold JSON: an archive has it as such, not as text. */
  readonly json: ReadonlySet<string>;
  /** Columns that hold bytes: an archive has them in base64. */
  readonly bytes: ReadonlySet<string>;
  /** What its rows are told apart by, in order. */
  readonly key: readonly string[];
}

interface ColumnInfo {
  readonly name: string;
  readonly type: string;
  readonly pk: number;
}

/** Every table that keeps something of the user's, so that none is forgotten in an archive. What counts changes keeps nothing. */
export async function tableShapes(db: Kysely<Tables>): Promise<StoredTable[]> {
  const { rows } = await sql<{ name: string; sql: string }>`
    select name, sql from sqlite_master
    where type = 'table' and name not like 'sqlite_%' and name not like 'kysely_%' and name != 'revisions' order by name`.execute(
    db,
  );
  return Promise.all(
    rows.map(async ({ name, sql: made }) => {
      const { rows: columns } =
        await sql<ColumnInfo>`select name, type, pk from pragma_table_info(${name}) order by cid`.execute(db);
      return {
        name,
        columns: columns.map((column) => column.name),
        json: new Set([...made.matchAll(/json_valid\("?(\w+)"?\)/g)].map(([, column]) => column)),
        bytes: new Set(columns.filter(({ type }) => type.toLowerCase() === 'blob').map((each) => each.name)),
        key: columns
          .filter(({ pk }) => pk > 0)
          .sort((a, b) => a.pk - b.pk)
          .map((column) => column.name),
      };
    }),
  );
}

/** The name of the last migration that a database has had: the form of its tables. */
export async function tableForm(db: Kysely<Tables>): Promise<string> {
  const { rows } = await sql<{ name: string }>`select max(name) as name from kysely_migration`.execute(db);
  return rows[0].name;
}
