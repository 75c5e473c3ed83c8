import { bestOf, type LineUp } from '@ripe-pick/core/compare';
import { countWords, money, signed } from '../../shared/format/format.ts';

/** What is behind a row of figures: a value for every candidate (null: not known), and which are the better ones. */
export interface RowFigures {
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
export function marksOf({ values, better, words, best }: RowFigures): Marks {
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

/** Who is the fastest, as far as that can be told: the title of the picture of frames. */
export function fastestWords({ entries, fastest }: Pick<LineUp, 'entries' | 'fastest'>): string {
  if (fastest === null || fastest.length === 0) return 'A rate is missing: who is the fastest is not known';
  const alone = fastest.flatMap((group) => (group.length === 1 ? group : []));
  if (alone.length === 0) return 'In no game can one be told to be the fastest';
  const wins = [...new Set(alone)].map((at) => ({ at, games: alone.filter((each) => each === at).length }));
  const told = wins.sort((a, b) => b.games - a.games).map(({ at, games }) => `${entries[at].name} ${games}`);
  const [first] = wins;
  if (first.games === fastest.length)
    return `${entries[first.at].name} is the fastest in ${fastest.length === 1 ? 'the game' : `all ${countWords(fastest.length, 'game')}`}`;
  const open = fastest.length - alone.length;
  return `Fastest by what can be told, of ${countWords(fastest.length, 'game')}: ${told.join(', ')}${open > 0 ? `, open ${open}` : ''}`;
}
