import type { Game, Preset, PresetEffects } from '../parts/index.ts';

/** What somebody knows of a game before anything of it was measured. */
interface GameFacts {
  readonly id: string;
  readonly name: string;
  readonly family: string;
  /** The engine's own limit in frames per second; null when it has none. */
  readonly frameCap: number | null;
  readonly threads: number;
  /** What its medium preset asks for at 1920 x 1080, in GB. */
  readonly videoMemoryGb: number;
  readonly memoryGb: number;
}

/** Needs of a preset against medium. Chosen, because textures weigh most and few games state more than one figure. */
const NEEDS: Readonly<Record<Preset, readonly [videoMemory: number, memory: number]>> = {
  low: [0.72, 0.9],
  medium: [1, 1],
  high: [1.25, 1.08],
  ultra: [1.55, 1.15],
};
const VIDEO_MEMORY_PER_MEGAPIXEL_GB = 0.28;

/** A game with middling effects: where a fit starts from, wide until something is measured. */
export function newGame({ id, name, family, frameCap, threads, videoMemoryGb, memoryGb }: GameFacts): Game {
  const tenth = (value: number) => Math.round(value * 10) / 10;
  const preset = (which: Preset): PresetEffects => ({
    gpuTimeLn: 2.3,
    cpuTimeLn: 2.0,
    videoMemoryGb: tenth(videoMemoryGb * NEEDS[which][0]),
    videoMemoryGbPerMegapixel: VIDEO_MEMORY_PER_MEGAPIXEL_GB,
    memoryGb: tenth(memoryGb * NEEDS[which][1]),
  });
  return {
    id,
    name,
    family,
    resolutionExponent: 0.7,
    memorySensitivity: 0.11,
    bandwidthExponent: 0.72,
    linkSensitivity: 0.05,
    threads,
    cpuSpread: 0.14,
    gpuSpread: 0.11,
    frameCap,
    residualSd: 0.03,
    presets: { low: preset('low'), medium: preset('medium'), high: preset('high'), ultra: preset('ultra') },
  };
}
