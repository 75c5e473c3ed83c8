/**
 * One side's time for a frame, as a lognormal: `ln time ~ N(mean, spread²)`, time in milliseconds.
 */
export interface Side {
  readonly mean: number;
  readonly spread: number;
}

/** Processor and card work at the same time, so a frame takes the longer of both, and never less than the cap. */
export interface FrameTime {
  readonly cpu: Side;
  readonly gpu: Side;
  /** Shortest frame that the game's engine allows, in ms; 0 when it has no cap. */
  readonly shortestMs: number;
}
