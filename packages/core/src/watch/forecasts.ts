import type { Slot } from '../parts/index.ts';
import {
  chanceOfTarget,
  forecastOf,
  jointPlan,
  ripenessOf,
  viewWithin,
  type Advice,
  type Forecast,
  type LoggedForecast,
  type Observation,
  type PriceEvent,
  type PoolView,
  type TrackedOffer,
} from '../prices/index.ts';
import type { Session } from '../session/index.ts';
import { dayNumber } from '../units/index.ts';
import type { Watched } from './list.ts';
import { countsOn } from './targets.ts';
import { trackedOffers } from './tracked.ts';

/** A price somebody waits for, in minor units of a currency. */
interface PriceTarget {
  readonly part: string;
  readonly currency: string;
  readonly priceMinor: number;
  readonly from: string | null;
  readonly by: string | null;
}

interface ForecastTask {
  readonly watched: readonly Watched[];
  readonly targets: readonly PriceTarget[];
  /** The advice of the run before, by part. */
  readonly before: Readonly<Record<string, Advice>>;
  readonly days: number;
  readonly waitPerDay: number;
  readonly events: readonly PriceEvent[];
  readonly pool: PoolView;
  readonly observationsOf: (offer: string) => readonly Observation[];
}

/** A price that reached a target, or for which waiting no longer pays. */
export type PriceNews =
  | { readonly kind: 'target'; readonly part: string; readonly now: number; readonly targetMinor: number }
  | { readonly kind: 'ripe'; readonly part: string; readonly now: number; readonly slot: Slot };

interface Forecasts {
  readonly advice: Readonly<Record<string, Advice>>;
  readonly news: readonly PriceNews[];
  /** What is kept to be judged when its time is up. */
  readonly logged: readonly LoggedForecast[];
}

/** Futures that are drawn for a part that is watched. */
const PATHS = 600;
/** Targets whose chances are kept, as shares of the price of today. */
const TARGET_SHARES = [0.97, 0.92, 0.87];

const finite = (value: number, otherwise: number) => (Number.isFinite(value) ? value : otherwise);

/** Forecasts what is watched: what is ripe now, and what is logged to be judged later. */
export function forecastWatched({ priceIndex }: Session, task: ForecastTask): Forecasts {
  const today = dayNumber(priceIndex.today);
  const { days, waitPerDay, events, pool, observationsOf } = task;
  const advice: Record<string, Advice> = {};
  const news: PriceNews[] = [];
  const logged: LoggedForecast[] = [];
  const drawn = task.watched.flatMap((watched) => {
    const { part } = watched;
    const offers = trackedOffers(part, priceIndex, observationsOf);
    const kind = priceIndex.parts.get(part)?.kind ?? null;
    const view = pool.of(kind);
    const terms = { kind, today, days, waitPerDay, events, prior: pool.prior, view, paths: PATHS };
    const forecast = forecastOf(offers, terms);
    return forecast ? [{ ...watched, offers, forecast }] : [];
  });
  const picks = drawn.filter(({ why }) => why === 'pick');
  const whole = jointPlan(
    picks.map(({ part, forecast }) => ({ id: part, forecast })),
    waitPerDay,
  );
  for (const { part, slot, why, offers, forecast } of drawn) {
    const { plan, now } = forecast;
    const step = why === 'pick' ? (whole?.steps.find(({ id }) => id === part) ?? null) : null;
    const own = { ripeness: ripenessOf(forecast), saving: plan.saving, dearerChance: plan.dearerChance };
    const { ripeness } = viewWithin(own, step);
    advice[part] = step && ripeness === 'unripe' ? 'wait' : plan.advice;
    if (now === null) continue;
    const target = task.targets.find((each) => each.part === part);
    const isCounted = target?.currency === priceIndex.currency && countsOn(target, priceIndex.today);
    if (isCounted && now <= target.priceMinor)
      news.push({ kind: 'target', part, now, targetMinor: target.priceMinor });
    if (plan.advice === 'out') continue;
    // Judged on the days on which it could be bought in time, as it was made.
    const lastDay = Math.max(
      today + 1,
      Math.min(today + days, Math.max(...offers.map(({ lastBuy }) => lastBuy ?? Infinity))),
    );
    const isRipe = plan.advice === 'buy' && ripeness !== 'unripe' && forecast.silence === null;
    if (why === 'pick' && isRipe && task.before[part] === 'wait')
      news.push({ kind: 'ripe', part, now, slot });
    logged.push(loggedOf(part, offers, forecast, { now, advice: plan.advice, madeOn: today, by: lastDay }));
  }
  return { advice, news, logged };
}

function loggedOf(
  part: string,
  offers: readonly TrackedOffer[],
  forecast: Forecast,
  said: Pick<LoggedForecast, 'now' | 'advice' | 'madeOn' | 'by'>,
): LoggedForecast {
  const { plan } = forecast;
  const { now, madeOn, by } = said;
  return {
    id: `${part}|${madeOn}`.slice(0, 200),
    part,
    offers: offers.map(({ id, rate, extraMinor }) => ({ id, rate, extraMinor })),
    ...said,
    saving: plan.saving,
    dearerChance: plan.dearerChance,
    least: { low: finite(plan.least.low, now), high: finite(plan.least.high, now * 3) },
    targets: TARGET_SHARES.map((share) => ({
      target: share * now,
      chance: chanceOfTarget(forecast, share * now, by, madeOn),
    })),
    curve: [...plan.curve.slice(0, -1)].map((limit) => finite(Math.round(limit), 0)),
  };
}
