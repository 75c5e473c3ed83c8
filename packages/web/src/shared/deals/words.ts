import type { Deal, Off } from '@ripe-pick/core/parts';
import { minorPlaces } from '@ripe-pick/core';
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
      return `${offWords(deal.off, deal.currency)} back after about ${countWords(deal.payoutDays, 'day')}${deal.reviewExtraMinor > 0 ? `, ${money(deal.reviewExtraMinor, deal.currency)} more for a review` : ''}`;
  }
}

/** Where a deal stands on a day: its word, and whether it can be used. */
export function windowWords(
  deal: Deal,
  day: string,
): { readonly state: 'before' | 'open' | 'last' | 'past'; readonly words: string } {
  if (deal.from !== null && day < deal.from) return { state: 'before', words: `from ${dayText(deal.from)}` };
  if (deal.to === null) return { state: 'open', words: 'no last day' };
  if (day > deal.to) return { state: 'past', words: `past since ${dayText(deal.to)}` };
  return deal.to === day
    ? { state: 'last', words: 'last day today' }
    : { state: 'open', words: `until ${dayText(deal.to)}` };
}

/** A typed sum in major units as minor ones. */
export const toMinor = (value: number, currency: string): number =>
  Math.round(value * 10 ** minorPlaces(currency));
