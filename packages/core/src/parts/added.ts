import type { Lock } from './brief.ts';
import type { Picks } from './catalogue.ts';
import { ADDED_SLOTS, EXTRA_SLOTS, type Slot } from './slots.ts';
import type { Extra, PartSet } from './types.ts';

/** The extras of a build, in the order of their slots. */
export const extrasOf = (set: PartSet): readonly Extra[] => EXTRA_SLOTS.flatMap((slot) => set[slot] ?? []);

/** A figure of the extras that is counted in pieces. */
type CountedFigure = { [K in keyof Extra]-?: number extends NonNullable<Extra[K]> ? K : never }[keyof Extra];
/** It, added up over a build's extras; what is not stated of one is none. */
export const summedExtras = (set: PartSet, figure: CountedFigure): number =>
  extrasOf(set).reduce((sum, extra) => sum + (extra[figure] ?? 0), 0);

/**
 * Locks that a brief keeps, after picks changed: what the user puts into a slot that no search fills is held there, and what
 * is taken out is held no longer.
 */
export function locksAsAdded(locks: readonly Lock[], before: Picks, after: Picks): readonly Lock[] {
  const moved: readonly Slot[] = ADDED_SLOTS.filter((slot) => before[slot]?.part !== after[slot]?.part);
  if (moved.length === 0) return locks;
  return [
    ...locks.filter(({ slot }) => !moved.includes(slot)),
    ...moved.flatMap((slot) => {
      const part = after[slot]?.part;
      return part ? [{ slot, part, offer: null }] : [];
    }),
  ];
}
