import { copyFileSync, existsSync, mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import Database from 'libsql';
import { Kysely, Migrator, SqliteAdapter, SqliteDialect, type Migration } from 'kysely';
import { MIGRATIONS } from './migrations/index.ts';
import type { Tables } from './tables.ts';

/*
 * The one place that knows the driver. libsql speaks the interface that Kysely's SQLite dialect expects; see
 * docs/decisions/0002-sqlite-driver.md.
 */

/** A driver's connection, as far as Kysely and this file use it. */
interface Connection {
  exec(sql: string): unknown;
  close(): void;
}

interface OpenDatabase {
  readonly db: Kysely<Tables>;
  close(): Promise<void>;
}

/** SQLite changes tables within a transaction like anything else; Kysely is careful for all dialects of it and does not. */
class AtomicAdapter extends SqliteAdapter {
  override get supportsTransactionalDdl(): boolean {
    return true;
  }
}
class AtomicDialect extends SqliteDialect {
  override createAdapter(): SqliteAdapter {
    return new AtomicAdapter();
  }
}

interface OpenOptions {
  readonly migrations?: Record<string, Migration>;
  /** Called after each statement. */
  readonly onStatement?: (sql: string) => void;
}

/**
 * Opens the file, creating it when missing, and brings it to the newest form. Before migrations run on a file that
 * already holds data, a copy is laid beside it. All that are missing run in one transaction: a process that is killed
 * in the middle leaves the file as it was.
 */
export async function openDatabase(
  path: string,
  { migrations = MIGRATIONS, onStatement }: OpenOptions = {},
): Promise<OpenDatabase> {
  if (path !== ':memory:') mkdirSync(dirname(path), { recursive: true });
  const existed = path !== ':memory:' && existsSync(path);
  const connection = new Database(path) as Connection;
  connection.exec('pragma journal_mode = wal');
  connection.exec('pragma synchronous = full');
  connection.exec('pragma foreign_keys = on');
  connection.exec('pragma busy_timeout = 5000');
  // The driver's type is wider than the few methods that the dialect calls.
  const db = new Kysely<Tables>({
    dialect: new AtomicDialect({ database: connection as never }),
    ...(onStatement ? { log: ({ query }) => onStatement(query.sql) } : {}),
  });
  const migrator = new Migrator({ db, provider: { getMigrations: async () => migrations } });
  const pending = (await migrator.getMigrations()).filter((migration) => !migration.executedAt);
  if (existed && pending.length > 0 && pending.length < Object.keys(migrations).length) {
    connection.exec('pragma wal_checkpoint(truncate)');
    copyFileSync(path, `${path}.before-${pending[0].name}`);
  }
  const { error } = await migrator.migrateToLatest();
  if (error) {
    await db.destroy();
    throw new Error(
      `database: could not be brought to the newest form: ${error instanceof Error ? error.message : String(error)}`,
    );
  }
  return { db, close: () => db.destroy() };
}
