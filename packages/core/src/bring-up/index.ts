export { nextMove, rankStart, type StartReport } from './bring-up.ts';
export { CAUSE_TABLE, START_CAUSES, type StartCauseCode } from './causes.ts';
export { deadPart, type Substitute } from './dead-part.ts';
export { machineOf } from './machine.ts';
export { QUESTIONS } from './questions.ts';
export { profileLoss, settingsFor } from './settings.ts';
export { toldCauses, type ToldCause } from './told.ts';
