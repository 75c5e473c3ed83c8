import { MINUTES_A_DAY } from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import { groupedBy, inBatches } from '../batches.ts';
import type { Tables } from '../tables.ts';
import { rowOf } from './rows.ts';
import { runsOf, type StoredObservation } from './runs.ts';
import { serialOfSource, type PriceSource } from './sources.ts';

/** A run of daily observations as a file of histories has it; moments in minutes. */
interface ImportedRun {
  readonly offer: string;
  readonly part: string;
  readonly shop: string;
  readonly currency: string;
  readonly first: number;
  readonly last: number;
  readonly price: number | null;
}

/** Takes whole histories in, of offers that have none yet: an observation a day within each run. One transaction. */
export async function importRuns(
  db: Kysely<Tables>,
  runs: readonly ImportedRun[],
  source: PriceSource,
): Promise<void> {
  await db.transaction().execute(async (tx) => {
    const from = await serialOfSource(tx, source);
    const byOffer = groupedBy(runs, (run) => run.offer);
    const offers = [...byOffer.values()].map(([{ offer, part, shop, currency }]) => ({
      offer,
      part,
      shop,
      currency,
    }));
    await inBatches(offers, (batch) =>
      tx
        .insertInto('price_offers')
        .values(batch)
        .onConflict((c) => c.column('offer').doNothing())
        .execute(),
    );
    const known = await tx.selectFrom('price_offers').select(['serial', 'offer']).execute();
    const serials = new Map(known.map((row) => [row.offer, row.serial ?? 0]));
    const started = await tx.selectFrom('price_runs').select('offer').distinct().execute();
    const filled = new Set(started.map((row) => row.offer));
    const rows = [...byOffer].flatMap(([offer, all]) => {
      const serial = serials.get(offer) ?? 0;
      return filled.has(serial) ? [] : runsOf(dailyObservations(all, from)).map((run) => rowOf(serial, run));
    });
    await inBatches(rows, (batch) => tx.insertInto('price_runs').values(batch).execute());
  });
}

function dailyObservations(runs: readonly ImportedRun[], source: number): StoredObservation[] {
  return runs
    .flatMap(({ first, last, price }) =>
      Array.from({ length: Math.floor((last - first) / MINUTES_A_DAY) + 1 }, (_, n) => ({
        at: first + n * MINUTES_A_DAY,
        price,
        stock: null,
        source,
      })),
    )
    .sort((a, b) => a.at - b.at);
}
