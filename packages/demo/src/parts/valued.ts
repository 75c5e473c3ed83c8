import type { StoredPart } from '@ripe-pick/contract';

export type StoredPartOf<K extends StoredPart['kind']> = Extract<StoredPart, { kind: K }>;

/** A part with what it is worth new, in euro, before shops and luck. */
export interface Valued<P extends StoredPart = StoredPart> {
  readonly part: P;
  readonly worth: number;
  /** 0 newest; older generations are rarer new and more common used. */
  readonly age: number;
}

/** The three generations on the shelves, the oldest first; what is known of each stands by this number. */
export const GENERATIONS = [1, 2, 3] as const;
export type Generation = (typeof GENERATIONS)[number];

/** How a part is called: its id from its maker and its name. */
export const called = <const K extends StoredPart['kind']>(kind: K, brand: string, name: string) => ({
  id: `${brand}-${name}`.toLowerCase().replace(/[^a-z0-9]+/g, '-'),
  kind,
  brand,
  name,
});

/** One of a list by turns. */
export const inTurn = <T>(list: readonly T[], n: number): T => list[n % list.length];
