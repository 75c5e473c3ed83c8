import { quantile as sampleQuantile } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { normalCdf, normalPdf, normalQuantile } from '../stats/index.ts';
import {
  frameTimeCdf,
  frameTimeQuantile,
  limitedBy,
  meanFrameTime,
  meanOfLarger,
  meanOfSlowest,
  sideMean,
} from './frame-time.ts';
import type { FrameTime, Side } from './sides.ts';

/** A grid of cases: one side clearly ahead, near balance, narrow and wide spreads. */
const CASES: FrameTime[] = [];
for (const gap of [-1.2, -0.3, -0.05, 0, 0.1, 0.4, 1.5])
  for (const [sc, sg] of [
    [0.1, 0.1],
    [0.25, 0.08],
    [0.05, 0.3],
    [0.5, 0.4],
  ] as const)
    CASES.push({ cpu: { mean: 2, spread: sc }, gpu: { mean: 2 + gap, spread: sg }, shortestMs: 0 });

/** Simpson's rule on the logarithm of time, written anew here: nothing of the model's own integrals. */
function simpson(f: (x: number) => number, from: number, to: number, steps = 20_000): number {
  const h = (to - from) / steps;
  let sum = f(from) + f(to);
  for (let i = 1; i < steps; i++) sum += f(from + i * h) * (i % 2 === 1 ? 4 : 2);
  return (sum * h) / 3;
}

function density({ cpu: c, gpu: g }: FrameTime, x: number): number {
  const one = (s: Side, o: Side) =>
    (normalPdf((x - s.mean) / s.spread) / s.spread) * normalCdf((x - o.mean) / o.spread);
  return one(c, g) + one(g, c);
}

/** Seeded normal draws by inversion. */
function draws(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return normalQuantile((state + 0.5) / 4294967296);
  };
}

describe('mean frame time', () => {
  it('agrees with numerical integration to 1e-6 (Margrabe 1978; Clark 1961 for the normal case)', () => {
    for (const time of CASES) {
      const numeric = simpson((x) => Math.exp(x) * density(time, x), -4, 8);
      expect(Math.abs(meanFrameTime(time) / numeric - 1)).toBeLessThan(1e-6);
    }
  });
  it('agrees with the same integral under an engine’s cap', () => {
    for (const base of CASES) {
      for (const shortestMs of [3, 7, 8.3, 16.7]) {
        const time = { ...base, shortestMs };
        const numeric = simpson((x) => Math.max(shortestMs, Math.exp(x)) * density(time, x), -4, 8, 60_000);
        expect(Math.abs(meanFrameTime(time) / numeric - 1)).toBeLessThan(1e-6);
      }
    }
  });
  it('agrees with a seeded sample of 200 000 frames within four standard errors', () => {
    const time: FrameTime = {
      cpu: { mean: 2.1, spread: 0.2 },
      gpu: { mean: 2.2, spread: 0.12 },
      shortestMs: 0,
    };
    const next = draws(7);
    let sum = 0;
    let squares = 0;
    let gpuSets = 0;
    const n = 200_000;
    const sample: number[] = [];
    for (let i = 0; i < n; i++) {
      const c = Math.exp(2.1 + 0.2 * next());
      const g = Math.exp(2.2 + 0.12 * next());
      const t = Math.max(c, g);
      if (g > c) gpuSets++;
      sum += t;
      squares += t * t;
      sample.push(t);
    }
    const mean = sum / n;
    const error = Math.sqrt((squares / n - mean * mean) / n);
    expect(Math.abs(meanFrameTime(time) - mean)).toBeLessThan(4 * error);
    expect(Math.abs(limitedBy(time).gpu - gpuSets / n)).toBeLessThan(4 * Math.sqrt(0.25 / n));
    // 99th percentile, type 7, by a general library.
    expect(frameTimeQuantile(time, 0.99) / sampleQuantile(sample, 0.99)).toBeCloseTo(1, 2);
    const slowest = sample.sort((a, b) => b - a).slice(0, n / 100);
    expect(meanOfSlowest(time, 0.01) / (slowest.reduce((a, b) => a + b, 0) / slowest.length)).toBeCloseTo(
      1,
      2,
    );
  });
  it('is the slower side alone when the other is far faster', () => {
    const time: FrameTime = {
      cpu: { mean: -3, spread: 0.1 },
      gpu: { mean: 2, spread: 0.15 },
      shortestMs: 0,
    };
    expect(meanFrameTime(time)).toBeCloseTo(sideMean(time.gpu), 10);
  });
  it('is never below either side’s own mean, nor below the cap', () => {
    for (const time of CASES) {
      expect(meanOfLarger(time.cpu, time.gpu)).toBeGreaterThanOrEqual(
        Math.max(sideMean(time.cpu), sideMean(time.gpu)) - 1e-12,
      );
      expect(meanFrameTime({ ...time, shortestMs: 50 })).toBeGreaterThanOrEqual(50);
    }
  });
});

describe('percentiles of frame time', () => {
  it('invert the distribution to 1e-9', () => {
    for (const time of CASES)
      for (const p of [0.01, 0.5, 0.9, 0.99, 0.999])
        expect(frameTimeCdf(time, frameTimeQuantile(time, p))).toBeCloseTo(p, 9);
  });
  it('stop at the cap', () => {
    expect(frameTimeQuantile({ ...CASES[0], shortestMs: 100 }, 0.99)).toBe(100);
    expect(meanOfSlowest({ ...CASES[0], shortestMs: 100 }, 0.01)).toBeCloseTo(100, 9);
  });
  it('order: median, 99th percentile, mean of the slowest 1 %', () => {
    for (const time of CASES) {
      const p99 = frameTimeQuantile(time, 0.99);
      expect(p99).toBeGreaterThan(frameTimeQuantile(time, 0.5));
      expect(meanOfSlowest(time, 0.01)).toBeGreaterThan(p99);
    }
  });
});

describe('limited by', () => {
  it('gives shares that add up to one, also with a cap', () => {
    for (const base of CASES)
      for (const shortestMs of [0, 6, 8, 30]) {
        const { cpu, gpu, cap } = limitedBy({ ...base, shortestMs });
        expect(cpu + gpu + cap).toBeCloseTo(1, 9);
        expect(Math.min(cpu, gpu, cap)).toBeGreaterThanOrEqual(0);
      }
  });
  it('gives nearly all frames to a far slower card, and then a faster processor changes the average by under 1 % (common practice, no source)', () => {
    const time: FrameTime = {
      cpu: { mean: 1.6, spread: 0.12 },
      gpu: { mean: 2.1, spread: 0.12 },
      shortestMs: 0,
    };
    expect(limitedBy(time).gpu).toBeGreaterThan(0.97);
    const faster = { ...time, cpu: { ...time.cpu, mean: 1.3 } };
    expect(meanFrameTime(time) / meanFrameTime(faster) - 1).toBeLessThan(0.01);
  });
});
