import type { Brief, FrameModel, PartSet } from '../parts/index.ts';
import { normalCdf } from '../stats/index.ts';
import { limitedBy, meanFrameTime } from './frame-time.ts';
import { cardSide, frameTimeOf, processorSide, scenesOf, type Scene } from './scene.ts';
import { indexModel, systemOf, type SystemRates } from './system.ts';

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
  readonly processor: number;
  readonly graphics: number;
  readonly own: number;
}

/** How far a build's log average leans on each uncertain part, as in its interval. */
function leaning(scene: Scene, system: SystemRates): Leaning {
  const integrated = system.graphics.kind === 'integrated';
  const time = frameTimeOf(
    scene,
    processorSide(scene, system.processor, system.memory, integrated),
    cardSide(scene, system.graphics, system.memory),
  );
  const shares = limitedBy(time);
  return {
    lnAverage: Math.log(1000 / meanFrameTime(time)),
    processor: shares.processor * system.processorSd,
    graphics: shares.card * system.graphicsSd,
    own: (1 - shares.cap) * scene.game.residualSd,
  };
}

/**
 * Prepared once per brief and model: compares two sets of parts game by game; null where either has no rate.
 *
 * The two are correlated: a part that both have is uncertain in the same direction, so only the difference of how far
 * each leans on it counts. A game's residual is taken as the same for two sets with equal processor and graphics, and
 * as independent otherwise.
 */
export function comparerFor(
  brief: Brief,
  model: FrameModel,
): (a: PartSet, b: PartSet) => readonly GameComparison[] | null {
  const index = indexModel(model);
  const { scenes, unknownGames } = scenesOf(brief, model);
  const read = (set: PartSet) => {
    const system = systemOf(set, index, brief.play.memoryProfile);
    return 'processor' in system ? system : null;
  };
  const graphicsOf = (set: PartSet) => set.card?.id ?? set.processor?.id;
  return (a, b) => {
    const systems = [read(a), read(b)] as const;
    if (unknownGames.length > 0 || !systems[0] || !systems[1]) return null;
    const [first, second] = [systems[0], systems[1]];
    const sameProcessor = a.processor?.id === b.processor?.id;
    const sameGraphics = graphicsOf(a) === graphicsOf(b);
    const joined = (x: number, y: number, isSame: boolean) => (isSame ? Math.abs(x - y) : Math.hypot(x, y));
    return scenes.map((scene) => {
      const x = leaning(scene, first);
      const y = leaning(scene, second);
      const differenceLn = x.lnAverage - y.lnAverage;
      const sdLn = Math.hypot(
        joined(x.processor, y.processor, sameProcessor),
        joined(x.graphics, y.graphics, sameGraphics),
        joined(x.own, y.own, sameProcessor && sameGraphics),
      );
      const chance =
        sdLn > 0 ? normalCdf(differenceLn / sdLn) : differenceLn > 0 ? 1 : differenceLn < 0 ? 0 : 0.5;
      return { game: scene.game.id, differenceLn, sdLn, chance };
    });
  };
}
