import type { Slot } from '../parts/index.ts';

/** What the watch knew after a run. Money in the brief’s currency, score in thousandths of a frame. */
export interface WatchKnowledge {
  readonly day: string;
  readonly currency: string;
  /** Tells briefs apart: another brief makes no news. */
  readonly brief: string;
  readonly candidates: readonly {
    readonly id: string;
    readonly name: string;
    readonly totalMinor: number | null;
    readonly score: number | null;
    readonly gone: readonly string[];
    readonly offers: readonly string[];
  }[];
  readonly best: {
    readonly totalMinor: number;
    readonly score: number;
    readonly picks: Readonly<Record<string, BestPick>>;
  } | null;
}

export interface BestPick {
  readonly part: string;
  readonly name: string;
  readonly offer: string | null;
  readonly priceMinor: number | null;
}

/** The price of an offer that moved: before and now; null: not for sale, or not there. */
export interface Move {
  readonly offer: string;
  readonly name: string;
  readonly before: number | null;
  readonly now: number | null;
}

/** Below these a change is no news. */
export interface Thresholds {
  readonly leastMinor: number;
  /** In thousandths, as scores are. */
  readonly leastScore: number;
}

export type WatchChange =
  | {
      readonly kind: 'best';
      readonly swaps: readonly PartSwap[];
      readonly minor: number;
      readonly score: number;
      readonly because: readonly Move[];
    }
  | { readonly kind: 'no-best'; readonly because: readonly Move[] }
  | {
      readonly kind: 'total';
      readonly candidate: string;
      readonly name: string;
      readonly from: number;
      readonly to: number;
      readonly because: readonly Move[];
    }
  | {
      readonly kind: 'gone';
      readonly candidate: string;
      readonly name: string;
      readonly parts: readonly string[];
    };

export interface PartSwap {
  readonly slot: Slot;
  readonly from: string | null;
  readonly to: string | null;
}
