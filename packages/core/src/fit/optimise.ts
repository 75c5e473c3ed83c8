import type { Work } from '../work/index.ts';
import { factorise, solveWith } from '../stats/index.ts';
import type { Scales } from './noise.ts';
import { gradientAt, normalEquations, pointAt, type FitProblem, type Point } from './problem.ts';

interface Optimum extends Point {
  readonly steps: number;
  readonly converged: boolean;
}

interface OptimiseOptions {
  readonly isRobust: boolean;
  readonly tolerance: number;
  readonly mostSteps: number;
}

/** A step with a curvature, and what it would gain, twice over: gᵀ H⁻¹ g. */
function stepWith(factor: Float64Array, gradient: Float64Array, apart: number) {
  const move = solveWith(factor, gradient.length, gradient, apart);
  return { move, promised: gradient.reduce((sum, g, i) => sum + g * move[i], 0) };
}

/** Share of what it promises that a step with the curvature of an earlier point has to gain for the next one to be tried so too. Chosen. */
const WORTH = 0.3;
/** Times that damping grows before a step is given up. */
const ATTEMPTS = 12;

/** Where a search is, and what it goes on with. */
interface Descent {
  readonly point: Point;
  /** Curvature of an earlier point; null at the start. */
  readonly factor: Float64Array | null;
  readonly damping: number;
  /** Nothing is left to gain; or no step gains anything. */
  readonly end: 'converged' | 'stuck' | null;
}

/**
 * Levenberg and Marquardt's method from a point. The curvature of an earlier point serves as long as its steps gain most of what they promise:
 * to set it up takes most of the time. Yields after each step; true sent in stops it.
 */
export function* optimise(
  problem: FitProblem,
  scales: Scales,
  from: ArrayLike<number>,
  { isRobust, tolerance, mostSteps }: OptimiseOptions,
): Work<{ readonly step: number; readonly objective: number }, Optimum | null> {
  const { apart } = problem.layout;
  const pointFrom = (point: Point, move: Float64Array) =>
    pointAt(
      problem,
      scales,
      point.theta.map((value, i) => value - move[i]),
      isRobust,
      point.solved,
    );

  /** A step with the curvature that is there; null where it is not worth it. */
  function cheapStep({ point, factor, damping }: Descent): Descent | null {
    if (!factor) return null;
    const { move, promised } = stepWith(factor, gradientAt(problem, scales, point), apart);
    if (promised < tolerance / 2) return { point, factor, damping, end: 'converged' };
    const there = pointFrom(point, move);
    const isWorth = point.objective - there.objective > (WORTH * promised) / 2;
    return isWorth ? { point: there, factor, damping, end: null } : null;
  }

  /** A step with a curvature of its own, damped until it gains something. */
  function fullStep({ point, damping: before }: Descent): Descent {
    const { gradient, matrix } = normalEquations(problem, scales, point);
    const n = gradient.length;
    let damping = before;
    for (let attempt = 0; attempt < ATTEMPTS; attempt++, damping *= 10) {
      const factor = Float64Array.from(matrix);
      for (let i = 0; i < n; i++) factor[i * n + i] *= 1 + damping;
      if (!factorise(factor, n, apart)) continue;
      const { move, promised } = stepWith(factor, gradient, apart);
      const there = pointFrom(point, move);
      if (there.objective <= point.objective)
        return {
          ...{ point: there, factor, damping: Math.max(1e-9, damping / 10) },
          end: promised < tolerance ? 'converged' : null,
        };
      if (promised < tolerance) return { point, factor, damping, end: 'converged' };
    }
    return { point, factor: null, damping, end: 'stuck' };
  }

  let search: Descent = {
    point: pointAt(problem, scales, Float64Array.from(from), isRobust),
    ...{ factor: null, damping: 1e-4, end: null },
  };
  for (let step = 0; step < mostSteps; step++) {
    if (yield { step, objective: search.point.objective }) return null;
    search = cheapStep(search) ?? fullStep(search);
    if (search.end) return { ...search.point, steps: step + 1, converged: search.end === 'converged' };
  }
  return { ...search.point, steps: mostSteps, converged: false };
}
