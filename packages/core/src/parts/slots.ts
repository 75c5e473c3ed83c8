/** Slots for extras. */
export const EXTRA_SLOTS = ['extras', 'extras2', 'extras3', 'extras4', 'extras5', 'extras6'] as const;

/** The places of a build, in the order in which most people fill them. */
export const SLOTS = [
  'cpu',
  'motherboard',
  'memory',
  'gpu',
  'storage',
  'secondaryStorage',
  'tertiaryStorage',
  'cooler',
  'case',
  'psu',
  'network',
  'os',
  ...EXTRA_SLOTS,
] as const;

export type Slot = (typeof SLOTS)[number];

/** Slots without which nothing runs. */
export const REQUIRED_SLOTS: readonly Slot[] = ['cpu', 'motherboard', 'memory', 'case', 'psu'];
/** Slots that may be left empty. A graphics card and a cooler are among them, but rules say when. */
export const OPTIONAL_SLOTS: readonly Slot[] = SLOTS.filter((slot) => !REQUIRED_SLOTS.includes(slot));

/** Slots that only the user fills: no search puts a part there or takes a locked one out. */
export const ADDED_SLOTS = ['tertiaryStorage', ...EXTRA_SLOTS] as const;
export type AddedSlot = (typeof ADDED_SLOTS)[number];
export const isAdded = (slot: Slot): slot is AddedSlot => (ADDED_SLOTS as readonly Slot[]).includes(slot);

/** Slots for drives. */
const DRIVE_SLOTS = ['storage', 'secondaryStorage', 'tertiaryStorage'] as const;

/** Kinds of parts. A kind has one slot of its name; drives have three, and extras six. */
export type PartKind =
  Exclude<Slot, (typeof DRIVE_SLOTS)[number] | (typeof EXTRA_SLOTS)[number]> | 'storage' | 'extras';

const isOneOf = (slots: readonly Slot[], slot: Slot) => slots.includes(slot);
const isKind = (slot: Slot): slot is PartKind => kindFor(slot) === slot;

/** The kind of part that a slot takes. */
export function kindFor(slot: Slot): PartKind {
  if (isOneOf(DRIVE_SLOTS, slot)) return 'storage';
  if (isOneOf(EXTRA_SLOTS, slot)) return 'extras';
  return slot as PartKind; // all others are kinds
}
/** Every kind of part, in the order of a build. */
export const PART_KINDS: readonly PartKind[] = SLOTS.filter(isKind);

/** Slots that a kind of part may stand in. */
export function slotsFor(kind: PartKind): readonly Slot[] {
  if (kind === 'storage') return DRIVE_SLOTS;
  return kind === 'extras' ? EXTRA_SLOTS : [kind];
}

/** A value from a maker's sheet, or null where the sheet is silent. Never guess: null makes a rule say "unknown". */
export type Nullable<T> = T | null;
