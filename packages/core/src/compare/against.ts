import type { Session } from '../session/index.ts';
import type { Picks } from '../parts/index.ts';
import { summaryFor, swapsBetween, type Swap } from '../swaps/index.ts';

/** A candidate held against another build: what it costs and runs more or less, and which swaps make the difference. */
export interface Against {
  /** Candidate minus the other: money in minor units, score in thousandths (null while either has no rate). */
  readonly money: number;
  readonly score: number | null;
  /** From the other build to the candidate. */
  readonly swaps: readonly Swap[];
  /** The swaps that explain most: of the frames first, else of the money; at most three. */
  readonly because: readonly Swap[];
  /** Rules that stand in the candidate's way, by id. */
  readonly barriers: readonly string[];
}

const MOST_REASONS = 3;
/** Swaps below this share of the largest one are no reason. Chosen, because small ones only distract. */
const REASON_SHARE = 0.2;

/** Explains a candidate against another build, such as the best one. */
export function against(candidate: Picks, other: Picks, session: Session): Against {
  const { summarise } = summaryFor(session);
  const [a, b] = [summarise(candidate), summarise(other)];
  const swaps = swapsBetween(other, candidate, session);
  const score =
    a.rates.status === 'known' && b.rates.status === 'known'
      ? a.rates.objective.score - b.rates.objective.score
      : null;
  // Frames explain where there is a difference in frames; money explains the rest.
  const weightOf = (swap: Swap) => (score ? Math.abs(swap.score ?? 0) : Math.abs(swap.money));
  const most = Math.max(0, ...swaps.map(weightOf));
  const because = swaps
    .filter((swap) => weightOf(swap) > 0 && weightOf(swap) >= REASON_SHARE * most)
    .sort((x, y) => weightOf(y) - weightOf(x))
    .slice(0, MOST_REASONS);
  return {
    money: a.cost.counted - b.cost.counted,
    score,
    swaps,
    because,
    barriers: a.findings
      .filter((found) => found.verdict === 'block' && !found.isAdvice)
      .map((found) => found.rule),
  };
}
