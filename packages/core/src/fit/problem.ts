import type { FrameModel, Part } from '../parts/index.ts';
import type { UsableRecord } from './held-back.ts';
import { layoutFor, offsetName, type Layout } from './layout.ts';
import { modelAt } from './model-at.ts';
import { noisesOf, type Scales } from './noise.ts';
import { levelsOf, type GameLevels } from './random-effects.ts';
import { lossOf } from './robust.ts';
import { evaluate, rowsFor, type Evaluated, type Rows } from './rows.ts';
import { borrowedBy, solveLevels, type Borrowed, type SolvedLevels } from './levels.ts';

/* The log posterior of one fit: its value, its gradient, and the matrix of its normal equations. */

/** The problem of one fit: what is compared, what is known beforehand, and how wide each is. */
export interface FitProblem {
  readonly base: FrameModel;
  readonly layout: Layout;
  readonly rows: Rows;
  readonly games: readonly GameLevels[];
}

/** Lays out the problem. Exported for the tests of its gradient. */
export function fitProblem(
  parts: readonly Part[],
  base: FrameModel,
  usable: readonly UsableRecord[],
): FitProblem {
  const layout = layoutFor(parts, base, {
    offsets: new Set(usable.map((each) => offsetName(each.record))),
    rates: new Set(
      usable.flatMap(({ cpu, gpu }) => [`cpu:${cpu.id}`, gpu ? `gpu:${gpu.id}` : `integrated:${cpu.id}`]),
    ),
  });
  const rows = rowsFor(usable, base, layout);
  return { base, layout, rows, games: levelsOf(rows) };
}

const priorSd = (prior: Layout['priors'][number], { scatters }: Scales) =>
  prior.scatter === null ? prior.sd : Math.hypot(prior.sd, scatters[prior.scatter]);

/** The objective at a point: minus the log posterior, up to a constant. */
export function objectiveAt(
  problem: FitProblem,
  scales: Scales,
  theta: ArrayLike<number>,
  isRobust = true,
): number {
  return pointAt(problem, scales, Float64Array.from(theta), isRobust).objective;
}

function evaluateAt({ base, layout, rows }: FitProblem, theta: ArrayLike<number>): Evaluated {
  const model = modelAt(base, layout, theta, { residualSd: new Map(), sdOf: () => 0, isRounded: false });
  return evaluate(rows, model, theta);
}

/** A point with its levels, and what it costs. */
export interface Point {
  readonly theta: Float64Array;
  readonly evaluated: Evaluated;
  readonly solved: SolvedLevels;
  readonly objective: number;
}

/** Logarithms beyond this are no frame rates. */
const FARTHEST = 1e6;

/** Whether all figures of a point, and how they move, can be reckoned with. */
const isComputable = ({ expectedLn, slopes, byCpu, byGraphics }: Evaluated): boolean =>
  [expectedLn, byCpu, byGraphics, ...slopes].every((values) =>
    values.every((value) => Math.abs(value) < FARTHEST),
  );

/** Evaluates a point. @param before levels of a point nearby */
export function pointAt(
  problem: FitProblem,
  scales: Scales,
  theta: Float64Array,
  isRobust: boolean,
  before: SolvedLevels | null = null,
): Point {
  const evaluated = evaluateAt(problem, theta);
  // So far off that nothing can be computed there: no step ends there.
  if (before && !isComputable(evaluated)) return { theta, evaluated, solved: before, objective: Infinity };
  const solved = solveLevels(problem, scales, evaluated, isRobust ? 'robust' : 'plain', before);
  return { theta, evaluated, solved, objective: costOf(problem, scales, theta, solved, isRobust) };
}

function costOf(
  { layout, rows }: FitProblem,
  scales: Scales,
  theta: ArrayLike<number>,
  { residual, levelCost }: SolvedLevels,
  isRobust: boolean,
): number {
  let cost = levelCost;
  noisesOf(rows, scales).forEach((noise, r) => {
    const z = residual[r] / (noise * scales.tail.scale);
    cost += isRobust ? lossOf(z, scales.tail) : (z * z) / 2;
  });
  for (const prior of layout.priors) {
    let off = -prior.mean;
    for (const [i, c] of prior.terms) off += c * theta[i];
    cost += (off / priorSd(prior, scales)) ** 2 / 2;
  }
  return cost;
}

/** Gradient of the objective in the shared effects, and the matrix of its normal equations, with all levels solved. */
interface NormalEquations {
  readonly gradient: Float64Array;
  readonly matrix: Float64Array;
  readonly borrowed: readonly Borrowed[];
}

export function normalEquations(
  problem: FitProblem,
  scales: Scales,
  { theta, evaluated, solved }: Pick<Point, 'theta' | 'evaluated' | 'solved'>,
): NormalEquations {
  const { layout, rows } = problem;
  const n = layout.names.length;
  const matrix = new Float64Array(n * n);
  const { indices, slopes } = evaluated;
  rows.rows.forEach((_, r) => {
    const index = indices[r];
    const slope = slopes[r];
    for (let a = 0; a < index.length; a++) {
      const i = index[a];
      const x = slope[a] * solved.information[r];
      for (let b = 0; b < index.length; b++) if (index[b] <= i) matrix[i * n + index[b]] += x * slope[b];
    }
  });
  const borrowed = solved.games.map((game) => borrowedBy(game, evaluated, solved.information));
  for (const each of borrowed) takeFrom(matrix, n, each);
  for (const prior of layout.priors) {
    const information = 1 / priorSd(prior, scales) ** 2;
    for (const [i, c] of prior.terms)
      for (const [j, d] of prior.terms) if (j <= i) matrix[i * n + j] += c * d * information;
  }
  for (let i = 0; i < n; i++) for (let j = 0; j < i; j++) matrix[j * n + i] = matrix[i * n + j];
  return { gradient: gradientAt(problem, scales, { theta, evaluated, solved }), matrix, borrowed };
}

/** The gradient alone, which takes far less than the matrix. */
export function gradientAt(
  { layout, rows }: FitProblem,
  scales: Scales,
  { theta, evaluated, solved }: Pick<Point, 'theta' | 'evaluated' | 'solved'>,
): Float64Array {
  const gradient = new Float64Array(layout.names.length);
  rows.rows.forEach((_, r) => {
    const index = evaluated.indices[r];
    const slope = evaluated.slopes[r];
    const pull = solved.information[r] * solved.residual[r];
    for (let a = 0; a < index.length; a++) gradient[index[a]] -= slope[a] * pull;
  });
  for (const prior of layout.priors) {
    const information = 1 / priorSd(prior, scales) ** 2;
    let off = -prior.mean;
    for (const [i, c] of prior.terms) off += c * theta[i];
    for (const [i, c] of prior.terms) gradient[i] += c * off * information;
  }
  return gradient;
}

/** Takes from a normal matrix what levels know too little of to leave it to the shared effects. */
function takeFrom(matrix: Float64Array, n: number, { columns, reduced }: Borrowed): void {
  const width = columns.length;
  const some: number[] = [];
  for (let at = 0; at < reduced.length; at += width) {
    some.length = 0;
    for (let c = 0; c < width; c++) if (reduced[at + c] !== 0) some.push(c);
    for (const a of some) {
      const x = reduced[at + a];
      const row = columns[a] * n;
      // Columns rise: the lower triangle.
      for (const b of some) {
        if (b > a) break;
        matrix[row + columns[b]] -= x * reduced[at + b];
      }
    }
  }
}
