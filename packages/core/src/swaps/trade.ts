import type { Finding } from '../compatibility/index.ts';
import type { Offer, Part, Slot } from '../parts/index.ts';
import type { KeepReason } from './dominated.ts';

/** What swapping one slot to one part does, all else kept. Money in minor units. */
export interface Trade {
  readonly slot: Slot;
  /** Null: the slot left empty. */
  readonly part: Part | null;
  /** The cheapest offer in this very basket; null for owned parts and the empty slot. */
  readonly offer: Offer | null;
  readonly isCurrent: boolean;
  readonly isOwned: boolean;
  /** Total after the swap minus total now, shipping included. */
  readonly money: number;
  /** Objective after minus now, in thousandths; null when either is not known. */
  readonly score: number | null;
  /** The lane's own measure after minus now; null when not known. In frames lanes the same as `score`. */
  readonly gain: number | null;
  /** Why it does not fit, or that it is not known whether it does; null when it fits. */
  readonly barrier: Finding | null;
  /** Fits, but is neither faster (or better by the lane's measure) nor cheaper than the current pick. */
  readonly isDominated: boolean;
  /** What a dominated rival has to offer all the same. */
  readonly keepFor: KeepReason | null;
}

export interface Lanes {
  readonly lanes: Readonly<Record<Slot, readonly Trade[]>>;
  /** The trade with the most frames for the next bit of money that fits and can be paid; null when there is none. */
  readonly steepest: Trade | null;
}

/**
 * The best that a slot can be when it may cost at most so much more than now (negative: must cost so much less): most
 * gain, then least money, among trades that fit. Null when nothing does.
 */
export function bestWithin(lane: readonly Trade[], money: number): Trade | null {
  let best: Trade | null = null;
  for (const trade of lane) {
    if (trade.isCurrent || trade.barrier || trade.gain === null || trade.money > money) continue;
    if (!best || trade.gain > (best.gain ?? 0) || (trade.gain === best.gain && trade.money < best.money))
      best = trade;
  }
  return best;
}

/** A gain of the objective below this, in thousandths, reads as none. */
export const LEAST_SEEN = 50;
