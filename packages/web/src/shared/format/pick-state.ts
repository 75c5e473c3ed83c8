import type { PickStanding, PickState } from '@ripe-pick/core/money';
import { countWords } from './format.ts';
import { SLOT_NAMES } from './slots.ts';

/** How a pick stands, in two or three words. */
export const PICK_STATE_WORDS: Readonly<Record<PickState, string>> = {
  owned: 'owned',
  ordered: 'ordered',
  arrived: 'there',
  live: 'for sale',
  listed: 'price of a list',
  unpriced: 'no price',
  gone: 'offer gone',
  stock: 'sold out',
  condition: 'not in the condition allowed',
  shop: 'shop not allowed',
  currency: 'no exchange rate',
  late: 'comes too late',
  stale: 'price too old',
};

/** What a picked offer cannot be bought for, as a sentence about it. */
const GONE: { readonly [state in PickState]?: string } = {
  gone: 'is an offer that the catalogue has lost',
  stock: 'is sold out',
  condition: 'is in a condition that the brief leaves out',
  shop: 'is at a shop that the brief leaves out',
  currency: 'is in a currency without a rate of exchange',
  late: 'comes after the day by which all has to be there',
  stale: 'has a price older than the brief counts',
};
export const goneWords = ({ state }: PickStanding): string => GONE[state] ?? PICK_STATE_WORDS[state];

/** “2 picks cannot be bought any more”. */
export const cannotBeBought = (count: number): string =>
  `${countWords(count, 'pick')} cannot be bought any more`;

/** Which picks cannot be bought and why, in a line. */
export function goneList(standings: readonly PickStanding[]): string {
  const gone = standings.filter(({ canBeHad, state }) => !canBeHad && state !== 'unpriced');
  const words = gone.map(
    ({ slot, state }) => `${SLOT_NAMES[slot].toLowerCase()}: ${PICK_STATE_WORDS[state]}`,
  );
  return words.length === 0 ? 'nothing' : words.join(', ');
}
