import { drawsFrom, type Draws } from '../stats/random.ts';
import type { SaleBranch, FittedPrice, RateBelief } from './fit.ts';
import { seasonAt } from './prior.ts';
import type { MarketMove } from './market-move.ts';
import { lnGamma } from '../stats/gamma.ts';
import type { Launch, PricePrior, Season } from './types.ts';

/** Many futures of a price: day d (1 to days) of path m at `prices[(d − 1) × paths + m]`; Infinity where it is not for sale. */
export interface Paths {
  readonly days: number;
  readonly paths: number;
  readonly prices: Float64Array;
  /** Days ahead that are the last ones on which some offer is to be had in time. */
  readonly lastDays?: readonly number[];
}

interface PathWish {
  readonly days: number;
  readonly paths: number;
  readonly today: number;
  readonly seed: number;
  readonly seasons: readonly Season[];
  readonly launches: readonly Launch[];
  /** What like parts do together. */
  readonly move?: MarketMove | null | undefined;
  /** Whether it was not for sale at the last look. */
  readonly isOut?: boolean | undefined;
}

/** Chance a day of a lasting markdown. Assumed: too rare to be learnt from one offer. */
const MARKDOWN = 0.001;
/** Size of a lasting markdown, as a logarithm. Assumed. */
const MARKDOWN_SIZE = 0.09;
/** A launch presses prices by this share of what is left, a day. */
const LAUNCH_PACE = 1 / 17;

/** A move of the market goes on for as long as it has, at the mean, within these days. Chosen: nobody knows. */
const MOVE_LASTS = { least: 5, most: 20 };
/** Spreads the futures evenly over an interval (R. Kronecker’s sequence of the golden section); alike for all offers. */
const GOLDEN = 0.6180339887498949;

const drawRate = (rate: RateBelief, draws: Draws) =>
  Math.min(rate.most, draws.gamma(Math.max(1e-3, rate.shape)) / rate.rate);

/** Which branch and cell each path takes: in even shares, so that two seeds tell nearly the same. */
function settings(
  fit: FittedPrice,
  paths: number,
  draws: Draws,
): { readonly branch: SaleBranch; readonly cell: number }[] {
  const all = fit.branches.flatMap((branch) =>
    branch.cells.map((cell, n) => ({ branch, cell: n, weight: branch.weight * cell.weight })),
  );
  const total = all.reduce((sum, each) => sum + each.weight, 0);
  const chosen: { branch: SaleBranch; cell: number }[] = [];
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

/** What all futures of one offer are drawn with. */
class Futures {
  readonly draws: Draws;
  /** How many times as likely as usual a sale is on each day to come. */
  readonly seasons: Float64Array;
  /** How the chance of a sale grows while none comes; null where it does not. */
  readonly clock: Float64Array | null;

  constructor(
    readonly fit: FittedPrice,
    readonly prior: PricePrior,
    readonly wish: PathWish,
  ) {
    const { days, today, seasons, seed } = wish;
    this.draws = drawsFrom(seed);
    this.seasons = Float64Array.from({ length: days + 1 }, (_, d) => seasonAt(seasons, today + d));
    this.clock = prior.regularity > 1 ? clockOf(prior.regularity) : null;
  }

  /** What the market does in the m-th future: change per day until so many days ahead, and how long it has gone on. */
  moveOf(m: number): { readonly perDay: number; readonly until: number; readonly days: number } | null {
    let u = ((m + 0.5) * GOLDEN) % 1;
    for (const { weight, perDay, perDaySd, days } of this.wish.move?.since ?? []) {
      if (u >= weight) {
        u -= weight;
        continue;
      }
      const { normal, uniform } = this.draws;
      const lasts = Math.min(MOVE_LASTS.most, Math.max(MOVE_LASTS.least, days));
      return { perDay: perDay + perDaySd * normal(), until: -lasts * Math.log(1 - uniform()), days };
    }
    return null;
  }

  /** The depth of a sale as a logarithm: one of the offer's own the likelier, the more it had. */
  depth(spread: number, own: readonly number[]): number {
    const { uniform, normal } = this.draws;
    const { depths } = this.prior;
    const share =
      uniform() < own.length / (own.length + 1.5)
        ? own[Math.floor(uniform() * own.length)] + 0.01 * normal()
        : depths[Math.floor(uniform() * depths.length)] + 0.015 * normal();
    return -Math.log(1 - Math.min(0.7, Math.max(0.01, share))) + (spread / 2) * normal();
  }
}

/** One future of a price: logarithms of the level that it runs around, the regular price, and the price. */
class Future {
  private readonly cell: SaleBranch['cells'][number];
  /** Chances a day: of a sale, of its end, of another regular price. */
  private readonly saleStart: number;
  private readonly saleEnd: number;
  private readonly change: number;
  private readonly drift: number;
  private readonly move: ReturnType<Futures['moveOf']>;
  private readonly pressing: { readonly at: number; left: number }[];
  private level: number;
  private regular: number;
  private price: number;
  private inSale: boolean;
  private isOut: boolean;
  /** Days since the level was looked at, and on the way to the next sale: unknown where no sale was seen. */
  private since = 0;
  private waited: number;

  constructor(
    private readonly all: Futures,
    private readonly branch: SaleBranch,
    cell: number,
    m: number,
  ) {
    const { fit, wish, draws, clock } = all;
    const { normal, uniform } = draws;
    this.cell = branch.cells[cell];
    this.saleStart = drawRate(fit.start, draws);
    this.saleEnd = drawRate(fit.end, draws);
    this.change = drawRate(fit.change, draws);
    this.drift = this.cell.drift + this.cell.driftSd * normal();
    this.price = fit.now;
    this.inSale = branch.isSale;
    if (this.inSale && branch.lastRegular === null) {
      this.level = this.price + all.depth(this.cell.spread, branch.depths);
      this.regular = this.level;
    } else {
      this.level = this.cell.level + Math.sqrt(this.cell.levelVariance) * normal();
      this.regular = branch.lastRegular ?? this.price;
    }
    this.move = all.moveOf(m);
    // What the market has done since this price was set is still to come.
    if (this.move) this.level += (this.move.perDay - this.drift) * Math.min(this.move.days, branch.setDays);
    const { sinceSale } = fit.evidence;
    this.waited = this.inSale ? 0 : (sinceSale ?? (clock ? uniform() / this.saleStart : 0));
    this.isOut = wish.isOut === true;
    this.pressing = wish.launches.map((launch) => ({
      at: launch.day - wish.today,
      left: Math.max(0, launch.fall + launch.fallSd * normal()),
    }));
  }

  /** The price of the next day, the d-th; Infinity where it is not for sale. */
  next(d: number): number {
    const { uniform } = this.all.draws;
    const { goesOut, comesBack } = this.all.prior;
    this.level += this.move && d <= this.move.until ? this.move.perDay : this.drift;
    this.since++;
    this.press(d);
    const u = uniform();
    if (this.inSale) this.endSale(u);
    else this.go(u, d);
    if (uniform() < (this.isOut ? comesBack : goesOut)) this.isOut = !this.isOut;
    return this.isOut ? Infinity : Math.exp(this.price);
  }

  /** Launches press level and regular price from their day on. */
  private press(d: number): void {
    for (const each of this.pressing) {
      if (d < each.at) continue;
      const step = each.left * LAUNCH_PACE;
      each.left -= step;
      this.level -= step;
      this.regular -= step;
    }
  }

  private around(): number {
    return this.level + this.cell.spread * this.all.draws.normal();
  }

  /** Another regular price, from the level as it has wandered since the last one. */
  private reprice(): void {
    this.level += this.cell.wander * Math.sqrt(this.since) * this.all.draws.normal();
    this.since = 0;
    this.price = this.around();
  }

  private endSale(u: number): void {
    if (u >= this.saleEnd) return;
    this.inSale = false;
    this.waited = 0;
    if (this.all.draws.uniform() < 0.5) this.price = this.regular;
    else this.reprice();
    this.regular = this.price;
  }

  private go(u: number, d: number): void {
    const { clock, seasons, draws } = this.all;
    this.waited++;
    const pace = clock
      ? clock[Math.min(clock.length - 1, Math.floor((this.waited * this.saleStart) / CLOCK_STEP))]
      : 1;
    const begins = Math.min(0.9, this.saleStart * pace * seasons[d]);
    if (u < begins) {
      this.inSale = true;
      this.price = this.level - this.all.depth(this.cell.spread, this.branch.depths);
    } else if (u < begins + this.change) {
      this.reprice();
      this.regular = this.price;
    } else if (u > 1 - MARKDOWN) {
      this.level -= Math.max(0.03, MARKDOWN_SIZE + 0.03 * draws.normal());
      this.price = this.around();
      this.regular = this.price;
    }
  }
}

/** Draws the futures of one offer. The same fit, wish and seed give the same futures. */
export function pathsOf(fit: FittedPrice, prior: PricePrior, wish: PathWish): Paths {
  const { days, paths } = wish;
  const all = new Futures(fit, prior, wish);
  const prices = new Float64Array(days * paths);
  settings(fit, paths, all.draws).forEach(({ branch, cell }, m) => {
    const future = new Future(all, branch, cell, m);
    for (let d = 1; d <= days; d++) prices[(d - 1) * paths + m] = future.next(d);
  });
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
