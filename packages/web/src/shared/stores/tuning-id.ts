/** The id of a candidate's log of one stage. */
export const tuningId = (candidate: string, stage: string): string => `${candidate}.${stage}`.slice(0, 100);
