import type { Forecast } from './forecast.ts';
import { DEARER, planOf } from './plan.ts';

/** A part that is still to be bought. */
interface Missing {
  readonly id: string;
  readonly forecast: Forecast;
}

export interface JointStep {
  readonly id: string;
  /** Buy now, or wait. */
  readonly advice: 'buy' | 'wait' | 'out';
  /** Mean day of the purchase, counted from today. */
  readonly day: number;
  /** Today’s price, and the mean of what is paid; minor units. */
  readonly now: number | null;
  readonly expected: number;
}

/** How a whole build is best bought: each day of waiting costs until its last part is there. */
export interface JointPlan {
  /** The day that everything should be bought by. */
  readonly by: number;
  readonly steps: readonly JointStep[];
  /** Mean cost by that plan with the waiting, and of buying all that is for sale today. */
  readonly expected: number;
  readonly now: number;
  readonly saving: number;
  /** Share of futures in which it ends dearer than buying all today. */
  readonly dearerChance: number;
}

const LATEST = [0, 3, 7, 10, 14, 21, 30, 45, 60, 90];

/** Buying everything today; what is out of stock at what waiting for it costs. */
function allNow(parts: readonly Missing[]): JointPlan {
  const steps = parts.map(({ id, forecast }): JointStep => ({
    id,
    advice: forecast.now === null ? 'out' : 'buy',
    day: 0,
    now: forecast.now,
    expected: forecast.now ?? forecast.plan.waitCost,
  }));
  const now = steps.reduce((sum, { expected }) => sum + expected, 0);
  return { by: 0, steps, expected: now, now, saving: 0, dearerChance: 0 };
}

/** Every future on its own: what all parts cost in it, and the day on which the last of them is bought. */
interface JointFutures {
  readonly costs: Float64Array;
  readonly last: Float64Array;
}

/** Buys one part by its own curve up to a day, and adds what that costs to every future. */
function buyUpTo(by: number, { id, forecast }: Missing, { costs, last }: JointFutures): JointStep {
  const { prices, paths } = forecast.futures;
  const cut = { days: by, paths, prices: prices.subarray(0, by * paths) };
  const plan = planOf(cut, { now: forecast.now, fallback: forecast.plan.atEnd.middle, waitPerDay: 0 });
  const isNow = forecast.now !== null && plan.advice === 'buy';
  let daySum = 0;
  let paid = 0;
  for (let m = 0; m < paths; m++) {
    let at = 0;
    let price = forecast.now ?? 0;
    if (!isNow) {
      while (at < by - 1 && !(prices[at * paths + m] <= plan.curve[at])) at++;
      price = prices[at * paths + m];
      if (price === Infinity) price = forecast.plan.waitCost * 1.05;
      at++;
    }
    costs[m] += price;
    paid += price;
    daySum += at;
    last[m] = Math.max(last[m], at);
  }
  return {
    id,
    advice: isNow ? 'buy' : forecast.now === null ? 'out' : 'wait',
    day: daySum / paths,
    now: forecast.now,
    expected: paid / paths,
  };
}

/**
 * Tries last days for the whole build: up to each, every part waits by its own curve (waiting alone costs a single part nothing, since
 * another one is missing too), and the days until the last purchase are paid for. The best of them is the plan.
 */
export function jointPlan(parts: readonly Missing[], waitPerDay: number): JointPlan | null {
  if (parts.length === 0) return null;
  const { days, paths } = parts[0].forecast.futures;
  const today = allNow(parts);
  const { now } = today;
  let best: JointPlan | null = parts.every(({ forecast }) => forecast.now !== null) ? today : null;
  for (const by of new Set([...LATEST.filter((day) => day > 0 && day < days), days])) {
    const futures: JointFutures = { costs: new Float64Array(paths), last: new Float64Array(paths) };
    const steps = parts.map((part) => buyUpTo(by, part, futures));
    let sum = 0;
    let dearer = 0;
    for (let m = 0; m < paths; m++) {
      const cost = futures.costs[m] + waitPerDay * futures.last[m];
      sum += cost;
      if (cost > DEARER * now) dearer++;
    }
    const expected = sum / paths;
    if (!best || expected < best.expected - 1e-9)
      best = { by, steps, expected, now, saving: now - expected, dearerChance: dearer / paths };
  }
  return best;
}
