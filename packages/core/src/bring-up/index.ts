export { nextMove, rankStart, type StartReport } from './bring-up.ts';
export { START_CAUSES, type StartCauseCode } from './cause-codes.ts';
export { CAUSE_TABLE } from './causes.ts';
export { deadPart, type Substitute } from './dead-part.ts';
export { machineOf } from './machine.ts';
export { QUESTIONS } from './questions.ts';
export { profileLoss, settingsFor } from './settings.ts';
export { toldCauses, type ToldCause } from './told.ts';
