export { alternativesFor, type Alternative } from './alternatives.ts';
export { baseGroups, baseWishes, type BaseGroup } from './bases.ts';
export { monthOf, MOST_STAGES, stagesOf, type Stage } from './calendar.ts';
export { evaluatePath, type Path, type PathLine, type PathReport, type StageReport } from './evaluate.ts';
export { holdingOf, joinedKit, withChanges, type Change, type Holding } from './holding.ts';
export { kitchenFor, type Kitchen } from './kitchen.ts';
export { roomToGrow, type LaneSwap, type RoomAfter } from './lane-room.ts';
export { measuredFalls, type MeasuredFalls } from './measured.ts';
export { firstObstacle, whyNot, type Obstacle } from './obstacle.ts';
export { outlookFor, type Fall, type Outlook, type OutlookWish, type Then } from './outlook.ts';
export { overtaking, type Overtaking } from './overtake.ts';
export { runsFrom, type RunsFrom } from './pacing.ts';
export {
  bestFrom,
  baseOf,
  DEFAULT_ANSWERS,
  planGrowth,
  type GrowthPlan,
  type GrowthProgress,
} from './plan.ts';
export { regretOf, type Regret } from './regret.ts';
export { priceOfRoom, type RoomPrice } from './room.ts';
export { choiceOf, type Base, type FoundPath, type PathStep } from './path.ts';
export { pathSearch, searchAll } from './search.ts';
export { growthFlips, type FlipsProgress, type GrowthFlip, type Lever } from './sensitivity.ts';
export { FUTURES, growthChances, type ChanceProgress, type Chances } from './simulate.ts';
export { watchesOf, type StepWatch } from './watches.ts';
export { growthWorld, type GrowthWorld } from './world.ts';
export { worldIn, yearsFor } from './years.ts';
