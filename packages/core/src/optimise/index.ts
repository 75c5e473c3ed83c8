export { explainInfeasible, type Relaxation } from './explain.ts';
export {
  prepare,
  runSearch,
  type Answer,
  type DistinctBy,
  type Prepared,
  type Progress,
  type Search,
  type SearchResult,
  type Work,
} from './prepare.ts';
export type { Sabotage } from './basket.ts';
