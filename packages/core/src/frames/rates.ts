import type { Brief, FrameModel, PartSet } from '../parts/index.ts';
import { normalQuantile } from '../stats/index.ts';
import { balanceOf, meanBalance, type Balance } from './balance.ts';
import { limitedBy, meanOfSlowest, type LimitedBy } from './frame-time.ts';
import { counted, figureOf, figureSlopes, LOW_SHARE, meanOf, meanValue, scoreOf } from './objective.ts';
import {
  gpuEffects,
  cpuEffects,
  OWN_NOISE,
  scenesOf,
  type GpuEffects,
  type CpuEffects,
  type Scene,
} from './scene.ts';
import { timeOn } from './sensitivity.ts';
import { averageSlopes, percentileSlopes, type RateSlopes } from './slopes.ts';
import { indexModel, systemOf, type MissingFact, type SystemRates } from './system.ts';
import { combine, gradientOf, uncertaintyOf, type Gradient, type Uncertainty } from './uncertainty.ts';

/** Share of cases in which the truth is expected to lie inside the interval. */
export const INTERVAL_SHARE = 0.8;
const INTERVAL_Z = normalQuantile(0.5 + INTERVAL_SHARE / 2);

export interface Interval {
  readonly low: number;
  readonly high: number;
}

/** Expected rates of one game on one build, in frames per second. */
export interface GameRates {
  readonly game: string;
  readonly preset: string;
  readonly weight: number;
  readonly target: number;
  readonly average: number;
  /** 80 % interval of the average. */
  readonly interval: Interval;
  /** Standard deviation of the average's logarithm, for one careful measurement of it. */
  readonly sdLn: number;
  /** 1 % low as the 99th percentile of frame time, and as the mean of the slowest 1 % of frames. */
  readonly low: number;
  /** 80 % interval of the low. */
  readonly lowInterval: Interval;
  readonly slowest: number;
  readonly limitedBy: LimitedBy;
  /** Share of what the card could show that is lost to the processor, and the other way round. */
  readonly lostToCpu: number;
  readonly lostToGpu: number;
  /** What the objective counts of this game. */
  readonly counted: number;
  readonly effects: { readonly cpu: CpuEffects; readonly gpu: GpuEffects };
}

export interface BuildRates {
  readonly status: 'known';
  readonly games: readonly GameRates[];
  readonly objective: { readonly value: number; readonly score: number; readonly interval: Interval };
  /** Losses of each side to the other, as weighted means over the games. */
  readonly balance: Balance;
}

export type RatesResult =
  | BuildRates
  | {
      readonly status: 'unknown';
      readonly missing: readonly MissingFact[];
      readonly unknownGames: readonly string[];
    };

/** Prepared once per brief and model: gives the expected rates of any set of parts. */
export function ratesFor(brief: Brief, model: FrameModel): (set: PartSet) => RatesResult {
  const index = indexModel(model);
  const { scenes, unknownGames } = scenesOf(brief, model);
  const uncertainty = uncertaintyOf(model);
  return (set) => {
    const system = systemOf(set, index, brief.play.memoryProfile);
    if (!('cpu' in system)) return { status: 'unknown', missing: system, unknownGames };
    if (unknownGames.length > 0 || scenes.length === 0)
      return { status: 'unknown', missing: [], unknownGames };
    return ratesOfSystem(brief, scenes, system, uncertainty);
  };
}

function ratesOfSystem(
  brief: Brief,
  scenes: readonly Scene[],
  system: SystemRates,
  uncertainty: Uncertainty,
): BuildRates {
  const { objective } = brief.play;
  const games = scenes.map((scene) => gameRates(brief, scene, system, uncertainty));
  const mean = meanOf(objective, scenes);
  const value = meanValue(
    mean,
    games.map((game) => game.counted),
  );
  const balance = meanBalance(
    mean.weights,
    games.map((game) => ({ toCpu: game.lostToCpu, toGpu: game.lostToGpu })),
  );
  const sd = Math.sqrt(objectiveVariance(brief, scenes, system, uncertainty));
  return {
    status: 'known',
    games,
    objective: { value, score: scoreOf(value), interval: intervalAround(value, sd) },
    balance,
  };
}

/** Interval of a rate from the standard deviation of its logarithm. */
export function intervalAround(fps: number, sdLn: number): Interval {
  return { low: fps * Math.exp(-INTERVAL_Z * sdLn), high: fps * Math.exp(INTERVAL_Z * sdLn) };
}

/** Share of a game's residual that is left where the engine's cap sets every frame. Chosen: runs at a cap still differ a little. */
const RESIDUAL_AT_CAP = 0.2;

/** Standard deviation of what a game leaves unexplained when it is measured at home; frames that the engine's cap sets leave little. */
export function residualOf(scene: Scene, slopes: RateSlopes): number {
  const free = Math.min(1, -slopes.cpuMean - slopes.gpuMean);
  return OWN_NOISE * scene.widening * scene.game.residualSd * Math.max(RESIDUAL_AT_CAP, free);
}

/** Standard deviation of a low's logarithm: what its average leaves open, and its own ratio to that. @param slopes of the low */
export function lowSd(
  scene: Scene,
  system: Pick<SystemRates, 'cpu' | 'memory' | 'graphics' | 'parts'>,
  uncertainty: Uncertainty,
  slopes: RateSlopes,
): number {
  const known = uncertainty.variance(gradientOf(scene, system, system.parts, slopes));
  return Math.hypot(Math.sqrt(known), residualOf(scene, slopes), scene.lowNoise);
}

function gameRates(brief: Brief, scene: Scene, system: SystemRates, uncertainty: Uncertainty): GameRates {
  const integrated = system.graphics.kind === 'integrated';
  const time = timeOn(scene, system);
  const slopes = averageSlopes(time);
  const average = Math.exp(slopes.ln);
  const sd = Math.sqrt(
    uncertainty.variance(gradientOf(scene, system, system.parts, slopes)) + residualOf(scene, slopes) ** 2,
  );
  const lowSlopes = percentileSlopes(time, 1 - LOW_SHARE);
  const interval = intervalAround(average, sd);
  const lows = intervalAround(Math.exp(lowSlopes.ln), lowSd(scene, system, uncertainty, lowSlopes));
  const ceiling = scene.game.frameCap ?? Infinity;
  const lost = balanceOf(time);
  const { objective } = brief.play;
  return {
    game: scene.game.id,
    preset: scene.presetName,
    weight: scene.weight,
    target: scene.targetFps,
    average,
    interval: { low: interval.low, high: Math.min(ceiling, interval.high) },
    sdLn: sd,
    low: Math.exp(lowSlopes.ln),
    lowInterval: { low: lows.low, high: Math.min(ceiling, lows.high) },
    slowest: 1000 / meanOfSlowest(time, LOW_SHARE),
    limitedBy: limitedBy(time),
    lostToCpu: lost.toCpu,
    lostToGpu: lost.toGpu,
    counted: counted(objective, scene, figureOf(objective.figure, time)),
    effects: {
      cpu: cpuEffects(scene, system.cpu, system.memory, integrated),
      gpu: gpuEffects(scene, system.graphics, system.memory),
    },
  };
}

/** Step of the central difference of the mean in a game's log figure. */
const STEP_LN = 0.01;

/** How ln of the objective moves with ln of each game's figure, beyond the screen's refresh not at all. */
function objectiveSlopes(brief: Brief, scenes: readonly Scene[], figuresLn: readonly number[]): number[] {
  const { objective } = brief.play;
  const mean = meanOf(objective, scenes);
  const at = (k: number, step: number) =>
    Math.log(
      meanValue(
        mean,
        scenes.map((scene, n) => counted(objective, scene, Math.exp(figuresLn[n] + (n === k ? step : 0)))),
      ),
    );
  return scenes.map((_, k) => (at(k, STEP_LN) - at(k, -STEP_LN)) / (2 * STEP_LN));
}

/** How the objective's logarithm moves with every effect, and with each game's own residual. */
export function objectiveGradient(
  brief: Brief,
  scenes: readonly Scene[],
  system: SystemRates,
): { readonly ln: number; readonly gradient: Gradient; readonly residuals: readonly number[] } {
  const slopes = scenes.map((scene) => figureSlopes(brief.play.objective.figure, timeOn(scene, system)));
  const outer = objectiveSlopes(
    brief,
    scenes,
    slopes.map((each) => each.ln),
  );
  const { objective } = brief.play;
  const values = scenes.map((scene, k) => counted(objective, scene, Math.exp(slopes[k].ln)));
  return {
    ln: Math.log(meanValue(meanOf(objective, scenes), values)),
    gradient: combine(
      scenes.map((scene, k) => [outer[k], gradientOf(scene, system, system.parts, slopes[k])] as const),
    ),
    residuals: scenes.map((scene, k) => outer[k] * residualOf(scene, slopes[k])),
  };
}

/**
 * Variance of the objective's logarithm by the delta method: effects are shared by all games and do not average out;
 * the games' own residuals do.
 */
function objectiveVariance(
  brief: Brief,
  scenes: readonly Scene[],
  system: SystemRates,
  uncertainty: Uncertainty,
): number {
  const { gradient, residuals } = objectiveGradient(brief, scenes, system);
  return uncertainty.variance(gradient) + residuals.reduce((sum, each) => sum + each * each, 0);
}

/**
 * The objective's score alone, for many builds: no percentiles or intervals that the objective does not need.
 * Returns null when it is not known.
 */
export function scorerFor(brief: Brief, model: FrameModel): (set: PartSet) => number | null {
  const index = indexModel(model);
  const { scenes, unknownGames } = scenesOf(brief, model);
  const { objective } = brief.play;
  const mean = meanOf(objective, scenes);
  return (set) => {
    if (unknownGames.length > 0 || scenes.length === 0) return null;
    const system = systemOf(set, index, brief.play.memoryProfile);
    if (!('cpu' in system)) return null;
    const values = scenes.map((scene) =>
      counted(objective, scene, figureOf(objective.figure, timeOn(scene, system))),
    );
    return scoreOf(meanValue(mean, values));
  };
}
