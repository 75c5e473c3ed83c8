import { extrasOf, type PartSet } from '../parts/index.ts';

type NoisySlot = 'cooler' | 'gpu' | 'psu' | 'case' | 'extras';

/** Where the noise of a build comes from, and what it comes to. Levels in dB(A) as the sheets state them. */
export interface BuildNoise {
  /** The levels added; null while no part states one. */
  readonly total: number | null;
  readonly sources: readonly { readonly what: NoisySlot; readonly db: number }[];
  /** Parts that make noise and state none: the total is at least so much. */
  readonly silent: readonly NoisySlot[];
}

/**
 * Levels of sources that have nothing to do with each other: 10 log10 of the sum of 10^(L/10).
 * Source: addition of sound levels, as in ISO 3744 and any text on acoustics.
 */
export const addedLevels = (levels: readonly number[]): number =>
  10 * Math.log10(levels.reduce((sum, level) => sum + 10 ** (level / 10), 0));

/** The noise of a build at full load, from its sheets; distances of measurement differ, so it is a rough figure. */
export function buildNoise(set: PartSet): BuildNoise {
  const { cpu, cooler, gpu, psu } = set;
  const boxed = cpu?.stockCooler ? cpu.stockCooler.noiseDb : null;
  const found = [
    ['cooler', cooler ? cooler.noiseDb : cpu && cooler === null ? boxed : undefined],
    ['gpu', gpu ? (gpu.noiseDb ?? null) : undefined],
    ['psu', psu ? (psu.noiseDb ?? null) : undefined],
    ['case', set.case && set.case.fans !== 0 ? (set.case.noiseDb ?? null) : undefined],
    ...extrasOf(set).flatMap(({ fans, noiseDb }) =>
      Array.from({ length: fans ?? 0 }, () => ['extras', noiseDb ?? null] as const),
    ),
  ] as const;
  const sources = found.flatMap(([what, db]) => (typeof db === 'number' ? [{ what, db }] : []));
  return {
    total: sources.length === 0 ? null : addedLevels(sources.map(({ db }) => db)),
    sources,
    silent: [...new Set(found.flatMap(([what, db]) => (db === null ? [what] : [])))],
  };
}
