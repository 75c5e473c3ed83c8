import type { Forecast } from './forecast.ts';
import { DEARER, LEAST_SHARE, planOf } from './plan.ts';
import type { Ripeness } from './ripeness.ts';

/** A part that is still to be bought. */
export interface Missing {
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
  /** Share of futures in which this part ends dearer than today. */
  readonly dearerChance: number;
}

/** What is said of waiting for one part's price. Money in minor units. */
interface WaitingView {
  readonly ripeness: Ripeness;
  readonly saving: number;
  readonly dearerChance: number;
}

/**
 * What is said of a part that is waited for together with others: the plan of the whole has the word, since a day of waiting is paid
 * once. Where the part's own forecast advises nothing, nothing is advised.
 */
export function viewWithin(own: WaitingView, step: JointStep | null): WaitingView {
  const isAdvised = own.ripeness === 'ripe' || own.ripeness === 'turning' || own.ripeness === 'unripe';
  if (!isAdvised || !step || step.now === null) return own;
  const saving = step.now - step.expected;
  if (step.advice === 'wait' && saving >= LEAST_SHARE * step.now)
    return { ripeness: 'unripe', saving, dearerChance: step.dearerChance };
  return own.ripeness === 'ripe' ? own : { ...own, ripeness: 'turning' };
}

/** Every future on its own: what all parts cost in it, and the day on which the last of them is bought. */
export interface JointFutures {
  readonly costs: Float64Array;
  readonly last: Float64Array;
}

/** Buys one part by its own curve up to a day, and adds what that costs to every future. */
export function buyUpTo(by: number, { id, forecast }: Missing, { costs, last }: JointFutures): JointStep {
  const { prices, paths } = forecast.futures;
  const cut = { ...forecast.futures, days: by, prices: prices.subarray(0, by * paths) };
  const plan = planOf(cut, { now: forecast.now, fallback: forecast.plan.atEnd.middle, waitPerDay: 0 });
  // Where nothing is advised, or waiting is worth next to nothing, waiting is no plan.
  const isNow = forecast.now !== null && (plan.advice === 'buy' || plan.isClose || forecast.silence !== null);
  let daySum = 0;
  let paid = 0;
  let dearer = 0;
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
    if (forecast.now !== null && price > DEARER * forecast.now) dearer++;
    daySum += at;
    last[m] = Math.max(last[m], at);
  }
  return {
    id,
    advice: isNow ? 'buy' : forecast.now === null ? 'out' : 'wait',
    day: daySum / paths,
    now: forecast.now,
    expected: paid / paths,
    dearerChance: dearer / paths,
  };
}
