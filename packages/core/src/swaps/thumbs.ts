import type { Cost } from '../money/index.ts';
import type { Slot } from '../parts/index.ts';

/** A rule of thumb that people trust, with the figure here. Never keeps a build from anything. */
export interface Thumb {
  readonly id: 'case-share';
  readonly slot: Slot;
  /** Share of the budget, and the share that the rule names. */
  readonly share: number;
  readonly limit: number;
}

/** Most of the sum that the case should take. Common practice, no source; cheap builds always break it. */
const CASE_SHARE = 0.1;

/** Rules of thumb that a set of picks breaks; shares are of the budget, whatever is spent of it. */
export function thumbsOf(cost: Cost, budgetMinor: number): Thumb[] {
  const spent = cost.lines.reduce((sum, line) => sum + (line.slot === 'case' ? line.amount : 0), 0);
  const share = budgetMinor > 0 ? spent / budgetMinor : 0;
  return share > CASE_SHARE ? [{ id: 'case-share', slot: 'case', share, limit: CASE_SHARE }] : [];
}
