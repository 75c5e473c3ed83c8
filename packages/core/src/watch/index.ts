export { listingWait, type ListingWait } from './listing-wait.ts';
export {
  changesBetween,
  isQuiet,
  type BestPick,
  type WatchChange,
  type Move,
  type WatchKnowledge,
  type PartSwap,
  type Thresholds,
} from './changes.ts';
export { daysAhead, watchList, type Watched, type WatchReason, type WatchOptions } from './list.ts';
export { trackedOffers } from './tracked.ts';
export { countsOn } from './targets.ts';
export { bestNow, candidatesNow, offersBought, partName } from './now.ts';
export { dealsTurned, movesSince, type Turn } from './moves.ts';
export { forecastWatched, type Forecasts, type PriceNews, type PriceTarget } from './forecasts.ts';
