export { frameTimeQuantile, limitedBy, meanFrameTime, meanOfSlowest, sideMean } from './frame-time.ts';
export type { FrameTime, Side } from './sides.ts';
export { bandwidthGbs, firstWordLatencyNs, MEMORY_WEIGHTS, type MemoryState } from './memory.ts';
export { hasRate, missingForRate } from './has-rate.ts';
export { balanceOf, isBalanced, meanBalance } from './balance.ts';

export { SHORTFALL } from './shortfall.ts';
export {
  gpuSide,
  frameTimeOf,
  cpuSide,
  OWN_NOISE,
  pixelsName,
  sceneMaker,
  scenesOf,
  type GraphicsRate,
  type Scene,
  type SceneConditions,
} from './scene.ts';
export {
  LOW_SHARE,
  counted,
  figureOf,
  figureSlopes,
  meanOf,
  meanValue,
  scoreOf,
  sideBound,
  type Mean,
} from './objective.ts';
export {
  indexModel,
  linkLn,
  linkLnOf,
  memoryStateOf,
  systemOf,
  type ModelIndex,
  type SystemRates,
} from './system.ts';
export {
  INTERVAL_SHARE,
  intervalAround,
  objectiveGradient,
  ratesFor,
  lowSd,
  residualOf,
  scorerFor,
  type BuildRates,
  type GameRates,
  type Interval,
  type RatesResult,
} from './rates.ts';
export { chanceAbove } from './chance.ts';
export { comparerFor, type GameComparison } from './compare.ts';
export { countedTuning, countShipped, countTuned, isTuned, catalogueAsRun } from './tuned.ts';
export { assumedState, canRun, stateEffectOf } from './states.ts';
export { jobFloor, jobFloors, uplinkMbps } from './jobs.ts';
export { onScreen, ratesOnScreens, sideScreens, type SideScreen } from './screens.ts';
export { conditionsOf, differencesIn, type ConditionDifference } from './conditions.ts';
export { averageSlopes, percentileSlopes, ratioSlopes, slowestSlopes, type RateSlopes } from './slopes.ts';
export { effectName, MEAN_RATES, sensitivitiesOf, slopeIn, timeOn, type Role } from './sensitivity.ts';
export { combine, gradientOf, uncertaintyOf, type Gradient, type Uncertainty } from './uncertainty.ts';
