import type { StoredGame } from '@ripe-pick/contract';
import { round4 } from './figures.ts';
import { table } from './tables.ts';

type GameFigure =
  | 'gpuMs'
  | 'cpuMs'
  | 'resolutionExponent'
  | 'memorySensitivity'
  | 'threads'
  | 'cpuSpread'
  | 'gpuSpread'
  | 'videoMemoryGb'
  | 'memoryGb';
/** A game: times in ms, and memory, at "medium" on parts of rate 0. */
type GameRow = Record<GameFigure, number> & Pick<StoredGame, 'id' | 'name' | 'family' | 'frameCap'>;

/** How heavy this year's games are on all parts alike; set so that 640 euro buys a choice, not everything. */
const CARD_LEVEL = 1.75;
const PROCESSOR_LEVEL = 1.3;

/** Logarithmic step of each preset against medium: card, processor, and factors of both memories. */
const PRESET_STEPS = {
  low: [-0.42, -0.1, 0.72, 0.9],
  medium: [0, 0, 1, 1],
  high: [0.27, 0.07, 1.25, 1.08],
  ultra: [0.55, 0.13, 1.55, 1.15],
} as const;

/** Twelve games that nobody will find in a shop. */
export function makeGames(): StoredGame[] {
  return table<GameRow>('games').map(({ gpuMs, cpuMs, videoMemoryGb, memoryGb, ...game }) => {
    const preset = (name: keyof typeof PRESET_STEPS) => {
      const [gpu, cpu, videoFactor, memoryFactor] = PRESET_STEPS[name];
      return {
        gpuTimeLn: round4(Math.log(gpuMs * CARD_LEVEL) + gpu),
        cpuTimeLn: round4(Math.log(cpuMs * PROCESSOR_LEVEL) + cpu),
        videoMemoryGb: Math.round(videoMemoryGb * videoFactor * 10) / 10,
        videoMemoryGbPerMegapixel: 0.28,
        memoryGb: Math.round(memoryGb * memoryFactor * 10) / 10,
      };
    };
    return {
      ...game,
      bandwidthExponent: 0.72,
      linkSensitivity: 0.04,
      residualSd: 0.025,
      presets: {
        low: preset('low'),
        medium: preset('medium'),
        high: preset('high'),
        ultra: preset('ultra'),
      },
    };
  });
}
