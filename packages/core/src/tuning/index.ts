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
export { machineOfSeed, simulate } from './simulated.ts';
