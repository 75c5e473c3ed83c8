import { countWords, dayText } from '../../shared/format/format.ts';
import type { ClaimState, ClaimWaits } from '@ripe-pick/core/buying';

export const CLAIM_STATE_WORDS: Readonly<Record<ClaimState, string>> = {
  eligible: 'eligible',
  bought: 'bought',
  sent: 'sent in',
  approved: 'approved',
  paid: 'paid',
  refused: 'refused',
  missed: 'missed',
};
/** What a step is called on its button. */
export const STEP_WORDS: Readonly<Record<ClaimState, string>> = {
  eligible: '',
  bought: 'It is bought',
  sent: 'It is posted',
  approved: 'They approved it',
  paid: 'The money came',
  refused: 'They refused it',
  missed: 'It was missed',
};
const WAITS_WORDS: Readonly<Record<ClaimWaits['what'], string>> = {
  buy: 'buy',
  papers: 'gather the papers and post them',
  send: 'post it',
  payout: 'money expected',
  nothing: '',
};

/** What a slip waits for, in words: "post it by 20 Dec, 9 days left". */
export function waitsWords({ what, by, left, urgency }: ClaimWaits): string {
  if (what === 'nothing') return '';
  if (by === null || left === null) return `${WAITS_WORDS[what]}, no last day`;
  const days = countWords(Math.abs(left), 'day');
  if (what === 'payout')
    return urgency === 'late'
      ? `money expected on ${dayText(by)}, ${days} overdue`
      : `money expected about ${dayText(by)}`;
  return left < 0
    ? `${WAITS_WORDS[what]}: ${dayText(by)} has passed, ${days} ago`
    : `${WAITS_WORDS[what]} by ${dayText(by)}, ${left === 0 ? 'today' : `${days} left`}`;
}
export const FORM_WORDS = {
  cash: 'in cash',
  cheque: 'by cheque',
  card: 'on a card',
  credit: 'as store credit',
} as const;
