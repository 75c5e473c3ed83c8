import type { Slot } from '@ripe-pick/core/parts';

export { PART_KINDS, SLOT_NAMES } from '@ripe-pick/core/parts';

export const EMPTY_NAMES: Readonly<Partial<Record<Slot, string>>> = {
  gpu: 'no card: processor’s own graphics',
  cooler: 'boxed cooler',
  storage: 'only drives already there',
  secondaryStorage: 'no second drive',
  network: 'no adapter',
  os: 'none',
  tertiaryStorage: 'no third drive',
  extras: 'none',
  extras2: 'none',
  extras3: 'none',
  extras4: 'none',
  extras5: 'none',
  extras6: 'none',
};

export function slotColour(slot: Slot): string {
  return `var(--slot-${slot})`;
}
