import type { FrontierStep } from '../../workers/solver.worker.ts';

/** Where a game first reaches its target on the way up; null when no sum shown does. */
interface TargetFlag {
  readonly game: string;
  readonly target: number;
  readonly cost: number | null;
}

/** For every game the least sum whose best build reaches the game's target. Steps in rising order of cost. */
export function targetFlags(steps: readonly FrontierStep[]): TargetFlag[] {
  const games = steps.at(-1)?.games ?? [];
  return games.map(({ game, target }, n) => ({
    game,
    target,
    cost: steps.find((step) => (step.games[n]?.average ?? 0) >= target)?.cost ?? null,
  }));
}

/** The sum of the next step up or down from a sum; the sum itself at either end. */
export function nextSum(costs: readonly number[], sum: number, by: 1 | -1): number {
  if (by > 0) return costs.find((cost) => cost > sum) ?? sum;
  const below = costs.filter((cost) => cost < sum);
  return below.at(-1) ?? sum;
}
