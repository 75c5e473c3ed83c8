import type { Objective } from '../parts/index.ts';
import { normalCdf, normalQuantile } from '../stats/index.ts';
import { frameTimeQuantile, meanFrameTime, meanOfSlowest, sideMean } from './frame-time.ts';
import type { Scene } from './scene.ts';
import type { FrameTime, Side } from './sides.ts';
import { averageSlopes, percentileSlopes, slowestSlopes, type RateSlopes } from './slopes.ts';

/** Share of the frames behind every "1 % low". */
export const LOW_SHARE = 0.01;
const Z99 = normalQuantile(1 - LOW_SHARE);

/** The figure of one game in frames per second, as the objective counts it, before any cap at the screen. */
export function figureOf(figure: Objective['figure'], time: FrameTime): number {
  switch (figure) {
    case 'average':
      return 1000 / meanFrameTime(time);
    case 'low':
      return 1000 / frameTimeQuantile(time, 1 - LOW_SHARE);
    case 'slowest':
      return 1000 / meanOfSlowest(time, LOW_SHARE);
  }
}

/** ln of the figure that the objective counts, and how it moves with both sides. */
export function figureSlopes(figure: Objective['figure'], time: FrameTime): RateSlopes {
  switch (figure) {
    case 'average':
      return averageSlopes(time);
    case 'low':
      return percentileSlopes(time, 1 - LOW_SHARE);
    case 'slowest':
      return slowestSlopes(time, LOW_SHARE);
  }
}

/**
 * What one side alone would allow: an upper bound of {@link figureOf} whatever the other side is, since a frame is
 * never shorter than either side's time. Cheap: no integrals.
 */
export function sideBound(figure: Objective['figure'], scene: Scene, side: Side): number {
  const cap = scene.game.frameCap ?? Infinity;
  switch (figure) {
    case 'average':
      return Math.min(cap, 1000 / sideMean(side));
    case 'low':
      return Math.min(cap, 1000 / Math.exp(side.mean + Z99 * side.spread));
    case 'slowest':
      return Math.min(cap, (1000 * LOW_SHARE) / (sideMean(side) * normalCdf(side.spread - Z99)));
  }
}

/**
 * How a game's figure enters the objective. For `frames`, the figure itself, cut at the screen's refresh rate when
 * the brief says so. For `targets`, the share of the target that is reached, at most 1, times 100.
 */
export function counted(objective: Objective, scene: Scene, fps: number): number {
  if (objective.goal === 'targets') return 100 * Math.min(1, fps / scene.targetFps);
  return objective.capAtRefresh ? Math.min(fps, scene.refreshHz) : fps;
}

/** A mean of counted figures with weights; grows with each of them. */
export interface Mean {
  /** Weights as given; they need not add up to 1. */
  readonly weights: readonly number[];
  readonly kind: Objective['mean'];
}

export function meanOf(objective: Objective, scenes: readonly Scene[]): Mean {
  // Reaching every target is decided by the game that is furthest from its own.
  const kind = objective.goal === 'targets' ? 'weakest' : objective.mean;
  const total = scenes.reduce((sum, scene) => sum + scene.weight, 0);
  return { kind, weights: scenes.map((scene) => (total > 0 ? scene.weight / total : 1 / scenes.length)) };
}

export function meanValue(mean: Mean, values: ArrayLike<number>): number {
  const { weights, kind } = mean;
  let total = kind === 'weakest' ? Infinity : 0;
  for (let k = 0; k < weights.length; k++) {
    const value = values[k];
    switch (kind) {
      case 'geometric':
        total += weights[k] * Math.log(value);
        break;
      case 'arithmetic':
        total += weights[k] * value;
        break;
      case 'harmonic':
        total += weights[k] / value;
        break;
      case 'weakest':
        if (weights[k] > 0) total = Math.min(total, value);
        break;
    }
  }
  if (kind === 'geometric') return Math.exp(total);
  return kind === 'harmonic' ? 1 / total : total;
}

/**
 * The score that the search compares: the objective in thousandths, a whole number, so that equal means equal on
 * every machine.
 */
export function scoreOf(value: number): number {
  return Math.round(value * 1000);
}
