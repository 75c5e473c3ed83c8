import type { LineKind } from './line.ts';

/** What has to be asked about, at its place. */
export interface Doubt {
  readonly line: number;
  readonly raw: string;
  readonly text: string;
  /** What it may be, in minor units of the list's currency; of an unclear line with its sign, 0: it does not count. */
  readonly readings: readonly number[];
  readonly what: Exclude<LineKind, 'part' | 'note' | 'remark'> | 'price' | 'result' | 'currency' | 'rate';
  /** Of a sign: the codes that it may stand for. */
  readonly codes: readonly string[];
  /** Which of its kind it is in its line, from 0. */
  readonly nth: number;
}

/** What an answer is kept under: the line as it is written, so that it counts for no other list's line of the same number. */
export const doubtKey = ({
  raw,
  what,
  nth = 0,
}: Pick<Doubt, 'raw' | 'what'> & Partial<Pick<Doubt, 'nth'>>): string =>
  `${raw.trim()}:${what}${nth === 0 ? '' : `:${nth}`}`;
