import type { PartKind } from '../parts/index.ts';
import { seedOf } from '../stats/random.ts';
import { launchesOf, seasonsOf, type PriceEvent } from './events.ts';
import { fitted } from './fit.ts';
import { arrivalPaths, goingRate, listingPaths } from './listings.ts';
import { leastOf, pathsOf, type Paths } from './paths.ts';
import { chanceOf, fanOf, planOf, type DayBand, type Plan } from './plan.ts';
import { priorFor } from './prior.ts';
import { percentileOf, type Percentile } from './standing.ts';
import type { Observation, Prior } from './types.ts';

/** An offer with its history, in its own currency. */
export interface TrackedOffer {
  readonly id: string;
  /** A shop’s offer, or a used listing, which is there once. */
  readonly kind: 'shop' | 'listing';
  readonly observations: readonly Observation[];
  /** Units of the brief’s currency for one of the offer’s own. */
  readonly rate: number;
  /** What comes on top of the price wherever it is bought (minor units of the brief’s currency). */
  readonly extraMinor: number;
  /** What deals take off, in minor units of the brief’s currency, and the last day number that they hold; null: open end. */
  readonly off: readonly { readonly minor: number; readonly until: number | null }[];
}

export interface ForecastWish {
  readonly kind: PartKind | null;
  /** Day number of today, and days until the part is needed, at least 1. */
  readonly today: number;
  readonly days: number;
  /** What a day of waiting costs, in minor units of the brief’s currency. */
  readonly waitPerDay: number;
  readonly events: readonly PriceEvent[];
  readonly prior: Prior;
  readonly paths?: number | undefined;
}

/** What can be said of a part’s price: over all its offers, in minor units of the brief’s currency. */
export interface Forecast {
  /** Least price today; null when none is for sale. */
  readonly now: number | null;
  readonly offer: string | null;
  /** Days since that price was seen. */
  readonly age: number;
  readonly plan: Plan;
  readonly fan: readonly DayBand[];
  readonly futures: Paths;
  /** Where the cheapest offer’s price stands in its own last 90 days; null when nothing was seen in them. */
  readonly standing: Percentile | null;
  /** Share of the belief in sales that is the prior’s. */
  readonly priorShare: number;
  readonly observations: number;
  /** Days until the next look is due. */
  readonly lookIn: number;
  /** Chance that today’s price is a sale. */
  readonly saleChance: number;
}

const PATHS = 1000;
/** The plan is made anew at least this often. */
const LONGEST_REST = 4;
/** A look is due when the chance that it would have been time to buy reaches this. */
const WORTH_A_LOOK = 0.15;

/** A median of the last 30 days that were looked at, in the brief’s currency; the last price when none falls into them. */
function recentMedian(offer: TrackedOffer, today: number): number | null {
  const seen = offer.observations.filter(
    (look): look is Observation & { price: number } => look.price !== null && look.day <= today,
  );
  if (seen.length === 0) return null;
  const recent = seen.filter((look) => look.day > today - 30).map((look) => look.price);
  const sorted = (recent.length > 0 ? recent : [seen[seen.length - 1].price]).sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] * offer.rate + offer.extraMinor;
}

/** A listing that nobody has seen for so many days is taken for gone. Chosen. */
const LISTING_HOLDS = 10;

/** Used listings of a part, and what a new one costs today; null when none is for sale. */
function forListings(offers: readonly TrackedOffer[], { today }: ForecastWish) {
  let newCost: number | null = null;
  for (const offer of offers) {
    const last =
      offer.kind === 'shop' ? offer.observations.filter((look) => look.day <= today).at(-1) : undefined;
    if (last?.price) newCost = Math.min(newCost ?? Infinity, last.price * offer.rate + offer.extraMinor);
  }
  return { used: offers.filter((offer) => offer.kind === 'listing'), newCost };
}

/** Null when no offer of it was ever seen with a price. */
export function forecastOf(offers: readonly TrackedOffer[], wish: ForecastWish): Forecast | null {
  const { today, days, kind } = wish;
  const prior = priorFor(kind, wish.prior);
  const seasons = seasonsOf(wish.events, kind);
  const launches = launchesOf(wish.events, kind);
  const all: Paths[] = [];
  let best: { offer: TrackedOffer; now: number; age: number; price: number } | null = null;
  let fallback = Infinity;
  let priorShare = 1;
  let saleChance = 0;
  let observations = 0;
  const { used, newCost } = forListings(offers, wish);
  const going = goingRate(
    used.map((offer) => offer.observations),
    today,
  );
  const paths1 = wish.paths ?? PATHS;
  for (const offer of offers) {
    if (offer.kind === 'listing') {
      const last = offer.observations.filter((look) => look.day <= today).at(-1);
      // A listing that was not seen for long has gone, whatever it cost.
      if (!last || last.price === null || today - last.day > LISTING_HOLDS) continue;
      const now = Math.max(1, Math.round(last.price * offer.rate + offer.extraMinor));
      all.push(listingPaths(now, { days, paths: paths1, going, seed: seedOf(offer.id, today, now) }));
      observations = Math.max(observations, offer.observations.length);
      fallback = Math.min(fallback, newCost ?? 1.05 * now);
      if (!best || now < best.now) {
        best = { offer, now, age: today - last.day, price: last.price };
        priorShare = 1;
        saleChance = 0;
      }
      continue;
    }
    const fit = fitted(offer.observations, today, prior);
    if (!fit) continue;
    const last = offer.observations.filter((look) => look.day <= today).at(-1);
    const isOut = last?.price === null;
    const seed = seedOf(
      offer.id,
      today,
      ...offer.observations.slice(-5).map((look) => `${look.day}:${look.price}`),
    );
    const paths = pathsOf(fit, prior, {
      days,
      paths: wish.paths ?? PATHS,
      today,
      seed,
      seasons,
      launches,
      isOut,
    });
    const { prices } = paths;
    const offAt = (day: number) =>
      offer.off.reduce((sum, { minor, until }) => sum + (until === null || day <= until ? minor : 0), 0);
    for (let d = 0; d < days; d++) {
      const extra = offer.extraMinor - offAt(today + d + 1);
      for (let m = d * paths.paths; m < (d + 1) * paths.paths; m++)
        prices[m] = Math.max(1, prices[m] * offer.rate + extra);
    }
    all.push(paths);
    observations = Math.max(observations, offer.observations.length);
    fallback = Math.min(fallback, 1.05 * (recentMedian(offer, today) ?? Infinity));
    const price = Math.exp(fit.now);
    const now = Math.max(1, Math.round(price * offer.rate + offer.extraMinor - offAt(today)));
    if (!isOut && (!best || now < best.now)) {
      best = { offer, now, age: fit.age, price };
      priorShare = fit.priorShare;
      saleChance = fit.saleChance;
    } else if (!best) priorShare = Math.min(priorShare, fit.priorShare);
  }
  if (all.length === 0) return null;
  if (used.length > 0) {
    const seen = used.flatMap((offer) => {
      const first = offer.observations.find(
        (look) => look.price !== null && look.day > today - 120 && look.day <= today,
      );
      return first?.price ? [first.price * offer.rate + offer.extraMinor] : [];
    });
    const basis = newCost ?? (seen.length > 0 ? Math.max(...seen) / Math.exp(-0.16) : null);
    if (basis !== null)
      all.push(
        arrivalPaths(basis, seen, {
          days,
          paths: paths1,
          going,
          seed: seedOf('arrivals', offers[0].id, today, seen.length),
        }),
      );
  }
  const futures = leastOf(all);
  const now = best?.now ?? null;
  const plan = planOf(futures, {
    now,
    fallback,
    waitPerDay: wish.waitPerDay,
  });
  const due = plan.bought.findIndex((share) => share >= WORTH_A_LOOK);
  return {
    now,
    offer: best?.offer.id ?? null,
    age: best?.age ?? 0,
    plan,
    fan: fanOf(futures),
    futures,
    standing: best ? percentileOf(best.offer.observations, today, best.price) : null,
    priorShare,
    observations,
    lookIn: Math.min(LONGEST_REST, due < 0 ? LONGEST_REST : due + 1),
    saleChance,
  };
}

/** Chance that the price is at or below a target on some day up to a day number. The target as typed: half a per cent is let pass. */
export const chanceOfTarget = (forecast: Forecast, target: number, day: number, today: number): number =>
  forecast.now !== null && forecast.now <= target * 1.005
    ? 1
    : chanceOf(forecast.futures, target * 1.005, day - today);

/** How prices of a kind moved over the last 30 days: mean change of the logarithm per 30 days over offers, and its standard error. */
export interface Trend {
  readonly change: number;
  readonly error: number;
  readonly offers: number;
  readonly isRising: boolean;
}

/** Less than this share a month is noise. */
const RISING = 0.005;

export function trendOf(series: readonly (readonly Observation[])[], today: number): Trend {
  const changes: number[] = [];
  for (const observations of series) {
    const seen = observations.filter(
      (look): look is Observation & { price: number } =>
        look.price !== null && look.day <= today && look.day > today - 37,
    );
    // The median of the first week against that of the last: a sale of a day does not tip it.
    const half = (from: number, to: number) => {
      const prices = seen
        .filter((look) => look.day > from && look.day <= to)
        .map((look) => look.price)
        .sort((a, b) => a - b);
      return prices.length === 0 ? null : prices[Math.floor(prices.length / 2)];
    };
    const before = half(today - 37, today - 23);
    const after = half(today - 14, today);
    if (before !== null && after !== null) changes.push(Math.log(after / before));
  }
  const n = changes.length;
  const change = n === 0 ? 0 : changes.reduce((sum, each) => sum + each, 0) / n;
  const variance = changes.reduce((sum, each) => sum + (each - change) ** 2, 0) / Math.max(1, n - 1);
  const error = n < 2 ? Infinity : Math.sqrt(variance / n);
  return { change, error, offers: n, isRising: n >= 5 && change > RISING && change > error };
}
