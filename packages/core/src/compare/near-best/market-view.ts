import { MEAN_RATES, uncertaintyOf, type Gradient } from '../../frames/index.ts';
import type { FrameModel, Rate } from '../../parts/index.ts';

/*
 * What shops ask for a part tells how fast it is: whoever chooses by figures alone picks the part that was judged too well, and such a part is
 * often cheap for a reason. Parts that were measured say how close rates lie to prices; each of the others then leans on its price, the more the
 * less is known of it.
 */

/** Something seen that a figure of the model should equal. */
export interface PriceEvidence {
  readonly gradient: Gradient;
  /** What was seen, less what the model says. */
  readonly off: number;
  readonly sd: number;
}

/**
 * How rates grow with prices, as an exponent, and how far they lie from that. Chosen: about what chips cost (common practice, no source).
 */
const EXPONENT = { mean: 0.75, sd: 0.3 };
const SCATTER = { median: 0.2, sdLn: 0.8 };
/** With fewer priced parts of a kind their prices tell nothing. Chosen. */
const FEWEST = 6;
/** Scatters that are tried, as shares of rates: from 3 % to 80 %. */
const TRIED = Array.from({ length: 29 }, (_, n) => 0.03 * 1.125 ** n);

interface PricedRate {
  readonly id: string;
  readonly gradient: Gradient;
  readonly x: number;
  readonly y: number;
  readonly variance: number;
}

/** A line through points of unlike variances, with what is left open of it. */
interface Line {
  readonly scatter: number;
  readonly likelihood: number;
  at(x: number): { readonly y: number; readonly variance: number };
}

/** Generalised least squares with a normal prior of the slope; the likelihood is that of the scatter, with the line integrated out. */
function lineThrough(points: readonly PricedRate[], scatter: number): Line {
  const weights = points.map(({ variance }) => 1 / (scatter * scatter + variance));
  const total = weights.reduce((a, b) => a + b, 0);
  const mean = (read: (point: PricedRate) => number) =>
    points.reduce((sum, point, n) => sum + weights[n] * read(point), 0) / total;
  const [mx, my] = [mean(({ x }) => x), mean(({ y }) => y)];
  const prior = 1 / EXPONENT.sd ** 2;
  const xx = total * mean(({ x }) => (x - mx) ** 2) + prior;
  const xy = total * mean(({ x, y }) => (x - mx) * (y - my)) + prior * EXPONENT.mean;
  const slope = xy / xx;
  const misfit =
    points.reduce((sum, { x, y }, n) => sum + weights[n] * (y - my - slope * (x - mx)) ** 2, 0) +
    prior * (slope - EXPONENT.mean) ** 2;
  const logs = weights.reduce((sum, weight) => sum + Math.log(weight), 0);
  const known = (Math.log(scatter / SCATTER.median) / SCATTER.sdLn) ** 2;
  return {
    scatter,
    likelihood: (logs - Math.log(total) - Math.log(xx) - misfit - known) / 2,
    at: (x) => ({ y: my + slope * (x - mx), variance: 1 / total + (x - mx) ** 2 / xx }),
  };
}

function evidenceOf(points: readonly PricedRate[]): [string, PriceEvidence][] {
  if (points.length < FEWEST) return [];
  const line = TRIED.map((scatter) => lineThrough(points, scatter)).reduce((a, b) =>
    b.likelihood > a.likelihood ? b : a,
  );
  return points.map(({ id, gradient, x, y }) => {
    const told = line.at(x);
    return [id, { gradient, off: told.y - y, sd: Math.hypot(line.scatter, Math.sqrt(told.variance)) }];
  });
}

/**
 * What prices say of the rates of processors and cards, by part.
 * @param prices what each part usually costs new, in one currency; parts without a price are left out
 */
export function marketView(
  model: FrameModel,
  prices: ReadonlyMap<string, number>,
): ReadonlyMap<string, PriceEvidence> {
  const { variance } = uncertaintyOf(model);
  const points = (kind: 'cpu' | 'gpu', rates: readonly Rate[]): PricedRate[] =>
    rates.flatMap(({ part: id, rateLn }) => {
      const price = prices.get(id);
      if (price === undefined || !(price > 0)) return [];
      // Beside the mean of its kind: a level that all share cancels between builds.
      const gradient = new Map([
        [`${kind}:${id}`, 1],
        [MEAN_RATES[kind], -1],
      ]);
      return [{ id, gradient, x: Math.log(price), y: rateLn, variance: variance(gradient) }];
    });
  return new Map([...evidenceOf(points('cpu', model.cpus)), ...evidenceOf(points('gpu', model.gpus))]);
}
