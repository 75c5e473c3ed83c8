/** The places of a build, in the order in which most people fill them. */
export const SLOTS = [
  'cpu',
  'motherboard',
  'memory',
  'gpu',
  'storage',
  'secondaryStorage',
  'cooler',
  'case',
  'psu',
  'network',
  'os',
  'extras',
] as const;

export type Slot = (typeof SLOTS)[number];

/** Slots without which nothing runs. */
export const REQUIRED_SLOTS: readonly Slot[] = ['cpu', 'motherboard', 'memory', 'case', 'psu'];
/** Slots that may be left empty. A graphics card and a cooler are among them, but rules say when. */
export const OPTIONAL_SLOTS: readonly Slot[] = SLOTS.filter((slot) => !REQUIRED_SLOTS.includes(slot));

/** Kinds of parts. A kind has one slot of its name, but storage has two: the main drive, and a second one for bulk. */
export type PartKind = Exclude<Slot, 'secondaryStorage'>;

/** The kind of part that a slot takes. */
export function kindFor(slot: Slot): PartKind {
  return slot === 'secondaryStorage' ? 'storage' : slot;
}

/** Slots that a kind of part may stand in. */
export function slotsFor(kind: PartKind): readonly Slot[] {
  return kind === 'storage' ? ['storage', 'secondaryStorage'] : [kind];
}

/** A value from a maker's sheet, or null where the sheet is silent. Never guess: null makes a rule say "unknown". */
export type Nullable<T> = T | null;
