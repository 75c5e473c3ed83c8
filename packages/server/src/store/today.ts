import type { Kysely } from 'kysely';
import type { Tables } from './tables.ts';

/** The day that counts as today, where the catalogue has one of its own. */
export async function readToday(db: Kysely<Tables>): Promise<string | null> {
  const row = await db.selectFrom('settings').select('body').where('key', '=', 'today').executeTakeFirst();
  return row ? (JSON.parse(row.body) as string) : null;
}

export async function setToday(db: Kysely<Tables>, day: string): Promise<void> {
  const body = JSON.stringify(day);
  await db
    .insertInto('settings')
    .values({ key: 'today', body })
    .onConflict((conflict) => conflict.column('key').doUpdateSet({ body }))
    .execute();
}
