import { closeSync, openSync, readFileSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { Zip, ZipDeflate } from 'fflate';
import { sql, type Kysely } from 'kysely';
import { openDatabase } from '../database.ts';
import { receiptIds } from '../receipts.ts';
import type { Tables } from '../tables.ts';
import { MANIFEST, manifestOf, RECEIPT_FOLDER, tableFile, type Manifest } from './layout.ts';
import { tableForm, tableShapes, type StoredTable } from './shape.ts';

/** Rows that are read at a time. */
const PIECE = 2000;
/** No time is told: the same content is the same file. */
const NO_TIME = new Date(1980, 0, 2);

/** A ZIP file that is written as it grows. */
class ZipFile {
  private readonly file: number;
  private readonly zip: Zip;

  constructor(path: string) {
    this.file = openSync(path, 'w');
    this.zip = new Zip((error, bytes) => {
      if (error) throw error;
      writeSync(this.file, bytes);
    });
  }

  /** Adds a file; its content is pushed piece by piece, the last one with `true`. */
  add(name: string): ZipDeflate {
    const file = new ZipDeflate(name, { level: 6 });
    file.mtime = NO_TIME;
    this.zip.add(file);
    return file;
  }

  close(): void {
    this.zip.end();
    closeSync(this.file);
  }
}

type Row = Readonly<Record<string, unknown>>;

/** A row as a line: JSON as such, bytes in base64. */
const lineOf = ({ columns, json, bytes }: StoredTable, row: Row): string =>
  JSON.stringify(
    Object.fromEntries(
      columns.map((column) => {
        const value = row[column];
        if (value === null) return [column, null];
        if (json.has(column)) return [column, JSON.parse(String(value)) as unknown];
        return [column, bytes.has(column) ? Buffer.from(value as Uint8Array).toString('base64') : value]; // of a blob column
      }),
    ),
  );

async function writeTable(db: Kysely<Tables>, shape: StoredTable, file: ZipDeflate): Promise<number> {
  let count = 0;
  for (;;) {
    const { rows } = await sql<Row>`select * from ${sql.table(shape.name)}
      order by ${sql.join(shape.key.map((column) => sql.ref(column)))} limit ${PIECE} offset ${count}`.execute(
      db,
    );
    count += rows.length;
    const isLast = rows.length < PIECE;
    const text = rows.map((row) => `${lineOf(shape, row)}\n`).join('');
    file.push(new TextEncoder().encode(text), isLast);
    if (isLast) return count;
  }
}

/**
 * Writes everything that a database and its receipts hold into one open file, as it is at one moment.
 *
 * @returns what was written; the same content is always the same bytes
 */
export async function writeArchive(database: string, receipts: string, target: string): Promise<Manifest> {
  const { db, close } = await openDatabase(database);
  const zip = new ZipFile(target);
  try {
    return await db.transaction().execute(async (tx) => {
      const tables: Record<string, number> = {};
      for (const shape of await tableShapes(tx))
        tables[shape.name] = await writeTable(tx, shape, zip.add(tableFile(shape.name)));
      const ids = receiptIds(receipts);
      for (const id of ids)
        zip.add(`${RECEIPT_FOLDER}${id}`).push(new Uint8Array(readFileSync(join(receipts, id))), true);
      const manifest = manifestOf({ form: await tableForm(tx), tables, receipts: ids.length });
      zip.add(MANIFEST).push(new TextEncoder().encode(`${JSON.stringify(manifest, null, 1)}\n`), true);
      return manifest;
    });
  } finally {
    zip.close();
    await close();
  }
}
