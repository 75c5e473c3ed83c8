import type { Work } from '../work/index.ts';
import { factorise, solveWith } from '../stats/index.ts';
import type { Scales } from './noise.ts';
import { normalEquations, pointAt, type FitProblem, type Point } from './problem.ts';

interface Optimum extends Point {
  readonly steps: number;
  readonly converged: boolean;
}

interface OptimiseOptions {
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
): Work<{ readonly step: number; readonly objective: number }, Optimum | null> {
  const { apart, names } = problem.layout;
  const n = names.length;
  let factor: Float64Array | null = null;
  let point = pointAt(problem, scales, Float64Array.from(from), isRobust);
  let damping = 1e-4;
  let step = 0;
  for (; step < mostSteps; step++) {
    if (yield { step, objective: point.objective }) return null;
    const { gradient, matrix } = normalEquations(problem, scales, point.theta, point);
    // The last curvature is near enough to tell that nothing is left to gain.
    if (factor && promise(factor, n, gradient, apart) < tolerance / 2)
      return { ...point, steps: step, converged: true };
    let isBetter = false;
    let promised = 0;
    for (let attempt = 0; attempt < 12 && !isBetter; attempt++) {
      const damped = Float64Array.from(matrix);
      for (let i = 0; i < n; i++) damped[i * n + i] *= 1 + damping;
      if (factorise(damped, n, apart)) {
        const move = solveWith(damped, n, gradient, apart);
        promised = 0;
        for (let i = 0; i < n; i++) promised += gradient[i] * move[i];
        const next = point.theta.map((value, i) => value - move[i]);
        const there = pointAt(problem, scales, next, isRobust, point.solved);
        if (there.objective <= point.objective) {
          isBetter = true;
          factor = damped;
          point = there;
          damping = Math.max(1e-9, damping / 10);
          break;
        }
      }
      if (promised < tolerance && attempt > 0) break;
      damping *= 10;
    }
    if (promised < tolerance) return { ...point, steps: step + 1, converged: true };
    if (!isBetter) return { ...point, steps: step + 1, converged: false };
  }
  return { ...point, steps: step, converged: false };
}
