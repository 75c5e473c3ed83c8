import type { Slot } from '../../parts/index.ts';
import type { Option, Terms } from './terms.ts';

/** A part that may fill a slot, with the ways to get it. `element` is the caller's own number of it. */
export interface SlotCandidate {
  readonly element: number;
  readonly deciwatts: number;
  readonly options: readonly Option[];
}

/** A candidate at its cheapest option within a branch. */
export interface PricedCandidate {
  readonly element: number;
  readonly deciwatts: number;
  readonly price: number;
  readonly option: Option;
}

/** The least sum of prices over candidates that go together, below `limit`; null when there is none. */
export type BestTogether = (
  priced: readonly (readonly PricedCandidate[])[],
  limit: number,
) => { readonly sum: number; readonly chosen: readonly PricedCandidate[] } | null;

/** Prices of all candidates where nothing is decided, with what wide deals may take off them. */
export interface SplitStart {
  readonly wide: Wide;
  /** Slots, as bits, whose prices have to be worked out anew. */
  readonly dirty: number;
  readonly priced: readonly (readonly PricedCandidate[])[];
}

export interface SplitTask {
  readonly terms: Terms;
  /** Slots by the index of their candidates, to name them to the orders. */
  readonly slots: readonly Slot[];
  readonly candidates: readonly (readonly SlotCandidate[])[];
  readonly relax: BestTogether;
  /** What is known of it beforehand; absent: it is worked out. */
  readonly start?: SplitStart;
  /** The most that it may cost. */
  readonly most: number;
  readonly work: { nodes: number };
  readonly faults?: { readonly noThresholdBranch?: boolean; readonly noDealBranch?: boolean };
}

export interface Split {
  readonly cost: number;
  readonly chosen: readonly PricedCandidate[];
}

/* States of a shop: its fee left out, no order there, free sending reached, or a fee paid up to a weight class. */
export const UNDECIDED = 0;
export const CLOSED = 1;
export const FREE = 2;
export const PAID = 3;

/** What a slot's choice must keep within a row: what it spends at a shop, or adds to a code's goods, or a combo's role. */
export interface RowBound {
  readonly slot: number;
  readonly row: number;
  readonly above: number;
  readonly atMost: number;
}
/** Whether a slot's choice may use a coupling: not at all, without its credit, or must. */
export interface SlotRule {
  readonly slot: number;
  readonly coupling: number;
  readonly rule: 'ban' | 'no-credit' | 'must';
}

export interface OrderBranch {
  readonly shops: Uint8Array;
  readonly couplings: Uint8Array;
  readonly bounds: readonly RowBound[];
  readonly rules: readonly SlotRule[];
  /** What is still worth looking at. */
  readonly candidates: readonly (readonly SlotCandidate[])[];
  /** Prices and choice of the branch above, and the slots (as bits) whose prices are not the same here. */
  readonly above: {
    readonly priced: readonly (readonly PricedCandidate[])[];
    readonly relaxed: ReturnType<BestTogether>;
  } | null;
  readonly dirty: number;
}

/**
 * Deals that many slots could carry though few of them count: claims with a household limit that more slots could make,
 * and sums off whose shares would add up to far more than the sum. They are credited once for the whole branch instead.
 */
export interface Wide {
  /** What one use is worth; 0 for couplings that are not wide. */
  readonly worth: Float64Array;
  readonly view: SlotView;
}

/** What a branch says of one slot, gathered once. */
export interface SlotView {
  readonly bounds: readonly RowBound[];
  readonly rules: readonly SlotRule[];
  readonly barred: ((coupling: number) => boolean) | null;
}
