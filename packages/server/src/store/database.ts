import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import Database from 'libsql';
import { Kysely, SqliteAdapter, SqliteDialect, type Migration } from 'kysely';
import { damaged, inWords } from './cannot-start.ts';
import { bringUp } from './migrate.ts';
import { MIGRATIONS } from './migrations/index.ts';
import type { Tables } from './tables.ts';

/*
 * The one place that knows the driver. libsql speaks the interface that Kysely's SQLite dialect expects; see
 * docs/decisions/0002-sqlite-driver.md.
 */

/** A statement that is ready to be run. */
interface Statement {
  all(): unknown[];
}

/** A driver's connection, as far as Kysely and this file use it. */
interface Connection {
  exec(sql: string): unknown;
  prepare(sql: string): Statement;
  close(): void;
}

/** What is kept ready of a connection: the statements of everyday work, not those that are as long as their rows are many. */
const MOST_READY = 300;
const LONGEST_READY = 2000;
const EVERYDAY = /^(?:select|insert|update|delete|with)\b/i;

/** A connection that keeps its statements ready: to read one takes longer than to run it. */
function keepingReady(connection: Connection): Connection {
  const ready = new Map<string, Statement>();
  return {
    exec: (text) => connection.exec(text),
    close: () => connection.close(),
    prepare(text) {
      const there = ready.get(text);
      if (there) return there;
      const fresh = connection.prepare(text);
      if (text.length <= LONGEST_READY && EVERYDAY.test(text.trimStart())) {
        if (ready.size >= MOST_READY) ready.clear();
        ready.set(text, fresh);
      }
      return fresh;
    },
  };
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

/** A connection with the settings that every one has. */
function connect(path: string, onStatement?: (sql: string) => void) {
  const connection = new Database(path) as Connection;
  connection.exec('pragma busy_timeout = 5000');
  connection.exec('pragma journal_mode = wal');
  connection.exec('pragma synchronous = full');
  connection.exec('pragma foreign_keys = on');
  // The driver's type is wider than the few methods that the dialect calls.
  const db = new Kysely<Tables>({
    dialect: new AtomicDialect({ database: keepingReady(connection) as never }),
    ...(onStatement ? { log: ({ query }) => onStatement(query.sql) } : {}),
  });
  const close = async () => {
    // Folded in, so that the file alone is whole when somebody copies it.
    if (path !== ':memory:') connection.exec('pragma wal_checkpoint(truncate)');
    await db.destroy();
  };
  return { connection, db, close };
}

/**
 * Opens the file, creating it when missing, and brings it to the newest form.
 *
 * @throws {CannotStart} where it cannot be opened, in a sentence that says what to do
 */
export async function openDatabase(
  path: string,
  { migrations = MIGRATIONS, onStatement }: OpenOptions = {},
): Promise<OpenDatabase> {
  let opened: ReturnType<typeof connect> | null = null;
  try {
    if (path !== ':memory:') mkdirSync(dirname(path), { recursive: true, mode: 0o700 });
    opened = connect(path, onStatement);
    await bringUp(opened, path, migrations, connect);
    return { db: opened.db, close: opened.close };
  } catch (error) {
    await opened?.db.destroy();
    throw inWords(error, path);
  }
}

/** Locks a file for this process; the operating system lets it go with the process. @throws at once where another has it */
export function lockFile(path: string): { close(): void } {
  const lock = new Database(path) as Connection;
  try {
    lock.exec('pragma busy_timeout = 0');
    lock.exec('begin exclusive');
    return lock;
  } catch (error) {
    lock.close();
    throw error;
  }
}

/** Copies a database, as it is at one moment, into a new file that is whole by itself. */
export function copyInto(from: string, to: string): void {
  const connection = new Database(from) as Connection;
  try {
    connection.exec('pragma busy_timeout = 5000');
    connection.exec(`vacuum into '${to.replaceAll("'", "''")}'`);
  } catch (error) {
    throw inWords(error, to);
  } finally {
    connection.close();
  }
}

/**
 * Looks through a whole file for damage, without changing it.
 * @throws {CannotStart} where there is any
 */
export function checkWhole(path: string): void {
  let connection: Connection | null = null;
  try {
    connection = new Database(path) as Connection;
    const [found] = connection.prepare('pragma quick_check(1)').all() as Record<string, unknown>[];
    const said = String(Object.values(found ?? {})[0]);
    if (said !== 'ok') throw damaged(path, said.split('\n').slice(0, 2).join(' '));
  } catch (error) {
    throw inWords(error, path);
  } finally {
    connection?.close();
  }
}
