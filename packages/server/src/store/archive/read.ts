import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { sql, type Kysely } from 'kysely';
import { z } from 'zod';
import { openDatabase } from '../database.ts';
import { MIGRATIONS } from '../migrations/index.ts';
import type { Tables } from '../tables.ts';
import { judgeDatabase } from './judge.ts';
import type { Manifest } from './layout.ts';
import { tableShapes, type StoredTable } from './shape.ts';
import { bad, unpack } from './unpack.ts';

const rowSchema = z.record(z.string().max(100), z.json());
/** Values that one statement takes: below the 32,766 of SQLite. */
const MOST_VALUES = 30_000;

/** A row of an archive as its table has it. */
function rowOf(shape: StoredTable, line: string, place: string): Record<string, unknown> {
  let value: unknown;
  try {
    value = JSON.parse(line);
  } catch {
    throw bad(place, 'is not JSON', 'The archive is damaged: take another copy of it.');
  }
  const read = rowSchema.safeParse(value);
  if (!read.success)
    throw bad(place, 'is not a row of fields', 'The archive is damaged: take another copy of it.');
  const unknown = Object.keys(read.data).find((column) => !shape.columns.includes(column));
  if (unknown !== undefined)
    throw bad(place, `has a field "${unknown}" that is not known`, 'Take the field out.');
  return Object.fromEntries(
    Object.entries(read.data).map(([column, each]) => {
      if (each === null) return [column, null];
      if (shape.json.has(column)) return [column, JSON.stringify(each)];
      if (shape.bytes.has(column)) return [column, Buffer.from(String(each), 'base64')];
      return [column, typeof each === 'object' ? JSON.stringify(each) : each];
    }),
  );
}

async function fillTable(db: Kysely<Tables>, shape: StoredTable, text: string): Promise<number> {
  const file = `tables/${shape.name}.jsonl`;
  const rows = text
    .split('\n')
    .flatMap((line, n) => (line === '' ? [] : [rowOf(shape, line, `${file} line ${n + 1}`)]));
  const piece = Math.max(1, Math.floor(MOST_VALUES / shape.columns.length));
  for (let at = 0; at < rows.length; at += piece)
    try {
      await db
        .insertInto(shape.name as keyof Tables)
        .values(rows.slice(at, at + piece) as never) // rows of this very table, judged by it
        .execute();
    } catch (error) {
      const why = error instanceof Error ? error.message : String(error);
      throw bad(`${file} lines ${at + 1} to ${Math.min(rows.length, at + piece)}`, why, 'Correct the row.');
    }
  return rows.length;
}

/** Fills an empty database of the archive's own form. */
async function fill(db: Kysely<Tables>, manifest: Manifest, tables: ReadonlyMap<string, string>) {
  const shapes = new Map((await tableShapes(db)).map((shape) => [shape.name, shape]));
  await sql`pragma foreign_keys = off`.execute(db);
  await db.transaction().execute(async (tx) => {
    for (const [name, text] of tables) {
      const shape = shapes.get(name);
      if (!shape) throw bad(`tables/${name}.jsonl`, 'is no table of its form', 'Take the file out.');
      const count = await fillTable(tx, shape, text);
      if (count !== manifest.tables[name])
        throw bad(
          `tables/${name}.jsonl`,
          `has ${count} rows; ${manifest.tables[name] ?? 0} are listed`,
          'The archive is not whole: take another copy of it.',
        );
    }
    const { rows } = await sql<{ table: string; parent: string }>`pragma foreign_key_check`.execute(tx);
    if (rows.length > 0)
      throw bad(
        `tables/${rows[0].table}.jsonl`,
        `${rows.length} rows name what ${rows[0].parent} does not have`,
        'Correct them, or add what they name.',
      );
  });
}

/**
 * Reads an archive into a database and a folder of receipts of its own, in its own form first, and brings that to the
 * newest one. Nothing of it is in use by then.
 *
 * @throws {BadArchive} when something in it cannot be taken; then nothing is left behind
 */
export async function readArchive(path: string, folder: string): Promise<Manifest> {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(join(folder, 'receipts'), { recursive: true });
  try {
    const { manifest, tables, receipts } = unpack(readFileSync(path));
    const names = Object.keys(MIGRATIONS).sort();
    if (!names.includes(manifest.form))
      throw bad(
        'ripe-pick.json',
        `the form ${manifest.form} is not known here`,
        'Bring this app up to date first.',
      );
    const upTo = Object.fromEntries(
      names.filter((name) => name <= manifest.form).map((name) => [name, MIGRATIONS[name]]),
    );
    const database = join(folder, 'incoming.sqlite');
    const own = await openDatabase(database, { migrations: upTo });
    try {
      await fill(own.db, manifest, tables);
    } finally {
      await own.close();
    }
    const newest = await openDatabase(database);
    try {
      await judgeDatabase(newest.db);
    } finally {
      await newest.close();
    }
    for (const [id, bytes] of receipts) writeFileSync(join(folder, 'receipts', id), bytes);
    return manifest;
  } catch (error) {
    rmSync(folder, { recursive: true, force: true });
    throw error;
  }
}
