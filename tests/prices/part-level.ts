import {
  fitted,
  leastOf,
  pathsOf,
  planOf,
  chanceOf,
  pooledPrior,
  type Observation,
} from '@ripe-pick/core/prices';
import { drawsFrom, seedOf } from '@ripe-pick/core/stats';
import type { Stated } from './score.ts';
import { home, run } from './worlds.ts';

/**
 * A part sold by four shops: the least over forecasts of each against one forecast of the least price of each day. Returns what both state
 * for three targets.
 */
export function fourShops(
  seed: number,
  count: number,
): { readonly perOffer: Stated[]; readonly merged: Stated[] } {
  const cents = (price: number) => (price === Infinity ? null : Math.round(price * 100));
  const pool = Array.from({ length: 40 }, (_, i) =>
    run(home, seedOf('shops', seed, i), 90).prices.map((price, day): Observation => ({
      day: day - 89,
      price: cents(price),
    })),
  );
  const prior = pooledPrior(pool, 0);
  const perOffer: Stated[] = [];
  const merged: Stated[] = [];
  for (let i = 0; i < count; i++) {
    const draws = drawsFrom(seedOf('level', seed, i));
    const level = 100 + 200 * draws.uniform();
    const shops = Array.from({ length: 4 }, (_, k) => {
      const { prices } = run(home, seedOf('shop', seed, i, k), 150);
      // The same part: brought to about one level.
      const scale = (level * (0.97 + 0.06 * draws.uniform())) / prices[89];
      return prices.map((price) =>
        price === Infinity ? Infinity : price * (Number.isFinite(scale) ? scale : 1),
      );
    });
    const days = 30;
    const best = Array.from({ length: 150 }, (_, day) => Math.min(...shops.map((prices) => prices[day])));
    const now = best[89];
    if (now === Infinity) continue;
    const least = Math.min(...best.slice(90, 90 + days));
    const wish = { days, paths: 600, today: 0, seasons: [], launches: [] };
    const futuresOf = (prices: readonly number[], seed: number) => {
      const observations = prices
        .slice(0, 90)
        .map((price, day): Observation => ({ day: day - 89, price: cents(price) }));
      const fit = fitted(observations, 0, prior);
      return fit ? pathsOf(fit, prior, { ...wish, seed, isOut: observations[89].price === null }) : null;
    };
    const each = leastOf(shops.flatMap((prices, k) => futuresOf(prices, seedOf(seed, i, k)) ?? []));
    const one = futuresOf(best, seedOf(seed, i));
    if (!one) continue;
    for (const share of [0.97, 0.93, 0.88]) {
      const came = least <= share * now;
      perOffer.push({ chance: chanceOf(each, share * now * 100, days), came, kind: String(share) });
      merged.push({ chance: chanceOf(one, share * now * 100, days), came, kind: String(share) });
    }
  }
  return { perOffer, merged };
}

/** Saving stated under two seeds, as shares of the price, for offers with half a year of daily looks. */
export function jitter(count: number): number {
  let sum = 0;
  for (let i = 0; i < count; i++) {
    const observations = run(home, seedOf('jitter', i), 180).prices.map((price, day): Observation => ({
      day: day - 179,
      price: price === Infinity ? null : Math.round(price * 100),
    }));
    const now = observations[179].price;
    if (now === null) continue;
    const prior = pooledPrior([], 0);
    const fit = fitted(observations, 0, prior);
    if (!fit) continue;
    const [a, b] = [1, 2].map(
      (seed) =>
        planOf(pathsOf(fit, prior, { days: 60, paths: 1000, today: 0, seed, seasons: [], launches: [] }), {
          now,
          fallback: now * 1.05,
          waitPerDay: 0,
        }).saving / now,
    );
    sum += Math.abs(a - b) / count;
  }
  return sum;
}
