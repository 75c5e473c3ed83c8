import type { StoredOffer } from '@ripe-pick/contract';
import { sql, type Kysely } from 'kysely';
import { groupedBy, inBatches } from '../batches.ts';
import { offerRow } from '../catalogue.ts';
import { withinLimits } from '../limits.ts';
import type { Tables } from '../tables.ts';
import { showNewest } from './current-price.ts';
import { rewriteRuns, rowOf, runOf, runsForAll, soundRuns } from './rows.ts';
import { observationsOf, prolonged, runsOf, type Run, type StoredObservation } from './runs.ts';
import { serialOfSource, type PriceSource } from './sources.ts';

/** A price to be imported, for an offer that is known or new. */
export interface Intake {
  readonly offer: string;
  readonly part: string;
  readonly shop: string;
  readonly currency: string;
  /** Moment, in minutes since 1970. */
  readonly at: number;
  /** In minor units of the currency; null when it was not for sale. */
  readonly price: number | null;
  readonly stock: number | null;
  /** A new offer of the catalogue; absent for one that is there. */
  readonly fresh?: StoredOffer | undefined;
}

export interface IntakeResult {
  readonly taken: number;
  /** Observations that found another price or stock than the one before. */
  readonly changed: number;
  readonly newOffers: number;
  /** Observations that were there already. */
  readonly repeated: number;
}

/** Number of each offer's history, and the newest run of each that has one. */
interface KnownHistories {
  readonly serials: ReadonlyMap<string, number>;
  readonly lastRuns: ReadonlyMap<number, Run>;
}

/**
 * Takes prices in. An observation that is there already counts once, so that an intake may be repeated after a crash.
 */
export async function takeInWithin(
  tx: Kysely<Tables>,
  intakes: readonly Intake[],
  source: PriceSource,
): Promise<IntakeResult> {
  const sourceSerial = await serialOfSource(tx, source);
  const newOffers = await addOffers(tx, intakes);
  if (newOffers > 0) await withinLimits(tx, ['offers']);
  const byOffer = groupedBy(intakes, (each) => each.offer);
  const histories = await openHistories(tx, intakes, [...byOffer.keys()]);
  const counts = { taken: 0, changed: 0, repeated: 0 };
  const longer: Tables['price_runs'][] = [];
  const older = new Map<number, readonly StoredObservation[]>();
  for (const [offer, all] of byOffer) {
    const serial = histories.serials.get(offer) ?? 0;
    const last = histories.lastRuns.get(serial);
    const observations = all
      .map(({ at, price, stock }): StoredObservation => ({ at, price, stock, source: sourceSerial }))
      .sort((a, b) => a.at - b.at);
    const [one] = observations;
    if (observations.length === 1 && (!last || one.at > last.last)) {
      longer.push(rowOf(serial, (last && prolonged(last, one)) ?? runsOf([one])[0]));
      counts.taken++;
      if (!last || last.price !== one.price || last.stock !== one.stock) counts.changed++;
    } else older.set(serial, observations);
  }
  const before = await runsForAll(tx, [...older.keys()]);
  for (const [serial, observations] of older)
    await merge(tx, serial, before.get(serial) ?? [], observations, counts);
  await putRuns(tx, longer);
  await showNewest(tx, [...byOffer.keys()], false);
  return { ...counts, newOffers };
}

/** Adds the offers that are new to the catalogue, behind those that are there. */
async function addOffers(tx: Kysely<Tables>, intakes: readonly Intake[]): Promise<number> {
  const fresh = new Map(intakes.flatMap((each) => (each.fresh ? [[each.offer, each.fresh] as const] : [])));
  if (fresh.size === 0) return 0;
  const last = await tx
    .selectFrom('offers')
    .select(({ fn }) => fn.max('position').as('position'))
    .executeTakeFirst();
  const first = (last?.position ?? -1) + 1;
  const rows = [...fresh.values()].map((offer, n) => offerRow(offer, first + n));
  await inBatches(rows, (batch) =>
    tx
      .insertInto('offers')
      .values(batch)
      .onConflict((c) => c.column('id').doNothing())
      .execute(),
  );
  return fresh.size;
}

/** Makes sure that each offer has a history, and finds where each ends. */
async function openHistories(
  tx: Kysely<Tables>,
  intakes: readonly Intake[],
  offers: readonly string[],
): Promise<KnownHistories> {
  await inBatches([...new Map(intakes.map((each) => [each.offer, each])).values()], (batch) =>
    tx
      .insertInto('price_offers')
      .values(batch.map(({ offer, part, shop, currency }) => ({ offer, part, shop, currency })))
      .onConflict((c) => c.column('offer').doNothing())
      .execute(),
  );
  const serials = new Map<string, number>();
  const lastRuns = new Map<number, Run>();
  await inBatches(offers, async (batch) => {
    const rows = await tx
      .selectFrom('price_offers')
      .select(['serial', 'offer'])
      .where('offer', 'in', batch)
      .execute();
    for (const { serial, offer } of rows) serials.set(offer, serial ?? 0);
    const runs = await sql<Tables['price_runs']>`
      select r.* from price_runs r
      join json_each(${JSON.stringify(rows.map((row) => row.serial))}) j on r.offer = j.value
      where r.first = (select max(first) from price_runs where offer = r.offer)`.execute(tx);
    for (const row of await soundRuns(tx, runs.rows)) lastRuns.set(row.offer, runOf(row));
  });
  return { serials, lastRuns };
}

/** Older observations, or many at once: they are put between those that are there. */
async function merge(
  tx: Kysely<Tables>,
  serial: number,
  before: readonly Run[],
  observations: readonly StoredObservation[],
  counts: { taken: number; changed: number; repeated: number },
): Promise<void> {
  const merged = new Map(observationsOf(before).map((each) => [each.at, each]));
  let isNew = false;
  for (const each of observations) {
    const there = merged.get(each.at);
    if (there && there.price === each.price && there.stock === each.stock) counts.repeated++;
    else {
      merged.set(each.at, each);
      isNew = true;
      counts.taken++;
      counts.changed++;
    }
  }
  if (!isNew) return;
  const all = [...merged.values()].sort((a, b) => a.at - b.at);
  await rewriteRuns(tx, serial, all, before);
}

async function putRuns(tx: Kysely<Tables>, rows: readonly Tables['price_runs'][]): Promise<void> {
  await inBatches(rows, (batch) =>
    tx
      .insertInto('price_runs')
      .values(batch)
      .onConflict((c) =>
        c
          .columns(['offer', 'first'])
          .doUpdateSet((eb) => ({ last: eb.ref('excluded.last'), gaps: eb.ref('excluded.gaps') })),
      )
      .execute(),
  );
}
