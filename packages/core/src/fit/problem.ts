import type { FitSummary, FrameModel, Part } from '../parts/index.ts';
import type { UsableRecord } from './held-back.ts';
import {
  layoutFor,
  offsetName,
  SCATTER_START,
  SCATTERS,
  type Layout,
  type Scatter,
  type Scatters,
} from './layout.ts';
import { modelAt } from './model-at.ts';
import { lossOf, T_SCALE, weightOf } from './robust.ts';
import { evaluate, rowsFor, type Evaluated, type Rows } from './rows.ts';

/* The log posterior of one fit: its value, its gradient, and the matrix of its normal equations. */

/** Noise before any record was seen. Chosen. */
const NOISE_START = { average: 0.03, low: 0.06 };

export interface Scales {
  readonly average: ReadonlyMap<string, number>;
  readonly averageAll: number;
  readonly low: number;
  readonly scatters: Scatters;
}

/** The problem of one fit: what is compared, what is known beforehand, and how wide each is. */
export interface FitProblem {
  readonly base: FrameModel;
  readonly layout: Layout;
  readonly rows: Rows;
}

/** Lays out the problem. Exported for the tests of its gradient. */
export function fitProblem(
  parts: readonly Part[],
  base: FrameModel,
  usable: readonly UsableRecord[],
): FitProblem {
  const layout = layoutFor(parts, base, new Set(usable.map((each) => offsetName(each.record))));
  return { base, layout, rows: rowsFor(usable, base, layout) };
}

/** The scales that a fit starts with. */
export function startScales(base: FrameModel, start: FitSummary | null): Scales {
  const noise = start?.noise ?? NOISE_START;
  const scatters = Object.fromEntries(
    SCATTERS.map((scatter) => [scatter, start?.estimates[`scatter:${scatter}`] ?? SCATTER_START[scatter]]),
  ) as Record<Scatter, number>; // one entry for each scatter
  const average = new Map(base.games.map((game) => [game.id, start ? game.residualSd : noise.average]));
  return { average, averageAll: noise.average, low: noise.low, scatters };
}

export const noiseOf = (row: Rows['rows'][number], scales: Scales) =>
  row.noise * (row.figure === 'low' ? scales.low : (scales.average.get(row.game) ?? scales.averageAll));
const priorSd = (prior: Layout['priors'][number], { scatters }: Scales) =>
  prior.scatter === null ? prior.sd : Math.hypot(prior.sd, scatters[prior.scatter]);

/** The objective at a point: minus the log posterior, up to a constant. */
export function objectiveAt(
  problem: FitProblem,
  scales: Scales,
  theta: ArrayLike<number>,
  isRobust = true,
): number {
  return costAt(problem, scales, theta, evaluateAt(problem, theta), isRobust);
}

export function evaluateAt({ base, layout, rows }: FitProblem, theta: ArrayLike<number>): Evaluated {
  const model = modelAt(base, layout, theta, { residualSd: new Map(), sdOf: () => 0, isRounded: false });
  return evaluate(rows, model, theta);
}

export function costAt(
  { layout, rows }: FitProblem,
  scales: Scales,
  theta: ArrayLike<number>,
  { expectedLn }: Evaluated,
  isRobust: boolean,
): number {
  let cost = 0;
  rows.rows.forEach((row, r) => {
    const z = (row.observedLn - expectedLn[r]) / (noiseOf(row, scales) * T_SCALE);
    cost += isRobust ? lossOf(z) : (z * z) / 2;
  });
  for (const prior of layout.priors) {
    let off = -prior.mean;
    for (const [i, c] of prior.terms) off += c * theta[i];
    cost += (off / priorSd(prior, scales)) ** 2 / 2;
  }
  return cost;
}

/** Gradient of the objective and the matrix of its normal equations. */
export function normalEquations(
  problem: FitProblem,
  scales: Scales,
  theta: ArrayLike<number>,
  evaluated: Evaluated = evaluateAt(problem, theta),
  kind: 'robust' | 'plain' | 'covariance' = 'robust',
): { readonly gradient: Float64Array; readonly matrix: Float64Array } {
  const { layout, rows } = problem;
  const n = layout.names.length;
  const gradient = new Float64Array(n);
  const matrix = new Float64Array(n * n);
  const { expectedLn, indices, slopes } = evaluated;
  rows.rows.forEach((row, r) => {
    const sd = noiseOf(row, scales) * T_SCALE;
    const off = row.observedLn - expectedLn[r];
    const weight = kind === 'plain' ? 1 : weightOf(off / sd);
    // A good record tells as much as its noise allows; for the covariance the normal's scale counts, and no record twice.
    const information =
      kind === 'covariance' ? Math.min(1, weight) * ((T_SCALE / sd) * (T_SCALE / sd)) : weight / (sd * sd);
    const index = indices[r];
    const slope = slopes[r];
    for (let a = 0; a < index.length; a++) {
      const i = index[a];
      const x = slope[a] * information;
      gradient[i] -= x * off;
      for (let b = 0; b < index.length; b++) matrix[i * n + index[b]] += x * slope[b];
    }
  });
  for (const prior of layout.priors) {
    const sd = priorSd(prior, scales);
    const information = 1 / (sd * sd);
    let off = -prior.mean;
    for (const [i, c] of prior.terms) off += c * theta[i];
    for (const [i, c] of prior.terms) {
      gradient[i] += c * off * information;
      for (const [j, d] of prior.terms) matrix[i * n + j] += c * d * information;
    }
  }
  return { gradient, matrix };
}
