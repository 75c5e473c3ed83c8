export { meanRate, summariseRuns, type RunFigures, type RunsSummary } from './runs.ts';
export { STUTTER_FACTOR, summariseFrameTimes, type FrameTimesSummary, type TimeUnit } from './frame-times.ts';
export { MOST_ROWS, readFrameTimes, type FrameTimesFile, type FrameTimesRead } from './read-frame-times.ts';
export { CAUSE_WORDS, CAUSES, type Cause } from './causes.ts';
export {
  diagnose,
  type Compared,
  type Diagnosis,
  type DiagnoseResult,
  type BenchObservation,
  type RankedCause,
} from './diagnose.ts';
export type { OwnRig } from './variants.ts';
export {
  groupKey,
  groupRuns,
  recordsOfRuns,
  type BenchRun,
  type Rig,
  type RunGroup,
  type RigState,
} from './own-records.ts';
