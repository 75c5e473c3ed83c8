import type { MemoryState } from '../frames/index.ts';
import type { Gpu, Memory } from '../parts/index.ts';
import type { Bits } from './bits.ts';

/** Kits that no frame rate tells apart. */
export interface KitClass {
  readonly kit: Memory;
  readonly members: Bits;
}

/** Cards that no frame rate tells apart, or no card at all (`gpu` null). */
export interface GpuClass {
  readonly gpu: Gpu | null;
  readonly rateLn: number;
  readonly members: Bits;
}

/** A processor with memory that runs in one way and a link of one kind: all that its frame rates depend on. */
export interface Platform {
  readonly cpu: number;
  readonly kitClass: number;
  readonly motherboards: Bits;
  readonly memory: Bits;
  /** Equal for platforms with equal `memory`. */
  readonly memoryKey: number;
  /** Equal for platforms with equal `motherboards`. */
  readonly motherboardsKey: number;
  readonly state: MemoryState;
  /** Index of the link that it offers a card. */
  readonly link: number;
}

/** The link of a board's slot for a card, as fast as the processor makes it; null where a spec is missing. */
export type GpuLink = { readonly generation: number; readonly lanes: number } | null;

/** Everything that the score depends on, in classes. */
export interface PairSpace {
  readonly platforms: readonly Platform[];
  readonly gpuClasses: readonly GpuClass[];
  /** Worked out when first asked for: whether anything fits at all does not need it. */
  scores(): ScoreSpace;
}

/** The classes with cheap upper bounds and the exact score. */
export interface ScoreSpace {
  readonly platforms: readonly Platform[];
  readonly gpuClasses: readonly GpuClass[];
  /** Upper bound of the score by platform, and by card class over all links; sorted use is up to the caller. */
  readonly platformBound: Float64Array;
  readonly gpuBound: Float64Array;
  /** Upper bound of the score of a pair; never below {@link score}. */
  bound(platform: number, gpuClass: number): number;
  /** Exact score of a pair; -1 where there is none (no card and no integrated graphics, or a card on a link that is not known). */
  score(platform: number, gpuClass: number): number;
}
