import { dateSchema } from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import { readSetting } from './read-catalogue.ts';
import type { Tables } from './tables.ts';
import { written } from './written.ts';

/** The day that counts as today, where the catalogue has one of its own. */
export async function readToday(db: Kysely<Tables>): Promise<string | null> {
  return (await readSetting(db, 'today', dateSchema)) ?? null;
}

export async function setToday(db: Kysely<Tables>, day: string): Promise<void> {
  const body = written(dateSchema, day);
  await db
    .insertInto('settings')
    .values({ key: 'today', body })
    .onConflict((conflict) => conflict.column('key').doUpdateSet({ body }))
    .execute();
}
