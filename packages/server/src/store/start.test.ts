import {
  chmodSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql, type Kysely } from 'kysely';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { CannotStart, isFullDisk } from './cannot-start.ts';
import { checkWhole, openDatabase } from './database.ts';
import { markKept, takeFolder } from './folder.ts';
import { openStore } from './index.ts';
import { MIGRATIONS } from './migrations/index.ts';

/* Everything that can be wrong with data at a start: a sentence that says what to do, and nothing made worse. */

let folder: string;
let path: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-start-'));
  path = join(folder, 'ripe-pick.sqlite');
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const filled = async () => {
  const store = await openStore(path);
  await store.setToday('2026-11-20');
  await store.close();
};
/** The sentence, with the file as it was before. */
async function sentence(start: () => unknown): Promise<string> {
  const before = existsSync(path) ? readFileSync(path) : null;
  let said = 'it started';
  try {
    await start();
  } catch (error) {
    if (!(error instanceof CannotStart)) throw error;
    said = error.message;
  }
  expect(existsSync(path) ? readFileSync(path) : null).toEqual(before);
  return said;
}

describe('a start on data that', () => {
  it('are of a newer version', async () => {
    await filled();
    const { db, close } = await openDatabase(path);
    await sql`insert into kysely_migration values ('9999-later', '2030-01-01')`.execute(db);
    await close();
    expect(await sentence(() => openStore(path))).toMatch(/newer version .*9999-later.*--restore/);
  });
  it.each([
    ['no database at all', (bytes: Buffer) => bytes.fill('x')],
    ['a database cut off', (bytes: Buffer) => bytes.subarray(0, 5000)],
    ['a database with a page written over', (bytes: Buffer) => bytes.fill(7, 4096, 20_000)],
  ])('are damaged: %s', async (_, damage) => {
    await filled();
    writeFileSync(path, damage(readFileSync(path)));
    expect(await sentence(() => checkWhole(path))).toMatch(/is damaged .*Nothing was changed.*--restore/);
  });
  it('are gone, or empty, where data were kept', async () => {
    takeFolder(folder, path).release(); // a first start
    markKept(folder);
    expect(await sentence(() => takeFolder(folder, path))).toMatch(/is missing, and data were kept here/);
    writeFileSync(path, '');
    expect(await sentence(() => takeFolder(folder, path))).toMatch(/is empty.*--restore.*begin anew/);
  });
  it('somebody else has: the second one is told where the first answers', async () => {
    const first = takeFolder(folder, path);
    first.announce('http://127.0.0.1:4640/');
    const said = await sentence(() => takeFolder(folder, path));
    expect(said).toMatch(/running on these data already.*open http:\/\/127\.0\.0\.1:4640\//);
    expect(said).toContain(String(process.pid));
    first.release();
    takeFolder(folder, path).release();
  });
  it('lie where nothing can be written', async () => {
    const file = join(folder, 'a-file');
    writeFileSync(file, '');
    expect(await sentence(() => takeFolder(join(file, 'data'), path))).toMatch(/cannot be opened or written/);
    expect(await sentence(() => openStore(join(file, 'x.sqlite')))).toMatch(/RIPE_PICK_DATA/);
    if (process.getuid?.() === 0) return; // root may write anywhere
    chmodSync(folder, 0o500);
    expect(await sentence(() => takeFolder(folder, path))).toMatch(/cannot be opened or written/);
    chmodSync(folder, 0o700);
  });
  it('fail on the way to the newest form: it was tried on a copy', async () => {
    await filled();
    const migrations = {
      ...MIGRATIONS,
      '9998-good': {
        async up(db: Kysely<unknown>) {
          await sql`create table good (x text)`.execute(db);
        },
      },
      '9999-bad': { up: async () => Promise.reject(new Error('our bug')) },
    };
    expect(await sentence(() => openDatabase(path, { migrations }))).toMatch(/our bug.*tried on a copy/);
    expect(existsSync(`${path}.trial`)).toBe(false);
    const { db, close } = await openDatabase(path);
    expect(
      (await sql<{ n: number }>`select count(*) as n from sqlite_schema where name = 'good'`.execute(db))
        .rows[0].n,
    ).toBe(0);
    await close();
  });
  it('lie on a full disk (limited pages stand for it)', async () => {
    const { db, close } = await openDatabase(path);
    const { rows } = await sql<{ page_count: number }>`pragma page_count`.execute(db);
    await sql.raw(`pragma max_page_count = ${rows[0].page_count}`).execute(db);
    const big = JSON.stringify('x'.repeat(100_000));
    const failed = await db
      .insertInto('settings')
      .values({ key: 'today', body: big })
      .execute()
      .then(
        () => null,
        (error: unknown) => error,
      );
    expect(isFullDisk(failed, path)).toBe(true);
    await close();
    expect(isFullDisk(new Error('cannot rollback - no transaction is active'), path)).toBe(false);
  });
});

describe('a clean stop', () => {
  it('folds the log in: the file alone is whole, and nobody else may read it', async () => {
    const held = takeFolder(join(folder, 'data'), join(folder, 'data', 'a.sqlite'));
    const store = await openStore(join(folder, 'data', 'a.sqlite'));
    await store.setToday('2026-11-20');
    await store.close();
    held.release();
    mkdirSync(join(folder, 'copy'));
    copyFileSync(join(folder, 'data', 'a.sqlite'), join(folder, 'copy', 'a.sqlite'));
    const copy = await openStore(join(folder, 'copy', 'a.sqlite'));
    expect(await copy.today()).toBe('2026-11-20');
    await copy.close();
    expect(statSync(join(folder, 'data')).mode & 0o077).toBe(0);
  });
});
