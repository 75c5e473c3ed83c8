import { sql, type Kysely } from 'kysely';
import type { Tables } from '../tables.ts';
import { tableShapes } from './shape.ts';

const WORKSPACE = 'workspace';

async function revisionOf(db: Kysely<Tables>): Promise<number> {
  const { rows } = await sql<{ revision: number | null }>`
    select json_extract(body, '$.revision') as revision from settings where key = ${WORKSPACE}`.execute(db);
  return rows[0]?.revision ?? 0;
}

/**
 * Puts another database's content in place of this one's, all of it or nothing.
 *
 * @param incoming path of a database of the same form
 */
export async function takeTables(db: Kysely<Tables>, incoming: string): Promise<void> {
  await sql`attach database ${incoming} as incoming`.execute(db);
  try {
    await db.transaction().execute(async (tx) => {
      await sql`pragma defer_foreign_keys = on`.execute(tx);
      const before = await revisionOf(tx);
      const shapes = await tableShapes(tx);
      for (const { name } of shapes) await sql`delete from ${sql.table(name)}`.execute(tx);
      for (const { name, columns } of shapes) {
        const list = sql.join(columns.map((column) => sql.ref(column)));
        await sql`insert into ${sql.table(name)} (${list}) select ${list} from incoming.${sql.table(name)}`.execute(
          tx,
        );
      }
      // A window that is still open must not take its own revision for this one.
      if (before > 0 && (await revisionOf(tx)) <= before)
        await sql`update settings set body = json_set(body, '$.revision', ${before + 1}) where key = ${WORKSPACE}`.execute(
          tx,
        );
    });
  } finally {
    await sql`detach database incoming`.execute(db);
  }
}

/** Rows by table. */
export async function countRows(db: Kysely<Tables>): Promise<Record<string, number>> {
  const counts: Record<string, number> = {};
  for (const { name } of await tableShapes(db)) {
    const { rows } = await sql<{ count: number }>`select count(*) as count from ${sql.table(name)}`.execute(
      db,
    );
    counts[name] = rows[0].count;
  }
  return counts;
}
