import { bestOf } from '@ripe-pick/core/compare';
import { money, signed } from '../../shared/format/format.ts';

/** What is behind a row of figures: a value for every candidate (null: not known), and which are the better ones. */
export interface Figures {
  readonly values: readonly (number | null)[];
  /** Null: neither is better. */
  readonly better: 'more' | 'less' | null;
  /** A difference in words, with its sign. */
  readonly words: (difference: number) => string;
  /** Places of the best, where more than the bare figures tells. */
  readonly best?: readonly number[];
}

/** A row's cells beside their texts: how each differs from the first, and whether it is the best. */
export interface Marks {
  readonly differences: readonly (string | null)[];
  readonly best: readonly boolean[];
}

/** Differences against the first candidate, null where there is none or a value is not known; the best of the row. */
export function marksOf({ values, better, words, best }: Figures): Marks {
  const [first] = values;
  const places = best ?? (better ? bestOf(values, better) : []);
  // What all share is nobody's lead.
  const isLead = places.length < values.filter((value) => value !== null).length;
  return {
    differences: values.map((value, at) =>
      at === 0 || value === null || first === null || value === first ? null : words(value - first),
    ),
    best: values.map((_, at) => isLead && places.includes(at)),
  };
}

/** Words for differences of one kind. */
export const differenceWords = {
  money: (currency: string) => (minor: number) => money(Math.round(minor), currency, { sign: true }),
  unit: (unit: string, digits: number) => (by: number) => `${signed(by, digits)}\u00a0${unit}`,
};
