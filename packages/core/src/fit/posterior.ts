import { factorise, invertWith } from '../stats/index.ts';
import { RANDOM_EFFECTS } from './layout.ts';
import { solveLevels, type Borrowed, type SolvedGame, type SolvedLevels } from './levels.ts';
import type { Scales } from './noise.ts';
import { normalEquations, type FitProblem, type Point } from './problem.ts';

/* What an optimum leaves open, by Laplace's approximation: the covariance of the shared effects, and of each game's levels given those. */

const KINDS = RANDOM_EFFECTS.length;

/** One game's levels: their covariance given the shared effects, and how their mode moves against those. */
export interface GamePosterior {
  readonly solved: SolvedGame;
  readonly columns: Int32Array;
  /** Covariance of the shared effects that its rows touch, by rows. */
  readonly shared: Float64Array;
  /** By levels: minus the slope of each one's mode in those effects. */
  readonly leans: Float64Array;
  /** Covariance of the levels given the shared effects, by rows. */
  readonly own: Float64Array;
}

export interface Posterior {
  readonly covariance: Float64Array;
  readonly solved: SolvedLevels;
  readonly games: readonly GamePosterior[];
  /** Variance of each row's expectation, levels and all. */
  readonly rowVariance: Float64Array;
}

/** A combination of levels of one game: which, and how much of each. */
type Combination = readonly (readonly [level: number, weight: number])[];

/** L⁻ᵀ of a factor times a matrix with as many rows. */
function solvedBack(factor: Float64Array, size: number, apart: number, rows: Float64Array): Float64Array {
  const width = size === 0 ? 0 : rows.length / size;
  const out = Float64Array.from(rows);
  for (let i = size - 1; i >= 0; i--) {
    const pivot = factor[i * size + i];
    for (let c = 0; c < width; c++) out[i * width + c] /= pivot;
    for (let j = i - 1; j >= 0; j--) {
      if (i < apart) break;
      const x = factor[i * size + j];
      if (x !== 0) for (let c = 0; c < width; c++) out[j * width + c] -= x * out[i * width + c];
    }
  }
  return out;
}

function gamePosterior(
  solved: SolvedGame,
  { columns, reduced }: Borrowed,
  covariance: Float64Array,
  n: number,
): GamePosterior {
  const { levels, factor } = solved;
  const size = levels.levels.length;
  const width = columns.length;
  const shared = new Float64Array(width * width);
  for (let a = 0; a < width; a++)
    for (let b = 0; b < width; b++) shared[a * width + b] = covariance[columns[a] * n + columns[b]];
  return {
    solved,
    columns,
    shared,
    leans: solvedBack(factor, size, levels.apart, reduced),
    own: invertWith(factor, size, levels.apart),
  };
}

/** xᵀ A x of a dense matrix. */
function quadratic(matrix: Float64Array, x: Float64Array): number {
  const width = x.length;
  let sum = 0;
  for (let a = 0; a < width; a++) {
    if (x[a] === 0) continue;
    let inner = 0;
    for (let b = 0; b < width; b++) inner += matrix[a * width + b] * x[b];
    sum += x[a] * inner;
  }
  return sum;
}

/** How a combination of levels moves with the shared effects: by columns of its game. */
export function leaningOf({ leans, columns }: GamePosterior, combination: Combination): Float64Array {
  const width = columns.length;
  const out = new Float64Array(width);
  for (const [level, weight] of combination)
    for (let c = 0; c < width; c++) out[c] -= weight * leans[level * width + c];
  return out;
}

/** Variance of a combination of levels given the shared effects. */
export function ownVariance({ own, solved }: GamePosterior, combination: Combination): number {
  const size = solved.levels.levels.length;
  let sum = 0;
  for (const [i, x] of combination) for (const [j, y] of combination) sum += x * y * own[i * size + j];
  return sum;
}

/** Variance of a combination of levels, and of shared effects by columns, together. */
function wholeVariance(game: GamePosterior, combination: Combination, effects?: Float64Array): number {
  const leaning = leaningOf(game, combination);
  if (effects) for (let c = 0; c < leaning.length; c++) leaning[c] += effects[c];
  return ownVariance(game, combination) + quadratic(game.shared, leaning);
}

/** Variance of one level by itself. */
export const levelVariance = (game: GamePosterior, level: number): number =>
  wholeVariance(game, [[level, 1]]);

/** Which levels a row of a game shows, and how much of each. */
function combinationOf({ levels, shows }: SolvedGame, n: number): Combination {
  return RANDOM_EFFECTS.map((_, k) => [levels.of[n * KINDS + k], shows[n * KINDS + k]] as const).filter(
    ([, weight]) => weight !== 0,
  );
}

/** Covariance of everything at an optimum. */
export function posteriorAt(
  problem: FitProblem,
  scales: Scales,
  { theta, evaluated, solved: before }: Point,
): Posterior {
  const { apart, names } = problem.layout;
  const n = names.length;
  const solved = solveLevels(problem, scales, evaluated, 'covariance', before);
  const { matrix, borrowed } = normalEquations(problem, scales, { theta, evaluated, solved });
  if (!factorise(matrix, n, apart))
    throw new Error('fit: the priors leave a direction open; this is our bug');
  const covariance = invertWith(matrix, n, apart);
  const games = solved.games.map((each, g) => gamePosterior(each, borrowed[g], covariance, n));
  const rowVariance = new Float64Array(problem.rows.rows.length);
  for (const game of games) {
    const at = new Map([...game.columns].map((column, c) => [column, c]));
    game.solved.levels.rows.forEach((r, k) => {
      const effects = new Float64Array(game.columns.length);
      evaluated.indices[r].forEach((i, a) => (effects[at.get(i) ?? 0] += evaluated.slopes[r][a]));
      rowVariance[r] = wholeVariance(game, combinationOf(game.solved, k), effects);
    });
  }
  return { covariance, solved, games, rowVariance };
}
