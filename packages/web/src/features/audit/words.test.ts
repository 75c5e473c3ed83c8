import type { ListFinding } from '@ripe-pick/core/audit';
import { describe, expect, it } from 'vitest';
import { findingWords } from './words.ts';

describe('what a list does not do right', () => {
  it.each([
    [
      'Line 8 says €490.00, but the lines add up to €518.67 at the till: €28.67 more.',
      { code: 'total-differs', stated: 49_000, actual: 51_867, which: 'dueNow', line: 8 },
    ],
    [
      'Line 9 says €500.00, but the lines add up to €480.00 after all rebates: €20.00 less.',
      { code: 'total-differs', stated: 50_000, actual: 48_000, which: 'after', line: 9 },
    ],
    [
      'Expected after rebates it is €3.00 over the brief’s sum.',
      { code: 'over-budget', which: 'expected', by: 300 },
    ],
    [
      'Line 2, Dunlin 250, has no price: it counts as nothing here.',
      { code: 'no-price', line: 2, name: 'Dunlin 250' },
    ],
    ['Nothing is said about sending.', { code: 'no-shipping' }],
    ['The list states no total.', { code: 'no-total' }],
    [
      '€20.00 of it has to be claimed back, in time and with papers.',
      { code: 'rebate-needs-claim', amount: 2000 },
    ],
  ] as readonly (readonly [string, ListFinding])[])('%s', (words, finding) =>
    expect(findingWords(finding, 'EUR')).toBe(words),
  );
});
