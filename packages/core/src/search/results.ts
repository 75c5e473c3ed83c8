import type { Picks } from '../parts/index.ts';
import type { Cents } from '../units/index.ts';
import type { Work } from '../work/index.ts';
import type { BasketWork } from './cheapest-fit.ts';

/** A build that the search found, with what it costs and scores. */
export interface Answer {
  readonly picks: Picks;
  /** The objective in thousandths. */
  readonly score: number;
  readonly cost: Cents;
}

/** What tells two runners-up apart: processor and card, or processor, memory and card. */
export type DistinctBy = 'pair' | 'triple';

/** How many builds are wanted that differ in processor and card, and how many different processors and cards among all. */
export interface Spread {
  readonly pairs: number;
  readonly cpus: number;
  readonly gpus: number;
}

export interface WorkCounts extends BasketWork {
  platforms: number;
  gpuClasses: number;
  scored: number;
}

export interface Progress {
  /** No build within the money scores above this. */
  readonly bound: number;
  readonly best: Answer | null;
  readonly baskets: number;
}

/**
 * How a search ended. `optimal`: the answers are proved to be the best ones. `infeasible`: proved that nothing fits.
 * `limit`: stopped before the proof; nothing scores above `bound`.
 */
export interface SearchResult {
  readonly status: 'optimal' | 'infeasible' | 'limit';
  readonly answers: readonly Answer[];
  readonly bound: number | null;
  readonly work: WorkCounts;
}

export type Search = Work<Progress, SearchResult>;

/** A frontier on its way: the step proved last, and the score above which all steps are known. */
export interface FrontierProgress {
  readonly step: Answer | null;
  readonly bound: number;
}

/**
 * Every sum's best build: steps in falling order of score and cost. Each is the best that its cost buys, and the
 * cheapest of its score. `isComplete` is false when the search was stopped: steps below `bound` may then be missing.
 */
export interface Frontier {
  readonly steps: readonly Answer[];
  readonly isComplete: boolean;
  readonly bound: number;
  readonly work: WorkCounts;
}

export type FrontierSearch = Work<FrontierProgress, Frontier>;

export interface PreparedSearch {
  /** The best build within a sum. Higher score first, then lower cost. Send `true` into the generator to stop it. */
  solve(budget: number): Search;
  /** The k best builds that differ in processor and card (or in memory too), best first. */
  topK(budget: number, k: number, by: DistinctBy): Search;
  /**
   * The best build of each of the best pairs of processor and card, then of each further processor and each further
   * card, until there are as many as wanted: one pass for all three.
   */
  spread(budget: number, wanted: Spread): Search;
  /** The best builds of all sums up to one, in a single pass; scores under `leastScore` are left out. */
  frontier(budget: number, leastScore?: number): FrontierSearch;
  /** Whether any build keeps every rule and need within a sum. Needs no score, so it is quicker than a search. */
  exists(budget?: number): boolean;
  /** The least that a build costs that keeps every rule and need, whatever it scores; null when none does. */
  cheapest(): Answer | null;
  readonly work: WorkCounts;
}
