export { MEASURES, type Measure } from './measures.ts';
export { type RestingOn } from './resting.ts';
export { summaryFor, type Summary } from './summary.ts';
export { swapsBetween, withPick, type Swap } from './swaps.ts';
export { partsForRules } from './rule-parts.ts';
export { bestWithin, type Trade } from './trade.ts';
export { tradesFor } from './trades.ts';
export { type KeepReason } from './dominated.ts';
export { repairsFor, type Mend, type Repair, type Repairs } from './repair.ts';
