import { integrate, normalCdf, normalPdf, normalQuantile } from '../stats/index.ts';
import type { FrameTime, Side } from './sides.ts';

/*
 * The larger of two independent lognormals. The mean has a closed form, the same as that of an exchange option:
 * W. Margrabe, "The Value of an Option to Exchange One Asset for Another", Journal of Finance 33 (1978).
 * An engine's cap turns it into the larger of three; what the cap adds is integrated numerically.
 */

/** Where the numerical integrals start and stop, in spreads from a side's mean: beyond is less than 1e-15 of the mass. */
const SPREADS = 9;
/** Share of the mean below which a correction is not worth an integral. */
const NEGLIGIBLE = 1e-9;

/** Mean of one lognormal side, in ms. */
export function sideMean(side: Side): number {
  return Math.exp(side.mean + (side.spread * side.spread) / 2);
}

/** E[max(C, G)] in ms, ignoring any cap. Spreads must not both be zero. */
export function meanOfLarger(c: Side, g: Side): number {
  const s = Math.sqrt(c.spread * c.spread + g.spread * g.spread);
  const d = c.mean - g.mean;
  return (
    sideMean(c) * normalCdf((d + c.spread * c.spread) / s) +
    sideMean(g) * normalCdf((g.spread * g.spread - d) / s)
  );
}

/** P(T <= ms). */
export function frameTimeCdf(time: FrameTime, ms: number): number {
  if (ms < time.shortestMs || ms <= 0) return 0;
  return uncappedCdf(time, Math.log(ms));
}

function uncappedCdf({ cpu, gpu }: FrameTime, lnMs: number): number {
  return normalCdf((lnMs - cpu.mean) / cpu.spread) * normalCdf((lnMs - gpu.mean) / gpu.spread);
}

/** P(T > e^x) without cancellation in the far tail. */
function survival({ cpu, gpu }: FrameTime, x: number): number {
  const a = normalCdf((cpu.mean - x) / cpu.spread);
  const b = normalCdf((gpu.mean - x) / gpu.spread);
  return a + b - a * b;
}

function upperEnd({ cpu, gpu }: FrameTime): number {
  return Math.max(cpu.mean + SPREADS * cpu.spread, gpu.mean + SPREADS * gpu.spread);
}

function panelWidth({ cpu, gpu }: FrameTime): number {
  return 3 * Math.min(cpu.spread, gpu.spread);
}

/**
 * Mean frame time in ms, with the cap: the closed form, and the integral of the distribution up to the cap, which is
 * what the cap adds. Where that is less than a part in 10⁹ it is left out.
 */
export function meanFrameTime(time: FrameTime): number {
  const { cpu, gpu, shortestMs } = time;
  const uncapped = meanOfLarger(cpu, gpu);
  if (shortestMs <= 0) return uncapped;
  const lnCap = Math.log(shortestMs);
  if (upperEnd(time) <= lnCap) return shortestMs;
  if (shortestMs * uncappedCdf(time, lnCap) < NEGLIGIBLE * uncapped) return uncapped;
  const from = Math.max(cpu.mean - SPREADS * cpu.spread, gpu.mean - SPREADS * gpu.spread);
  return uncapped + integrate((x) => Math.exp(x) * uncappedCdf(time, x), from, lnCap, panelWidth(time));
}

/** Standard scores of a share and of its root. The last share's are kept: frames are asked by the hundreds for the same one. */
let scores = { p: NaN, z: NaN, zHigh: NaN };
function scoresOf(p: number): typeof scores {
  if (scores.p !== p) scores = { p, z: normalQuantile(p), zHigh: normalQuantile(Math.sqrt(p)) };
  return scores;
}

/** The time that a share p of the frames stays within, in ms. p in (0, 1). */
export function frameTimeQuantile(time: FrameTime, p: number): number {
  const { cpu, gpu, shortestMs } = time;
  const { z, zHigh } = scoresOf(p);
  // The larger of both lies above each side's own quantile, and below the quantile at sqrt(p) of the slower one.
  let low = Math.max(cpu.mean + z * cpu.spread, gpu.mean + z * gpu.spread);
  let high = Math.max(cpu.mean + zHigh * cpu.spread, gpu.mean + zHigh * gpu.spread);
  // Newton's steps inside a bracket that every step narrows, halving where a step would leave it: from below, which is the answer
  // itself wherever one side holds nearly all frames.
  let x = low;
  for (let round = 0; round < 80 && high - low > 1e-13; round++) {
    const a = (x - cpu.mean) / cpu.spread;
    const b = (x - gpu.mean) / gpu.spread;
    const fa = normalCdf(a);
    const fb = normalCdf(b);
    const off = fa * fb - p;
    if (off < 0) low = x;
    else high = x;
    const step = off / ((normalPdf(a) / cpu.spread) * fb + (normalPdf(b) / gpu.spread) * fa);
    const next = x - step;
    const isInside = next >= low && next <= high;
    x = isInside ? next : (low + high) / 2;
    // Newton's steps square what they are off by: after one this short nothing is left that a number can hold.
    if (isInside && Math.abs(step) < 1e-8) break;
  }
  return Math.max(shortestMs, Math.exp(x));
}

/** Mean of the slowest share of frames (0.01: the slowest 1 %), in ms. */
export function meanOfSlowest(time: FrameTime, share: number): number {
  const from = frameTimeQuantile(time, 1 - share);
  const lnFrom = Math.log(from);
  const tail = integrate((x) => Math.exp(x) * survival(time, x), lnFrom, upperEnd(time), panelWidth(time));
  // With a cap above the quantile, part of the slowest share sits at the cap itself.
  return from + tail / share;
}

export interface LimitedBy {
  readonly cpu: number;
  readonly gpu: number;
  readonly cap: number;
}

/** Share of frames whose time is set by each side; the shares add up to 1. */
export function limitedBy(time: FrameTime): LimitedBy {
  const { cpu: c, gpu: g, shortestMs } = time;
  const s = Math.sqrt(c.spread * c.spread + g.spread * g.spread);
  const gpuUncapped = normalCdf((g.mean - c.mean) / s);
  if (shortestMs <= 0) return { cpu: 1 - gpuUncapped, gpu: gpuUncapped, cap: 0 };
  const lnCap = Math.log(shortestMs);
  const cap = uncappedCdf(time, lnCap);
  const gpu = integrate(
    (x) => (normalPdf((x - g.mean) / g.spread) / g.spread) * normalCdf((x - c.mean) / c.spread),
    lnCap,
    g.mean + SPREADS * g.spread,
    panelWidth(time),
  );
  return { cpu: Math.max(0, 1 - cap - gpu), gpu, cap };
}
