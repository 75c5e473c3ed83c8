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
}

/** What an answer is kept under: the line as it is written, so that it counts for no other list's line of the same number. */
export const doubtKey = ({ raw, what }: Pick<Doubt, 'raw' | 'what'>): string => `${raw.trim()}:${what}`;
