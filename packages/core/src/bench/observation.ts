import type { SceneConditions } from '../frames/index.ts';

/** One measured scene of the user's own system. */
export interface BenchObservation {
  readonly game: string;
  readonly conditions: SceneConditions;
  readonly average: number;
  /** Standard deviation of the log average over its passes. */
  readonly sdLn: number;
  /** 1 % low as the 99th percentile of frame time. */
  readonly low: number | null;
  readonly gpuBusy: number | null;
  readonly driftLn: number | null;
}
