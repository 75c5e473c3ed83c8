import {
  averageSlopes,
  gradientOf,
  indexModel,
  limitedBy,
  meanFrameTime,
  percentileSlopes,
  residualOf,
  sceneMaker,
  sideMean,
  systemOf,
  timeOn,
  uncertaintyOf,
  type Gradient,
  type Scene,
  type SceneConditions,
  type SystemRates,
} from '../frames/index.ts';
import type { FrameModel } from '../parts/index.ts';
import { factorise, median, solveWith } from '../stats/index.ts';
import { CAUSES, type Cause } from './causes.ts';
import { DRIFT_SD_LN, STEADY, variantsOf, type OwnRig, type Variant } from './variants.ts';

/*
 * Each cause predicts what every measured scene would show: it is put into the frame model as a change of the system,
 * with several degrees of it. The posterior is prior times likelihood, over the degrees of each cause; measured and
 * expected are compared in logs, with the fit's covariance, because an error in a part's rate shifts all scenes together.
 */

/** One measured scene of the user's own system. */
export interface BenchObservation {
  readonly game: string;
  readonly conditions: SceneConditions;
  readonly average: number;
  /** Standard deviation of the log average over its passes. */
  readonly sdLn: number;
  /** 1 % low as the 99th percentile of frame time. */
  readonly low: number | null;
  readonly gpuBusy: number | null;
  readonly driftLn: number | null;
}

export interface Compared {
  readonly game: string;
  readonly conditions: SceneConditions;
  readonly measured: number;
  readonly expected: number;
  /** Standard deviation of ln(measured / expected) on a healthy system, and the standard score. */
  readonly sdLn: number;
  readonly z: number;
  /** Which side sets most of its frames: more than 60 %. */
  readonly limit: 'cpu' | 'gpu' | 'both';
  /** Expected share of the time that the card is busy. */
  readonly gpuBusy: number;
}

export interface RankedCause {
  readonly cause: Cause;
  readonly probability: number;
  /** Predicted measured / expected of each scene under its likeliest degree. */
  readonly predicted: readonly number[];
}

export interface Diagnosis {
  readonly compared: readonly Compared[];
  /** Chance that nothing is wrong. */
  readonly healthy: number;
  readonly causes: readonly RankedCause[];
  /** Too likely healthy to name a cause. */
  readonly isQuiet: boolean;
  /** Median of measured / expected by what limits the scene; null without such a scene. */
  readonly cpuSide: number | null;
  readonly gpuSide: number | null;
}

type DiagnoseResult =
  | { readonly status: 'done'; readonly diagnosis: Diagnosis }
  | { readonly status: 'unknown'; readonly missing: readonly string[] };

/** A cause is named only when a healthy system is less likely than this. Chosen, so that nineteen in twenty healthy ones stay unaccused. */
const QUIET_ABOVE = 0.1;
/** A side that sets more than this share of frames limits a scene. Chosen. */
const LIMITS = 0.6;
/** Chances before anything is measured, for somebody who measures because something seems slow. Chosen. */
const PRIOR: Readonly<Record<Cause | 'healthy', number>> = {
  healthy: 0.5,
  'memory-profile': 0.11,
  'one-stick': 0.06,
  'slow-slot': 0.05,
  'processor-held': 0.07,
  'card-held': 0.07,
  'wrong-output': 0.03,
  background: 0.06,
  driver: 0.05,
};
/** How far lows, busy shares and drifts of a healthy system stray from the model. Chosen. */
const LOW_SD_LN = 0.07;
const BUSY_SD = 0.05;
/** Likelihood of one kind in one scene never counts more than this many standard deviations. */
const MOST_Z = 4;
/** Share of a game's unexplained part that all its scenes have in common. Chosen. */
const RESIDUAL_SHARED = 0.5;

interface SceneOutlook {
  readonly ln: number;
  readonly gradient: Gradient;
  readonly residual: number;
  readonly lowRatioLn: number;
  readonly gpuBusy: number;
  readonly gpuShare: number;
  readonly cpuShare: number;
}

function outlook(scene: Scene, system: SystemRates, cpuSpread = 1): SceneOutlook {
  const plain = timeOn(scene, system);
  const time = {
    ...plain,
    cpu: { ...plain.cpu, spread: plain.cpu.spread * cpuSpread },
  };
  const slopes = averageSlopes(time);
  const shares = limitedBy(time);
  return {
    ln: slopes.ln,
    gradient: gradientOf(scene, system, system.parts, slopes),
    residual: residualOf(scene, slopes),
    lowRatioLn: percentileSlopes(time, 0.99).ln - slopes.ln,
    gpuBusy: Math.min(1, sideMean(time.gpu) / meanFrameTime(time)),
    gpuShare: shares.gpu,
    cpuShare: shares.cpu,
  };
}

const clipped = (z: number) => Math.min(MOST_Z, Math.abs(z)) ** 2 / 2;

/** How badly the measurements fit one variant: minus their log likelihood, with what it is made of. */
interface Misfit {
  readonly cost: number;
  readonly each: readonly SceneOutlook[];
  /** ln(measured / expected) of each scene on its own, and its variance. */
  readonly off: Float64Array;
  readonly variances: readonly number[];
}

/** Holds measurements against what the frame model expects of a system. */
class Likelihood {
  private readonly uncertainty: ReturnType<typeof uncertaintyOf>;

  constructor(
    private readonly system: SystemRates,
    private readonly observations: readonly BenchObservation[],
    private readonly scenes: readonly Scene[],
    model: FrameModel,
  ) {
    this.uncertainty = uncertaintyOf(model);
  }

  misfit(variant: Omit<Variant, 'weight'>): Misfit {
    const n = this.observations.length;
    const changed = variant.change(this.system);
    const each = this.scenes.map((scene) => outlook(scene, changed, variant.cpuSpread));
    const matrix = this.covariance(each, variant.perGameSd ?? 0);
    const variances = Array.from({ length: n }, (_, i) => matrix[i * n + i]);
    if (!factorise(matrix, n))
      throw new Error('diagnose: the covariance of the scenes is not positive definite; this is our bug');
    const off = Float64Array.from(this.observations, (seen, i) => Math.log(seen.average) - each[i].ln);
    const scaled = solveWith(matrix, n, off);
    let cost = 0;
    for (let i = 0; i < n; i++) cost += (off[i] * scaled[i]) / 2 + Math.log(matrix[i * n + i]);
    this.observations.forEach((seen, i) => (cost += sideEvidence(seen, each[i], variant.drift ?? STEADY)));
    return { cost, each, off, variances };
  }

  /** An error in a part's rate shifts all scenes together; what a game leaves unexplained, its own scenes. */
  private covariance(each: readonly SceneOutlook[], perGameSd: number): Float64Array {
    const { observations } = this;
    const n = observations.length;
    const matrix = new Float64Array(n * n);
    for (let i = 0; i < n; i++)
      for (let j = 0; j <= i; j++) {
        let value = this.uncertainty.covariance(each[i].gradient, each[j].gradient);
        if (observations[i].game === observations[j].game) {
          const share = i === j ? 1 : RESIDUAL_SHARED;
          value += share * each[i].residual * each[j].residual;
          value += perGameSd ** 2 * each[i].gpuShare * each[j].gpuShare;
        }
        if (i === j) value += observations[i].sdLn ** 2;
        matrix[i * n + j] = value;
      }
    return matrix;
  }
}

/** What lows, busy share and drift of a scene speak against a variant. */
function sideEvidence(
  seen: BenchObservation,
  expected: SceneOutlook,
  drift: NonNullable<Variant['drift']>,
): number {
  let cost = 0;
  if (seen.low !== null)
    cost += clipped((Math.log(seen.low / seen.average) - expected.lowRatioLn) / LOW_SD_LN);
  if (seen.gpuBusy !== null) cost += clipped((seen.gpuBusy - expected.gpuBusy) / BUSY_SD);
  if (seen.driftLn !== null)
    cost += clipped((seen.driftLn - drift.mean) / drift.sd) + Math.log(drift.sd / DRIFT_SD_LN);
  return cost;
}

/** What is known of a cause before anything is measured: how many times as likely it is. */
interface Told {
  readonly cause: Cause;
  readonly factor: number;
}
const toldOf = (cause: Cause, told: readonly Told[]) =>
  told.reduce((product, each) => (each.cause === cause ? product * each.factor : product), 1);

/** A cause with the logarithm of its weight: prior times likelihood over its degrees. Null when the system cannot have it. */
function weighed(
  cause: Cause,
  variants: readonly Variant[],
  { evidence, healthy, told }: { evidence: Likelihood; healthy: Misfit; told: readonly Told[] },
) {
  if (variants.length === 0) return null;
  const tried = variants.map((variant) => ({ variant, ...evidence.misfit(variant) }));
  const likeliest = tried.reduce((a, b) => (b.cost < a.cost ? b : a));
  const total = tried.reduce(
    (sum, { variant, cost }) => sum + variant.weight * Math.exp(likeliest.cost - cost),
    0,
  );
  return {
    cause,
    logWeight: Math.log(PRIOR[cause] * toldOf(cause, told) * total) - likeliest.cost,
    predicted: likeliest.each.map((each, i) => Math.exp(each.ln - healthy.each[i].ln)),
  };
}

function comparedWith(observations: readonly BenchObservation[], healthy: Misfit): Compared[] {
  return observations.map((seen, i): Compared => {
    const { ln, cpuShare, gpuShare, gpuBusy } = healthy.each[i];
    const sdLn = Math.sqrt(healthy.variances[i]);
    return {
      game: seen.game,
      conditions: seen.conditions,
      measured: seen.average,
      expected: Math.exp(ln),
      sdLn,
      z: healthy.off[i] / sdLn,
      limit: cpuShare > LIMITS ? 'cpu' : gpuShare > LIMITS ? 'gpu' : 'both',
      gpuBusy,
    };
  });
}

/** Expected against measured, and the causes in order of their probability; `told` is what is known of them beforehand. */
export function diagnose(
  model: FrameModel,
  own: OwnRig,
  observations: readonly BenchObservation[],
  told: readonly Told[] = [],
): DiagnoseResult {
  const system = systemOf(own, indexModel(model), own.profileOn);
  if (!('cpu' in system)) return { status: 'unknown', missing: system.map((each) => each.fact) };
  const games = new Map(model.games.map((game) => [game.id, game]));
  const make = sceneMaker(model);
  const missing = observations.filter((each) => !games.has(each.game)).map((each) => each.game);
  const scenes = observations.flatMap(({ game, conditions }) => {
    const known = games.get(game);
    return known ? [make(known, conditions)] : [];
  });
  if (missing.length > 0 || observations.length === 0) return { status: 'unknown', missing };

  const evidence = new Likelihood(system, observations, scenes, model);
  const healthy = evidence.misfit({ change: (same) => same });
  const posterior = CAUSES.flatMap(
    (cause) =>
      weighed(cause, variantsOf(cause, { own, base: system, model }), { evidence, healthy, told }) ?? [],
  );
  const fine = Math.log(PRIOR.healthy) - healthy.cost;
  const top = Math.max(fine, ...posterior.map(({ logWeight }) => logWeight));
  const weight = (log: number) => Math.exp(log - top);
  const whole = posterior.reduce((sum, { logWeight }) => sum + weight(logWeight), weight(fine));
  const chance = weight(fine) / whole;
  const compared = comparedWith(observations, healthy);
  const side = (limit: Compared['limit']) => {
    const ratios = compared
      .filter((each) => each.limit === limit)
      .map((each) => each.measured / each.expected);
    return ratios.length === 0 ? null : median(ratios);
  };
  return {
    status: 'done',
    diagnosis: {
      compared,
      healthy: chance,
      causes: posterior
        .map(({ cause, logWeight, predicted }) => ({
          cause,
          predicted,
          probability: weight(logWeight) / whole,
        }))
        .sort((a, b) => b.probability - a.probability),
      isQuiet: chance >= QUIET_ABOVE,
      cpuSide: side('cpu'),
      gpuSide: side('gpu'),
    },
  };
}
