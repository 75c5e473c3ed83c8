import { countWords } from '@ripe-pick/core/units';
import type { PriceVerdict } from '../../workers/prices.worker.ts';
import { money, percent } from '../../shared/format/format.ts';

/** A price on a part's strip that can be read off. */
export interface StripMark {
  /** Minor units. */
  readonly price: number;
  readonly words: string;
}

/** Prices of so many days are on the strip. */
export const LOOKED_BACK_DAYS = 90;

/**
 * What can be read off a part's strip, from the least price to the highest: every price that was seen, with how often, and the
 * prices that count today. Prices that are one count once, with all that is said of them.
 *
 * @param today days since 1970-01-01
 */
export function stripMarks(
  verdict: PriceVerdict,
  target: number | null,
  today: number,
  currency: string,
): StripMark[] {
  const { now } = verdict;
  if (now === null) return [];
  const said = new Map<number, string[]>();
  const say = (price: number, words: string) => said.set(price, [...(said.get(price) ?? []), words]);
  const days = new Map<number, number>();
  for (const { day, price } of verdict.history)
    if (price !== null && day > today - LOOKED_BACK_DAYS) days.set(price, (days.get(price) ?? 0) + 1);
  say(now, 'today');
  if (target !== null) say(target, 'your target');
  if (verdict.silence === null) {
    say(verdict.reservation, 'buying pays below this');
    say(verdict.least.low, 'the least to expect, at its lowest');
    say(verdict.least.high, 'the least to expect, at its highest');
  }
  for (const [price, count] of days)
    say(price, `seen on ${countWords(count, 'day')} of the last ${LOOKED_BACK_DAYS}`);
  return [...said]
    .sort(([a], [b]) => a - b)
    .map(([price, words]) => {
      const isBelow = price < now;
      const against =
        price === now ? '' : `, ${percent(Math.abs(price / now - 1))} ${isBelow ? 'below' : 'above'} today`;
      return { price, words: `${money(price, currency)}${against}: ${words.join('; ')}` };
    });
}
