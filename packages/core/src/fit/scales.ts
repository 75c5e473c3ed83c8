import { factorise, invertWith, quantile } from '../stats/index.ts';
import { SCATTER_START, SCATTERS, type Scatter } from './layout.ts';
import { noiseOf, normalEquations, type FitProblem, type Scales } from './problem.ts';
import type { Evaluated } from './rows.ts';

/* What an optimum says of its own uncertainty: the covariance of the effects, the noise of records, the scatters. */

/** How many records the general level counts for when a game's own noise is estimated. Chosen. */
const NOISE_PSEUDO = 30;
/** How many parts the start counts for when a scatter is estimated. Chosen. */
const SCATTER_PSEUDO = 1.5;

/** gᵀ Σ g of a sparse gradient. */
export function variance(
  covariance: Float64Array,
  n: number,
  index: ArrayLike<number>,
  slope: ArrayLike<number>,
): number {
  let sum = 0;
  for (let a = 0; a < index.length; a++)
    for (let b = 0; b < index.length; b++) sum += slope[a] * slope[b] * covariance[index[a] * n + index[b]];
  return sum;
}

/** Share of a record's average that no cap holds: how far it follows its two parts. */
function freeOf({ rows }: FitProblem, { indices, slopes }: Evaluated, r: number): number {
  const { cpu, graphics } = rows.prepared[rows.rows[r].record];
  let sum = 0;
  indices[r].forEach((i, k) => {
    if (i === cpu || i === graphics) sum += slopes[r][k];
  });
  return sum;
}

/** How far parts and games scatter around what is known of them, at an optimum. */
function scattersAt(
  { layout }: FitProblem,
  before: Scales,
  theta: Float64Array,
  covariance: Float64Array,
): Scales['scatters'] {
  const n = layout.names.length;
  return Object.fromEntries(
    SCATTERS.map((scatter) => {
      let sum = SCATTER_PSEUDO * SCATTER_START[scatter] ** 2;
      let count = SCATTER_PSEUDO;
      for (const prior of layout.priors) {
        if (prior.scatter !== scatter || prior.sd > 0) continue;
        const index = prior.terms.map(([i]) => i);
        const slope = prior.terms.map(([, c]) => c);
        const off = prior.terms.reduce((total, [i, c]) => total + c * theta[i], -prior.mean);
        sum += off * off;
        // A part counts for as much as the records say of it (D. J. C. MacKay, Neural Computation 4, 1992): one that
        // nobody measured lies where its specs put it, and says nothing of the scatter.
        count += Math.max(0, 1 - variance(covariance, n, index, slope) / before.scatters[scatter] ** 2);
      }
      return [scatter, Math.sqrt(sum / count)];
    }),
  ) as Record<Scatter, number>; // one entry for each scatter
}

/** Noise and scatters at an optimum. */
export function scalesAt(
  problem: FitProblem,
  before: Scales,
  theta: Float64Array,
  evaluated: Evaluated,
  covariance: Float64Array,
): Scales {
  const { layout, rows, base } = problem;
  const n = layout.names.length;
  const perGame = new Map<string, number[]>(base.games.map((game) => [game.id, []]));
  const averages: number[] = [];
  const lows: number[] = [];
  rows.rows.forEach((row, r) => {
    const sd = noiseOf(row, before);
    // A rate that the engine's cap holds says nothing of the noise of free ones.
    if (row.figure === 'average' && freeOf(problem, evaluated, r) < 0.5) return;
    const leverage = variance(covariance, n, evaluated.indices[r], evaluated.slopes[r]) / (sd * sd);
    const off =
      Math.abs(row.observedLn - evaluated.expectedLn[r]) / row.noise / Math.sqrt(Math.max(0.1, 1 - leverage));
    // Wild records say nothing of the noise of the others.
    if (off > 8 * noiseOf({ ...row, noise: 1 }, before)) return;
    if (row.figure === 'low') lows.push(off);
    else {
      averages.push(off);
      perGame.get(row.game)?.push(off);
    }
  });
  // The middle 80 % of a normal distribution reaches 1.2816 standard deviations either way; wild records hardly move it.
  const spread = (values: readonly number[]) => quantile(values, 0.8) / 1.2816;
  const averageAll = averages.length < 10 ? before.averageAll : Math.max(0.003, spread(averages));
  const average = new Map(
    [...perGame].map(([game, values]) => {
      const own = values.length === 0 ? averageAll : spread(values);
      const squared =
        (NOISE_PSEUDO * averageAll ** 2 + values.length * own ** 2) / (NOISE_PSEUDO + values.length);
      return [game, Math.sqrt(squared)];
    }),
  );
  return {
    average,
    averageAll,
    low: lows.length < 10 ? before.low : Math.max(0.005, spread(lows)),
    scatters: scattersAt(problem, before, theta, covariance),
  };
}

/** Inverse of the normal matrix at an optimum, by rows. */
export function covarianceAt(
  problem: FitProblem,
  scales: Scales,
  theta: Float64Array,
  evaluated: Evaluated,
): Float64Array {
  const { apart, names } = problem.layout;
  const n = names.length;
  const { matrix } = normalEquations(problem, scales, theta, evaluated, 'covariance');
  if (!factorise(matrix, n, apart))
    throw new Error('fit: the priors leave a direction open; this is our bug');
  return invertWith(matrix, n, apart);
}
