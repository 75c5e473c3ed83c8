import { answerOf } from './answer.ts';
import type { Answer, FrontierSearch, Search } from './results.ts';
import { sweep, type FoundPair, type SweepTask } from './sweep.ts';
import { basketFor, type Pairs, type SearchWorld } from './world.ts';

/** Which answers of a pass are wanted. */
export interface Wanted {
  readonly count: number;
  readonly keyOf: SweepTask['keyOf'];
  /** Whether an answer was the last one that is wanted. */
  readonly isLast?: (found: FoundPair) => boolean;
}

type Goal = Pick<SweepTask, 'wanted' | 'keyOf' | 'isFrontier' | 'leastScore'>;

const passOf = (world: SearchWorld, pairs: Pairs, budget: number, goal: Goal) =>
  sweep({
    ...goal,
    space: pairs.space.scores(),
    costBound: pairs.costBound,
    basketFor: (platform, gpuClass, most) => basketFor(world, pairs, platform, gpuClass, most),
    budget: budget - world.countedAnyway,
    work: world.work,
  });

/** The best builds within a sum, best first, with the bound above which nothing is left. */
export function* searchPass(world: SearchWorld, budget: number, wanted: Wanted): Search {
  const { pairs, work } = world;
  const answers: Answer[] = [];
  if (pairs)
    for (const { found, bound } of passOf(world, pairs, budget, {
      wanted: wanted.count,
      keyOf: wanted.keyOf,
    })) {
      if (found) answers.push(answerOf(world, pairs, found));
      if (found && wanted.isLast?.(found)) break;
      if (yield { bound, best: answers[0] ?? null, baskets: work.baskets })
        return { status: 'limit', answers, bound, work: { ...work } };
    }
  const status = answers.length > 0 ? 'optimal' : 'infeasible';
  return { status, answers, bound: answers[0]?.score ?? null, work: { ...work } };
}

/** The best builds of all sums up to one, dearest first. */
export function* frontierPass(world: SearchWorld, budget: number, leastScore: number): FrontierSearch {
  const { pairs, work } = world;
  const steps: Answer[] = [];
  if (pairs)
    for (const { found, bound } of passOf(world, pairs, budget, {
      wanted: Infinity,
      keyOf: null,
      isFrontier: true,
      leastScore,
    })) {
      const step = found ? answerOf(world, pairs, found) : null;
      if (step) steps.push(step);
      if (yield { step, bound }) return { steps, isComplete: false, bound, work: { ...work } };
    }
  return { steps, isComplete: true, bound: leastScore, work: { ...work } };
}
