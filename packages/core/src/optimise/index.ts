export { explainInfeasible, type Conflict, type Explanation, type Relaxation } from './explain.ts';
export {
  prepare,
  runSearch,
  type Answer,
  type DistinctBy,
  type Frontier,
  type FrontierProgress,
  type FrontierSearch,
  type Prepared,
  type Progress,
  type Search,
  type SearchResult,
  type Spread,
  type Work,
} from './prepare.ts';
export type { Sabotage } from './basket.ts';
