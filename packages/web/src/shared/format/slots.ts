import type { Slot } from '@ripe-pick/core/parts';

/** Names of slots in the interface. */
export const SLOT_NAMES: Readonly<Record<Slot, string>> = {
  processor: 'Processor',
  board: 'Board',
  memory: 'Memory',
  card: 'Graphics card',
  storage: 'Storage',
  bulk: 'Bulk storage',
  cooler: 'Cooler',
  case: 'Case',
  supply: 'Power supply',
  network: 'Network',
  system: 'System licence',
  extras: 'Extras',
};

export const EMPTY_NAMES: Readonly<Partial<Record<Slot, string>>> = {
  card: 'no card: processor’s own graphics',
  cooler: 'boxed cooler',
  storage: 'only drives already there',
  bulk: 'no second drive',
  network: 'no adapter',
  system: 'none',
  extras: 'none',
};

export function slotColour(slot: Slot): string {
  return `var(--slot-${slot})`;
}
