import { factorise, solveWith } from '../stats/index.ts';
import { showsOf, type GameLevels } from './random-effects.ts';
import { RANDOM_EFFECTS } from './layout.ts';
import { noisesOf, type Scales } from './noise.ts';
import { lossOf, USUAL_TAIL, weightOf, type Tail } from './robust.ts';
import type { Evaluated, Rows } from './rows.ts';

/*
 * Given the effects that all games share, what is particular to each game is found game by game: the mode of its posterior, by weighted least
 * squares whose weights come from what is left of each row (K. L. Lange, R. J. A. Little, J. M. G. Taylor, Journal of the American Statistical
 * Association 84, 1989). What this leaves for the shared effects is their marginal normal matrix (D. A. Harville, "Maximum Likelihood Approaches
 * to Variance Component Estimation and to Related Problems", Journal of the American Statistical Association 72, 1977).
 */

const KINDS = RANDOM_EFFECTS.length;
/** Turns of weights and levels: from nothing, and from a point nearby. */
const COLD_TURNS = 3;
const WARM_TURNS = 1;

/** One game's levels, solved for. */
export interface SolvedGame {
  readonly levels: GameLevels;
  /** The levels, at their mode. */
  readonly u: Float64Array;
  /** How its rows move with each kind; rows in turn. */
  readonly shows: Float64Array;
  /** What holds each level to 0. */
  readonly precision: Float64Array;
  /** Factor of the levels' own normal matrix. */
  readonly factor: Float64Array;
}

export interface SolvedLevels {
  readonly games: readonly SolvedGame[];
  /** Of each row: what neither effects nor levels explain, and its information. */
  readonly residual: Float64Array;
  readonly information: Float64Array;
  /** Minus the log prior of all levels, up to a constant. */
  readonly levelCost: number;
}

/** What is compared, and which levels it shows. */
interface LevelProblem {
  readonly rows: Rows;
  readonly games: readonly GameLevels[];
}

type Weighing = 'robust' | 'plain' | 'covariance';

/** Information of a row whose residual is known. For the covariance the normal's scale counts, and no record twice. */
function informationOf(residual: number, noise: number, tail: Tail, weighing: Weighing): number {
  const sd = noise * tail.scale;
  if (weighing === 'plain') return 1 / (sd * sd);
  const weight = weightOf(residual / sd, tail);
  return weighing === 'covariance' ? Math.min(1, weight) / (noise * noise) : weight / (sd * sd);
}

/**
 * Finds every game's levels at a point.
 *
 * @param before those of a point nearby: its weights are where these start
 */
export function solveLevels(
  problem: LevelProblem,
  scales: Scales,
  evaluated: Evaluated,
  weighing: Weighing,
  before: SolvedLevels | null = null,
): SolvedLevels {
  const { rows, games } = problem;
  const count = rows.rows.length;
  const noise = noisesOf(rows, scales);
  const residual = new Float64Array(count);
  const information = new Float64Array(count);
  const turns = weighing === 'plain' ? 1 : before ? WARM_TURNS : COLD_TURNS;
  for (let r = 0; r < count; r++)
    information[r] =
      before || weighing === 'plain'
        ? informationOf(before?.residual[r] ?? 0, noise[r], scales.tail, weighing)
        : 1 / (noise[r] * noise[r]);
  let levelCost = 0;
  const solved = games.map((levels, g): SolvedGame => {
    const shows = new Float64Array(levels.rows.length * KINDS);
    levels.rows.forEach((r, n) => shows.set(showsOf(rows, evaluated, r), n * KINDS));
    let u: Float64Array = before?.games[g].u ?? new Float64Array(levels.levels.length);
    let factor: Float64Array = new Float64Array(0);
    let precision: Float64Array = new Float64Array(0);
    for (let turn = 0; turn < turns; turn++) {
      const equations = levelEquations(
        { problem, scales, evaluated, levels, shows, information, weighing },
        u,
      );
      ({ u, factor, precision } = equations);
      levels.rows.forEach((r, n) => {
        residual[r] = rows.rows[r].observedLn - evaluated.expectedLn[r] - shown(levels, shows, u, n);
        // The last factor and the information that it was made of stay together.
        if (turn < turns - 1) information[r] = informationOf(residual[r], noise[r], scales.tail, weighing);
      });
    }
    levels.levels.forEach(({ kind }, l) => {
      const z = u[l] / scales.scatters[kind];
      levelCost += kind === 'chart' && weighing !== 'plain' ? lossOf(z, USUAL_TAIL) : (z * z) / 2;
    });
    return { levels, u, shows, precision, factor };
  });
  return { games: solved, residual, information, levelCost };
}

interface LevelEquations {
  readonly problem: LevelProblem;
  readonly scales: Scales;
  readonly evaluated: Evaluated;
  readonly levels: GameLevels;
  readonly shows: Float64Array;
  readonly information: Float64Array;
  readonly weighing: Weighing;
}

/** One weighted least-squares solution of a game's levels, from where they are. */
function levelEquations(
  { problem, scales, evaluated, levels, shows, information, weighing }: LevelEquations,
  from: Float64Array,
): Pick<SolvedGame, 'u' | 'factor' | 'precision'> {
  const { levels: all, apart, of } = levels;
  const size = all.length;
  const matrix = new Float64Array(size * size);
  const right = new Float64Array(size);
  const precision = Float64Array.from(all, ({ kind }, l) => {
    const sd = scales.scatters[kind];
    // A chart may be wrong as a whole: what is far off is held the less.
    const isLoose = kind === 'chart' && weighing !== 'plain';
    return (isLoose ? weightOf(from[l] / sd, USUAL_TAIL) : 1) / (sd * sd);
  });
  for (let l = 0; l < size; l++) matrix[l * size + l] = precision[l];
  levels.rows.forEach((r, n) => {
    const off = problem.rows.rows[r].observedLn - evaluated.expectedLn[r];
    const at = n * KINDS;
    for (let a = 0; a < KINDS; a++) {
      const x = information[r] * shows[at + a];
      if (x === 0) continue;
      const i = of[at + a];
      right[i] += x * off;
      // Later kinds come later among the levels: the lower triangle is enough.
      for (let b = 0; b <= a; b++) matrix[i * size + of[at + b]] += x * shows[at + b];
    }
  });
  if (!factorise(matrix, size, apart)) throw new Error('levels: one is held by nothing; this is our bug');
  return { u: solveWith(matrix, size, right, apart), factor: matrix, precision };
}

/** What the levels add to a row. */
function shown({ of }: GameLevels, shows: Float64Array, u: Float64Array, n: number): number {
  let sum = 0;
  for (let k = 0; k < KINDS; k++) sum += shows[n * KINDS + k] * u[of[n * KINDS + k]];
  return sum;
}

/** What a game's levels take from the shared effects: the columns that its rows touch, and L⁻¹ Zᵀ W J by levels. */
export interface Borrowed {
  readonly columns: Int32Array;
  readonly reduced: Float64Array;
}

/** The effects that a game's rows touch, rising. */
function columnsOf(levels: GameLevels, indices: Evaluated['indices']): Int32Array {
  const touched = new Set<number>();
  for (const r of levels.rows) for (const i of indices[r]) touched.add(i);
  return Int32Array.from(touched).sort();
}

/** Sets a game's levels against the effects that its rows depend on. */
export function borrowedBy(
  { levels, shows, factor }: SolvedGame,
  { indices, slopes }: Evaluated,
  information: Float64Array,
): Borrowed {
  const columns = columnsOf(levels, indices);
  const at = new Int32Array((columns.at(-1) ?? 0) + 1);
  columns.forEach((column, c) => (at[column] = c));
  const width = columns.length;
  const size = levels.levels.length;
  const reduced = new Float64Array(size * width);
  levels.rows.forEach((r, n) => {
    for (let k = 0; k < KINDS; k++) {
      const x = information[r] * shows[n * KINDS + k];
      if (x === 0) continue;
      const row = levels.of[n * KINDS + k] * width;
      const index = indices[r];
      for (let a = 0; a < index.length; a++) reduced[row + at[index[a]]] += x * slopes[r][a];
    }
  });
  for (let i = 0; i < size; i++) {
    for (let j = i < levels.apart ? i : 0; j < i; j++) {
      const x = factor[i * size + j];
      if (x !== 0) for (let c = 0; c < width; c++) reduced[i * width + c] -= x * reduced[j * width + c];
    }
    const pivot = factor[i * size + i];
    for (let c = 0; c < width; c++) reduced[i * width + c] /= pivot;
  }
  return { columns, reduced };
}
