import type { CatalogueChange } from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import { editWithin } from './catalogue-changes.ts';
import { offerNow } from './observations/of-source.ts';
import type { PriceSource } from './observations/sources.ts';
import { historyOf } from './observations/stated.ts';
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
    const before: CatalogueChange[] = [];
    for (const { offer: id, fresh } of new Map(intakes.map((each) => [each.offer, each])).values()) {
      const now = await offerNow(tx, id);
      before.push(await historyOf(tx, id));
      if (now) before.push(now);
      else if (fresh) before.push({ do: 'remove-offer', id });
    }
    const result = await takeInWithin(tx, intakes, source);
    return { ...result, undo: [...(await editWithin(tx, changes)), ...before] };
  });
