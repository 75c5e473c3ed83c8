import type { Lock } from './brief.ts';
import type { Picks } from './catalogue.ts';
import { ADDED_SLOTS, EXTRA_SLOTS } from './slots.ts';
import type { Extra, PartSet } from './types.ts';

/** The extras of a build, in the order of their slots. */
export const extrasOf = (set: PartSet): readonly Extra[] => EXTRA_SLOTS.flatMap((slot) => set[slot] ?? []);

/**
 * Locks after picks changed: what the user puts into a slot that no search fills is held there, and what is taken out is
 * held no longer. A lock by an order stays.
 */
export function locksAsAdded(locks: readonly Lock[], before: Picks, after: Picks): readonly Lock[] {
  const moved = ADDED_SLOTS.filter((slot) => before[slot]?.part !== after[slot]?.part);
  if (moved.length === 0) return locks;
  const isMoved = (lock: Lock) => !lock.isOrdered && (moved as readonly string[]).includes(lock.slot);
  const isFree = (slot: Lock['slot']) => !locks.some((lock) => lock.isOrdered && lock.slot === slot);
  return [
    ...locks.filter((lock) => !isMoved(lock)),
    ...moved.flatMap((slot) => {
      const part = after[slot]?.part;
      return part && isFree(slot) ? [{ slot, part, offer: null }] : [];
    }),
  ];
}
