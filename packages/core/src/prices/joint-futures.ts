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

/** What each future pays for a part that follows its curve up to a day, and on which day. */
function followed(
  by: number,
  { forecast }: Missing,
): { readonly paid: Float64Array; readonly at: Float64Array } {
  const { prices, paths } = forecast.futures;
  const cut = { ...forecast.futures, days: by, prices: prices.subarray(0, by * paths) };
  const { curve } = planOf(cut, { now: forecast.now, fallback: forecast.plan.atEnd.middle, waitPerDay: 0 });
  const paid = new Float64Array(paths);
  const days = new Float64Array(paths);
  for (let m = 0; m < paths; m++) {
    let at = 0;
    while (at < by - 1 && !(prices[at * paths + m] <= curve[at])) at++;
    const price = prices[at * paths + m];
    paid[m] = price === Infinity ? forecast.plan.waitCost * 1.05 : price;
    days[m] = at + 1;
  }
  return { paid, at: days };
}

const meanOf = (values: Float64Array) => values.reduce((sum, each) => sum + each, 0) / values.length;

/** Buys one part by its own curve up to a day, and adds what that costs to every future. */
export function buyUpTo(by: number, missing: Missing, { costs, last }: JointFutures): JointStep {
  const { id, forecast } = missing;
  const { now, silence } = forecast;
  const { paid, at } = followed(by, missing);
  // Where nothing is advised, or waiting is worth next to nothing, waiting is no plan.
  const isNow = now !== null && (silence !== null || now - meanOf(paid) < LEAST_SHARE * now);
  if (isNow) {
    paid.fill(now);
    at.fill(0);
  }
  for (let m = 0; m < paid.length; m++) {
    costs[m] += paid[m];
    last[m] = Math.max(last[m], at[m]);
  }
  const dearer = now === null ? 0 : paid.filter((price) => price > DEARER * now).length;
  return {
    id,
    advice: isNow ? 'buy' : now === null ? 'out' : 'wait',
    day: meanOf(at),
    now,
    expected: meanOf(paid),
    dearerChance: dearer / paid.length,
  };
}
