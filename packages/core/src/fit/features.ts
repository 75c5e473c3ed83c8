import type { Gpu, Cpu } from '../parts/index.ts';

/**
 * What a sheet tells about a part's rate, for the regression from which parts nobody measured get theirs. Each feature is
 * a logarithm or a count around a middle part, so that 0 stands for "as the middle one" where a sheet is silent.
 */
export interface Features {
  readonly values: readonly number[];
  /** Variance of the log rate that the silent figures add. */
  readonly missing: number;
}

export interface FeatureKind {
  readonly name: string;
  /** Prior of its coefficient. Chosen: about what doubling it does. */
  readonly mean: number;
  readonly sd: number;
  /** Spread of the feature over the market, for the variance of a silent sheet. Chosen. */
  readonly spread: number;
}

export const PROCESSOR_FEATURES: readonly FeatureKind[] = [
  { name: 'boostMhz', mean: 1, sd: 0.4, spread: 0.1 },
  { name: 'cores', mean: 0.12, sd: 0.12, spread: 0.35 },
  { name: 'pcieGeneration', mean: 0.08, sd: 0.08, spread: 0.8 },
];
export const CARD_FEATURES: readonly FeatureKind[] = [
  { name: 'tflops', mean: 0.5, sd: 0.25, spread: 0.7 },
  { name: 'memoryGbs', mean: 0.25, sd: 0.25, spread: 0.6 },
  { name: 'boardPowerWatts', mean: 0.2, sd: 0.3, spread: 0.5 },
  { name: 'pcieGeneration', mean: 0.05, sd: 0.1, spread: 0.6 },
];
export const INTEGRATED_FEATURES: readonly FeatureKind[] = [
  // Integrated graphics are far slower than the middle card: the level is a feature that is always 1.
  { name: 'level', mean: -1.6, sd: 0.8, spread: 0 },
  { name: 'graphicsTflops', mean: 0.7, sd: 0.3, spread: 0.6 },
];

function features(kinds: readonly FeatureKind[], read: readonly (number | null)[]): Features {
  let missing = 0;
  const values = kinds.map((kind, k) => {
    const value = read[k];
    if (value !== null) return value;
    missing += (Math.abs(kind.mean) + kind.sd) ** 2 * kind.spread ** 2;
    return 0;
  });
  return { values, missing };
}

const over = (value: number | null | undefined, middle: number) =>
  value !== null && value !== undefined && value > 0 ? Math.log(value / middle) : null;
const around = (value: number | null, middle: number) => (value === null ? null : value - middle);

export function cpuFeatures(part: Cpu): Features {
  return features(PROCESSOR_FEATURES, [
    over(part.boostMhz, 4500),
    over(part.cores, 6),
    around(part.pcieGeneration, 4),
  ]);
}

export function integratedFeatures(part: Cpu): Features {
  return features(INTEGRATED_FEATURES, [1, over(part.graphicsTflops, 1.5)]);
}

/** Features of a chip: those of its cards, averaged where they are stated. */
export function chipFeatures(gpus: readonly Gpu[]): Features {
  const each = (read: (gpu: Gpu) => number | null) => {
    const stated = gpus.map(read).filter((value) => value !== null);
    return stated.length === 0 ? null : stated.reduce((a, b) => a + b, 0) / stated.length;
  };
  return features(CARD_FEATURES, [
    each((gpu) => over(gpu.tflops, 10)),
    each((gpu) => over(gpu.memoryGbs, 300)),
    each((gpu) => over(gpu.boardPowerWatts, 150)),
    each((gpu) => around(gpu.pcieGeneration, 4)),
  ]);
}
