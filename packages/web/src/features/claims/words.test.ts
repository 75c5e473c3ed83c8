import { describe, expect, it } from 'vitest';
import { NEXT, type ClaimState } from '@ripe-pick/core/buying';
import { CLAIM_STATE_WORDS, STEP_WORDS, waitsWords } from './words.ts';

describe('what a slip waits for', () => {
  it.each([
    ['post it by 20 Dec 2026, 9 days left', { what: 'send', by: '2026-12-20', left: 9, urgency: 'none' }],
    ['post it by 20 Dec 2026, 1 day left', { what: 'send', by: '2026-12-20', left: 1, urgency: 'soon' }],
    ['post it by 20 Dec 2026, today', { what: 'send', by: '2026-12-20', left: 0, urgency: 'soon' }],
    [
      'gather the papers and post them: 20 Dec 2026 has passed, 3 days ago',
      { what: 'papers', by: '2026-12-20', left: -3, urgency: 'late' },
    ],
    ['money expected about 1 Feb 2027', { what: 'payout', by: '2027-02-01', left: 40, urgency: 'none' }],
    [
      'money expected on 1 Feb 2027, 4 days overdue',
      { what: 'payout', by: '2027-02-01', left: -4, urgency: 'late' },
    ],
    ['buy, no last day', { what: 'buy', by: null, left: null, urgency: 'none' }],
    ['', { what: 'nothing', by: null, left: null, urgency: 'none' }],
  ] as const)('%s', (words, waits) => expect(waitsWords(waits)).toBe(words));
  it('every step that a state leads to has a word for its button', () => {
    for (const state of Object.keys(NEXT) as ClaimState[]) {
      expect(CLAIM_STATE_WORDS[state]).not.toBe('');
      for (const next of NEXT[state]) expect(STEP_WORDS[next]).not.toBe('');
    }
  });
});
