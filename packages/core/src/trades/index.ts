export { MEASURES, type Measure } from './measures.ts';
export { summaryFor, type Summary } from './summary.ts';
export { swapsBetween, withPick, type Swap } from './swaps.ts';
export { bestWithin, tradesFor, type Lanes, type Trade } from './trades.ts';
