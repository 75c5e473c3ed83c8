import { EXTRA_SLOTS, type Slot } from '@ripe-pick/core/parts';

export { PART_KINDS, SLOT_NAMES } from '@ripe-pick/core/parts';

export const EMPTY_NAMES: Readonly<Partial<Record<Slot, string>>> = {
  gpu: 'integrated graphics',
  cooler: 'boxed cooler',
  storage: 'only drives already there',
  secondaryStorage: 'no second drive',
  network: 'no adapter',
  os: 'none',
  tertiaryStorage: 'no third drive',
  ...Object.fromEntries(EXTRA_SLOTS.map((slot) => [slot, 'none'])),
};

export function slotColour(slot: Slot): string {
  return `var(--slot-${slot})`;
}
