import { betaQuantile } from '../stats/index.ts';
import { spellsOf } from './spells.ts';
import type { Observation } from './types.ts';

/** Where a price stands among those that were seen in the last 90 days. */
export interface Percentile {
  /** Looks with a lower price, and with this one: what was seen, and no estimate. */
  readonly lower: number;
  readonly equal: number;
  /** Days since the first of these looks, that day and today among them. */
  readonly days: number;
  /** Share of those days with a lower price (ties by half): estimate and 80 % interval. 0: never cheaper. */
  readonly percentile: number;
  readonly low: number;
  readonly high: number;
  /** Share of those days that were looked at. */
  readonly covered: number;
  readonly observations: number;
  /** Least and median price seen in the window. */
  readonly least: number;
  readonly median: number;
}

const WINDOW = 90;
/** Prices this close count as equal. */
const TIE = 0.002;

/**
 * Where `price` stands among the days since the first look of the last 90, each look weighed by half the gap to its neighbours (7 days a
 * side at most), with days between looks left open: a beta distribution by the number of spells stands for them. Of the time before the first
 * look nothing is said. Null with no price in the window.
 */
export function percentileOf(
  observations: readonly Observation[],
  today: number,
  price: number,
): Percentile | null {
  const seen = observations.filter(
    (look): look is Observation & { price: number } =>
      look.price !== null && look.day <= today && look.day > today - WINDOW,
  );
  if (seen.length === 0) return null;
  let total = 0;
  let covered = 0;
  let below = 0;
  let equal = 0;
  const looks = { lower: 0, equal: 0 };
  const weighed: { price: number; weight: number }[] = [];
  seen.forEach((look, i) => {
    const half = (other: Observation | undefined, most: number) =>
      other ? Math.min(most, Math.abs(other.day - look.day) / 2) : 0.5;
    const weight = half(seen[i - 1], 7) + half(seen[i + 1], 7);
    covered += half(seen[i - 1], 3) + half(seen[i + 1], 3);
    total += weight;
    weighed.push({ price: look.price, weight });
    if (Math.abs(look.price / price - 1) <= TIE) {
      equal += weight;
      looks.equal++;
    } else if (look.price < price) {
      below += weight;
      looks.lower++;
    }
  });
  const share = (below + equal / 2) / total;
  const days = Math.min(WINDOW, today - seen[0].day + 1);
  const cover = Math.min(1, covered / days);
  const n = 0.8 * spellsOf(seen, today).length;
  const a = 0.5 + n * share;
  const b = 0.5 + n * (1 - share);
  const mixed = (unseen: number) => cover * share + (1 - cover) * unseen;
  weighed.sort((x, y) => x.price - y.price);
  let sum = 0;
  const median = weighed.find((each) => (sum += each.weight) >= total / 2) ?? weighed[0];
  return {
    ...looks,
    days,
    percentile: mixed(a / (a + b)),
    low: Math.max(0, mixed(betaQuantile(0.1, a, b)) - 0.04),
    high: Math.min(1, mixed(betaQuantile(0.9, a, b)) + 0.04),
    covered: cover,
    observations: seen.length,
    least: weighed[0].price,
    median: median.price,
  };
}
