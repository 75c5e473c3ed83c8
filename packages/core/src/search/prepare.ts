import type { Session } from '../session/index.ts';
import { answerOf } from './answer.ts';
import type { SearchFaults } from './cheapest-fit.ts';
import { cheapestOfAll } from './cheapest.ts';
import { distinctBy, spreadOver } from './distinct.ts';
import { frontierPass, searchPass } from './passes.ts';
import type { PreparedSearch } from './results.ts';
import { searchWorldOf } from './world.ts';

interface PrepareOptions {
  readonly faults?: SearchFaults;
}

/**
 * Prepares a session for searching. All but the sum is read from the brief: the budget is an argument
 * of each search, so that another sum costs no new preparation.
 */
export function prepare(session: Session, options: PrepareOptions = {}): PreparedSearch {
  const world = searchWorldOf(session, options.faults ?? {});
  return {
    solve: (budget) => searchPass(world, budget, { count: 1, keyOf: null }),
    topK: (budget, k, by) => searchPass(world, budget, distinctBy(world, k, by)),
    spread: (budget, wanted) => searchPass(world, budget, spreadOver(world, wanted)),
    frontier: (budget, leastScore = 0) => frontierPass(world, budget, leastScore),
    exists: (budget) => cheapestOfAll(world, budget, true) !== null,
    cheapest: () => {
      const found = cheapestOfAll(world);
      return found && world.pairs ? answerOf(world, world.pairs, found) : null;
    },
    work: world.work,
  };
}
