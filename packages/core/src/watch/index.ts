export { listingWait } from './listing-wait.ts';
export { changesBetween, isQuiet } from './changes.ts';
export type { Move, WatchChange } from './knowledge.ts';
export { daysAhead, watchList, type Watched } from './list.ts';
export { trackedOffers } from './tracked.ts';

export { bestNow, candidatesNow, offersBought, partName } from './now.ts';
export { dealsTurned, movesSince, type Turn } from './moves.ts';
export { forecastWatched, type PriceNews } from './forecasts.ts';
