import type { Brief, Part, PartKind, PartOf } from '../parts/index.ts';
import type { Peers } from './peers.ts';

/** How far assumptions may go: not at all, what standards and the usual trade bear out, or estimates as well. */
export type Reach = Brief['whereToBuy']['assume'];

/** Every specification that a part of any kind has. */
type Figure = { [K in PartKind]: Exclude<keyof PartOf<K>, keyof PartOf<'os'>> & string }[PartKind];

/** What a missing figure may be: what is counted with, and the least and the most favourable that it may turn out. */
export interface Guess<T> {
  readonly value: T;
  readonly worst: T;
  readonly best: T;
}

/** A figure that nobody stated and that is counted with all the same. */
export interface Assumption extends Guess<unknown> {
  readonly part: string;
  readonly figure: Figure;
  /** One sentence: why this value. */
  readonly reason: string;
  /** What it rests on: a published standard, or the practice of the trade. */
  readonly source: string;
}

/** One assumption about one figure of a kind of part. Null where what it needs to know is missing itself. */
export interface AssumptionRule {
  readonly kind: PartKind;
  readonly figure: Figure;
  readonly reach: Exclude<Reach, 'none'>;
  readonly reason: string;
  readonly source: string;
  readonly guess: (part: Part, peers: Peers) => Guess<unknown> | null;
}

/** Where there is no published source for what the trade commonly does. */
const COMMON = 'common practice, no source';

type StatedValue<K extends PartKind, F> = F extends keyof PartOf<K> ? NonNullable<PartOf<K>[F]> : never;

/** Rules of one kind of part, with the types of its own figures. */
export const rulesFor =
  <K extends PartKind>(kind: K) =>
  <F extends Figure & keyof PartOf<K>>(
    figure: F,
    words: { readonly reach?: 'usual' | 'all'; readonly reason: string; readonly source?: string },
    guess: (part: PartOf<K>, peers: Peers) => Guess<StatedValue<K, F>> | null,
  ): AssumptionRule => ({
    kind,
    figure,
    reach: words.reach ?? 'usual',
    reason: words.reason,
    source: words.source ?? COMMON,
    guess: (part, peers) => guess(part as PartOf<K>, peers), // asked for parts of its kind only
  });

/** A guess that may turn out worse, but hardly better. */
export const atBest = <T>(value: T, worst: T): Guess<T> => ({ value, worst, best: value });
/** A guess on the safe side: it may turn out better. */
export const atWorst = <T>(value: T, best: T): Guess<T> => ({ value, worst: value, best });
/** A guess that leaves no room: it follows from what is stated. */
export const surely = <T>(value: T): Guess<T> => ({ value, worst: value, best: value });
