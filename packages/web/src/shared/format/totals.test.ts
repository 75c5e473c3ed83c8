import { cents } from '@ripe-pick/core';
import type { Cost } from '@ripe-pick/core/money';
import { describe, expect, it } from 'vitest';
import { asideOf, totalsOf } from './totals.ts';

const cost = (change: Partial<Cost>): Cost => ({
  dueNow: cents(50_000),
  expected: cents(50_000),
  after: cents(50_000),
  counted: cents(50_000),
  lines: [],
  backs: [],
  aside: [],
  orders: [],
  unpriced: [],
  ...change,
});

describe('the three totals in words', () => {
  it('say one figure where all three are the same', () => {
    expect(totalsOf(cost({}), 'strict', 'EUR')).toEqual({
      counted: '€500.00',
      words: 'due at checkout',
      others: '',
    });
  });
  it('keep the other two in sight, whichever the school counts', () => {
    const some = cost({ expected: cents(49_000), after: cents(48_000) });
    expect(totalsOf(some, 'strict', 'EUR').others).toBe(
      '€490.00 expected after rebates, €480.00 after all rebates',
    );
    expect(totalsOf(some, 'after', 'EUR')).toEqual({
      counted: '€480.00',
      words: 'after all rebates',
      others: '€500.00 due at checkout, €490.00 expected after rebates',
    });
  });
  it('name what stands aside', () => {
    const some = cost({
      aside: [
        { kind: 'risk', slot: 'gpu', part: 'a', amount: cents(700) },
        { kind: 'sale', slot: null, part: 'b', amount: cents(-1200) },
        { kind: 'beside', slot: null, part: 'Screen', amount: cents(9900) },
      ],
    });
    expect(asideOf(some)).toEqual({ kept: 700, sold: 1200, besides: 9900 });
    expect(totalsOf(some, 'strict', 'EUR').others).toBe(
      '€7.00 reserve for used parts, €12.00 from parts to sell, €99.00 for what comes beside it',
    );
  });
});
