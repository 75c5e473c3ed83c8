import type { Deal, Off } from '../parts/index.ts';

/** Where a day lies to a deal's window, whose first and last day both count. */
export function windowAt(deal: Pick<Deal, 'from' | 'to'>, day: string): 'before' | 'open' | 'past' {
  if (deal.from !== null && day < deal.from) return 'before';
  return deal.to !== null && day > deal.to ? 'past' : 'open';
}

/** Why a deal is not in a total: outside its window, nothing left of it, claimed by this household already, or no order that it goes with. */
type NotCounted = 'before' | 'past' | 'usedUp' | 'claimed' | 'noOrder';

/** Why a deal that no order counted is left out. @param claimed how often this household has claimed it */
export function whyNotCounted(deal: Deal, day: string, claimed: number): NotCounted {
  const window = windowAt(deal, day);
  if (window !== 'open') return window;
  if (deal.kind === 'code' && deal.usesLeft === 0) return 'usedUp';
  const isClaimed = deal.kind === 'rebate' && deal.householdLimit !== null && claimed >= deal.householdLimit;
  return isClaimed ? 'claimed' : 'noOrder';
}

const HUNDREDTHS = 100;

/**
 * What a deal takes off a price, in the price's minor units and never more than the price. Shares are read to a
 * hundredth of a per cent and rounded half up to a whole minor unit.
 *
 * Example: 12.5 % of 79.90 is 9.99.
 */
export function offMinor(off: Off, priceMinor: number): number {
  if (off.kind === 'amount') return Math.min(off.minor, priceMinor);
  return Math.min(priceMinor, shareMinor(priceMinor, off.percent));
}

/** A share of an amount in per cent, rounded half up to a whole minor unit. */
export function shareMinor(minor: number, percent: number): number {
  const whole = 100 * HUNDREDTHS;
  return Math.floor((2 * minor * Math.round(percent * HUNDREDTHS) + whole) / (2 * whole));
}
