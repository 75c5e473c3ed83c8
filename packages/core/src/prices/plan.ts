import { quantileSorted } from '../stats/index.ts';
import type { Paths } from './paths.ts';

/** What is asked of a set of futures. Money in minor units. */
interface PlanWish {
  /** Today’s price; null when it is not for sale today. */
  readonly now: number | null;
  /** What it costs when it cannot be had on the last day. */
  readonly fallback: number;
  /** What a day of waiting costs. */
  readonly waitPerDay: number;
}

export interface Band {
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}
/** A band so many days ahead. */
export interface DayBand extends Band {
  readonly day: number;
}

export type Advice = 'buy' | 'wait' | 'out';

export interface Plan {
  readonly advice: Advice;
  /** Waiting is worth less than a hundredth of today’s price, or than a day of it costs: no reason to wait, nor to hurry. */
  readonly isClose: boolean;
  /** Highest price at which buying beats waiting: today’s, then for each day ahead. */
  readonly reservation: number;
  readonly curve: Float64Array;
  /** Mean cost of waiting by the curve, waiting cost included, and what it saves against buying now (negative: it loses). */
  readonly waitCost: number;
  readonly saving: number;
  /** Share of futures in which waiting by the curve ends dearer than buying now. */
  readonly dearerChance: number;
  /** Share of futures in which the price falls 3 % below today’s at some time: buying now is then regretted. */
  readonly regretChance: number;
  /** Least price up to the last day, 80 % interval. */
  readonly least: Band;
  /** Price on the last day, where it is for sale. */
  readonly atEnd: Band;
  /** Share of futures in which the curve has bought by each day. */
  readonly bought: Float64Array;
}

const BINS = 256;
/** Waiting that is worth less than this share of the price is no reason to wait. Chosen. */
export const LEAST_SHARE = 0.01;
/** Half a per cent is let pass, as for targets: prices have endings, and a cent more is not dearer. */
export const DEARER = 1.005;
/** Buying today is regretted when the price falls below this share of it. Chosen. */
export const REGRET = 0.97;

/** The highest price to take on one day: where the sum of what is gained over going on is largest. */
function bestThreshold(
  prices: Float64Array,
  from: number,
  goOn: Float64Array,
  wait: number,
  gain: Float64Array,
): number {
  const paths = goOn.length;
  let low = Infinity;
  let high = 0;
  for (let m = 0; m < paths; m++) {
    const p = prices[from + m];
    if (p === Infinity) continue;
    if (p < low) low = p;
    if (p > high) high = p;
  }
  if (low === Infinity) return 0;
  const scale = high > low ? (BINS - 1e-6) / (high - low) : 0;
  gain.fill(0);
  for (let m = 0; m < paths; m++) {
    const p = prices[from + m];
    if (p !== Infinity) gain[Math.floor((p - low) * scale)] += goOn[m] + wait - p;
  }
  let sum = 0;
  let most = 0;
  let best = -1;
  for (let bin = 0; bin < BINS; bin++) {
    sum += gain[bin];
    if (sum > most) {
      most = sum;
      best = bin;
    }
  }
  if (best < 0) return low * (1 - 1e-9);
  return scale === 0 ? high : low + (best + 1) / scale;
}

/**
 * A light filter over neighbours, ¼ ½ ¼: the best threshold of a day jumps about on so many futures. Not across a day that is the last
 * one of some offer: what is let pass on it does not come back.
 */
function smoothed(raw: Float64Array, lastDays: readonly number[]): Float64Array {
  const isEdge = (i: number) =>
    i === 0 || i === raw.length - 1 || lastDays.includes(i + 1) || lastDays.includes(i);
  return Float64Array.from(raw, (value, i) =>
    isEdge(i) ? value : (raw[i - 1] + 2 * value + raw[i + 1]) / 4,
  );
}

/** The price by which each future is bought on the last day, where nothing else is done. */
const lastPrices = ({ days, paths, prices }: Paths, fallback: number) =>
  prices.slice((days - 1) * paths).map((price) => (price === Infinity ? fallback : price));

/** By day, backward from the last one: the highest price that is better taken than left, judged on the very futures. */
function curveOf(futures: Paths, { fallback, waitPerDay }: PlanWish): Float64Array {
  const { days, paths, prices } = futures;
  const goOn = lastPrices(futures, fallback);
  const gain = new Float64Array(BINS);
  const raw = new Float64Array(days);
  for (let d = days - 2; d >= 0; d--) {
    const from = d * paths;
    const limit = bestThreshold(prices, from, goOn, waitPerDay, gain);
    raw[d] = limit;
    for (let m = 0; m < paths; m++) {
      const price = prices[from + m];
      goOn[m] = price <= limit ? price : goOn[m] + waitPerDay;
    }
  }
  const curve = new Float64Array(days);
  if (days > 1) curve.set(smoothed(raw.subarray(0, days - 1), futures.lastDays ?? []));
  curve[days - 1] = Infinity;
  return curve;
}

/** A curve followed on the futures: what each costs in the end, and the share that is bought by each day. */
function followed(futures: Paths, curve: Float64Array, { fallback, waitPerDay }: PlanWish) {
  const { days, paths, prices } = futures;
  const cost = new Float64Array(paths).fill(-1);
  const bought = new Float64Array(days);
  let open = paths;
  for (let d = 0; d < days; d++) {
    for (let m = 0; m < paths; m++) {
      if (cost[m] >= 0) continue;
      const price = prices[d * paths + m];
      if (d < days - 1 && price > curve[d]) continue;
      cost[m] = (price === Infinity ? fallback : price) + waitPerDay * (d + 1);
      open--;
    }
    bought[d] = 1 - open / paths;
  }
  return { cost, bought };
}

/** The least price of each future. */
function leastByPath({ days, paths, prices }: Paths): Float64Array {
  const least = new Float64Array(paths).fill(Infinity);
  for (let d = 0; d < days; d++)
    for (let m = 0; m < paths; m++) least[m] = Math.min(least[m], prices[d * paths + m]);
  return least;
}

const shareOf = (values: Float64Array, test: (value: number) => boolean) =>
  values.filter(test).length / values.length;

/**
 * When to buy: backward over the days from the last one, at each the highest price that is better taken than left, judged on the very
 * futures. Waiting then follows that curve.
 */
export function planOf(futures: Paths, wish: PlanWish): Plan {
  const { days, paths, prices } = futures;
  const { now } = wish;
  const curve = curveOf(futures, wish);
  const { cost, bought } = followed(futures, curve, wish);
  const least = leastByPath(futures);
  const waitCost = cost.reduce((sum, each) => sum + each, 0) / paths;
  const saving = now === null ? 0 : now - waitCost;
  return {
    advice: now === null ? 'out' : saving <= 0 ? 'buy' : 'wait',
    isClose: now !== null && Math.abs(saving) < Math.max(LEAST_SHARE * now, wish.waitPerDay),
    reservation: waitCost,
    curve,
    waitCost,
    saving,
    dearerChance: now === null ? 0 : shareOf(cost, (each) => each > DEARER * now),
    regretChance: now === null ? 0 : shareOf(least, (each) => each < REGRET * now),
    least: bandOf(least),
    atEnd: bandOf(prices.subarray((days - 1) * paths)),
    bought,
  };
}

function bandOf(values: Float64Array): Band {
  const sorted = values.slice().sort();
  let n = sorted.length;
  while (n > 0 && sorted[n - 1] === Infinity) n--;
  // Never for sale on a share of the futures: the quantiles of the whole, as far as they are prices.
  const whole = (p: number) => {
    const at = p * (sorted.length - 1);
    return at <= n - 1 ? quantileSorted(sorted.subarray(0, n), n > 1 ? at / (n - 1) : 0) : Infinity;
  };
  return { low: whole(0.1), middle: whole(0.5), high: whole(0.9) };
}

/** Share of futures in which the price is at or below a target on some day up to `day` (1 to days). */
export function chanceOf({ days, paths, prices }: Paths, target: number, day: number): number {
  const until = Math.min(days, day);
  let hits = 0;
  for (let m = 0; m < paths; m++)
    for (let d = 0; d < until; d++)
      if (prices[d * paths + m] <= target) {
        hits++;
        break;
      }
  return hits / paths;
}

/** The 80 % band of the least price up to each day ahead, at some `points` days. */
export function fanOf({ days, paths, prices }: Paths, points = 20): DayBand[] {
  const running = new Float64Array(paths).fill(Infinity);
  const every = Math.max(1, Math.round(days / points));
  const fan: DayBand[] = [];
  for (let d = 0; d < days; d++) {
    for (let m = 0; m < paths; m++)
      if (prices[d * paths + m] < running[m]) running[m] = prices[d * paths + m];
    if (d === 0 || (d + 1) % every === 0 || d === days - 1) fan.push({ ...bandOf(running), day: d + 1 });
  }
  return fan;
}
