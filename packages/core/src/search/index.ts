export { explainInfeasible, type Conflict, type Explanation, type Relaxation } from './explanation.ts';
export {
  prepare,
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
} from './prepare.ts';
