/** The places of a build, in the order in which most people fill them. */
export const SLOTS = [
  'processor', 'board', 'memory', 'card', 'storage', 'cooler', 'case', 'supply', 'network', 'system', 'extras',
] as const; // prettier-ignore

export type Slot = (typeof SLOTS)[number];

/** A value from a maker's sheet, or null where the sheet is silent. Never guess: null makes a rule say "unknown". */
export type Known<T> = T | null;
