import {
  counted,
  figureSlopes,
  gradientOf,
  meanOf,
  meanValue,
  residualOf,
  scenesOf,
  timeOn,
  uncertaintyOf,
  type Gradient,
  type SystemRates,
} from '../../frames/index.ts';
import type { Brief, FrameModel } from '../../parts/index.ts';
import { factorise, solveWith, type Draws } from '../../stats/index.ts';
import type { PriceEvidence } from './market-view.ts';

/** Log figures of several builds in all games of a brief, with how they vary together. Build by build, game by game. */
export interface JointFigures {
  readonly games: readonly string[];
  readonly mean: Float64Array;
  /** The mean before any evidence of prices. */
  readonly plain: Float64Array;
  /** Full matrix by rows. */
  readonly covariance: Float64Array;
  /** The objective of a build from its games' log figures. @param from where the build begins */
  objective(figuresLn: ArrayLike<number>, from: number): number;
}

/** Added to a variance so that figures which move as one can be drawn. */
const JITTER = 1e-10;

/** Learns from evidence: the mean and the covariance of a normal vector given what was seen (textbook conditioning). */
function learn(
  mean: Float64Array,
  covariance: Float64Array,
  gradients: readonly Gradient[],
  evidence: readonly PriceEvidence[],
  between: (a: Gradient, b: Gradient) => number,
): void {
  const m = evidence.length;
  if (m === 0) return;
  const seen = new Float64Array(m * m);
  evidence.forEach((a, i) =>
    evidence.forEach((b, j) => {
      seen[i * m + j] = between(a.gradient, b.gradient) + (i === j ? a.sd * a.sd : 0);
    }),
  );
  if (!factorise(seen, m)) return;
  const shared = gradients.map((gradient) =>
    Float64Array.from(evidence, (each) => between(gradient, each.gradient)),
  );
  const gain = solveWith(
    seen,
    m,
    Float64Array.from(evidence, ({ off }) => off),
  );
  const weights = shared.map((row) => solveWith(seen, m, row));
  const n = mean.length;
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < m; k++) mean[i] += shared[i][k] * gain[k];
    for (let j = 0; j < n; j++)
      for (let k = 0; k < m; k++) covariance[i * n + j] -= shared[i][k] * weights[j][k];
  }
}

/** The joint figures of builds, with what evidence says of their parts; null for a brief with games that the model does not know. */
export function jointFigures(
  brief: Brief,
  model: FrameModel,
  systems: readonly SystemRates[],
  evidence: readonly PriceEvidence[],
): JointFigures | null {
  const { scenes, unknownGames } = scenesOf(brief, model);
  if (scenes.length === 0 || unknownGames.length > 0) return null;
  const { objective } = brief.play;
  const uncertainty = uncertaintyOf(model);
  const figures = systems.flatMap((system) =>
    scenes.map((scene) => {
      const slopes = figureSlopes(objective.figure, timeOn(scene, system));
      const gradient = gradientOf(scene, system, system.parts, slopes);
      return { ln: slopes.ln, gradient, own: residualOf(scene, slopes) };
    }),
  );
  const n = figures.length;
  const covariance = uncertainty.matrix(figures.map(({ gradient }) => gradient));
  const plain = Float64Array.from(figures, ({ ln }) => ln);
  const mean = Float64Array.from(plain);
  learn(
    mean,
    covariance,
    figures.map(({ gradient }) => gradient),
    evidence,
    (a, b) => uncertainty.covariance(a, b),
  );
  // What a game leaves unexplained belongs to each pair of parts by itself.
  figures.forEach(({ own }, i) => (covariance[i * n + i] += own * own));
  const kind = meanOf(objective, scenes);
  const values = new Float64Array(scenes.length);
  return {
    games: scenes.map(({ game }) => game.id),
    mean,
    plain,
    covariance,
    objective(figuresLn, from) {
      scenes.forEach((scene, k) => (values[k] = counted(objective, scene, Math.exp(figuresLn[from + k]))));
      return meanValue(kind, values);
    },
  };
}

/** Draws of joint figures, each followed by its mirror image, so that their mean is the mean itself. */
export function drawFigures(
  { mean, covariance }: JointFigures,
  pairs: number,
  random: Draws,
): readonly Float64Array[] {
  const n = mean.length;
  const factor = Float64Array.from(covariance);
  for (let i = 0; i < n; i++) factor[i * n + i] += JITTER;
  if (!factorise(factor, n)) return [];
  const z = new Float64Array(n);
  return Array.from({ length: pairs }, () => {
    for (let i = 0; i < n; i++) z[i] = random.normal();
    const [one, mirrored] = [Float64Array.from(mean), Float64Array.from(mean)];
    for (let i = 0; i < n; i++) {
      let off = 0;
      for (let k = 0; k <= i; k++) off += factor[i * n + k] * z[k];
      one[i] += off;
      mirrored[i] -= off;
    }
    return [one, mirrored];
  }).flat();
}
