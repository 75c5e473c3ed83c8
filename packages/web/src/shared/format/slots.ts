import { SLOTS, type PartKind, type Slot } from '@ripe-pick/core/parts';

export { SLOT_NAMES } from '@ripe-pick/core/parts';

/** Kinds of parts, in the order of a build. */
export const PART_KINDS = SLOTS.filter((slot): slot is PartKind => slot !== 'secondaryStorage');

export const EMPTY_NAMES: Readonly<Partial<Record<Slot, string>>> = {
  gpu: 'no card: processor’s own graphics',
  cooler: 'boxed cooler',
  storage: 'only drives already there',
  secondaryStorage: 'no second drive',
  network: 'no adapter',
  os: 'none',
  extras: 'none',
};

export function slotColour(slot: Slot): string {
  return `var(--slot-${slot})`;
}
