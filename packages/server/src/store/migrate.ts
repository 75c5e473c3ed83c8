import { copyFileSync, existsSync, renameSync, rmSync } from 'node:fs';
import { Migrator, type Kysely, type Migration } from 'kysely';
import { CannotStart } from './cannot-start.ts';
import type { Tables } from './tables.ts';

/** A database that is open, as far as bringing it up needs it. */
interface Opened {
  readonly db: Kysely<Tables>;
  readonly connection: { exec(sql: string): unknown };
}

type Migrations = Readonly<Record<string, Migration>>;

const migratorOf = (db: Kysely<Tables>, migrations: Migrations) =>
  new Migrator({ db, provider: { getMigrations: async () => migrations } });

/** Names of migrations that a database has had. */
async function hadBy(db: Kysely<Tables>): Promise<string[]> {
  const tables = await db.introspection.getTables({ withInternalKyselyTables: true });
  if (!tables.some(({ name }) => name === 'kysely_migration')) return [];
  const rows = await db
    .withTables<{ kysely_migration: { name: string } }>()
    .selectFrom('kysely_migration')
    .select('name')
    .orderBy('name')
    .execute();
  return rows.map(({ name }) => name);
}

/** Makes those that are missing, each in a transaction of its own, which writes down its name too. */
async function makeAll(db: Kysely<Tables>, migrations: Migrations): Promise<void> {
  const migrator = migratorOf(db, migrations);
  for (;;) {
    const { error, results } = await migrator.migrateUp();
    if (error) throw error instanceof Error ? error : new Error(String(error));
    if (!results || results.length === 0) return;
  }
}

/** A copy of a database's file that is whole or not there. */
function copyWhole({ connection }: Opened, from: string, to: string): void {
  connection.exec('pragma wal_checkpoint(truncate)');
  copyFileSync(from, `${to}.part`);
  renameSync(`${to}.part`, to);
}

const removed = (path: string) => {
  for (const ending of ['', '-wal', '-shm']) rmSync(path + ending, { force: true });
};

/**
 * Brings a database to the newest form. Where it holds data, a copy is laid beside it, and everything is tried on another
 * copy first: what fails there has changed nothing. A process that is killed in between leaves some migrations made, each
 * whole, and the next start goes on from there.
 *
 * @param openCopy opens a copy for the trial; it is closed again
 * @throws {CannotStart} when it is of a newer form, or the trial fails
 */
export async function bringUp(
  opened: Opened,
  path: string,
  migrations: Migrations,
  openCopy: (path: string) => Opened & { readonly close: () => Promise<void> },
): Promise<void> {
  const had = await hadBy(opened.db);
  const newer = had.find((name) => !Object.hasOwn(migrations, name));
  if (newer !== undefined)
    throw new CannotStart(
      `The data in ${path} were written by a newer version of Ripe Pick (form ${newer}). Nothing was changed. ` +
        'Start that version, or put a backup of before in its place: npm start -- --restore lists those that are there.',
    );
  const pending = Object.keys(migrations)
    .filter((name) => !had.includes(name))
    .sort();
  if (pending.length === 0) return;
  if (had.length > 0 && path !== ':memory:' && existsSync(path)) {
    copyWhole(opened, path, `${path}.before-${pending[0]}`);
    await tryOn(opened, path, migrations, openCopy);
  }
  await makeAll(opened.db, migrations);
}

async function tryOn(
  opened: Opened,
  path: string,
  migrations: Migrations,
  openCopy: Parameters<typeof bringUp>[3],
): Promise<void> {
  const trial = `${path}.trial`;
  removed(trial);
  copyWhole(opened, path, trial);
  const copy = openCopy(trial);
  try {
    await makeAll(copy.db, migrations);
  } catch (error) {
    throw new CannotStart(
      `The data in ${path} could not be brought to the form of this version ` +
        `(${error instanceof Error ? error.message : String(error)}). It was tried on a copy: nothing was changed. ` +
        'Start the version before, take everything out as one file, and report this sentence.',
    );
  } finally {
    await copy.close();
    removed(trial);
  }
}
