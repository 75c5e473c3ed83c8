import { drawsFrom, type Draws } from '../stats/random.ts';
import type { Branch, Fitted, Rate } from './fit.ts';
import { seasonAt } from './prior.ts';
import { lnGamma } from '../stats/gamma.ts';
import type { Launch, Prior, Season } from './types.ts';

/** Many futures of a price: day d (1 to days) of path m at `prices[(d − 1) × paths + m]`; Infinity where it is not for sale. */
export interface Paths {
  readonly days: number;
  readonly paths: number;
  readonly prices: Float64Array;
}

export interface PathWish {
  readonly days: number;
  readonly paths: number;
  readonly today: number;
  readonly seed: number;
  readonly seasons: readonly Season[];
  readonly launches: readonly Launch[];
  /** Whether it was not for sale at the last look. */
  readonly isOut?: boolean | undefined;
}

/** Chances a day of going out of stock, and of coming back. Fixed, not learnt. Assumed. */
const GOES_OUT = 0.008;
const COMES_BACK = 0.16;
/** Chance a day of a lasting markdown. Assumed: too rare to be learnt from one offer. */
const MARKDOWN = 0.001;
/** Size of a lasting markdown, as a logarithm. Assumed. */
const MARKDOWN_SIZE = 0.09;
/** A launch presses prices by this share of what is left, a day. */
const LAUNCH_PACE = 1 / 17;

const drawRate = (rate: Rate, draws: Draws) =>
  Math.min(rate.most, draws.gamma(Math.max(1e-3, rate.shape)) / rate.rate);

/** Which branch and cell each path takes: in even shares, so that two seeds tell nearly the same. */
function settings(
  fit: Fitted,
  paths: number,
  draws: Draws,
): { readonly branch: Branch; readonly cell: number }[] {
  const all = fit.branches.flatMap((branch) =>
    branch.cells.map((cell, n) => ({ branch, cell: n, weight: branch.weight * cell.weight })),
  );
  const total = all.reduce((sum, each) => sum + each.weight, 0);
  const chosen: { branch: Branch; cell: number }[] = [];
  const offset = draws.uniform();
  let sum = 0;
  let at = 0;
  for (let i = 0; i < paths; i++) {
    const u = ((i + offset) / paths) * total;
    while (at < all.length - 1 && sum + all[at].weight < u) sum += all[at++].weight;
    chosen.push(all[at]);
  }
  return chosen;
}

const CLOCK_STEP = 0.02;

/**
 * How the chance of a sale grows with the time since the last one, in units of the mean time: the hazard of a gamma distribution of mean 1
 * and the given shape, on a grid of {@link CLOCK_STEP}. Constant for shape 1.
 */
export function clockOf(shape: number): Float64Array {
  const n = 200;
  const hazard = new Float64Array(n).fill(1);
  if (shape <= 1) return hazard;
  const density = (x: number) =>
    Math.exp(shape * Math.log(shape) + (shape - 1) * Math.log(x) - shape * x - lnGamma(shape));
  let left = 1;
  for (let i = 0; i < n; i++) {
    const here = density((i + 0.5) * CLOCK_STEP);
    hazard[i] =
      left > 1e-6
        ? Math.min(shape * 2, here / Math.max(1e-9, left - (here * CLOCK_STEP) / 2))
        : hazard[i - 1];
    left -= here * CLOCK_STEP;
  }
  return hazard;
}

/** Draws the futures of one offer. The same fit, wish and seed give the same futures. */
export function pathsOf(fit: Fitted, prior: Prior, wish: PathWish): Paths {
  const { days, paths } = wish;
  const draws = drawsFrom(wish.seed);
  const { uniform, normal } = draws;
  const prices = new Float64Array(days * paths);
  const chosen = settings(fit, paths, draws);
  const seasons = Float64Array.from({ length: days + 1 }, (_, d) => seasonAt(wish.seasons, wish.today + d));
  const clock = prior.regularity > 1 ? clockOf(prior.regularity) : null;
  const { sinceSale } = fit.evidence;
  const shipped = prior.depths;
  const depth = (spread: number, own: readonly number[]) => {
    const share =
      uniform() < own.length / (own.length + 1.5)
        ? own[Math.floor(uniform() * own.length)] + 0.01 * normal()
        : shipped[Math.floor(uniform() * shipped.length)] + 0.015 * normal();
    return -Math.log(1 - Math.min(0.7, Math.max(0.01, share))) + (spread / 2) * normal();
  };
  const lefts = wish.launches.map((launch) => ({ at: launch.day - wish.today, launch }));
  for (let m = 0; m < paths; m++) {
    const { branch, cell: n } = chosen[m];
    const cell = branch.cells[n];
    const h = drawRate(fit.start, draws);
    const eta = drawRate(fit.end, draws);
    const kappa = drawRate(fit.change, draws);
    const drift = cell.drift + cell.driftSd * normal();
    let y = fit.now;
    let inSale = branch.isSale;
    let level: number;
    let regular: number;
    if (inSale && branch.lastRegular === null) {
      level = y + depth(cell.spread, branch.depths);
      regular = level;
    } else {
      level = cell.level + Math.sqrt(cell.levelVariance) * normal();
      regular = branch.lastRegular ?? y;
    }
    let since = 0;
    // Days on the way to the next sale: unknown where no sale was seen.
    let waited = inSale ? 0 : (sinceSale ?? (clock ? uniform() / h : 0));
    let isOut = wish.isOut === true;
    const pressing = lefts.map(({ at, launch }) => ({
      at,
      left: Math.max(0, launch.fall + launch.fallSd * normal()),
    }));
    for (let d = 1; d <= days; d++) {
      level += drift;
      since++;
      for (const each of pressing)
        if (d >= each.at) {
          const step = each.left * LAUNCH_PACE;
          each.left -= step;
          level -= step;
          regular -= step;
        }
      const u = uniform();
      if (inSale) {
        if (u < eta) {
          inSale = false;
          waited = 0;
          if (uniform() < 0.5) y = regular;
          else {
            level += cell.wander * Math.sqrt(since) * normal();
            since = 0;
            y = level + cell.spread * normal();
          }
          regular = y;
        }
      } else {
        waited++;
        const pace = clock ? clock[Math.min(clock.length - 1, Math.floor((waited * h) / CLOCK_STEP))] : 1;
        const begins = Math.min(0.9, h * pace * seasons[d]);
        if (u < begins) {
          inSale = true;
          y = level - depth(cell.spread, branch.depths);
        } else if (u < begins + kappa) {
          level += cell.wander * Math.sqrt(since) * normal();
          since = 0;
          y = level + cell.spread * normal();
          regular = y;
        } else if (u > 1 - MARKDOWN) {
          level -= Math.max(0.03, MARKDOWN_SIZE + 0.03 * normal());
          y = level + cell.spread * normal();
          regular = y;
        }
      }
      if (isOut ? uniform() < COMES_BACK : uniform() < GOES_OUT) isOut = !isOut;
      prices[(d - 1) * paths + m] = isOut ? Infinity : Math.exp(y);
    }
  }
  return { days, paths, prices };
}

/** The least over several offers, path by path. All must have the same shape. */
export function leastOf(all: readonly Paths[]): Paths {
  const [first, ...rest] = all;
  if (rest.length === 0) return first;
  const prices = first.prices.slice();
  for (const { prices: other } of rest)
    for (let i = 0; i < prices.length; i++) if (other[i] < prices[i]) prices[i] = other[i];
  return { ...first, prices };
}
