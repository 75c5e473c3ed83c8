import { join } from 'node:path';
import { sql } from 'kysely';
import { openDatabase } from '../database.ts';
import { tableShapes } from './shape.ts';

/**
 * Counts, table by table, the rows of the database in use that what lies ready does not have, or has otherwise: what would
 * go if it took their place.
 */
export async function newerHere(folder: string, database: string): Promise<Record<string, number>> {
  const { db, close } = await openDatabase(join(folder, 'incoming.sqlite'));
  try {
    await sql`attach database ${database} as here`.execute(db);
    const counts: Record<string, number> = {};
    for (const { name, columns } of await tableShapes(db)) {
      const list = sql.join(columns.map((column) => sql.ref(column)));
      const { rows } = await sql<{ count: number }>`select count(*) as count from (
        select ${list} from here.${sql.table(name)} except select ${list} from main.${sql.table(name)})`.execute(
        db,
      );
      if (rows[0].count > 0) counts[name] = rows[0].count;
    }
    await sql`detach database here`.execute(db);
    return counts;
  } finally {
    await close();
  }
}
