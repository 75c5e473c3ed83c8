import { normalCdf } from '../stats/index.ts';

/** Used listings of a part over time: when to take one. */
interface UsedWish {
  /** Cost of a new one, in minor units: what is left on the last day. */
  readonly newCost: number;
  /** Risk-adjusted costs of listings seen over the last 120 days. */
  readonly seen: readonly number[];
  readonly days: number;
  readonly waitPerDay: number;
}

export interface UsedPlan {
  /** Highest risk-adjusted cost to take today, then on each day ahead. */
  readonly limits: readonly number[];
  /** Mean cost of waiting for a listing, with a new one as the way out. */
  readonly expected: number;
  /** Listings a day. */
  readonly arrivals: number;
  /** Mean share of the new price that listings cost, over all that was seen and assumed. */
  readonly share: number;
}

/* Assumed before own listings speak: 85 % of the new price, spread 0.13, as 4 and 6 listings; three in 140 days. */
const SHARE = Math.log(0.85);
const SHARE_WEIGHT = 4;
const SPREAD = 0.13;
const SPREAD_WEIGHT = 6;

/** What is believed of the listings of a part: logarithm of their share of the new price, and how many come a day. */
export function usedBelief(
  newCost: number,
  seen: readonly number[],
): { readonly mean: number; readonly sd: number; readonly arrivals: number } {
  const logs = seen.filter((cost) => cost > 0).map((cost) => Math.log(cost / newCost));
  const n = logs.length;
  const mean = (SHARE_WEIGHT * SHARE + logs.reduce((sum, each) => sum + each, 0)) / (SHARE_WEIGHT + n);
  const variance =
    (SPREAD_WEIGHT * SPREAD ** 2 + logs.reduce((sum, each) => sum + (each - mean) ** 2, 0)) /
    (SPREAD_WEIGHT + n);
  return { mean, sd: Math.sqrt(variance), arrivals: (n + 3) / (120 + 20) };
}

/**
 * The classic stopping problem with arrivals at random: value of going on by backward induction, costs of listings lognormal about a share
 * of the new price. A listing is taken if it costs no more than going on.
 */
export function usedPlan({ newCost, seen, days, waitPerDay }: UsedWish): UsedPlan {
  const { mean, sd, arrivals } = usedBelief(newCost, seen);
  /** E[min(X, v)] for a lognormal X. */
  const leastOfOneAnd = (v: number) => {
    const z = (Math.log(v / newCost) - mean) / sd;
    return newCost * Math.exp(mean + sd ** 2 / 2) * normalCdf(z - sd) + v * (1 - normalCdf(z));
  };
  let value = newCost;
  const limits: number[] = [];
  const none = Math.exp(-arrivals);
  for (let day = days; day > 0; day--) {
    value = waitPerDay + none * value + (1 - none) * leastOfOneAnd(value);
    value = Math.min(value, newCost + waitPerDay);
    limits.unshift(value);
  }
  return { limits, expected: value, arrivals, share: Math.exp(mean) };
}
