import { buyUpTo, type JointFutures, type JointStep, type Missing } from './joint-futures.ts';
import { DEARER, LEAST_SHARE } from './plan.ts';

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
    dearerChance: 0,
  }));
  const now = steps.reduce((sum, { expected }) => sum + expected, 0);
  return { by: 0, steps, expected: now, now, saving: 0, dearerChance: 0 };
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
  // The same bar as for one part: below it there is no reason to wait.
  const isWorthIt = best !== null && best.saving >= Math.max(LEAST_SHARE * now, waitPerDay);
  return isWorthIt || !parts.every(({ forecast }) => forecast.now !== null) ? best : today;
}
