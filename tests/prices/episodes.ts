import { pooledPrior, type Observation, type PricePrior } from '@ripe-pick/core/prices';
import { drawsFrom, seedOf, type Draws } from '@ripe-pick/core/stats';
import { run, type Machine, type World } from './worlds.ts';

/** A question: what was seen up to day 0, and the days until the part is needed. Prices as they then came. */
export interface Episode {
  readonly id: string;
  readonly observations: readonly Observation[];
  /** Prices on days 0 to `days`; Infinity when not for sale. Day 0 is for sale. */
  readonly ahead: readonly number[];
  readonly days: number;
  readonly prior: PricePrior;
  /** The market’s own state on each day, for a forecaster that knows it. */
  readonly states: readonly Machine[];
}

const HISTORY = 180;
const LENGTHS = [3, 7, 15, 30, 60, 120, 180];
const HORIZONS = [14, 30, 60];
/** Offers that are tracked beside, and for how long. */
const POOL = 40;
const POOL_DAYS = 90;

const toCents = (price: number) => (price === Infinity ? Infinity : Math.round(price * 100));
const toLook = (price: number, day: number): Observation => ({
  day,
  price: price === Infinity ? null : Math.round(price * 100),
});

/** `n` looks that end on day 0: each day, now and then, or with a hole of three weeks. */
export function seenOf(prices: readonly number[], n: number, draws: Draws): Observation[] {
  const pattern = Math.floor(3 * draws.uniform());
  const days: number[] = [];
  let day = 0;
  for (let i = 0; i < n && day > -prices.length; i++) {
    days.push(day);
    day -= pattern === 1 ? 1 + Math.floor(4 * draws.uniform()) : 1;
    if (pattern === 2 && i === Math.floor(n / 3)) day -= 21;
  }
  return days
    .filter((at) => at > -prices.length)
    .reverse()
    .map((at) => toLook(prices[prices.length - 1 + at], at));
}

/** Episodes of a world from a seed. Sums are whole cents. */
export function episodesOf(world: World, seed: number, count: number): Episode[] {
  const pool = Array.from({ length: POOL }, (_, i) =>
    run(world, seedOf('pool', seed, i), POOL_DAYS).prices.map((price, day) =>
      toLook(price, day - POOL_DAYS + 1),
    ),
  );
  const prior = pooledPrior(pool, 0);
  const episodes: Episode[] = [];
  for (let i = 0; episodes.length < count; i++) {
    const { machine, prices, draws } = run(world, seedOf('episode', seed, i), HISTORY);
    const days = HORIZONS[episodes.length % HORIZONS.length];
    const now = prices[prices.length - 1];
    if (now === Infinity) continue;
    const observations = seenOf(prices, LENGTHS[Math.floor(LENGTHS.length * draws.uniform())], draws);
    const states = [machine.copy()];
    const ahead = [toCents(now)];
    for (let day = 1; day <= days; day++) {
      ahead.push(toCents(machine.next(draws)));
      states.push(machine.copy());
    }
    episodes.push({ id: `${seed}-${i}`, observations, ahead, days, prior, states });
  }
  return episodes;
}

/** Windows of a real daily series, in cents, each with a prior pooled from 40 windows that end before it begins. */
export function windowsOf(closes: readonly number[], count: number, seed: number): Episode[] {
  const draws = drawsFrom(seed);
  const least = HISTORY + 400;
  return Array.from({ length: count }, (_, i) => {
    const days = HORIZONS[i % HORIZONS.length];
    const at = least + Math.floor((closes.length - least - days - 1) * draws.uniform());
    const n = LENGTHS.slice(1)[Math.floor((LENGTHS.length - 1) * draws.uniform())];
    const pool = Array.from({ length: 40 }, () => {
      const end = POOL_DAYS + Math.floor((at - HISTORY - POOL_DAYS) * draws.uniform());
      return closes.slice(end - POOL_DAYS, end).map((price, k) => toLook(price, k - POOL_DAYS + 1));
    });
    return {
      id: `real-${i}`,
      observations: closes.slice(at - n + 1, at + 1).map((price, k) => toLook(price, k - n + 1)),
      ahead: closes.slice(at, at + days + 1).map((price) => Math.round(price * 100)),
      days,
      prior: pooledPrior(pool, 0),
      states: [],
    };
  });
}
