import type { Deal } from '@ripe-pick/core/parts';
import { describe, expect, it } from 'vitest';
import { dealWords, toMinor, windowWords } from './words.ts';

const base = { id: 'd', name: 'Deal', from: null, to: null, source: null, seenOn: '2026-11-20' };
const claim = {
  ...base,
  shops: null,
  parts: null,
  form: 'cash' as const,
  payoutDays: 60,
  chance: null,
  currency: 'EUR',
};
const CODE: Deal = {
  ...base,
  kind: 'code',
  shop: 's',
  code: 'TEN',
  off: { kind: 'amount', minor: 1000 },
  minSpendMinor: 12_000,
  parts: null,
  slots: ['case'],
  stacks: true,
  usesLeft: 1,
};

describe('a deal in words', () => {
  it.each([
    ['enter TEN: €10.00 off, from €120.00 of goods, on some parts, beside other codes, 1 left', CODE],
    [
      'enter TEN: 7.5 % off',
      {
        ...CODE,
        off: { kind: 'percent', percent: 7.5 },
        minSpendMinor: 0,
        slots: null,
        stacks: false,
        usesLeft: null,
      },
    ],
    [
      'enter TEN: €10.00 off, used up',
      { ...CODE, minSpendMinor: 0, slots: null, stacks: false, usesLeft: 0 },
    ],
    [
      '5 % off, by itself',
      { ...base, kind: 'instant', shop: 's', parts: ['p'], off: { kind: 'percent', percent: 5 } },
    ],
    [
      '€7.00 off for 2 parts in one order',
      { ...base, kind: 'combo', shop: 's', parts: ['p', 'q'], offMinor: 700 },
    ],
    [
      'a mouse mat comes with it',
      { ...base, kind: 'gift', shop: 's', parts: ['p'], gift: { part: null, text: 'a mouse mat' } },
    ],
    [
      '€20.00 back, posted within 30 days, 1 a household, after about 60 days',
      {
        ...claim,
        kind: 'rebate',
        amountMinor: 2000,
        postmarkDays: 30,
        postmarkBy: null,
        householdLimit: 1,
        papers: [],
      },
    ],
    [
      '€20.00 back, posted by 31 Dec 2026, after about 60 days',
      {
        ...claim,
        kind: 'rebate',
        amountMinor: 2000,
        postmarkDays: null,
        postmarkBy: '2026-12-31',
        householdLimit: null,
        papers: [],
      },
    ],
    [
      '2 % back after about 60 days, €3.00 more for a review',
      { ...claim, kind: 'cashback', off: { kind: 'percent', percent: 2 }, reviewExtraMinor: 300 },
    ],
  ] as readonly (readonly [string, Deal])[])('%s', (words, deal) =>
    expect(dealWords(deal, 'EUR')).toBe(words),
  );
  it('says where its window stands, both ends counted', () => {
    const at = (day: string) => windowWords({ ...CODE, from: '2026-11-20', to: '2026-11-25' }, day);
    expect(['2026-11-19', '2026-11-20', '2026-11-25', '2026-11-26'].map((day) => at(day).state)).toEqual([
      'before',
      'open',
      'last',
      'past',
    ]);
    expect(at('2026-11-19').words).toBe('from 20 Nov 2026');
    expect(at('2026-11-21').words).toBe('until 25 Nov 2026');
    expect(at('2027-01-03').words).toBe('past since 25 Nov 2026');
    expect(windowWords(CODE, '2026-11-20').words).toBe('no last day');
  });
  it('sums are typed in major units of the currency', () => {
    expect([toMinor(12.5, 'EUR'), toMinor(1299, 'JPY'), toMinor(1.005, 'KWD')]).toEqual([1250, 1299, 1005]);
  });
});
