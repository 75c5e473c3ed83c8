import {
  uncertaintyOf,
  type Gradient,
  type Scene,
  type SystemRates,
  type Uncertainty,
} from '../frames/index.ts';
import type { FrameModel } from '../parts/index.ts';
import { factorise, solveWith } from '../stats/index.ts';
import type { BenchObservation } from './observation.ts';
import { outlook, type SceneOutlook } from './outlook.ts';
import { DRIFT_SD_LN, STEADY, type Variant } from './variants.ts';

/*
 * How well measurements fit what is expected of a system. All figures of all scenes are held against it at once: an error in a part's rate moves
 * averages, lows and busy shares of all scenes together, and must not count as so many errors.
 */

/**
 * How far lows, busy shares and drifts of a healthy system stray from the model beyond what is not known of its effects: each scene by itself, and
 * all scenes that the same side limits together, since games and drivers are alike in that. Chosen.
 */
export const STRAYS = {
  low: { own: 0.03, shared: 0.05 },
  busy: { own: 0.05, shared: 0.06 },
  drift: { own: DRIFT_SD_LN, shared: 0.006 },
} as const;
/** Degrees of freedom of the t distribution: all standard deviations here are themselves known to about a third only. Chosen. */
const FREEDOM = 6;
/**
 * How much less every further scene says: what the model has wrong, it has wrong in all of them. The likelihood is raised to the power of
 * 1 / (1 + this times the scenes) (a power posterior, as in P. Grünwald, The Safe Bayesian, 2012). Found on worlds with a physics of their own.
 */
const ALIKE = 0.05;
/** Share of a game's unexplained part that all its scenes have in common. Chosen. */
const RESIDUAL_SHARED = 0.5;

/** How badly the measurements fit one variant: minus their log likelihood, with what it is made of. */
export interface Misfit {
  readonly cost: number;
  /** Mean square of the standard scores of all that was measured: about 1 where the variant is so. */
  readonly square: number;
  readonly each: readonly SceneOutlook[];
  /** ln(measured / expected) of each scene on its own, and its variance. */
  readonly off: readonly number[];
  readonly variances: readonly number[];
}

/** One figure of one scene against what is expected of it. */
interface HeldFigure {
  readonly kind: 'average' | 'low' | 'busy' | 'drift';
  readonly scene: number;
  readonly off: number;
  readonly gradient: Gradient;
}

/** Minus the log density of a multivariate t distribution, up to a constant (textbook formula). Changes `matrix`, n x n by rows. */
function tMisfit(
  matrix: Float64Array,
  off: Float64Array,
): { readonly cost: number; readonly square: number } {
  const n = off.length;
  if (n === 0) return { cost: 0, square: 0 };
  if (!factorise(matrix, n))
    throw new Error('diagnose: the covariance of the scenes is not positive definite; this is our bug');
  const scaled = solveWith(matrix, n, off);
  let [square, logs] = [0, 0];
  for (let i = 0; i < n; i++) {
    square += off[i] * scaled[i];
    logs += Math.log(matrix[i * n + i]);
  }
  return { cost: logs + ((FREEDOM + n) / 2) * Math.log1p(square / FREEDOM), square: square / n };
}

/** What is held of a scene: its average, and what else was measured. */
function heldOf(seen: BenchObservation, expected: SceneOutlook, scene: number, drift: number): HeldFigure[] {
  const held: HeldFigure[] = [];
  const add = (kind: HeldFigure['kind'], measured: number | null, value: number, gradient: Gradient) => {
    if (measured !== null) held.push({ kind, scene, off: measured - value, gradient });
  };
  const { average, low, busy } = expected;
  add('average', Math.log(seen.average), average.value, average.gradient);
  add('low', seen.low && Math.log(seen.low / seen.average), low.value, low.gradient);
  add('busy', seen.gpuBusy, busy.value, busy.gradient);
  add('drift', seen.driftLn, drift, new Map());
  return held;
}

/** Holds measurements against what the frame model expects of a system. */
export class Likelihood {
  private readonly uncertainty: Uncertainty;

  constructor(
    private readonly system: SystemRates,
    private readonly observations: readonly BenchObservation[],
    private readonly scenes: readonly Scene[],
    private readonly model: FrameModel,
    /** Which scenes speak; null: all. */
    private readonly telling: readonly boolean[] | null = null,
  ) {
    this.uncertainty = uncertaintyOf(model);
  }

  /** The same with some scenes only. */
  only(telling: readonly boolean[]): Likelihood {
    return new Likelihood(this.system, this.observations, this.scenes, this.model, telling);
  }

  misfit(variant: Omit<Variant, 'weight'>): Misfit {
    const changed = variant.change(this.system);
    const each = this.scenes.map((scene) => outlook(scene, changed, this.uncertainty, variant.cpuSpread));
    const drift = variant.drift ?? STEADY;
    const held = this.observations.flatMap((seen, i) =>
      this.telling?.[i] === false ? [] : heldOf(seen, each[i], i, drift.mean),
    );
    const n = held.length;
    const matrix = this.uncertainty.matrix(held.map(({ gradient }) => gradient));
    held.forEach((a, i) =>
      held.slice(0, i + 1).forEach((b, j) => (matrix[i * n + j] += this.besides(a, b, each, variant))),
    );
    const averages = held.flatMap(({ kind }, i) => (kind === 'average' ? [i] : []));
    const variances = averages.map((i) => matrix[i * n + i]);
    const off = Float64Array.from(held, (one) => one.off);
    const scenes = this.telling?.filter(Boolean).length ?? each.length;
    const { cost, square } = tMisfit(matrix, off);
    return {
      cost: cost / (1 + ALIKE * scenes),
      square,
      each,
      off: averages.map((i) => held[i].off),
      variances,
    };
  }

  /** Covariance beside that of the effects: what a game leaves unexplained, what is common to a kind of figure on a side, and each one's own. */
  private besides(
    a: HeldFigure,
    b: HeldFigure,
    each: readonly SceneOutlook[],
    variant: Omit<Variant, 'weight'>,
  ): number {
    const { observations } = this;
    if (a.kind !== b.kind) return 0;
    const [x, y] = [each[a.scene], each[b.scene]];
    const isOne = a.scene === b.scene;
    if (a.kind !== 'average') {
      const { own, shared } = STRAYS[a.kind];
      const alike = x.cpuShare * y.cpuShare + x.gpuShare * y.gpuShare;
      return shared * shared * alike + (isOne ? this.ownVariance(a.kind, own, x, variant) : 0);
    }
    if (observations[a.scene].game !== observations[b.scene].game) return 0;
    const share = isOne ? 1 : RESIDUAL_SHARED;
    const perGame = (variant.perGameSd ?? 0) ** 2 * x.gpuShare * y.gpuShare;
    const noise = isOne ? observations[a.scene].sdLn ** 2 : 0;
    return share * x.residual * y.residual + perGame + noise;
  }

  private ownVariance(
    kind: keyof typeof STRAYS,
    own: number,
    { lowNoise }: SceneOutlook,
    { drift }: Omit<Variant, 'weight'>,
  ): number {
    if (kind === 'low') return own * own + lowNoise * lowNoise;
    return kind === 'drift' ? (drift ?? STEADY).sd ** 2 : own * own;
  }
}
