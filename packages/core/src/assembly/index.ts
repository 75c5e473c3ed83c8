export { CAUTION_SIGNS, CAUTIONS, type CautionCode } from './cautions.ts';
export { companionParts, companionsOf } from './companions.ts';
export { assemblyInputOf } from './from-build.ts';
export { dayTotals, learntSteps } from './learnt.ts';
export { airPlan, cardLeads, coversFor, drivePlan, drivesOf, memoryPlan, STANDOFFS } from './layout.ts';
export { moved, type MoveRefusal } from './order.ts';
export { assemblySteps } from './plan.ts';
export {
  DRAWINGS,
  PHASES,
  USUAL_CHOICES,
  type AssemblyChoices,
  type AssemblyInput,
  type AssemblyStep,
  type DrawingKind,
  type Phase,
} from './step.ts';
