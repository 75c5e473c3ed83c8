import type { Slot } from './slots.ts';

/** Names of slots for people. */
export const SLOT_NAMES: Readonly<Record<Slot, string>> = {
  cpu: 'Processor',
  motherboard: 'Motherboard',
  memory: 'Memory',
  gpu: 'Graphics card',
  storage: 'Storage',
  secondaryStorage: 'Second drive',
  tertiaryStorage: 'Third drive',
  cooler: 'Cooler',
  case: 'Case',
  psu: 'Power supply',
  network: 'Network',
  os: 'System licence',
  extras: 'Extras',
  extras2: 'Extras, second',
  extras3: 'Extras, third',
  extras4: 'Extras, fourth',
  extras5: 'Extras, fifth',
  extras6: 'Extras, sixth',
};

/** A slot within a sentence: “the graphics card”. */
export const slotWords = (slot: Slot): string => SLOT_NAMES[slot].toLowerCase();
