export {
  shippedSetting,
  signOf,
  stepsOf,
  TUNING_STAGES,
  USUAL_PLANS,
  type StagePlan,
  type TuningStage,
} from './plan.ts';
export {
  judged,
  nextStep,
  OUTCOMES,
  passedLimit,
  timeLeft,
  type NextStep,
  type Outcome,
  type TuningAttempt,
} from './session.ts';
export {
  isMachineOf,
  machineStates,
  timesOf,
  tunedPartsOf,
  type MachineState,
  type MachineStateCode,
  type TuningLog,
} from './states.ts';
export { tuningSchedule } from './schedule.ts';
export { machineOfSeed, simulate } from './simulated.ts';
