export {
  heldBackSentence,
  recordJudge,
  type HeldBack,
  type HeldBackCode,
  type UsableRecord,
} from './held-back.ts';
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
export { predictor, type Prediction } from './predict.ts';
export { narrowing, type OpenDecision, type Measurement } from './narrow.ts';
export { recordsBehind, type Behind } from './behind.ts';
export { fingerprint } from './fingerprint.ts';
export { newGame, type GameFacts } from './new-game.ts';
export { knowledgeOf, type Knowledge, type EffectKnowledge } from './knowledge.ts';
