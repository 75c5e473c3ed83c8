import {
  averageSlopes,
  chanceAbove,
  combine,
  gradientOf,
  indexModel,
  objectiveGradient,
  residualOf,
  scenesOf,
  sceneMaker,
  systemOf,
  timeOn,
  uncertaintyOf,
  type Gradient,
  type SystemRates,
} from '../frames/index.ts';
import { PRESETS, type Brief, type FrameModel, type PartSet, type Preset } from '../parts/index.ts';

/** A measurement that could be made, and what it would do to a decision between two builds. */
interface Measurement {
  readonly game: string;
  readonly preset: Preset;
  readonly cpu: string;
  /** Null: the processor's own graphics. */
  readonly gpu: string | null;
  /** Standard deviation of ln(objective of A / objective of B) after one such record. */
  readonly sdAfter: number;
}

interface OpenDecision {
  /** ln(objective of A / objective of B), how sure that is, and the chance that A's is the higher one. */
  readonly differenceLn: number;
  readonly sdLn: number;
  readonly chance: number;
  /** Best first; only those that narrow the decision at all. */
  readonly measurements: readonly Measurement[];
}

/**
 * Which single record would narrow the choice between two builds most. A record of a pairing with gradient h and noise σ
 * takes (dᵀΣh)² / (hᵀΣh + σ²) from the variance of the difference d (the update of a normal posterior by one
 * observation). What a game leaves unexplained about a pairing is not counted as narrowed. Null where a rate is unknown.
 */
export function narrowing(brief: Brief, model: FrameModel, a: PartSet, b: PartSet): OpenDecision | null {
  const index = indexModel(model);
  const { scenes, unknownGames } = scenesOf(brief, model);
  const systems = [a, b].map((set) => systemOf(set, index, brief.play.memoryProfile));
  const [first, second] = systems;
  if (unknownGames.length > 0 || scenes.length === 0 || !('cpu' in first) || !('cpu' in second)) return null;
  const uncertainty = uncertaintyOf(model);
  const [x, y] = [objectiveGradient(brief, scenes, first), objectiveGradient(brief, scenes, second)];
  const difference: Gradient = combine([
    [1, x.gradient],
    [-1, y.gradient],
  ]);
  const isSame = first.parts.cpu === second.parts.cpu && first.parts.gpu === second.parts.gpu;
  const own = isSame ? 0 : [...x.residuals, ...y.residuals].reduce((sum, each) => sum + each * each, 0);
  const variance = uncertainty.variance(difference);
  const sdLn = Math.sqrt(variance + own);
  const differenceLn = x.ln - y.ln;

  // Every pairing of the two builds' parts that makes a system, in the brief's games at every preset.
  const halves = [first, second] as const;
  const pairings = new Map<string, SystemRates>();
  for (const left of halves)
    for (const right of halves) {
      // The processor's own graphics cannot be had without the processor.
      if (right.parts.gpu === null && right.parts.cpu !== left.parts.cpu) continue;
      const parts = { cpu: left.parts.cpu, gpu: right.parts.gpu };
      pairings.set(JSON.stringify(parts), { ...left, graphics: right.graphics, parts });
    }
  const make = sceneMaker(model);
  const measurements: Measurement[] = [];
  for (const system of pairings.values())
    for (const { game } of scenes)
      for (const preset of PRESETS) {
        const scene = make(game, { ...brief.play, preset, renderScale: 1, background: 'none' });
        const slopes = averageSlopes(timeOn(scene, system));
        const gradient = gradientOf(scene, system, system.parts, slopes);
        const noise = residualOf(scene, slopes);
        const shared = uncertainty.covariance(difference, gradient);
        const gain = (shared * shared) / (uncertainty.variance(gradient) + noise * noise);
        if (gain > 1e-3 * variance)
          measurements.push({
            game: game.id,
            preset,
            ...system.parts,
            sdAfter: Math.sqrt(Math.max(0, variance - gain) + own),
          });
      }
  measurements.sort((p, q) => p.sdAfter - q.sdAfter);
  return { differenceLn, sdLn, chance: chanceAbove(differenceLn, sdLn, model), measurements };
}
