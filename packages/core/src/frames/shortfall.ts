import type { ShortfallStrengths } from '../parts/index.ts';

/** Softness of the start of a shortfall's cost. Chosen, because a game that lacks a few per cent hardly shows it. */
const SOFTNESS = 0.15;

/**
 * Cost of having less than is needed, on the scale of log times: zero while the need fits, then smooth
 * (quadratic at first, linear later). `strength` is the slope in the far range.
 */
export function shortfall(need: number, have: number, strength: number): number {
  if (need <= have || need <= 0) return 0;
  const x = need / Math.max(have, need / 1000) - 1;
  return (strength * x * x) / (x + SOFTNESS);
}

/** Strengths, chosen so that a quarter too little costs some 8 to 20 % of the frames: where the fit starts from. */
export const SHORTFALL: ShortfallStrengths = { videoMemory: 1.0, memory: 0.9, threads: 0.5 };
/** How much a shortfall widens the spread of that side's times, per unit of its cost. Chosen. */
export const SHORTFALL_SPREAD = 1.2;
