import type { Deal, Off } from '@ripe-pick/core/parts';
import { minorPlaces } from '@ripe-pick/core';
import { whyNotCounted, windowAt } from '@ripe-pick/core/money';
import { countWords, dayText, decimal, money } from '../format/format.ts';

const offWords = (off: Off, currency: string) =>
  off.kind === 'percent'
    ? `${decimal(off.percent, Number.isInteger(off.percent) ? 0 : 1)} %`
    : money(off.minor, currency);

export const DEAL_KINDS: Readonly<Record<Deal['kind'], string>> = {
  instant: 'Lower for now',
  code: 'Code',
  combo: 'Combo',
  gift: 'Gift',
  rebate: 'Mail-in rebate',
  cashback: 'Cashback',
};

/** What a deal gives and asks, in one line. `currency`: the shop's, for deals that have none of their own. */
export function dealWords(deal: Deal, currency: string): string {
  switch (deal.kind) {
    case 'instant':
      return `${offWords(deal.off, currency)} off, by itself`;
    case 'code':
      return [
        `enter ${deal.code}: ${offWords(deal.off, currency)} off`,
        deal.minSpendMinor > 0 ? `from ${money(deal.minSpendMinor, currency)} of goods` : '',
        deal.parts || deal.slots ? 'on some parts' : '',
        deal.stacks ? 'beside other codes' : '',
        deal.usesLeft === null ? '' : deal.usesLeft === 0 ? 'used up' : `${deal.usesLeft} left`,
      ]
        .filter(Boolean)
        .join(', ');
    case 'combo':
      return `${money(deal.offMinor, currency)} off for ${deal.parts.length} parts in one order`;
    case 'gift':
      return `${deal.gift.text} comes with it`;
    case 'rebate': {
      const limit = deal.householdLimit === null ? '' : `, ${deal.householdLimit} a household`;
      const post =
        deal.postmarkDays !== null
          ? `, posted within ${countWords(deal.postmarkDays, 'day')}`
          : deal.postmarkBy
            ? `, posted by ${dayText(deal.postmarkBy)}`
            : '';
      return `${money(deal.amountMinor, deal.currency)} back${post}${limit}, after about ${countWords(deal.payoutDays, 'day')}`;
    }
    case 'cashback':
      return [
        `${offWords(deal.off, deal.currency)} back after about ${countWords(deal.payoutDays, 'day')}`,
        deal.reviewExtraMinor > 0 ? `${money(deal.reviewExtraMinor, deal.currency)} more for a review` : '',
      ]
        .filter(Boolean)
        .join(', ');
  }
}

/** Where a deal stands on a day: its word, and whether it can be used. */
export function windowWords(
  deal: Deal,
  day: string,
): { readonly state: 'before' | 'open' | 'last' | 'past'; readonly words: string } {
  const { from, to } = deal;
  const state = windowAt(deal, day);
  if (state === 'before') return { state, words: `from ${dayText(from ?? '')}` };
  if (to === null) return { state, words: 'no last day' };
  if (state === 'past') return { state, words: `past since ${dayText(to)}` };
  return to === day ? { state: 'last', words: 'last day today' } : { state, words: `until ${dayText(to)}` };
}

const NOT_COUNTED: Readonly<Record<ReturnType<typeof whyNotCounted>, string>> = {
  before: 'it has not begun by the day of the purchase',
  past: 'its window has closed',
  usedUp: 'used up',
  claimed: 'this household has claimed it already',
  noOrder: 'not in these orders',
};
/** Why a deal is not in the total, in words. */
export const notCountedWords = (...asked: Parameters<typeof whyNotCounted>): string =>
  NOT_COUNTED[whyNotCounted(...asked)];

/** A typed sum in major units as minor ones. */
export const toMinor = (value: number, currency: string): number =>
  Math.round(value * 10 ** minorPlaces(currency));
