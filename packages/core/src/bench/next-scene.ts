import { sceneMaker, uncertaintyOf, type SceneConditions, type SystemRates } from '../frames/index.ts';
import type { FrameModel } from '../parts/index.ts';
import type { BenchObservation } from './observation.ts';
import { STRAYS } from './likelihood.ts';
import { outlook, TELLING_SD } from './outlook.ts';
import type { Variant } from './variants.ts';

/** A scene that is not measured yet and would tell the likeliest explanations apart. */
export interface NextScene {
  readonly game: string;
  readonly conditions: SceneConditions;
}

/** One explanation of what was measured, with its probability. */
interface Suspicion {
  readonly probability: number;
  readonly variant: Omit<Variant, 'weight'>;
}

/** A light scene, in which the processor decides, and a heavy one, in which the card does. */
const LOADS = [
  { preset: 'low', widthPx: 1280, heightPx: 720 },
  { preset: 'ultra', widthPx: 2560, heightPx: 1440 },
] as const;
/** How far a low and a busy share may be off, beside the average. */
const LOW_SD = Math.hypot(STRAYS.low.own, STRAYS.low.shared);
const BUSY_SD = Math.hypot(STRAYS.busy.own, STRAYS.busy.shared);
/** A scene has to tell apart so much of the probability to be worth a run. Chosen. */
const WORTH_A_RUN = 0.03;

/**
 * The scene whose figures differ most between explanations, each pair weighed by its probabilities; null where none would help. How far apart two
 * explanations are is what they do not overlap (A. Bhattacharyya, 1943; from memory).
 */
export function nextScene(
  model: FrameModel,
  system: SystemRates,
  observations: readonly BenchObservation[],
  explanations: readonly Suspicion[],
): NextScene | null {
  const uncertainty = uncertaintyOf(model);
  const make = sceneMaker(model);
  const key = (
    game: string,
    { preset, widthPx, heightPx }: Pick<SceneConditions, 'preset' | 'widthPx' | 'heightPx'>,
  ) => [game, preset, widthPx, heightPx].join('|');
  const measured = new Set(observations.map(({ game, conditions }) => key(game, conditions)));
  let best: { readonly next: NextScene; readonly apart: number } | null = null;
  for (const game of model.games)
    for (const load of LOADS) {
      if (measured.has(key(game.id, load))) continue;
      const conditions: SceneConditions = { ...load, renderScale: 1, background: 'none' };
      const scene = make(game, conditions);
      const each = explanations.map(({ variant: { change, cpuSpread } }) =>
        outlook(scene, change(system), uncertainty, cpuSpread),
      );
      const sd = Math.hypot(Math.sqrt(uncertainty.variance(each[0].average.gradient)), each[0].residual);
      if (sd > TELLING_SD) continue;
      let apart = 0;
      each.forEach((a, i) =>
        each.slice(0, i).forEach((b, j) => {
          const square =
            ((a.average.value - b.average.value) / sd) ** 2 +
            ((a.low.value - b.low.value) / LOW_SD) ** 2 +
            ((a.busy.value - b.busy.value) / BUSY_SD) ** 2;
          apart += explanations[i].probability * explanations[j].probability * (1 - Math.exp(-square / 8));
        }),
      );
      if (apart > (best?.apart ?? WORTH_A_RUN)) best = { next: { game: game.id, conditions }, apart };
    }
  return best?.next ?? null;
}
