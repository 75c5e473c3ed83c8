export {
  backtest,
  backtestSummary,
  type BacktestPart,
  type BacktestRow,
  type BacktestSummary,
} from './backtest.ts';
export { EVENT_KINDS, launchesOf, usualSeasons, type PriceEvent } from './events.ts';
export { fitted } from './fit.ts';
export { chanceOfTarget, forecastOf, trendOf, type Forecast, type TrackedOffer } from './forecast.ts';
export { ruleLimit, SIMPLE_RULES } from './look-back.ts';
export { jointPlan, type JointPlan } from './joint.ts';
export { viewWithin, type JointStep } from './joint-futures.ts';

export { leastOf, pathsOf, type Paths } from './paths.ts';
export { chanceOf, planOf, type Advice, type DayBand } from './plan.ts';
export { priceDoubt } from './plausible.ts';
export { poolView, type PoolOffer, type PoolView, type Silence } from './pool-view.ts';
export { pooledPrior } from './pooled-prior.ts';
export { fallOf, SHIPPED_PRIOR } from './prior.ts';
export {
  ENOUGH_JUDGED,
  judge,
  reliabilityOf,
  type JudgedForecast,
  type LoggedForecast,
  type Reliability,
} from './reliability.ts';
export { ripenessOf, type Ripeness } from './ripeness.ts';
export { percentileOf, type Percentile } from './standing.ts';
export type { Observation, PricePrior } from './types.ts';
export { usedPlan, type UsedPlan } from './used-wait.ts';
