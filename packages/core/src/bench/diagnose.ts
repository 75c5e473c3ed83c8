import { indexModel, sceneMaker, systemOf } from '../frames/index.ts';
import type { SceneConditions } from '../frames/index.ts';
import type { FrameModel } from '../parts/index.ts';
import { median } from '../stats/index.ts';
import { CAUSES, type Cause } from './causes.ts';
import { Likelihood, type Misfit } from './likelihood.ts';
import type { BenchObservation } from './observation.ts';
import { nextScene, type NextScene } from './next-scene.ts';
import { TELLING_SD } from './outlook.ts';
import { variantsOf, type OwnRig, type Variant } from './variants.ts';

/*
 * Each cause predicts what every measured scene would show: it is put into the frame model as a change of the system,
 * with several degrees of it. The posterior is prior times likelihood, over the degrees of each cause; measured and
 * expected are compared in logs, with the fit's covariance, because an error in a part's rate shifts all scenes together.
 */

export interface Compared {
  readonly game: string;
  readonly conditions: SceneConditions;
  readonly measured: number;
  readonly expected: number;
  /** Standard deviation of ln(measured / expected) on a healthy system, and the standard score. */
  readonly sdLn: number;
  readonly z: number;
  /** Whether so much is known of it that it speaks for or against a cause. */
  readonly isTelling: boolean;
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
  /** The scene to measure next, which would tell most; null where none would. */
  readonly next: NextScene | null;
  /** Median of measured / expected by what limits the scene; null without such a scene. */
  readonly cpuSide: number | null;
  readonly gpuSide: number | null;
}

type DiagnoseResult =
  | { readonly status: 'done'; readonly diagnosis: Diagnosis }
  | { readonly status: 'unknown'; readonly missing: readonly string[] };

/** A cause is named only when a healthy system is less likely than this. Chosen, so that nineteen in twenty healthy ones stay unaccused. */
const QUIET_ABOVE = 0.07;
/** Causes that the next scene is to tell apart, beside a healthy system. Chosen. */
const MOST_COMPARED = 3;
const AS_IT_IS: Omit<Variant, 'weight'> = { change: (same) => same };
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
    variant: likeliest.variant,
    logWeight: Math.log(PRIOR[cause] * toldOf(cause, told) * total) - likeliest.cost,
    predicted: likeliest.each.map(({ average }, i) =>
      Math.exp(average.value - healthy.each[i].average.value),
    ),
  };
}

function comparedWith(observations: readonly BenchObservation[], healthy: Misfit): Compared[] {
  return observations.map((seen, i): Compared => {
    const { average, busy, cpuShare, gpuShare } = healthy.each[i];
    const sdLn = Math.sqrt(healthy.variances[i]);
    return {
      game: seen.game,
      conditions: seen.conditions,
      measured: seen.average,
      expected: Math.exp(average.value),
      sdLn,
      z: healthy.off[i] / sdLn,
      isTelling: sdLn <= TELLING_SD,
      limit: cpuShare > LIMITS ? 'cpu' : gpuShare > LIMITS ? 'gpu' : 'both',
      gpuBusy: busy.value,
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

  const all = new Likelihood(system, observations, scenes, model);
  const compared = comparedWith(observations, all.misfit(AS_IT_IS));
  const evidence = all.only(compared.map(({ isTelling }) => isTelling));
  const healthy = evidence.misfit(AS_IT_IS);
  const posterior = CAUSES.flatMap(
    (cause) =>
      weighed(cause, variantsOf(cause, { own, base: system, model }), { evidence, healthy, told }) ?? [],
  );
  const fine = Math.log(PRIOR.healthy) - healthy.cost;
  const top = Math.max(fine, ...posterior.map(({ logWeight }) => logWeight));
  const weight = (log: number) => Math.exp(log - top);
  const whole = posterior.reduce((sum, { logWeight }) => sum + weight(logWeight), weight(fine));
  const chance = weight(fine) / whole;
  const side = (limit: Compared['limit']) => {
    const ratios = compared
      .filter((each) => each.limit === limit)
      .map((each) => each.measured / each.expected);
    return ratios.length === 0 ? null : median(ratios);
  };
  const ranked = posterior
    .map((each) => ({ ...each, probability: weight(each.logWeight) / whole }))
    .sort((a, b) => b.probability - a.probability);
  const likely = [{ variant: AS_IT_IS, probability: chance }, ...ranked.slice(0, MOST_COMPARED)];
  return {
    status: 'done',
    diagnosis: {
      compared,
      healthy: chance,
      causes: ranked.map(({ cause, predicted, probability }) => ({ cause, predicted, probability })),
      next: nextScene(model, system, observations, likely),
      isQuiet: chance >= QUIET_ABOVE,
      cpuSide: side('cpu'),
      gpuSide: side('gpu'),
    },
  };
}
