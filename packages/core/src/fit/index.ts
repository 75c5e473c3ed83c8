export { heldBackSentence, leftUnsaid, memoryUnsaid, recordJudge } from './held-back.ts';
export {
  FIT_DEFAULTS,
  fitModel,
  type FitInput,
  type FitProgress,
  type FitResult,
  type FittedModel,
  type RecordFinding,
} from './fit.ts';
export { heldOutOf, validate, type ValidateProgress } from './validate.ts';
export type { ChartFinding } from './charts.ts';
export { changedPart } from './states.ts';
export { predictor } from './predict.ts';
export { farOff, isBarFarOff, isFarOff, type ExpectedBar } from './far-off.ts';
export { narrowing } from './narrow.ts';
export { recordsBehind } from './behind.ts';
export { fingerprint } from './fingerprint.ts';
export { familyNamed, GAME_FAMILIES } from './families.ts';
export { newGame } from './new-game.ts';
export { knowledgeOf, type EffectKnowledge } from './knowledge.ts';
