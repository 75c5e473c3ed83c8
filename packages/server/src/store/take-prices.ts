import type { CatalogueChange } from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import { editWithin } from './catalogue-changes.ts';
import { offersNow } from './observations/of-source.ts';
import type { PriceSource } from './observations/sources.ts';
import { historiesOf } from './observations/stated.ts';
import { takeInWithin, type Intake, type IntakeResult } from './observations/take-in.ts';
import type { Tables } from './tables.ts';

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
    const histories = await historiesOf(tx, ids);
    const before = histories.flatMap((history): CatalogueChange[] => {
      const there = now.get(history.offer);
      if (there) return [history, there];
      return once.get(history.offer) ? [history, { do: 'remove-offer', id: history.offer }] : [history];
    });
    const result = await takeInWithin(tx, intakes, source);
    return { ...result, undo: [...(await editWithin(tx, changes)), ...before] };
  });
