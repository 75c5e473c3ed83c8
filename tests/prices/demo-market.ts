import { readFileSync } from 'node:fs';
import { pooledPrior, type Observation } from '@ripe-pick/core/prices';
import { FIRST_DAY } from '@ripe-pick/market/courses';
import type { Habit, Item, MarketFile } from '@ripe-pick/market/file';
import { marketOf } from '@ripe-pick/market/simulate';
import type { Episode } from './episodes.ts';

/*
 * The demo's own market, which shares no code and no process with the forecast: each of its shops sets prices by a habit of its own. What
 * was seen is all its past up to the demo's first day; what came is what its shops ask after it.
 */

const file = JSON.parse(
  readFileSync(new URL('../../packages/market/files/market.json', import.meta.url), 'utf8'),
) as MarketFile; // its own maker wrote it
const market = marketOf(file);

export const HABITS: readonly Habit[] = ['hi-lo', 're-pricer', 'clears-out', 'drifts-up'];
const HORIZONS = [14, 30, 60];
/** Offers that are tracked beside. */
const POOL = 60;

const priceOn = (item: Item, day: number) => market.ask(item, day)?.price ?? null;
const pastOf = (item: Item): Observation[] =>
  Array.from({ length: 1 - FIRST_DAY }, (_, n) => ({
    day: FIRST_DAY + n,
    price: priceOn(item, FIRST_DAY + n),
  }));

const itemsOf = (habit: Habit) => {
  const shops = new Set(file.shops.filter((shop) => shop.habit === habit).map(({ id }) => id));
  return file.items.filter((item) => shops.has(item.shop) && item.condition === 'new' && item.inStock);
};

/** Episodes at the shops of one habit, from the demo's first day. */
export function demoEpisodes(habit: Habit, count: number): Episode[] {
  const pool = HABITS.flatMap((each) => itemsOf(each).slice(0, POOL / HABITS.length));
  const prior = pooledPrior(pool.map(pastOf), 0);
  return itemsOf(habit)
    .slice(-count)
    .map((item, n) => {
      const days = HORIZONS[n % HORIZONS.length];
      return {
        id: item.id,
        observations: pastOf(item),
        ahead: Array.from({ length: days + 1 }, (_, day) => priceOn(item, day) ?? Infinity),
        days,
        prior,
        states: [],
      };
    });
}
