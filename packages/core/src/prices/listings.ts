import { drawsFrom } from '../stats/random.ts';
import type { Paths } from './paths.ts';
import type { Observation } from './types.ts';
import { usedBelief } from './used-wait.ts';

/*
 * Listings of used parts: each is there once, at a price that its seller sets, until somebody buys it; others come. No sales, no shelves.
 */

/** Chance a day that somebody else buys a listing, and the days that this belief weighs as much as. Assumed. */
const TAKEN = 0.025;
const TAKEN_DAYS = 200;
/** A seller comes down by so much, about once in so many days. Assumed. */
const STEP_DOWN = 0.03;
const STEP_DAYS = 10;

/** What listings of a part tell of how fast they go: days that they stood, and how many went. */
export function goingRate(listings: readonly (readonly Observation[])[], today: number): number {
  let days = 0;
  let gone = 0;
  for (const observations of listings) {
    const seen = observations.filter((look) => look.day <= today);
    const first = seen.find((look) => look.price !== null);
    const last = seen.findLast((look) => look.price !== null);
    if (!first || !last) continue;
    days += last.day - first.day;
    // Looked for later, and not there any more.
    if (seen[seen.length - 1].price === null) gone++;
  }
  return (TAKEN * TAKEN_DAYS + gone) / (TAKEN_DAYS + days);
}

interface ListingWish {
  readonly days: number;
  readonly paths: number;
  readonly seed: number;
  /** Chance a day of being bought by somebody else. */
  readonly going: number;
}

/** Futures of one listing at a price: it stays, comes down now and then, and is gone for good once it is bought. */
export function listingPaths(price: number, { days, paths, seed, going }: ListingWish): Paths {
  const { uniform } = drawsFrom(seed);
  const prices = new Float64Array(days * paths).fill(Infinity);
  for (let m = 0; m < paths; m++) {
    let now = price;
    for (let d = 0; d < days && uniform() >= going; d++) {
      if (uniform() < 1 / STEP_DAYS) now *= 1 - STEP_DOWN;
      prices[d * paths + m] = now;
    }
  }
  return { days, paths, prices };
}

/**
 * Futures of listings that are not there yet: they come at random, as often and at the share of a new one’s price that was seen so far.
 * `seen`: prices of the listings of the last 120 days; `newCost`: what a new one costs.
 */
export function arrivalPaths(
  newCost: number,
  seen: readonly number[],
  { days, paths, seed, going }: ListingWish,
): Paths {
  const { uniform, normal } = drawsFrom(seed);
  const { mean, sd, arrivals } = usedBelief(newCost, seen);
  const prices = new Float64Array(days * paths).fill(Infinity);
  for (let m = 0; m < paths; m++)
    for (let d = 0; d < days; d++) {
      if (uniform() >= arrivals) continue;
      const price = newCost * Math.exp(mean + sd * normal());
      for (let later = d; later < days && (later === d || uniform() >= going); later++) {
        const at = later * paths + m;
        if (price < prices[at]) prices[at] = price;
      }
    }
  return { days, paths, prices };
}
