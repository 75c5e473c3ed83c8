import { SLOTS, type Slot } from '../parts/index.ts';
import { prepare, type Answer } from '../search/index.ts';
import type { Session } from '../session/index.ts';
import { finish } from '../work/index.ts';

/** The proved best set of a session within a limit; null when nothing fits. */
export const solved = (session: Session, limit = session.limit): Answer | null =>
  finish(prepare(session).solve(limit)).answers.at(0) ?? null;

/** Slots in which two answers have different parts. */
export function changedSlots(before: Answer | null, after: Answer | null): Slot[] {
  const partIn = (answer: Answer | null, slot: Slot) => answer?.picks[slot]?.part ?? null;
  return SLOTS.filter((slot) => partIn(before, slot) !== partIn(after, slot));
}
