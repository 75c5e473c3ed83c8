import { caseSides, leastByGpu } from './case-side.ts';
import { FORMS, platformSides, type CostTask } from './platform-side.ts';

/*
 * A lower bound of what a platform with a card class costs, shipping fees left out: the board's side (processor,
 * board, memory, storage, adapter) and the case's side (case, card, supply, cooler) are each at their cheapest that
 * fits, linked by the board's outline alone.
 */

export interface CostBound {
  /** Parts of the bound that need no pair: least cost of a platform's side, and of a card class with case and supply. */
  readonly platformLeast: Float64Array;
  readonly gpuLeast: Float64Array;
  /** Never above the true cost of any basket for the pair; Infinity when nothing fits. */
  of(platform: number, gpuClass: number): number;
}

export function costBoundOf(task: CostTask): CostBound {
  const platformSide = platformSides(task);
  const caseSideOf = caseSides(task);
  const platformLeast = Float64Array.from(task.platforms, (_, p) =>
    Math.min(...platformSide.subarray(p * FORMS, (p + 1) * FORMS)),
  );
  return {
    platformLeast,
    gpuLeast: leastByGpu(task),
    of(p, g) {
      const side = caseSideOf(task.platforms[p].cpu, g);
      let least = Infinity;
      for (let f = 0; f < FORMS; f++) least = Math.min(least, platformSide[p * FORMS + f] + side[f]);
      return least;
    },
  };
}
