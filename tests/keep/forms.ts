import { copyFileSync, existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { sql } from 'kysely';
import { openDatabase } from '../../packages/server/src/store/database.ts';
import { MIGRATIONS } from '../../packages/server/src/store/migrations/index.ts';

/*
 * Databases of every form that there was. One was kept from a real installation of version 1; those of before are made of its rows, by the
 * migrations of their time, those of after by what came then.
 */

/** The form of the database that was kept. */
const KEPT_FORM = '0007-sources-by-key';
const KEPT = new URL('../formats/v1/ripe-pick.sqlite.gz', import.meta.url);

export const FORMS = Object.keys(MIGRATIONS).sort();
const upTo = (form: string) =>
  Object.fromEntries(FORMS.filter((name) => name <= form).map((name) => [name, MIGRATIONS[name]]));

interface Column {
  readonly table: string;
  readonly name: string;
}

async function columnsOf(path: string, form: string): Promise<Column[]> {
  const { db, close } = await openDatabase(path, { migrations: upTo(form) });
  const { rows } = await sql<Column>`
    select m.name as "table", c.name from sqlite_master m join pragma_table_info(m.name) c
    where m.type = 'table' and m.name not like 'sqlite_%' and m.name not like 'kysely_%'`.execute(db);
  await close();
  return rows;
}

/** The database that was kept, with a few weeks of its prices: they are all alike. */
async function kept(path: string): Promise<void> {
  writeFileSync(path, gunzipSync(readFileSync(KEPT)));
  const { db, close } = await openDatabase(path, { migrations: upTo(KEPT_FORM) });
  await sql`delete from price_runs where offer % 40 > 0`.execute(db);
  await close();
}

/** Makes a database of a form at a path. */
export async function databaseOf(form: string, path: string): Promise<void> {
  if (form >= KEPT_FORM) {
    await kept(path);
    const { close } = await openDatabase(path, { migrations: upTo(form) });
    await close();
  } else {
    const from = `${path}.kept`;
    await kept(from);
    const there = await columnsOf(from, KEPT_FORM);
    const wanted = await columnsOf(path, form);
    const { db, close } = await openDatabase(path, { migrations: upTo(form) });
    await sql`pragma foreign_keys = off`.execute(db);
    await sql`attach database ${from} as kept`.execute(db);
    for (const table of new Set(wanted.map((column) => column.table))) {
      const both = wanted.filter(
        (column) =>
          column.table === table && there.some((each) => each.table === table && each.name === column.name),
      );
      if (both.length === 0) continue;
      const list = sql.join(both.map(({ name }) => sql.ref(name)));
      await sql`insert or ignore into main.${sql.table(table)} (${list}) select ${list} from kept.${sql.table(table)}`.execute(
        db,
      );
    }
    await sql`detach database kept`.execute(db);
    await close();
    rmSync(from);
  }
  for (const ending of ['-wal', '-shm', '.kept-wal', '.kept-shm']) rmSync(path + ending, { force: true });
}

/** Copies a database with what belongs to it. */
export function copyDatabase(from: string, to: string): void {
  for (const ending of ['', '-wal']) if (existsSync(from + ending)) copyFileSync(from + ending, to + ending);
}
