export { summariseFrameTimes, type FrameTimesSummary } from './frame-times.ts';
export type { ColumnChoice, ColumnReading } from './frame-file/layout.ts';
export type { TimeUnit } from './frame-file/units.ts';
export { readFrameTimes, type FrameTimesFile } from './read-frame-times.ts';
export { CAUSE_WORDS, CAUSES, type Cause } from './causes.ts';
export { CAUSE_PRIOR } from './explanations.ts';
export { diagnose, type Diagnosis, type RankedCause } from './diagnose.ts';
export type { BenchObservation } from './observation.ts';
export { measuredMeans, type MeasuredMeans } from './measured-means.ts';
export type { OwnRig } from './variants.ts';
export {
  groupKey,
  groupRuns,
  meanSpread,
  meanWatts,
  recordsOfRuns,
  type BenchRun,
  type Rig,
  type RunGroup,
} from './own-records.ts';
