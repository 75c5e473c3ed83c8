import { partOf, type Work } from '../work/index.ts';
import { packFloats } from '../stats/index.ts';
import type { BenchRecord, FitSummary, FrameModel, Part } from '../parts/index.ts';
import { chartFindingsOf, type ChartFinding } from './charts.ts';
import { fingerprint } from './fingerprint.ts';
import { recordJudge, type HeldBack, type UsableRecord } from './held-back.ts';
import { SCATTERS } from './layout.ts';
import { modelAt } from './model-at.ts';
import { optimise } from './optimise.ts';
import { noiseOf, startScales, type Scales } from './noise.ts';
import { fitProblem, pointAt, type Point } from './problem.ts';
import { MEAN_RATES } from '../frames/index.ts';
import { measuredRates, RANDOM_EFFECTS } from './layout.ts';
import { interactionsOf } from './interactions.ts';
import { posteriorAt, type Posterior } from './posterior.ts';
import { scalesAt } from './scales.ts';
import { statedBy } from './stated.ts';
import { statesOf } from './states.ts';

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
   * standard score: before the last turn, whose scales are still to change, in the last one, and from an earlier fit.
   */
  roughTolerance: 0.5,
  tolerance: 5e-3,
  warmTolerance: 2e-2,
  /** Steps of plain least squares before records are weighed. */
  plainSteps: 4,
  /** Records further off than so many standard deviations of what the others predict disagree with the rest. */
  disagreeZ: 4,
  /** Effects that a prediction can depend on, at most: the work grows with their cube, what is stored with their square. */
  mostEffects: 2500,
} as const;
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

export interface FittedModel {
  readonly status: 'fitted';
  readonly model: FrameModel & { readonly fit: FitSummary };
  readonly findings: readonly RecordFinding[];
  readonly charts: readonly ChartFinding[];
  readonly heldBack: readonly { readonly id: string; readonly reasons: readonly HeldBack[] }[];
}
export type FitResult = FittedModel | { readonly status: 'cancelled' | 'no-games' | 'too-many' };

/** Records that the fit may use, and the others with why. */
function judged({ parts, model, records }: FitInput) {
  const judge = recordJudge(parts, model);
  const usable: UsableRecord[] = [];
  const heldBack: { id: string; reasons: readonly HeldBack[] }[] = [];
  for (const record of records) {
    const found = judge(record);
    if ('usable' in found) usable.push(found.usable);
    else heldBack.push({ id: record.id, reasons: found.heldBack });
  }
  return { usable, heldBack };
}

type FitTask = ReturnType<typeof fitProblem>;

/** Where the effects came to rest. */
interface Solution {
  readonly point: Point;
  readonly scales: Scales;
  readonly posterior: Posterior;
  readonly steps: number;
  readonly converged: boolean;
}

/** Turns of finding the effects and then the scales; a warm start keeps the scales. Null when cancelled. */
function* solve(problem: FitTask, { model, start }: FitInput): Work<FitProgress, Solution | null> {
  const { layout } = problem;
  let scales = startScales(model, start);
  let theta: Float64Array = layout.start.map((value, i) => start?.estimates[layout.names[i]] ?? value);
  const turns = start ? FIT_DEFAULTS.warmTurns : FIT_DEFAULTS.coldTurns;
  let steps = 0;
  let converged = true;
  let solution: Pick<Solution, 'point' | 'posterior'> | null = null;
  for (let turn = 0; turn < turns; turn++) {
    // A cold start is far from everything, so that every record would look wild: plain squares bring it near first.
    const kinds = turn === 0 && !start ? [false, true] : [true];
    const last = start ? FIT_DEFAULTS.warmTolerance : FIT_DEFAULTS.tolerance;
    const tolerance = turn === turns - 1 ? last : FIT_DEFAULTS.roughTolerance;
    let point: Point | null = null;
    for (const isRobust of kinds) {
      const mostSteps = isRobust ? FIT_DEFAULTS.mostSteps : FIT_DEFAULTS.plainSteps;
      const search = optimise(problem, scales, theta, { isRobust, tolerance, mostSteps });
      const optimum = yield* partOf(search, ({ objective }) => ({ step: steps++, turn, turns, objective }));
      if (optimum === null) return null;
      point = optimum;
      ({ theta, converged } = optimum);
    }
    point ??= pointAt(problem, scales, theta, true);
    let posterior = posteriorAt(problem, scales, point);
    // A few new records hardly change the scales: a warm start keeps them, and a fit from scratch estimates them anew.
    if (!start) {
      scales = scalesAt(problem, scales, point, posterior);
      if (turn === turns - 1) posterior = posteriorAt(problem, scales, point);
    }
    solution = { point, posterior };
  }
  return solution && { ...solution, scales, steps, converged };
}

const rounded = (value: number) => Number(value.toFixed(5));

/** Effects whose covariance is kept: what predictions depend on, and the means of rates. Each is the mean of some of the layout's. */
function keptEffects(
  layout: FitTask['layout'],
): readonly { readonly name: string; readonly of: readonly number[] }[] {
  const own = layout.names.slice(0, layout.predictive).map((name, i) => ({ name, of: [i] }));
  const means = (['cpu', 'gpu'] as const).map((kind) => ({
    name: MEAN_RATES[kind],
    of: measuredRates(layout, kind),
  }));
  return [...own, ...means.filter((mean) => mean.of.length > 0)];
}

/** All that a later start, and whoever asks where a rate comes from, needs of a fit. */
function summaryOf(
  { layout }: FitTask,
  { point: { theta }, scales, posterior: { covariance }, steps, converged }: Solution,
  { parts, model, records, now }: FitInput,
  counts: { readonly usable: number; readonly heldBack: number },
): FitSummary {
  const n = layout.names.length;
  const kept = keptEffects(layout);
  const packed: number[] = [];
  kept.forEach(({ of: rows }, i) => {
    for (const { of: columns } of kept.slice(0, i + 1)) {
      let sum = 0;
      for (const r of rows) for (const c of columns) sum += covariance[r * n + c];
      packed.push(sum / (rows.length * columns.length));
    }
  });
  const estimates: Record<string, number> = {};
  layout.names.forEach((name, i) => (estimates[name] = rounded(theta[i])));
  estimates.tail = scales.tail.freedom;
  for (const scatter of SCATTERS) estimates[`scatter:${scatter}`] = rounded(scales.scatters[scatter]);
  return {
    fittedOn: now,
    records: counts.usable,
    heldBack: counts.heldBack,
    basedOn: fingerprint(parts, records),
    parameters: kept.map(({ name }) => name),
    covariance: packFloats(packed),
    estimates,
    noise: { average: rounded(scales.averageAll), low: rounded(scales.low) },
    stated: statedBy(model),
    rounds: steps,
    converged,
    heldOut: null,
  };
}

/** What a game makes of a record's parts, without what is particular to who measured it and when. */
const ofParts = (kind: string) => kind !== 'sourceByGame' && kind !== 'chart' && kind !== 'drift';

/** Every record against what all others say of it. */
function findingsOf(
  { rows }: FitTask,
  { point: { theta, evaluated }, scales, posterior }: Solution,
): RecordFinding[] {
  const found: RecordFinding[] = [];
  for (const { levels, shows, u } of posterior.solved.games)
    levels.rows.forEach((r, n) => {
      const row = rows.rows[r];
      if (row.figure === 'low') return;
      const { usable: each, offset } = rows.prepared[row.record];
      const sd = noiseOf(row, scales);
      const off = posterior.solved.residual[r];
      const leverage = Math.min(0.95, posterior.solved.information[r] * posterior.rowVariance[r]);
      let expectedLn = evaluated.expectedLn[r] - (offset >= 0 ? theta[offset] : 0);
      RANDOM_EFFECTS.forEach((kind, k) => {
        const at = n * RANDOM_EFFECTS.length + k;
        if (ofParts(kind)) expectedLn += shows[at] * u[levels.of[at]];
      });
      const offLn = off / (1 - leverage);
      const z = off / (sd * Math.sqrt(1 - leverage));
      const expected = Math.exp(expectedLn);
      found[row.record] = {
        id: each.record.id,
        expected,
        offLn,
        z,
        disagrees: Math.abs(z) > FIT_DEFAULTS.disagreeZ,
      };
    });
  return found.filter((each) => each !== undefined);
}

/**
 * Fits all effects. Yields after each step; true sent in cancels. A catalogue without games has nothing to fit; without
 * records the priors alone give wide intervals.
 */
export function* fitModel(input: FitInput): Work<FitProgress, FitResult> {
  const { parts, model: base } = input;
  if (base.games.length === 0) return { status: 'no-games' };
  const { usable, heldBack } = judged(input);
  const problem = fitProblem(parts, base, usable);
  const { layout } = problem;
  if (layout.predictive > FIT_DEFAULTS.mostEffects) return { status: 'too-many' };
  const solution = yield* solve(problem, input);
  if (!solution) return { status: 'cancelled' };
  const { point, scales, posterior } = solution;
  const { covariance } = posterior;
  const n = layout.names.length;
  const sdOf = (i: number) => Math.sqrt(Math.max(0, covariance[i * n + i]));
  const fitted = modelAt(base, layout, point.theta, { residualSd: scales.average, sdOf, isRounded: true });
  const counts = { usable: usable.length, heldBack: heldBack.length };
  const fit = summaryOf(problem, solution, input, counts);
  const interactions = interactionsOf(problem, parts, scales, posterior);
  const model = { ...fitted, interactions, fit };
  const states = statesOf(input.parts, model, input.records);
  const known = states.length > 0 ? { ...model, states } : model;
  return {
    status: 'fitted',
    model: known,
    findings: findingsOf(problem, solution),
    charts: chartFindingsOf(problem.rows, scales, posterior),
    heldBack,
  };
}
