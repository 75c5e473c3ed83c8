import type { PartKind } from '../parts/index.ts';
import { seedOf } from '../stats/random.ts';
import { launchesOf, seasonsOf, type PriceEvent } from './events.ts';
import { fitted } from './fit.ts';
import { arrivalPaths, goingRate, listingPaths } from './listings.ts';
import { leastOf, pathsOf, type Paths } from './paths.ts';
import { chanceOf, fanOf, planOf, type DayBand, type Plan } from './plan.ts';
import { asItCame, silenceOn, type KindView, type Silence } from './pool-view.ts';
import { priorFor } from './prior.ts';
import { percentileOf, type Percentile } from './standing.ts';
import type { Observation, PricePrior } from './types.ts';

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
  /** The last day number on which it is bought in time for the day of need; absent or null: on any. */
  readonly lastBuy?: number | null;
}

interface ForecastWish {
  readonly kind: PartKind | null;
  /** Day number of today, and days until the part is needed, at least 1. */
  readonly today: number;
  readonly days: number;
  /** What a day of waiting costs, in minor units of the brief’s currency. */
  readonly waitPerDay: number;
  readonly events: readonly PriceEvent[];
  readonly prior: PricePrior;
  /** What the pool says of parts of its kind; without it nothing is held back. */
  readonly view?: KindView | undefined;
  readonly paths?: number | undefined;
}

/** What can be said of a part’s price: over all its offers, in minor units of the brief’s currency. */
export interface Forecast {
  /** Least price today; null when none is for sale. */
  readonly now: number | null;
  readonly offer: string | null;
  /** Why nothing is advised; null where something is. */
  readonly silence: Silence | null;
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

/** What one offer of a part adds to the forecast. */
interface OfferForecast {
  readonly offer: TrackedOffer;
  readonly paths: Paths;
  /** Price today; null when it is not for sale. */
  readonly now: number | null;
  readonly age: number;
  /** Its own price, as its shop states it. */
  readonly price: number;
  /** What a part costs that is bought at the end because there was no better day. */
  readonly fallback: number;
  readonly priorShare: number;
  readonly saleChance: number;
}

const lastLook = (offer: TrackedOffer, today: number) =>
  offer.observations.filter((look) => look.day <= today).at(-1);
const inBrief = (price: number, { rate, extraMinor }: TrackedOffer) => price * rate + extraMinor;
const offAt = ({ off }: TrackedOffer, day: number) =>
  off.reduce((sum, { minor, until }) => sum + (until === null || day <= until ? minor : 0), 0);

/** The last of several days; null where one of them has no end, or there are none. */
const lastOf = (days: readonly (number | null)[]): number | null =>
  days.length === 0 || days.includes(null) ? null : Math.max(...days.map((day) => day ?? 0));

/** Prices up to so many days ahead; after them it cannot be had. */
function cutAfter(futures: Paths, ahead: number): Paths {
  if (ahead >= futures.days) return futures;
  const prices = futures.prices.slice();
  prices.fill(Infinity, Math.max(0, ahead) * futures.paths);
  return { ...futures, prices };
}

/** Whoever waits past the last day on which it comes in time has bought on that day: its prices stand for those after it. */
function heldAfter(futures: Paths, ahead: number, now: number | null): Paths {
  const { days, paths } = futures;
  if (ahead >= days) return futures;
  const prices = futures.prices.slice();
  const last = ahead < 1 ? null : prices.slice((ahead - 1) * paths, ahead * paths);
  for (let d = Math.max(0, ahead); d < days; d++)
    if (last) prices.set(last, d * paths);
    else prices.fill(now ?? Infinity, d * paths, (d + 1) * paths);
  return { ...futures, prices };
}

/** How the prices of one part are drawn. */
class Drawing {
  private readonly prior: PricePrior;
  private readonly paths: number;
  private readonly seasons: ReturnType<typeof seasonsOf>;
  private readonly launches: ReturnType<typeof launchesOf>;
  private readonly used: readonly TrackedOffer[];
  private readonly going: ReturnType<typeof goingRate>;
  /** What a new one costs today; null when none is for sale. */
  private readonly newCost: number | null;

  constructor(
    private readonly offers: readonly TrackedOffer[],
    private readonly wish: ForecastWish,
  ) {
    const { kind, today, events } = wish;
    this.prior = priorFor(kind, wish.prior);
    this.paths = wish.paths ?? PATHS;
    this.seasons = seasonsOf(events, kind);
    this.launches = launchesOf(events, kind);
    this.used = offers.filter((offer) => offer.kind === 'listing');
    this.going = goingRate(
      this.used.map((offer) => offer.observations),
      today,
    );
    const fresh = offers
      .filter((offer) => offer.kind === 'shop')
      .map((offer) => ({ offer, price: lastLook(offer, today)?.price ?? 0 }))
      .filter(({ price }) => price > 0)
      .map(({ offer, price }) => inBrief(price, offer));
    this.newCost = fresh.length > 0 ? Math.min(...fresh) : null;
  }

  /** Null for an offer of which nothing can be told. */
  of(offer: TrackedOffer): OfferForecast | null {
    const found = offer.kind === 'listing' ? this.ofListing(offer) : this.ofShop(offer);
    const last = offer.lastBuy ?? null;
    return found && last !== null
      ? { ...found, paths: cutAfter(found.paths, last - this.wish.today) }
      : found;
  }

  private ofListing(offer: TrackedOffer): OfferForecast | null {
    const { today, days } = this.wish;
    const last = lastLook(offer, today);
    // A listing that was not seen for long has gone, whatever it cost.
    if (!last || last.price === null || today - last.day > LISTING_HOLDS) return null;
    const now = Math.max(1, Math.round(inBrief(last.price, offer)));
    const seed = seedOf(offer.id, today, now);
    return {
      offer,
      paths: listingPaths(now, { days, paths: this.paths, going: this.going, seed }),
      now,
      age: today - last.day,
      price: last.price,
      fallback: this.newCost ?? 1.05 * now,
      priorShare: 1,
      saleChance: 0,
    };
  }

  private ofShop(offer: TrackedOffer): OfferForecast | null {
    const { today, days, view } = this.wish;
    const move = view?.move ?? null;
    const fit = fitted(offer.observations, today, this.prior, move);
    if (!fit) return null;
    const isOut = lastLook(offer, today)?.price === null;
    const recent = offer.observations.slice(-5).map((look) => `${look.day}:${look.price}`);
    const { seasons, launches, paths: count } = this;
    const seed = seedOf(offer.id, today, ...recent);
    const paths = pathsOf(fit, this.prior, {
      days,
      paths: count,
      today,
      seed,
      seasons,
      launches,
      move,
      isOut,
    });
    const { prices } = paths;
    for (let d = 0; d < days; d++) {
      const off = offAt(offer, today + d + 1);
      for (let m = d * count; m < (d + 1) * count; m++)
        prices[m] = Math.max(1, inBrief(prices[m], offer) - off);
    }
    const price = Math.exp(fit.now);
    const now = Math.max(1, Math.round(inBrief(price, offer) - offAt(offer, today)));
    return {
      offer,
      paths,
      now: isOut ? null : now,
      age: fit.age,
      price,
      fallback: 1.05 * (recentMedian(offer, today) ?? Infinity),
      priorShare: fit.priorShare,
      saleChance: fit.saleChance,
    };
  }

  /** Used ones that are not there yet; null where there were none before. */
  arrivals(): Paths | null {
    if (this.used.length === 0) return null;
    const { today, days } = this.wish;
    const seen = this.used.flatMap((offer) => {
      const first = offer.observations.find(
        (look) => look.price !== null && look.day > today - 120 && look.day <= today,
      );
      return first?.price ? [inBrief(first.price, offer)] : [];
    });
    const basis = this.newCost ?? (seen.length > 0 ? Math.max(...seen) / Math.exp(-0.16) : null);
    if (basis === null) return null;
    const seed = seedOf('arrivals', this.offers[0].id, today, seen.length);
    const paths = arrivalPaths(basis, seen, { days, paths: this.paths, going: this.going, seed });
    const last = lastOf(this.used.map(({ lastBuy }) => lastBuy ?? null));
    return last === null ? paths : cutAfter(paths, last - today);
  }
}

/** The offer that costs least today; null when none is for sale. */
function cheapestToday(each: readonly OfferForecast[]) {
  let best: (OfferForecast & { readonly now: number }) | null = null;
  for (const one of each)
    if (one.now !== null && (!best || one.now < best.now)) best = { ...one, now: one.now };
  return best;
}

/** Null when no offer of it was ever seen with a price. */
export function forecastOf(offers: readonly TrackedOffer[], wish: ForecastWish): Forecast | null {
  const { today, waitPerDay, view } = wish;
  const drawing = new Drawing(offers, wish);
  const each = offers.flatMap((offer) => drawing.of(offer) ?? []);
  if (each.length === 0) return null;
  const best = cheapestToday(each);
  const arrivals = drawing.arrivals();
  const all = each.map(({ paths }) => paths);
  const now = best?.now ?? null;
  const least = leastOf(arrivals ? [...all, arrivals] : all);
  const last = lastOf(each.map(({ offer }) => offer.lastBuy ?? null));
  const lastDays = each.flatMap(({ offer }) =>
    offer.lastBuy === undefined || offer.lastBuy === null ? [] : [offer.lastBuy - today],
  );
  const held = last === null ? least : heldAfter(least, last - today, now);
  const futures = lastDays.length > 0 ? { ...held, lastDays } : held;
  const fallback = Math.min(...each.map((one) => one.fallback));
  const drawn = planOf(futures, { now, fallback, waitPerDay });
  const plan = {
    ...drawn,
    dearerChance: asItCame(drawn.dearerChance, 'dearer', view?.record),
    regretChance: asItCame(drawn.regretChance, 'regret', view?.record),
  };
  const due = plan.bought.findIndex((share) => share >= WORTH_A_LOOK);
  return {
    now,
    offer: best?.offer.id ?? null,
    silence: silenceOn(view, plan),
    age: best?.age ?? 0,
    plan,
    fan: fanOf(futures),
    futures,
    standing: best ? percentileOf(best.offer.observations, today, best.price) : null,
    priorShare: best?.priorShare ?? Math.min(...each.map((one) => one.priorShare)),
    observations: Math.max(...each.map(({ offer }) => offer.observations.length)),
    lookIn: Math.min(LONGEST_REST, due < 0 ? LONGEST_REST : due + 1),
    saleChance: best?.saleChance ?? 0,
  };
}

/** Chance that the price is at or below a target on some day up to a day number. The target as typed: half a per cent is let pass. */
export const chanceOfTarget = (forecast: Forecast, target: number, day: number, today: number): number =>
  forecast.now !== null && forecast.now <= target * 1.005
    ? 1
    : chanceOf(forecast.futures, target * 1.005, day - today);

/** How prices of a kind moved over the last 30 days: mean change of the logarithm per 30 days over offers, and its standard error. */
interface Trend {
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
