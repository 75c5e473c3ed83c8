import type { CatalogueChange } from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import { editWithin } from './catalogue-changes.ts';
import { offersNow } from './observations/of-source.ts';
import type { PriceSource } from './observations/sources.ts';
import { endsOf, historiesOf } from './observations/stated.ts';
import { takeInWithin, type Intake, type IntakeResult } from './observations/take-in.ts';
import type { Tables } from './tables.ts';

/** What takes looks out of histories again: of those that are only made longer their end is enough. */
async function historiesBefore(tx: Kysely<Tables>, intakes: readonly Intake[]) {
  const earliest = new Map<string, number>();
  for (const { offer, at } of intakes) earliest.set(offer, Math.min(at, earliest.get(offer) ?? Infinity));
  const ends = await endsOf(tx, [...earliest.keys()]);
  const back = [];
  const whole: string[] = [];
  for (const [offer, at] of earliest) {
    const end = ends.get(offer);
    if (end && at > end.last) back.push(end.back);
    else whole.push(offer);
  }
  return [...back, ...(await historiesOf(tx, whole))];
}

/**
 * Takes prices in as one step, with changes of the catalogue that belong to them: all of it or nothing. Gives what takes
 * it back.
 */
export const takePrices = (
  db: Kysely<Tables>,
  intakes: readonly Intake[],
  source: PriceSource,
  changes: readonly CatalogueChange[] = [],
): Promise<IntakeResult & { readonly undo: CatalogueChange[] }> =>
  db.transaction().execute(async (tx) => {
    const once = new Map(intakes.map(({ offer, fresh }) => [offer, fresh]));
    const ids = [...once.keys()];
    const now = await offersNow(tx, ids);
    const histories = await historiesBefore(tx, intakes);
    const before = histories.flatMap((history): CatalogueChange[] => {
      const there = now.get(history.offer);
      if (there) return [history, there];
      return once.get(history.offer) ? [history, { do: 'remove-offer', id: history.offer }] : [history];
    });
    const result = await takeInWithin(tx, intakes, source);
    return { ...result, undo: [...(await editWithin(tx, changes)), ...before] };
  });
