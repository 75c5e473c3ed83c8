import type { Cost } from '../money/index.ts';
import type { Slot } from '../parts/index.ts';

/** A rule of thumb that people trust, with the figure here. Never keeps a build from anything. */
export interface Thumb {
  readonly id: 'case-share';
  readonly slot: Slot;
  /** Share of the total, and the share that the rule names. */
  readonly share: number;
  readonly limit: number;
}

/** Most of the sum that the case should take. Common practice, no source; cheap builds always break it. */
const CASE_SHARE = 0.1;

/** Rules of thumb that a set of picks breaks. */
export function thumbsOf(cost: Cost): Thumb[] {
  const spent = cost.lines.reduce((sum, line) => sum + (line.slot === 'case' ? line.amount : 0), 0);
  const share = cost.dueNow > 0 ? spent / cost.dueNow : 0;
  return share > CASE_SHARE ? [{ id: 'case-share', slot: 'case', share, limit: CASE_SHARE }] : [];
}
