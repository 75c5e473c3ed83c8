import type { Work } from '../../work/index.ts';
import type { Picks, Slot } from '../../parts/index.ts';
import type { SearchCache } from '../search/search-cache.ts';
import { follow } from '../search/follow.ts';
import { baseOf } from '../search/plan.ts';
import type { PathStep } from '../model/path.ts';
import { pathSearch, searchAll } from '../search/search.ts';

/** A swap of today's picks, as a lane offers it. Null as the part leaves the slot empty. */
export interface LaneSwap {
  readonly slot: Slot;
  readonly part: string | null;
  readonly offer: string | null;
}

/** What the best path is worth after a swap, in thousandths; null when nothing can be told. */
export interface RoomAfter extends LaneSwap {
  readonly value: number | null;
}

/** Paths that did well with other swaps and are tried on the next one before anything else. */
const MOST_TRIED = 6;

/**
 * Room to grow, swap by swap: the best that can become of the picks with each. What was best with other swaps mostly is
 * with the next one: it is tried first, and the search then has little left to look at. Send `true` to stop.
 */
export function* roomToGrow(
  cache: SearchCache,
  picks: Picks,
  swaps: readonly LaneSwap[],
): Work<RoomAfter, void> {
  let tried: (readonly PathStep[])[] = [];
  for (const swap of swaps) {
    const { [swap.slot]: _, ...rest } = picks;
    const after: Picks =
      swap.part === null ? rest : { ...rest, [swap.slot]: { part: swap.part, offer: swap.offer } };
    const base = baseOf(cache.world, after);
    const search = pathSearch(cache, 1, 'today');
    for (const steps of tried) {
      const path = follow(cache, base, steps);
      if (path) search.seed(path);
    }
    const best = searchAll(search, [base])[0];
    if (best) {
      const isOther = (steps: readonly PathStep[]) => JSON.stringify(steps) !== JSON.stringify(best.steps);
      tried = [best.steps, ...tried.filter(isOther)].slice(0, MOST_TRIED);
    }
    if (yield { ...swap, value: best?.value ?? null }) return;
  }
}
