export { findWait, type FindWait } from './find-wait.ts';
export {
  changesBetween,
  isQuiet,
  type BestPick,
  type Change,
  type Move,
  type Point,
  type Swap,
  type Thresholds,
} from './changes.ts';
export { daysAhead, watchList, type Watched, type WatchReason, type WatchOptions } from './list.ts';
export { trackedOffers } from './tracked.ts';
export { countsOn } from './targets.ts';
