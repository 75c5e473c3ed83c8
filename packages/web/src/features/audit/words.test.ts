import type { ListFinding } from '@ripe-pick/core/audit';
import { describe, expect, it } from 'vitest';
import { doubtWords, findingWords, overWords, readingWords } from './words.ts';

describe('what a list does not do right', () => {
  it.each([
    [
      'Line 8 says €490.00, but the lines add up to €518.67 due at checkout: €28.67 more.',
      { code: 'total-differs', stated: 49_000, actual: 51_867, which: 'dueNow', line: 8 },
    ],
    [
      'Line 9 says €500.00, but the lines add up to €480.00 after all rebates: €20.00 less.',
      { code: 'total-differs', stated: 50_000, actual: 48_000, which: 'after', line: 9 },
    ],
    [
      'Line 3 says that it comes to €24.00, but its figures come to €30.00.',
      { code: 'line-differs', line: 3, stated: 2400, actual: 3000 },
    ],
    ['Line 4 says that tax comes on top, and not how much.', { code: 'on-top', line: 4, what: 'tax' }],
    [
      'Line 2, Dunlin 250, has no price: it counts as nothing here.',
      { code: 'no-price', line: 2, name: 'Dunlin 250' },
    ],
    ['Nothing is said about shipping.', { code: 'no-shipping' }],
    ['The list states no total.', { code: 'no-total' }],
    [
      '€20.00 of it has to be claimed back, in time and with papers.',
      { code: 'rebate-needs-claim', amount: 2000 },
    ],
  ] as readonly (readonly [string, ListFinding])[])('%s', (words, finding) =>
    expect(findingWords(finding, 'EUR')).toBe(words),
  );
});

describe('totals against a limit, and questions', () => {
  it('say over and under in money and per cent', () => {
    expect(overWords(1457, 50_000, 'EUR')).toBe('€14.57, 2.9\u00a0% over');
    expect(overWords(-543, 50_000, 'EUR')).toBe('€5.43, 1.1\u00a0% under');
    expect(overWords(0, 50_000, 'EUR')).toBe('exactly on it');
  });
  it('ask for what is not known', () => {
    expect(doubtWords({ what: 'currency', text: '$' })).toBe('Which currency is “$” here?');
    expect(doubtWords({ what: 'price', text: '1O9.90' })).toBe('What is the price, “1O9.90”?');
    expect(readingWords(-1200, 'unclear', 'EUR')).toBe('€12.00 off');
  });
});
