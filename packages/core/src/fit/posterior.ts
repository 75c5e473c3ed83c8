import { dot, factorise, invertWith } from '../stats/index.ts';
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
  /** Covariance of the levels, and, by levels, that of each with the shared effects. */
  readonly whole: Float64Array;
  readonly across: Float64Array;
}

export interface Posterior {
  readonly covariance: Float64Array;
  readonly solved: SolvedLevels;
  readonly games: readonly GamePosterior[];
  /** Variance of each row's expectation, levels and all. */
  readonly rowVariance: Float64Array;
}

/** A combination of levels, or of shared effects, of one game: which, and how much of each. */
type Combination = readonly (readonly [at: number, weight: number])[];

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
  const leans = solvedBack(factor, size, levels.apart, reduced);
  const own = invertWith(factor, size, levels.apart);
  return { solved, columns, shared, leans, own, ...wholeOf(own, leans, shared) };
}

/** How levels vary that lean on shared effects: by themselves, L S Lᵀ more than given those, and with them, −L S. */
function wholeOf(
  own: Float64Array,
  leans: Float64Array,
  shared: Float64Array,
): Pick<GamePosterior, 'whole' | 'across'> {
  const width = Math.round(Math.sqrt(shared.length));
  const size = Math.round(Math.sqrt(own.length));
  const across = new Float64Array(size * width);
  const whole = Float64Array.from(own);
  for (let i = 0; i < size; i++)
    for (let c = 0; c < width; c++) across[i * width + c] = -dot(leans, i * width, shared, c * width, width);
  for (let i = 0; i < size; i++)
    for (let j = 0; j <= i; j++) {
      const more = -dot(leans, i * width, across, j * width, width);
      whole[i * size + j] += more;
      if (j < i) whole[j * size + i] += more;
    }
  return { whole, across };
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

/** Variance of one level by itself. */
export const levelVariance = ({ whole, solved }: GamePosterior, level: number): number =>
  whole[level * solved.levels.levels.length + level];

/** Variance of a combination of levels, and of shared effects by columns, together. */
function togetherVariance(
  { shared, across, whole, columns, solved }: GamePosterior,
  combination: Combination,
  effects: Combination,
): number {
  const width = columns.length;
  const size = solved.levels.levels.length;
  let sum = 0;
  for (const [i, x] of combination) {
    for (const [j, y] of combination) sum += x * y * whole[i * size + j];
    for (const [c, y] of effects) sum += 2 * x * y * across[i * width + c];
  }
  for (const [a, x] of effects) for (const [b, y] of effects) sum += x * y * shared[a * width + b];
  return sum;
}

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
      const effects = Array.from(
        evaluated.indices[r],
        (i, a) => [at.get(i) ?? 0, evaluated.slopes[r][a]] as const,
      );
      rowVariance[r] = togetherVariance(game, combinationOf(game.solved, k), effects);
    });
  }
  return { covariance, solved, games, rowVariance };
}
