import type { Kysely } from 'kysely';
import type { Tables } from '../tables.ts';

/** Where observations come from. Two sources may share a name: they are told apart by their keys. */
export interface PriceSource {
  readonly key: string;
  readonly name: string;
}

/** A source that is fetched on a schedule. */
export const feedSource = (feed: { readonly id: string; readonly name: string }): PriceSource => ({
  key: `feed:${feed.id}`,
  name: feed.name,
});

/** Prices that somebody typed, pasted, opened from a file or confirmed, under the name that was given. */
export const manualSource = (name: string): PriceSource => ({ key: `manual:${name}`, name });

/** Number of a source, which is kept under its newest name. */
export async function serialOfSource(tx: Kysely<Tables>, { key, name }: PriceSource): Promise<number> {
  const row = await tx
    .insertInto('price_sources')
    .values({ key, name })
    .onConflict((c) => c.column('key').doUpdateSet({ name }))
    .returning('serial')
    .executeTakeFirstOrThrow();
  return row.serial ?? 0;
}
