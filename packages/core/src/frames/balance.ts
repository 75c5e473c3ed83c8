import type { FrameTime } from './sides.ts';
import { meanFrameTime, sideMean } from './frame-time.ts';

/** What the two sides lose to one another, as shares of what each could show alone. */
export interface Balance {
  /** Of what the graphics could show, the share that the processor takes away. */
  readonly toCpu: number;
  /** Of what the processor could prepare, the share that the graphics take away. */
  readonly toGpu: number;
}

/** Losses of one game. A cap of the game's own bounds what a side could show alone. */
export function balanceOf(time: FrameTime): Balance {
  const average = 1000 / meanFrameTime(time);
  const ceiling = time.shortestMs > 0 ? 1000 / time.shortestMs : Infinity;
  const lost = (side: FrameTime['gpu']) =>
    Math.max(0, 1 - average / Math.min(ceiling, 1000 / sideMean(side)));
  return { toCpu: lost(time.gpu), toGpu: lost(time.cpu) };
}

/** Weighted means of the losses over the games: what a balance limit is held against. */
export function meanBalance(weights: readonly number[], each: readonly Balance[]): Balance {
  let toCpu = 0;
  let toGpu = 0;
  each.forEach((balance, k) => {
    toCpu += weights[k] * balance.toCpu;
    toGpu += weights[k] * balance.toGpu;
  });
  return { toCpu, toGpu };
}

/** Whether neither side loses more than the limit; a null limit allows all. */
export function isBalanced(balance: Balance, limit: number | null): boolean {
  return limit === null || Math.max(balance.toCpu, balance.toGpu) <= limit;
}
