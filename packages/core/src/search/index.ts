export { explainInfeasible, type Conflict, type Explanation, type Relaxation } from './explanation.ts';
export type { Obstacle } from './obstacles.ts';
export { obstacleWords } from './obstacle-words.ts';
export { prepare } from './prepare.ts';
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
