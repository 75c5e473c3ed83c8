import type { Picks } from '../../parts/index.ts';
import type { PartChange } from './holding.ts';

/** A build to start from, with what it counts against today's sum. */
export interface Base {
  readonly picks: Picks;
  readonly cost: number;
  /** What it puts off: it has to be met by the last stage. */
  readonly putsOff: { readonly memory: boolean; readonly gpu: boolean };
}

/** A step of a path: what changes on a day. */
export interface PathStep {
  readonly on: string;
  readonly changes: readonly PartChange[];
}

export interface FoundPath {
  readonly base: Base;
  /** Steps with a change, in order of their days. */
  readonly steps: readonly PathStep[];
  /** The objective over the months to the horizon, in thousandths. */
  readonly value: number;
  /** Money out less resale, in minor units, today's included. */
  readonly net: number;
  readonly key: string;
}

/** Higher value first, then less money; then by what they are, so that the order is always the same. */
export function byWorth(a: FoundPath, b: FoundPath): number {
  return b.value - a.value || a.net - b.net || (a.key < b.key ? -1 : a.key > b.key ? 1 : 0);
}

export function baseKey(picks: Picks): string {
  return `${picks.cpu?.part}|${picks.gpu?.part ?? ''}`;
}

/** What of a build's purchase today counts as another choice: the parts that set frames. */
export function choiceOf({ base: { picks } }: Pick<FoundPath, 'base'>): string {
  return [picks.cpu, picks.motherboard, picks.memory, picks.gpu].map((pick) => pick?.part ?? '').join('|');
}

export const isPutOff = (base: Base): boolean => base.putsOff.memory || base.putsOff.gpu;
