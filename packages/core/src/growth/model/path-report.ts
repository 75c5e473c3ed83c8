import type { Finding } from '../../compatibility/index.ts';
import type { Interval } from '../../frames/index.ts';
import type { Part, Picks, Slot } from '../../parts/index.ts';
import type { Holding } from './holding.ts';
import type { Then } from './outlook.ts';
import type { PathStep } from './path.ts';

/** A build now and dated steps. Steps may be in any order and on any day. */
export interface Path {
  readonly picks: Picks;
  readonly steps: readonly PathStep[];
}

/** A part that goes in or comes out at a step, with what it costs or fetches then. */
export interface PathLine {
  readonly slot: Slot;
  readonly part: Part;
  readonly way: 'in' | 'out';
  readonly beside: boolean;
  /** Price then, or what it fetches after fees; null where no price is known. */
  readonly then: Then | null;
  /** In: why it has to be changed along, where a rule forces it. Out: whether it is kept for other uses. */
  readonly forcedBy: Finding | null;
  readonly isKept: boolean;
}

/** What one stage of a path is, the first being today. Money in minor units. */
export interface StageReport {
  readonly month: number;
  readonly on: string;
  readonly lines: readonly PathLine[];
  /** There before the step: what is left, what came in since, and what is sold now where that helps to pay. */
  readonly available: number;
  readonly paid: number;
  readonly back: number;
  readonly left: number;
  /** What is missing; 0 where it can be paid. */
  readonly short: number;
  /** The first day on which the money would be there; null when it never is within the horizon, or when nothing is short. */
  readonly paidFrom: string | null;
  /** What does not work, and what could not be told. */
  readonly barriers: readonly Finding[];
  /** What is new and worth knowing: firmware first, unlike kits. */
  readonly notes: readonly Finding[];
  /** Parts that the catalogue no longer has. */
  readonly missing: readonly string[];
  readonly holding: Holding;
  /** Objective just before and just after, in thousandths; null when not known. Before is null for today. */
  readonly before: number | null;
  readonly after: number | null;
  /** 80 % interval of `after` in frames per second, by how sure the frame model is; how games grow is not in it. */
  readonly interval: Interval | null;
}

export interface PathReport {
  readonly stages: readonly StageReport[];
  /** Objective of every month to the horizon, in thousandths; null when a rate is missing. */
  readonly scores: readonly number[] | null;
  /** Every game's average by month; before it is taken up, null. */
  readonly games: readonly {
    readonly game: string;
    readonly preset: string;
    readonly target: number;
    readonly averages: readonly (number | null)[];
  }[];
  /** The objective over the horizon, in thousandths; null when not known. */
  readonly value: number | null;
  /** Money out and back over the whole path, today's purchase included, and what the parts are worth at its end. */
  readonly paid: number;
  readonly back: number;
  readonly worthAtEnd: number;
  /** Whether every step fits and can be paid. */
  readonly isSound: boolean;
}
