import type { Brief, FrameModel, PartSet } from '../parts/index.ts';
import { chanceAbove } from './chance.ts';
import { residualOf } from './rates.ts';
import { scenesOf, type Scene } from './scene.ts';
import { timeOn } from './sensitivity.ts';
import { averageSlopes } from './slopes.ts';
import { indexModel, systemOf, type SystemRates } from './system.ts';
import { combine, gradientOf, uncertaintyOf, type Gradient } from './uncertainty.ts';

/** How two builds compare in one game. */
export interface GameComparison {
  readonly game: string;
  /** ln of A's average over B's, and its standard deviation. */
  readonly differenceLn: number;
  readonly sdLn: number;
  /** Chance that A's average is the higher one; 0.5 where both are bound to be equal. */
  readonly chance: number;
}

interface Leaning {
  readonly lnAverage: number;
  readonly gradient: Gradient;
  readonly own: number;
}

/** How a build's log average moves with every effect, as in its interval. */
function leaning(scene: Scene, system: SystemRates): Leaning {
  const slopes = averageSlopes(timeOn(scene, system));
  return {
    lnAverage: slopes.ln,
    gradient: gradientOf(scene, system, system.parts, slopes),
    own: residualOf(scene, slopes),
  };
}

/**
 * Prepared once per brief and model: compares two sets of parts game by game; null where either has no rate.
 *
 * The two are correlated: they share the game's effects and perhaps parts, so only the difference of their gradients
 * counts. A game's residual is taken as the same for two sets with equal processor and graphics, and as independent
 * otherwise.
 */
export function comparerFor(
  brief: Brief,
  model: FrameModel,
): (a: PartSet, b: PartSet) => readonly GameComparison[] | null {
  const index = indexModel(model);
  const { scenes, unknownGames } = scenesOf(brief, model);
  const uncertainty = uncertaintyOf(model);
  const read = (set: PartSet) => {
    const system = systemOf(set, index, brief.play.memoryProfile);
    return 'cpu' in system ? system : null;
  };
  return (a, b) => {
    const [first, second] = [read(a), read(b)];
    if (unknownGames.length > 0 || !first || !second) return null;
    const isSame = first.parts.cpu === second.parts.cpu && first.parts.gpu === second.parts.gpu;
    return scenes.map((scene) => {
      const x = leaning(scene, first);
      const y = leaning(scene, second);
      const differenceLn = x.lnAverage - y.lnAverage;
      const own = isSame ? Math.abs(x.own - y.own) : Math.hypot(x.own, y.own);
      const shared = combine([
        [1, x.gradient],
        [-1, y.gradient],
      ]);
      const sdLn = Math.hypot(Math.sqrt(uncertainty.variance(shared)), own);
      return { game: scene.game.id, differenceLn, sdLn, chance: chanceAbove(differenceLn, sdLn, model) };
    });
  };
}
