export {
  frameTimeCdf,
  frameTimeQuantile,
  limitedBy,
  meanFrameTime,
  meanOfLarger,
  meanOfSlowest,
  sideMean,
  type LimitedBy,
} from './frame-time.ts';
export type { FrameTime, Side } from './sides.ts';
export { bandwidthGbs, firstWordLatencyNs, memoryEffect, memoryState, type MemoryState } from './memory.ts';
export { hasRate } from './has-rate.ts';
export { balanceOf, isBalanced, meanBalance, type Balance } from './balance.ts';
export { BACKGROUND } from './background.ts';
export { shortfall, SHORTFALL, SHORTFALL_SPREAD } from './shortfall.ts';
export {
  borrowedGb,
  gpuEffects,
  gpuSide,
  frameTimeOf,
  cpuEffects,
  cpuSide,
  sceneMaker,
  scenesOf,
  type GraphicsRate,
  type CpuRate,
  type Scene,
  type SceneConditions,
} from './scene.ts';
export {
  counted,
  figureOf,
  figureSlopes,
  LOW_SHARE,
  meanOf,
  meanValue,
  objectiveValue,
  scoreOf,
  sideBound,
  type Mean,
} from './objective.ts';
export {
  indexModel,
  linkLn,
  linkLnOf,
  memoryStateOf,
  cpuRateOf,
  systemOf,
  type MissingFact,
  type ModelIndex,
  type SystemRates,
} from './system.ts';
export {
  INTERVAL_SHARE,
  intervalAround,
  objectiveGradient,
  ratesFor,
  residualOf,
  scorerFor,
  type BuildRates,
  type GameRates,
  type Interval,
  type RatesResult,
} from './rates.ts';
export { comparerFor, type GameComparison } from './compare.ts';
export { conditionsOf, differencesIn, type ConditionDifference, type RateConditions } from './conditions.ts';
export { averageSlopes, percentileSlopes, slowestSlopes, type RateSlopes } from './slopes.ts';
export { effectName, sensitivitiesOf, slopeIn, timeOn, type Role, type SystemParts } from './sensitivity.ts';
export { combine, gradientOf, uncertaintyOf, type Gradient, type Uncertainty } from './uncertainty.ts';
