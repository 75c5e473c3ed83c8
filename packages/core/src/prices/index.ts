export {
  backtest,
  backtestSummary,
  type BacktestPart,
  type BacktestRow,
  type BacktestSummary,
  type BacktestWish,
} from './backtest.ts';
export {
  EVENT_KINDS,
  launchesOf,
  seasonsOf,
  usualSeasons,
  type EventKind,
  type PriceEvent,
} from './events.ts';
export { fitted, type FittedPrice } from './fit.ts';
export {
  chanceOfTarget,
  forecastOf,
  trendOf,
  type Forecast,
  type ForecastWish,
  type TrackedOffer,
  type Trend,
} from './forecast.ts';
export { jointPlan, type JointPlan, type JointStep, type Missing } from './joint.ts';
export { arrivalPaths, goingRate, listingPaths } from './listings.ts';
export { leastOf, pathsOf, type Paths, type PathWish } from './paths.ts';
export {
  chanceOf,
  fanOf,
  planOf,
  type Advice,
  type Band,
  type DayBand,
  type Plan,
  type PlanWish,
} from './plan.ts';
export { priceDoubt } from './plausible.ts';
export { fallOf, LEAST_POOL, pooledPrior, priorFor, seasonAt, SHIPPED_PRIOR } from './prior.ts';
export {
  ENOUGH_JUDGED,
  judge,
  reliabilityOf,
  type JudgedForecast,
  type LoggedForecast,
  type Reliability,
} from './reliability.ts';
export { ripenessOf, STALE_DAYS, type Ripeness } from './ripeness.ts';
export { ENOUGH_LOOKS, percentileOf, type Percentile } from './standing.ts';
export type { Launch, Observation, PricePrior, Season } from './types.ts';
export { usedPlan, type UsedPlan, type UsedWish } from './used-wait.ts';
