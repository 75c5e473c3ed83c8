import { isRandomEffect, SCATTER_START, SCATTERS, type Scatter } from './layout.ts';
import { levelVariance, type Posterior } from './posterior.ts';
import { goodNoise, noiseOf, type Scales } from './noise.ts';
import type { FitProblem, Point } from './problem.ts';
import { likeliestTail, USUAL_TAIL, weightOf } from './robust.ts';
import type { Evaluated } from './rows.ts';

/* What an optimum says of the scales: the noise of records, and how far parts, games, sources and charts scatter. */

/** How many records the general level counts for when a game's own noise is estimated, and the start for that level. Chosen. */
const NOISE_PSEUDO = 30;
const NOISE_START_PSEUDO = 8;
/** How many parts, or levels, the start counts for when a scatter is estimated. Chosen. */
const SCATTER_PSEUDO = 1.5;
const LEVEL_PSEUDO = 3;

/** gᵀ Σ g of a sparse gradient. */
function variance(
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

/** Squares of a scatter's deviations, and how many of them the records tell. */
interface Tally {
  squares: number;
  count: number;
}

/**
 * How far each scatters at an optimum: squares over the effective number (D. J. C. MacKay, Neural Computation 4, 1992). One that nobody
 * measured lies where it is expected, and says nothing of the scatter.
 */
function scattersAt(
  { layout }: FitProblem,
  before: Scales,
  theta: Float64Array,
  { covariance, games }: Posterior,
): Scales['scatters'] {
  const n = layout.names.length;
  const tallies = new Map<Scatter, Tally>(
    SCATTERS.map((scatter) => {
      const count = isRandomEffect(scatter) ? LEVEL_PSEUDO : SCATTER_PSEUDO;
      return [scatter, { squares: count * SCATTER_START[scatter] ** 2, count }];
    }),
  );
  const add = (scatter: Scatter, off: number, left: number, weight = 1) => {
    const tally = tallies.get(scatter);
    if (!tally) return;
    tally.squares += weight * off * off;
    tally.count += Math.max(0, 1 - left / before.scatters[scatter] ** 2);
  };
  for (const prior of layout.priors) {
    if (prior.scatter === null || prior.sd > 0) continue;
    const index = prior.terms.map(([i]) => i);
    const slope = prior.terms.map(([, c]) => c);
    const off = prior.terms.reduce((total, [i, c]) => total + c * theta[i], -prior.mean);
    add(prior.scatter, off, variance(covariance, n, index, slope));
  }
  for (const game of games)
    game.solved.levels.levels.forEach(({ kind }, l) => {
      const off = game.solved.u[l];
      const weight = kind === 'chart' ? Math.min(1, weightOf(off / before.scatters.chart, USUAL_TAIL)) : 1;
      add(kind, off, levelVariance(game, l), weight);
    });
  return Object.fromEntries(
    [...tallies].map(([scatter, { squares, count }]) => [scatter, Math.sqrt(squares / count)]),
  ) as Record<Scatter, number>; // one entry for each scatter
}

/**
 * Noise at an optimum, as the standard deviation of a normal distribution with the same middle 80 %: a step of the EM algorithm for the scale
 * of Student's t (Lange, Little and Taylor, 1989), over the degrees of freedom that effects and levels leave.
 */
function noiseAt({ rows, base }: FitProblem, before: Scales, evaluated: Evaluated, posterior: Posterior) {
  const tally = (sd: number, count: number): Tally => ({ squares: count * sd * sd, count });
  const all = tally(before.averageAll, NOISE_START_PSEUDO);
  const lows = tally(before.low, NOISE_START_PSEUDO);
  const perGame = new Map(base.games.map(({ id }) => [id, tally(0, 0)]));
  const residuals: number[] = [];
  rows.rows.forEach((row, r) => {
    // A rate that the engine's cap holds says nothing of the noise of free ones.
    if (row.figure === 'average' && evaluated.byGraphics[r] + evaluated.byCpu[r] < 0.5) return;
    const noise = noiseOf(row, before);
    const off = (posterior.solved.residual[r] * goodNoise(row, before)) / noise;
    const left = Math.max(0.05, 1 - posterior.rowVariance[r] / (noise * noise));
    const weight = weightOf(posterior.solved.residual[r] / (noise * before.tail.scale), before.tail);
    residuals.push(posterior.solved.residual[r] / (noise * Math.sqrt(left)));
    for (const each of row.figure === 'low' ? [lows] : [all, perGame.get(row.game)]) {
      if (!each) continue;
      each.squares += (weight * off * off) / before.tail.scale ** 2;
      each.count += left;
    }
  });
  const averageAll = Math.max(0.003, Math.sqrt(all.squares / all.count));
  const average = new Map(
    [...perGame].map(([game, { squares, count }]) => [
      game,
      Math.sqrt((NOISE_PSEUDO * averageAll ** 2 + squares) / (NOISE_PSEUDO + count)),
    ]),
  );
  const low = Math.max(0.005, Math.sqrt(lows.squares / lows.count));
  return { average, averageAll, low, tail: likeliestTail(residuals) };
}

/** Noise with its tail, and scatters at an optimum. */
export const scalesAt = (
  problem: FitProblem,
  before: Scales,
  { theta, evaluated }: Point,
  posterior: Posterior,
): Scales => ({
  ...noiseAt(problem, before, evaluated, posterior),
  scatters: scattersAt(problem, before, theta, posterior),
});
