/** Why a new machine may not start. */
export const START_CAUSES = [
  'learning',
  'no-power',
  'front-lead',
  'board-power',
  'cpu-power',
  'short',
  'memory-seat',
  'firmware',
  'wrong-output',
  'screen',
  'card-seat',
  'card-power',
  'cooler-fan',
  'drive',
  'dead-psu',
  'dead-board',
  'dead-memory',
  'dead-cpu',
  'dead-gpu',
  'other',
] as const;
export type StartCauseCode = (typeof START_CAUSES)[number];
