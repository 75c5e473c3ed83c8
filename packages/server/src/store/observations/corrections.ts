import type { Corrected } from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import type { Tables } from '../tables.ts';
import { showNewest } from './current-price.ts';
import { rewriteRuns, runsFor, serialOfOffer } from './rows.ts';
import { observationsOf } from './runs.ts';

interface Correction {
  readonly offer: string;
  readonly at: number;
  /** In minor units of the offer's currency; null: it was sold out. */
  readonly change: { readonly price: number | null } | 'remove';
}

/** What was observed at a moment, or null for nothing. */
type State = { readonly price: number | null; readonly stock: number | null; readonly source: number } | null;

/** Corrections that are listed, the newest first. */
const MOST_LISTED = 200;

/** Corrects an observation; null when there is none at that moment. */
export async function correct(
  db: Kysely<Tables>,
  { offer, at, change }: Correction,
  now: string,
): Promise<Corrected | null> {
  return db.transaction().execute(async (tx) => {
    const serial = await serialOfOffer(tx, offer);
    const known = serial === undefined ? [] : observationsOf(await runsFor(tx, serial));
    const there = known.find((each) => each.at === at);
    if (!there) return null;
    const { price, stock, source } = there;
    const after: State =
      change === 'remove'
        ? null
        : { price: change.price, stock: change.price === null ? null : stock, source };
    await setObservation(tx, offer, at, after);
    const row = await tx
      .insertInto('price_corrections')
      .values({
        offer,
        at,
        before: JSON.stringify({ price, stock, source } satisfies State),
        after: JSON.stringify(after),
        made_at: now,
        is_undone: 0,
      })
      .returningAll()
      .executeTakeFirstOrThrow();
    return correctedOf(row);
  });
}

/** Takes a correction back, or makes it again; null when there is none of that number. */
export async function turnCorrection(db: Kysely<Tables>, serial: number): Promise<Corrected | null> {
  return db.transaction().execute(async (tx) => {
    const row = await tx
      .selectFrom('price_corrections')
      .selectAll()
      .where('serial', '=', serial)
      .executeTakeFirst();
    if (!row) return null;
    const isUndone = row.is_undone === 1;
    await setObservation(tx, row.offer, row.at, stateOf(isUndone ? row.after : row.before));
    const turned = { is_undone: isUndone ? 0 : 1 };
    await tx.updateTable('price_corrections').set(turned).where('serial', '=', serial).execute();
    return correctedOf({ ...row, ...turned });
  });
}

export async function readCorrections(db: Kysely<Tables>): Promise<Corrected[]> {
  const rows = await db
    .selectFrom('price_corrections')
    .selectAll()
    .orderBy('serial', 'desc')
    .limit(MOST_LISTED)
    .execute();
  return rows.map(correctedOf);
}

async function setObservation(tx: Kysely<Tables>, offer: string, at: number, state: State): Promise<void> {
  const serial = await serialOfOffer(tx, offer);
  if (serial === undefined) return;
  const before = await runsFor(tx, serial);
  const known = new Map(observationsOf(before).map((each) => [each.at, each]));
  if (state) known.set(at, { at, ...state });
  else known.delete(at);
  await rewriteRuns(
    tx,
    serial,
    [...known.values()].sort((a, b) => a.at - b.at),
    before,
  );
  await showNewest(tx, [offer], true);
}

/** Read back as it was written by {@link correct}. */
const stateOf = (text: string): State => JSON.parse(text) as State;

const correctedOf = (row: Tables['price_corrections']): Corrected => ({
  serial: row.serial ?? 0,
  offer: row.offer,
  at: row.at,
  before: stateOf(row.before)?.price ?? null,
  after: stateOf(row.after)?.price ?? null,
  isRemoval: stateOf(row.after) === null,
  isUndone: row.is_undone === 1,
  madeAt: row.made_at,
});
