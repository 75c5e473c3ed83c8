import type { ShopOrder } from '../buying/index.ts';
import { partSetOf, type Picks } from '../parts/index.ts';
import type { Session } from '../session/index.ts';
import type { AssemblyChoices, AssemblyInput } from './step.ts';

/** What a build day is made from: a candidate's picks, the drives that are there already, and what became of its orders. */
export function assemblyInputOf(
  session: Session,
  picks: Picks,
  orders: readonly ShopOrder[],
  choices: AssemblyChoices,
): AssemblyInput {
  const { set } = partSetOf(picks, session.priceIndex.parts);
  return {
    parts: set,
    ownedDrives: session.rules.ownedDrives,
    arrivals: orders.flatMap(({ expectedOn, lines }) =>
      lines.flatMap(({ part, state, arrivedOn, returnBy }) =>
        part === null || state === 'sold' ? [] : [{ part, state, arrivedOn, expectedOn, returnBy }],
      ),
    ),
    needs: session.brief.needs,
    choices,
  };
}
