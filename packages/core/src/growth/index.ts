export { alternativesFor, type Alternative } from './studies/alternatives.ts';
export { baseGroups, baseWishes, type BaseGroup } from './search/bases.ts';
export { monthOf, MOST_STAGES, stagesOf, type Stage } from './model/calendar.ts';
export { evaluatePath } from './model/evaluate.ts';
export type { Path, PathLine, PathReport, StageReport } from './model/path-report.ts';
export { holdingOf, joinedKit, withChanges, type PartChange, type Holding } from './model/holding.ts';
export { searchCacheFor, type SearchCache } from './search/search-cache.ts';
export { roomToGrow, type LaneSwap, type RoomAfter } from './studies/lane-room.ts';
export { measuredFalls, type MeasuredFalls } from './model/measured.ts';
export { firstObstacle, whyNot, type Obstacle } from './model/obstacle.ts';
export { outlookFor, type Fall, type Outlook, type OutlookOptions, type Then } from './model/outlook.ts';
export { overtaking, type Overtaking } from './studies/overtake.ts';
export { runsFrom, type RunsFrom } from './model/pacing.ts';
export {
  bestFrom,
  baseOf,
  DEFAULT_ANSWERS,
  planGrowth,
  type GrowthPlan,
  type GrowthProgress,
} from './search/plan.ts';
export { regretOf, type Regret } from './studies/regret.ts';
export { priceOfRoom, type RoomPrice } from './studies/room.ts';
export { choiceOf, type Base, type FoundPath, type PathStep } from './model/path.ts';
export { pathSearch, searchAll } from './search/search.ts';
export { growthFlips, type FlipsProgress, type GrowthFlip, type Lever } from './studies/sensitivity.ts';
export { FUTURES, growthChances, type ChanceProgress, type Chances } from './studies/simulate.ts';
export { watchesOf, type StepWatch } from './model/watches.ts';
export { growthWorld, type GrowthWorld } from './model/world.ts';
export { worldIn, yearsFor } from './model/years.ts';
