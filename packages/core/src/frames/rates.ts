import type { Brief, FrameModel, PartSet } from '../parts/index.ts';
import { normalQuantile } from '../stats/index.ts';
import {
  frameTimeQuantile, limitedBy, meanFrameTime, meanOfSlowest, type LimitedBy,
} from './frame-time.ts'; // prettier-ignore
import { balanceOf, meanBalance, type Balance } from './balance.ts';
import { counted, figureOf, LOW_SHARE, meanOf, meanValue, scoreOf } from './objective.ts';
import {
  cardEffects, cardSide, frameTimeOf, processorEffects, processorSide, scenesOf,
  type CardEffects, type ProcessorEffects, type Scene,
} from './scene.ts'; // prettier-ignore
import { indexModel, systemOf, type MissingFact, type ModelIndex, type SystemRates } from './system.ts';

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
  /** 1 % low as the 99th percentile of frame time, and as the mean of the slowest 1 % of frames. */
  readonly low: number;
  readonly slowest: number;
  readonly limitedBy: LimitedBy;
  /** Share of what the card could show that is lost to the processor, and the other way round. */
  readonly lostToProcessor: number;
  readonly lostToCard: number;
  /** What the objective counts of this game. */
  readonly counted: number;
  readonly effects: { readonly processor: ProcessorEffects; readonly card: CardEffects };
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
  return (set) => ratesOfSet(brief, index, scenes, unknownGames, set);
}

function ratesOfSet(
  brief: Brief,
  index: ModelIndex,
  scenes: readonly Scene[],
  unknownGames: readonly string[],
  set: PartSet,
): RatesResult {
  const system = systemOf(set, index, brief.play.memoryProfile);
  if (!('processor' in system)) return { status: 'unknown', missing: system, unknownGames };
  if (unknownGames.length > 0 || scenes.length === 0) return { status: 'unknown', missing: [], unknownGames };
  const { objective } = brief.play;
  const games = scenes.map((scene) => gameRates(brief, scene, system));
  const mean = meanOf(objective, scenes);
  const value = meanValue(mean, games.map((game) => game.counted)); // prettier-ignore
  const balance = meanBalance(
    mean.weights,
    games.map((game) => ({ toProcessor: game.lostToProcessor, toCard: game.lostToCard })),
  );
  return {
    status: 'known',
    games,
    objective: { value, score: scoreOf(value), interval: objectiveInterval(brief, scenes, system) },
    balance,
  };
}

function gameRates(brief: Brief, scene: Scene, system: SystemRates): GameRates {
  const integrated = system.graphics.kind === 'integrated';
  const processor = processorSide(scene, system.processor, system.memory, integrated);
  const card = cardSide(scene, system.graphics, system.memory);
  const time = frameTimeOf(scene, processor, card);
  const average = 1000 / meanFrameTime(time);
  const shares = limitedBy(time);
  // The average moves with each side's log time about as the share of frames that this side sets.
  const sd = Math.hypot(
    shares.processor * system.processorSd,
    shares.card * system.graphicsSd,
    (1 - shares.cap) * scene.game.residualSd,
  );
  const ceiling = scene.game.frameCap ?? Infinity;
  const lost = balanceOf(time);
  const { objective } = brief.play;
  return {
    game: scene.game.id,
    preset: brief.play.games.find((wanted) => wanted.game === scene.game.id)?.preset ?? 'medium',
    weight: scene.weight,
    target: scene.targetFps,
    average,
    interval: {
      low: average * Math.exp(-INTERVAL_Z * sd),
      high: Math.min(ceiling, average * Math.exp(INTERVAL_Z * sd)),
    },
    low: 1000 / frameTimeQuantile(time, 1 - LOW_SHARE),
    slowest: 1000 / meanOfSlowest(time, LOW_SHARE),
    limitedBy: shares,
    lostToProcessor: lost.toProcessor,
    lostToCard: lost.toCard,
    counted: counted(objective, scene, figureOf(objective.figure, time)),
    effects: {
      processor: processorEffects(scene, system.processor, system.memory, integrated),
      card: cardEffects(scene, system.graphics, system.memory),
    },
  };
}

/** Central difference step for the objective's sensitivity to a part's log rate. */
const STEP_LN = 0.01;

/**
 * 80 % interval of the objective by the delta method: part rates are shared by all games and so do not average out;
 * the games' own residuals do.
 */
function objectiveInterval(brief: Brief, scenes: readonly Scene[], system: SystemRates): Interval {
  const { objective } = brief.play;
  const mean = meanOf(objective, scenes);
  const lnValue = (processorStep: number, cardStep: number, only: number | null) =>
    Math.log(
      meanValue(
        mean,
        scenes.map((scene, k) => {
          const on = only === null || only === k;
          const integrated = system.graphics.kind === 'integrated';
          const p = processorSide(scene, system.processor, system.memory, integrated);
          const c = cardSide(scene, system.graphics, system.memory);
          const time = frameTimeOf(
            scene,
            { ...p, mean: p.mean + (on ? processorStep : 0) },
            { ...c, mean: c.mean + (on ? cardStep : 0) },
          );
          return counted(objective, scene, figureOf(objective.figure, time));
        }),
      ),
    );
  const slope = (processor: number, card: number, only: number | null) =>
    (lnValue(processor, card, only) - lnValue(-processor, -card, only)) / (2 * STEP_LN);
  const parts = [slope(STEP_LN, 0, null) * system.processorSd, slope(0, STEP_LN, null) * system.graphicsSd];
  const residuals = scenes.map((scene, k) => slope(STEP_LN, STEP_LN, k) * scene.game.residualSd);
  const sd = Math.hypot(...parts, ...residuals);
  const centre = lnValue(0, 0, null);
  return { low: Math.exp(centre - INTERVAL_Z * sd), high: Math.exp(centre + INTERVAL_Z * sd) };
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
    if (!('processor' in system)) return null;
    const integrated = system.graphics.kind === 'integrated';
    const values = scenes.map((scene) => {
      const time = frameTimeOf(
        scene,
        processorSide(scene, system.processor, system.memory, integrated),
        cardSide(scene, system.graphics, system.memory),
      );
      return counted(objective, scene, figureOf(objective.figure, time));
    });
    return scoreOf(meanValue(mean, values));
  };
}
