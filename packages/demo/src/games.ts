import type { CatalogueFile } from '@ripe-pick/contract';
import { round4 } from './figures.ts';

type Game = CatalogueFile['frameModel']['games'][number];

/**
 * Twelve games that nobody will find in a shop. Columns: card and processor time in ms at "medium" on parts of rate 0,
 * exponent in pixels, memory sensitivity, threads, spreads of both sides, engine cap, video memory and memory at medium.
 */
const ROWS = [
  ['netfall', 'Netfall Five', 'arena', 4.4, 4.9, 0.66, 0.13, 6, 0.15, 0.1, null, 3.0, 6],
  ['brineball', 'Brineball', 'arena', 3.6, 5.6, 0.64, 0.15, 4, 0.14, 0.09, 300, 2.2, 5],
  ['lantern-deep', 'Lantern Deep', 'story', 11.8, 7.2, 0.76, 0.08, 8, 0.12, 0.12, null, 5.2, 9],
  ['herring-run', 'Herring Run', 'arena', 3.1, 4.4, 0.62, 0.14, 4, 0.16, 0.1, null, 2.0, 5],
  ['saltmarch', 'Saltmarch', 'story', 9.6, 8.1, 0.74, 0.1, 8, 0.13, 0.12, null, 4.8, 9],
  ['ploughshare', 'Ploughshare County', 'builder', 6.9, 11.5, 0.68, 0.16, 8, 0.18, 0.1, null, 3.6, 10],
  ['quarry-kings', 'Quarry Kings', 'builder', 5.8, 9.4, 0.67, 0.15, 6, 0.17, 0.1, 120, 3.1, 8],
  ['tin-rally', 'Tin Rally', 'race', 7.1, 6.0, 0.72, 0.09, 6, 0.11, 0.1, null, 3.9, 7],
  ['regatta-nine', 'Regatta Nine', 'race', 8.2, 6.4, 0.73, 0.09, 6, 0.11, 0.11, 60, 4.2, 8],
  ['cinder-choir', 'Cinder Choir', 'story', 13.4, 7.9, 0.79, 0.07, 10, 0.13, 0.13, null, 6.1, 11],
  ['moth-parade', 'Moth Parade', 'small', 2.4, 3.3, 0.6, 0.1, 2, 0.1, 0.08, 144, 1.4, 4],
  ['attic-siege', 'Attic Siege', 'arena', 5.2, 6.6, 0.68, 0.12, 6, 0.16, 0.11, null, 3.4, 7],
] as const;

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

export function makeGames(): Game[] {
  return ROWS.map(
    ([
      id,
      name,
      family,
      gpuMs,
      cpuMs,
      alpha,
      beta,
      threads,
      cpuSpread,
      gpuSpread,
      frameCap,
      video,
      memory,
    ]) => {
      const preset = ([gpu, cpu, videoFactor, memoryFactor]: readonly [number, number, number, number]) => ({
        gpuTimeLn: round4(Math.log(gpuMs * CARD_LEVEL) + gpu),
        cpuTimeLn: round4(Math.log(cpuMs * PROCESSOR_LEVEL) + cpu),
        videoMemoryGb: Math.round(video * videoFactor * 10) / 10,
        videoMemoryGbPerMegapixel: 0.28,
        memoryGb: Math.round(memory * memoryFactor * 10) / 10,
      });
      const { low, medium, high, ultra } = PRESET_STEPS;
      return {
        id,
        name,
        family,
        resolutionExponent: alpha,
        memorySensitivity: beta,
        bandwidthExponent: 0.72,
        linkSensitivity: 0.04,
        threads,
        cpuSpread,
        gpuSpread,
        frameCap,
        residualSd: 0.025,
        presets: { low: preset(low), medium: preset(medium), high: preset(high), ultra: preset(ultra) },
      };
    },
  );
}
