import Papa from 'papaparse';
import { FORMULA } from './formula.ts';
import type { Tuning } from './tuning.ts';

/** The log of a stage as CSV (RFC 4180), a row an attempt; nothing in it is taken for a formula. */
export const writeTuningTable = ({ plan, attempts }: Tuning): string =>
  Papa.unparse(
    attempts.map(({ beganAt, setting, purpose, minutes, outcome, celsius, volts, errors, score, note }) => ({
      stage: plan.stage,
      way: plan.way,
      began_at: beganAt,
      setting,
      purpose,
      minutes,
      outcome: outcome ?? '',
      celsius,
      volts,
      errors,
      score,
      note,
    })),
    { escapeFormulae: FORMULA },
  );
