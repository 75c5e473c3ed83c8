import { sql, type Kysely } from 'kysely';
import type { Tables } from '../tables.ts';
import { savesOf } from '../workspace.ts';
import { tableShapes } from './shape.ts';

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
      const before = await savesOf(tx);
      const shapes = await tableShapes(tx);
      for (const { name } of shapes) await sql`delete from ${sql.table(name)}`.execute(tx);
      for (const { name, columns } of shapes) {
        const list = sql.join(columns.map((column) => sql.ref(column)));
        await sql`insert into ${sql.table(name)} (${list}) select ${list} from incoming.${sql.table(name)}`.execute(
          tx,
        );
      }
      // A window that is still open must not take its own revision for this one.
      for (const [id, revision] of await savesOf(tx)) {
        const own = before.get(id) ?? 0;
        if (own >= revision)
          await sql`update briefs set body = json_set(body, '$.revision', ${own + 1}) where id = ${id}`.execute(
            tx,
          );
      }
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
