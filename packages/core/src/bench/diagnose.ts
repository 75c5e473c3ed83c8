import { indexModel, sceneMaker, systemOf } from '../frames/index.ts';
import type { SceneConditions } from '../frames/index.ts';
import type { FrameModel } from '../parts/index.ts';
import { median } from '../stats/index.ts';
import { CAUSES, type Cause } from './causes.ts';
import { explanationsOf, healthyLogWeight, lnSum, type CausesTogether, type Told } from './explanations.ts';
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
  /** Chance that it is so, alone or beside another cause. */
  readonly probability: number;
  /** Predicted measured / expected of each scene under its likeliest degree, alone or beside another. */
  readonly predicted: readonly number[];
}

/** Two causes that are there at once. */
interface TwoCauses {
  readonly causes: readonly [Cause, Cause];
  readonly probability: number;
}

export interface Diagnosis {
  readonly compared: readonly Compared[];
  /** Chance that nothing is wrong. */
  readonly healthy: number;
  readonly causes: readonly RankedCause[];
  /** Chance that more than one cause is there. */
  readonly several: number;
  /** The likeliest two at once, where a cause is named and it is likelier than not that more than one is there. */
  readonly two: TwoCauses | null;
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

type Weighed = CausesTogether & { readonly probability: number };
const sumOf = (all: readonly Weighed[]) => all.reduce((sum, { probability }) => sum + probability, 0);

/** Each cause with the chance of all that it is part of. @param all the likeliest first */
function rankedCauses(all: readonly Weighed[]): RankedCause[] {
  return CAUSES.flatMap((cause) => {
    const own = all.filter(({ causes }) => causes.includes(cause));
    return own.length === 0 ? [] : [{ cause, probability: sumOf(own), predicted: own[0].predicted }];
  }).sort((a, b) => b.probability - a.probability);
}

function twoOf(pairs: readonly Weighed[]): TwoCauses | null {
  const [a, b] = pairs[0]?.causes ?? [];
  return a && b && sumOf(pairs) > 0.5 ? { causes: [a, b], probability: pairs[0].probability } : null;
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
  const degreesOf = (cause: Cause) => variantsOf(cause, { own, base: system, model });
  const explanations = explanationsOf(CAUSES, degreesOf, { evidence, healthy, told });
  const fine = healthyLogWeight(healthy);
  const whole = lnSum([fine, ...explanations.map(({ logWeight }) => logWeight)]);
  const chance = Math.exp(fine - whole);
  const isQuiet = chance >= QUIET_ABOVE;
  const likeliestFirst = explanations
    .map((each) => ({ ...each, probability: Math.exp(each.logWeight - whole) }))
    .sort((a, b) => b.probability - a.probability);
  const side = (limit: Compared['limit']) => {
    const ratios = compared
      .filter((each) => each.limit === limit)
      .map((each) => each.measured / each.expected);
    return ratios.length === 0 ? null : median(ratios);
  };
  const pairs = likeliestFirst.filter(({ causes }) => causes.length > 1);
  const likely = [{ variant: AS_IT_IS, probability: chance }, ...likeliestFirst.slice(0, MOST_COMPARED)];
  return {
    status: 'done',
    diagnosis: {
      compared,
      healthy: chance,
      causes: rankedCauses(likeliestFirst),
      several: sumOf(pairs),
      two: isQuiet ? null : twoOf(pairs),
      next: nextScene(model, system, observations, likely),
      isQuiet,
      cpuSide: side('cpu'),
      gpuSide: side('gpu'),
    },
  };
}
