import { factorise, invertWith, packFloats, quantile, solveWith } from '../stats/index.ts';
import type { BenchRecord, FitSummary, FrameModel, Part } from '../parts/index.ts';
import { fingerprint } from './fingerprint.ts';
import { recordJudge, type HeldBack, type UsableRecord } from './held-back.ts';
import {
  layoutFor, modelAt, offsetName, SCATTER_START, SCATTERS, type Layout, type Scatter, type Scatters,
} from './layout.ts'; // prettier-ignore
import { costOf, T_SCALE, weightOf } from './robust.ts';
import { statedBy } from './stated.ts';
import { evaluate, rowsFor, type Evaluated, type Rows } from './rows.ts';

/*
 * Maximum a posteriori over all effects at once: Student's t for the records, normal priors, Levenberg and Marquardt's
 * damping. The curvature at the optimum gives the covariance. Noise and the scatter of parts around their sheets are
 * estimated in turns with the effects (empirical Bayes). See docs/models/fit.md.
 */

export interface FitInput {
  readonly parts: readonly Part[];
  /** Games with their facts (caps, needs, threads) and the reference memory; effects that it states by itself are leaned on. */
  readonly model: FrameModel;
  readonly records: readonly BenchRecord[];
  /** Start from an earlier fit of this catalogue; null starts from the priors. */
  readonly start: FitSummary | null;
  /** ISO time, for the summary. */
  readonly now: string;
}

export const FIT_DEFAULTS = {
  /** Steps of one optimisation, and turns of optimisation and scales. */
  mostSteps: 40,
  coldTurns: 3,
  warmTurns: 1,
  /**
   * An optimisation ends when a step promises less than this of the objective, which counts in halves of a squared
   * standard score: before the last turn, whose scales are still to change, and in the last one.
   */
  roughTolerance: 0.5,
  tolerance: 5e-3,
  /** Steps of plain least squares before records are weighed. */
  plainSteps: 4,
  /** Records further off than so many standard deviations of what the others predict disagree with the rest. */
  disagreeZ: 4,
  /** Effects that a prediction can depend on, at most: the work grows with their cube, what is stored with their square. */
  mostEffects: 2500,
} as const;

/** Noise before any record was seen. Chosen. */
const NOISE_START = { average: 0.03, low: 0.06 };
/** How many records the general level counts for when a game's own noise is estimated. Chosen. */
const NOISE_PSEUDO = 30;
/** How many parts the start counts for when a scatter is estimated. Chosen. */
const SCATTER_PSEUDO = 4;

export interface FitProgress {
  readonly step: number;
  readonly turn: number;
  readonly turns: number;
  readonly objective: number;
}

/** One record against what the fit makes of it. */
export interface RecordFinding {
  readonly id: string;
  /** Expected average under the record's conditions, without what is particular to its source or system. */
  readonly expected: number;
  /** ln(measured / expected by all other records), and the same in standard deviations. */
  readonly offLn: number;
  readonly z: number;
  readonly disagrees: boolean;
}

export interface Fitted {
  readonly status: 'fitted';
  readonly model: FrameModel & { readonly fit: FitSummary };
  readonly findings: readonly RecordFinding[];
  readonly heldBack: readonly { readonly id: string; readonly reasons: readonly HeldBack[] }[];
}
export type FitResult = Fitted | { readonly status: 'cancelled' | 'no-games' | 'too-many' };

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

const noiseOf = (row: Rows['rows'][number], scales: Scales) =>
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

function evaluateAt({ base, layout, rows }: FitProblem, theta: ArrayLike<number>): Evaluated {
  const model = modelAt(base, layout, theta, { residualSd: new Map(), sdOf: () => 0, isRounded: false });
  return evaluate(rows, model, theta);
}

function costAt(
  { layout, rows }: FitProblem,
  scales: Scales,
  theta: ArrayLike<number>,
  { expectedLn }: Evaluated,
  isRobust: boolean,
): number {
  let cost = 0;
  rows.rows.forEach((row, r) => {
    const z = (row.observedLn - expectedLn[r]) / (noiseOf(row, scales) * T_SCALE);
    cost += isRobust ? costOf(z) : (z * z) / 2;
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

interface Optimum {
  readonly theta: Float64Array;
  readonly evaluated: Evaluated;
  readonly objective: number;
  readonly steps: number;
  readonly converged: boolean;
}

export interface OptimiseOptions {
  readonly isRobust: boolean;
  readonly tolerance: number;
  readonly mostSteps: number;
}

/** What a full step with this curvature would gain, twice over: gᵀ H⁻¹ g. */
function promise(factor: Float64Array, n: number, gradient: Float64Array, apart: number): number {
  const move = solveWith(factor, n, gradient, apart);
  return gradient.reduce((sum, g, i) => sum + g * move[i], 0);
}

/** Levenberg and Marquardt's method from a point. Yields after each step; true sent in stops it. */
export function* optimise(
  problem: FitProblem,
  scales: Scales,
  from: ArrayLike<number>,
  { isRobust, tolerance, mostSteps }: OptimiseOptions,
): Generator<{ readonly step: number; readonly objective: number }, Optimum | null, boolean | undefined> {
  const { apart, names } = problem.layout;
  const n = names.length;
  let factor: Float64Array | null = null;
  let theta = Float64Array.from(from);
  let evaluated = evaluateAt(problem, theta);
  let objective = costAt(problem, scales, theta, evaluated, isRobust);
  let damping = 1e-4;
  let step = 0;
  for (; step < mostSteps; step++) {
    if (yield { step, objective }) return null;
    const { gradient, matrix } = normalEquations(
      problem,
      scales,
      theta,
      evaluated,
      isRobust ? 'robust' : 'plain',
    );
    // The last curvature is near enough to tell that nothing is left to gain.
    if (factor && promise(factor, n, gradient, apart) < tolerance / 2)
      return { theta, evaluated, objective, steps: step, converged: true };
    let isBetter = false;
    let promised = 0;
    for (let attempt = 0; attempt < 12 && !isBetter; attempt++) {
      const damped = Float64Array.from(matrix);
      for (let i = 0; i < n; i++) damped[i * n + i] *= 1 + damping;
      if (factorise(damped, n, apart)) {
        const move = solveWith(damped, n, gradient, apart);
        promised = 0;
        for (let i = 0; i < n; i++) promised += gradient[i] * move[i];
        const next = theta.map((value, i) => value - move[i]);
        const there = evaluateAt(problem, next);
        const cost = costAt(problem, scales, next, there, isRobust);
        if (cost <= objective) {
          isBetter = true;
          factor = damped;
          theta = next;
          evaluated = there;
          objective = cost;
          damping = Math.max(1e-9, damping / 10);
          break;
        }
      }
      if (promised < tolerance && attempt > 0) break;
      damping *= 10;
    }
    if (promised < tolerance) return { theta, evaluated, objective, steps: step + 1, converged: true };
    if (!isBetter) return { theta, evaluated, objective, steps: step + 1, converged: false };
  }
  return { theta, evaluated, objective, steps: step, converged: false };
}

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

/** Share of a record's average that no cap holds: how far it follows its two parts. */
function freeOf({ rows }: FitProblem, { indices, slopes }: Evaluated, r: number): number {
  const { processor, graphics } = rows.prepared[rows.rows[r].record];
  let sum = 0;
  indices[r].forEach((i, k) => {
    if (i === processor || i === graphics) sum += slopes[r][k];
  });
  return sum;
}

/** Noise and scatters at an optimum. */
function scalesAt(
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
  const scatters = Object.fromEntries(
    SCATTERS.map((scatter) => {
      let sum = SCATTER_PSEUDO * SCATTER_START[scatter] ** 2;
      let count = SCATTER_PSEUDO;
      for (const prior of layout.priors) {
        if (prior.scatter !== scatter || prior.sd > 0) continue;
        const index = prior.terms.map(([i]) => i);
        const slope = prior.terms.map(([, c]) => c);
        const off = prior.terms.reduce((total, [i, c]) => total + c * theta[i], -prior.mean);
        sum += off * off + variance(covariance, n, index, slope);
        count++;
      }
      return [scatter, Math.sqrt(sum / count)];
    }),
  ) as Record<Scatter, number>; // one entry for each scatter
  return {
    average,
    averageAll,
    low: lows.length < 10 ? before.low : Math.max(0.005, spread(lows)),
    scatters,
  };
}

function covarianceAt(
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

/**
 * Fits all effects. Yields after each step; true sent in cancels. A catalogue without games has nothing to fit; without
 * records the priors alone give wide intervals.
 */
export function* fitModel(input: FitInput): Generator<FitProgress, FitResult, boolean | undefined> {
  const { parts, model: base, records, start, now } = input;
  if (base.games.length === 0) return { status: 'no-games' };
  const judge = recordJudge(parts, base);
  const usable: UsableRecord[] = [];
  const heldBack: { id: string; reasons: readonly HeldBack[] }[] = [];
  for (const record of records) {
    const judged = judge(record);
    if ('usable' in judged) usable.push(judged.usable);
    else heldBack.push({ id: record.id, reasons: judged.heldBack });
  }
  const problem = fitProblem(parts, base, usable);
  const { layout, rows } = problem;
  const n = layout.names.length;
  if (layout.predictive > FIT_DEFAULTS.mostEffects) return { status: 'too-many' };
  let scales = startScales(base, start);
  let theta: Float64Array = layout.start.map((value, i) => start?.estimates[layout.names[i]] ?? value);
  const turns = start ? FIT_DEFAULTS.warmTurns : FIT_DEFAULTS.coldTurns;
  let steps = 0;
  let converged = true;
  let evaluated: Evaluated = { expectedLn: new Float64Array(0), indices: [], slopes: [] };
  let covariance: Float64Array = new Float64Array(0);
  for (let turn = 0; turn < turns; turn++) {
    // A cold start is far from everything, so that every record would look wild: plain squares bring it near first.
    const kinds = turn === 0 && !start ? [false, true] : [true];
    const tolerance = turn === turns - 1 ? FIT_DEFAULTS.tolerance : FIT_DEFAULTS.roughTolerance;
    for (const isRobust of kinds) {
      const mostSteps = isRobust ? FIT_DEFAULTS.mostSteps : FIT_DEFAULTS.plainSteps;
      const search = optimise(problem, scales, theta, { isRobust, tolerance, mostSteps });
      let step = search.next();
      while (!step.done)
        step = search.next(yield { step: steps++, turn, turns, objective: step.value.objective });
      if (step.value === null) return { status: 'cancelled' };
      ({ theta, evaluated } = step.value);
      ({ converged } = step.value);
    }
    covariance = covarianceAt(problem, scales, theta, evaluated);
    // A few new records hardly change the scales: a warm start keeps them, and a fit from scratch estimates them anew.
    if (start) break;
    scales = scalesAt(problem, scales, theta, evaluated, covariance);
    if (turn === turns - 1) covariance = covarianceAt(problem, scales, theta, evaluated);
  }

  const sdOf = (i: number) => Math.sqrt(Math.max(0, covariance[i * n + i]));
  const fitted = modelAt(base, layout, theta, { residualSd: scales.average, sdOf, isRounded: true });
  const packed: number[] = [];
  for (let i = 0; i < layout.predictive; i++) for (let j = 0; j <= i; j++) packed.push(covariance[i * n + j]);
  const estimates: Record<string, number> = {};
  layout.names.forEach((name, i) => (estimates[name] = Number(theta[i].toFixed(5))));
  for (const scatter of SCATTERS)
    estimates[`scatter:${scatter}`] = Number(scales.scatters[scatter].toFixed(5));
  const fit: FitSummary = {
    fittedOn: now,
    records: usable.length,
    heldBack: heldBack.length,
    basedOn: fingerprint(parts, records),
    parameters: layout.names.slice(0, layout.predictive),
    covariance: packFloats(packed),
    estimates,
    noise: { average: Number(scales.averageAll.toFixed(5)), low: Number(scales.low.toFixed(5)) },
    stated: statedBy(base),
    rounds: steps,
    converged,
    heldOut: null,
  };
  const findings = rows.rows.flatMap((row, r): RecordFinding[] => {
    if (row.figure === 'low') return [];
    const { usable: each, offset } = rows.prepared[row.record];
    const sd = noiseOf(row, scales);
    const share = variance(covariance, n, evaluated.indices[r], evaluated.slopes[r]);
    const off = row.observedLn - evaluated.expectedLn[r];
    const weight = Math.min(1, weightOf(off / (sd * T_SCALE)));
    const leverage = Math.min(0.95, (weight * share) / (sd * sd));
    const offLn = off / (1 - leverage);
    const z = off / (sd * Math.sqrt(1 - leverage));
    const expected = Math.exp(evaluated.expectedLn[r] - (offset >= 0 ? theta[offset] : 0));
    return [{ id: each.record.id, expected, offLn, z, disagrees: Math.abs(z) > FIT_DEFAULTS.disagreeZ }];
  });
  return { status: 'fitted', model: { ...fitted, fit }, findings, heldBack };
}
