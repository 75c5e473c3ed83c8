export { explainInfeasible, type Explanation, type Relaxation } from './explanation.ts';
export type { Blocker } from './blockers.ts';
export { blockerWords } from './blocker-words.ts';
export { wishesOf, type WishStep } from './brief-wishes.ts';
export { prepare } from './prepare.ts';
export { isReadByRules } from './specs-text.ts';
export type {
  Answer,
  DistinctBy,
  Frontier,
  FrontierProgress,
  PreparedSearch,
  Progress,
  Search,
  SearchResult,
  Spread,
} from './results.ts';
