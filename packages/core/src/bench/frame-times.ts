import { quantileSorted } from '../stats/index.ts';

/** Distribution of the frame times of one pass. Times in milliseconds, rates in frames per second. */
export interface FrameTimesSummary {
  readonly frames: number;
  readonly seconds: number;
  /** Frames over time. */
  readonly average: number;
  /** Frame time quantiles, type 7: shares and milliseconds. */
  readonly quantiles: readonly { readonly p: number; readonly ms: number }[];
  /** 1 % low by both definitions, and the 0.1 % low as a percentile. */
  readonly low: number;
  readonly slowest: number;
  readonly low01: number;
  /** Frames that took more than {@link STUTTER_FACTOR} times the running median, and how much time they cost in all. */
  readonly stutters: number;
  readonly stutterSeconds: number;
  /** ln of the average over the last third of the time over that of its first third. */
  readonly driftLn: number;
  /** Counts by frame time in equal logarithmic steps. */
  readonly histogram: { readonly fromMs: number; readonly toMs: number; readonly counts: readonly number[] };
  /** The pass in equal pieces of time: shortest, mean and longest frame of each, for a picture. */
  readonly trace: readonly { readonly minMs: number; readonly meanMs: number; readonly maxMs: number }[];
}

/** A stutter takes this many times as long as the frames around it. Common practice, no source. */
const STUTTER_FACTOR = 2;
/** Frames on either side that the running median looks at. Chosen: about a third of a second at 60. */
const STUTTER_WINDOW = 10;
/** Shorter hitches than this nobody sees, whatever the factor, in ms. Chosen. */
const STUTTER_LEAST_MS = 8;
const QUANTILES = [0.01, 0.05, 0.25, 0.5, 0.75, 0.95, 0.99, 0.999];
const BINS = 60;
const PIECES = 240;
/** Frames beyond these are a broken clock, not a frame. */
export const FRAME_MS = { least: 0.02, most: 60_000 } as const;

/** Summarises frame times in ms, in their order. At least two frames; every value within {@link FRAME_MS}. */
export function summariseFrameTimes(ms: Float64Array): FrameTimesSummary {
  const n = ms.length;
  if (n < 2) throw new Error(`frame times: at least two frames are needed, got ${n}`);
  const sorted = ms.slice().sort();
  let total = 0;
  for (const each of ms) total += each;
  const at = (p: number) => quantileSorted(sorted, p);
  const slow = Math.max(1, Math.round(n * 0.01));
  let slowest = 0;
  for (let i = n - slow; i < n; i++) slowest += sorted[i];
  const { stutters, lostMs } = stuttersOf(ms);
  const [fromMs, toMs] = [sorted[0], Math.max(sorted[n - 1], sorted[0] * 1.01)];
  const step = Math.log(toMs / fromMs) / BINS;
  const counts = new Array<number>(BINS).fill(0);
  for (const each of ms) counts[Math.min(BINS - 1, Math.floor(Math.log(each / fromMs) / step))]++;
  return {
    frames: n,
    seconds: total / 1000,
    average: (1000 * n) / total,
    quantiles: QUANTILES.map((p) => ({ p, ms: at(p) })),
    low: 1000 / at(0.99),
    slowest: (1000 * slow) / slowest,
    low01: 1000 / at(0.999),
    stutters,
    stutterSeconds: lostMs / 1000,
    driftLn: driftOf(ms, total),
    histogram: { fromMs, toMs, counts },
    trace: traceOf(ms, total),
  };
}

/** Frames against the median of their neighbours: a window that slides, kept sorted by insertion. */
function stuttersOf(ms: Float64Array): { readonly stutters: number; readonly lostMs: number } {
  const n = ms.length;
  const size = Math.min(n, 2 * STUTTER_WINDOW + 1);
  const window = Array.from(ms.subarray(0, size)).sort((a, b) => a - b);
  let stutters = 0;
  let lostMs = 0;
  const find = (value: number) => {
    let low = 0;
    let high = window.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (window[middle] < value) low = middle + 1;
      else high = middle;
    }
    return low;
  };
  for (let i = 0; i < n; i++) {
    const enters = i + STUTTER_WINDOW;
    const leaves = enters - size;
    if (leaves >= 0 && enters < n) {
      window.splice(find(ms[leaves]), 1);
      window.splice(find(ms[enters]), 0, ms[enters]);
    }
    const middle = window[size >> 1];
    if (ms[i] > STUTTER_FACTOR * middle && ms[i] - middle > STUTTER_LEAST_MS) {
      stutters++;
      lostMs += ms[i] - middle;
    }
  }
  return { stutters, lostMs };
}

function driftOf(ms: Float64Array, total: number): number {
  let at = 0;
  let [first, last] = [0, 0];
  for (const each of ms) {
    if (at < total / 3) first++;
    else if (at >= (2 * total) / 3) last++;
    at += each;
  }
  return first > 0 && last > 0 ? Math.log(last / first) : 0;
}

function traceOf(ms: Float64Array, total: number): FrameTimesSummary['trace'] {
  const pieces = Math.min(PIECES, ms.length);
  const out: { minMs: number; meanMs: number; maxMs: number }[] = [];
  let at = 0;
  let piece = { min: Infinity, max: 0, sum: 0, count: 0 };
  let end = total / pieces;
  for (const each of ms) {
    at += each;
    piece.min = Math.min(piece.min, each);
    piece.max = Math.max(piece.max, each);
    piece.sum += each;
    piece.count++;
    if (at >= end || at >= total) {
      out.push({ minMs: piece.min, meanMs: piece.sum / piece.count, maxMs: piece.max });
      piece = { min: Infinity, max: 0, sum: 0, count: 0 };
      while (end <= at) end += total / pieces;
    }
  }
  return out;
}
