import { seedOf } from '@ripe-pick/core/stats';

/** Seeded random numbers: mulberry32, public domain, values in [0, 1). */
export function randomSource(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

export interface DemoDraws {
  /** Whole number from `from` to `to`, both included. */
  int(from: number, to: number): number;
  real(from: number, to: number): number;
  pick<T>(items: readonly T[]): T;
  chance(p: number): boolean;
}

export function drawsOf(seed: number): DemoDraws {
  const random = randomSource(seed);
  const int = (from: number, to: number) => from + Math.floor(random() * (to - from + 1));
  return {
    int,
    real: (from, to) => from + random() * (to - from),
    pick: (items) => items[int(0, items.length - 1)],
    chance: (p) => random() < p,
  };
}

/** A standard normal draw (G. E. P. Box, M. E. Muller, 1958). */
export function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** A standard normal figure that belongs to some words, the same each time. */
export function normalOf(...words: readonly (string | number)[]): number {
  const random = randomSource(seedOf(...words));
  random();
  return normal(random);
}
