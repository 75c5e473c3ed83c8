import { MOST } from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import { refused } from './refused.ts';
import type { Tables } from './tables.ts';

/** The most rows of a table, and what people call them. */
const LIMITS = {
  parts: [MOST.parts, 'parts'],
  shops: [MOST.shops, 'shops'],
  offers: [MOST.offers, 'offers'],
  deals: [MOST.deals, 'deals'],
  games: [MOST.games, 'games'],
  currency_rates: [MOST.currencyRates, 'rates of exchange'],
  records: [MOST.records, 'benchmarks'],
  bench_rigs: [MOST.rigs, 'own machines'],
  bench_runs: [MOST.runs, 'own runs'],
  packs: [MOST.packs, 'packs'],
  feeds: [MOST.feeds, 'sources of prices'],
  briefs: [MOST.briefs, 'briefs'],
} as const satisfies Partial<Record<keyof Tables, readonly [number, string]>>;

/**
 * Holds tables to what is read back at most. To be asked at the end of a transaction that adds to them.
 * @throws {ChangeRefused} when one holds more
 */
export async function withinLimits(
  tx: Kysely<Tables>,
  tables: readonly (keyof typeof LIMITS)[] = Object.keys(LIMITS) as (keyof typeof LIMITS)[],
): Promise<void> {
  for (const table of tables) {
    const [most, what] = LIMITS[table];
    const { count } = await tx
      .selectFrom(table)
      .select(({ fn }) => fn.countAll<number>().as('count'))
      .executeTakeFirstOrThrow();
    if (count > most)
      throw refused(
        '(in total)',
        `there would be ${count} ${what}; at most ${most} are kept`,
        `Delete ${what} that are no longer needed, or import fewer.`,
      );
  }
}
