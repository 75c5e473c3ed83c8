import { cents } from '@ripe-pick/core';
import type { Cost, CostLine } from '@ripe-pick/core/money';
import { describe, expect, it } from 'vitest';
import { segmentsOf } from './ruler.ts';

const line = (kind: CostLine['kind'], slot: CostLine['slot'], amount: number): CostLine => ({
  kind,
  slot,
  part: null,
  offer: null,
  shop: null,
  amount: cents(amount),
  stated: { minor: amount, currency: 'EUR' },
});

describe('the budget ruler', () => {
  it('lays picks end to end in slot order, shipping last, up to the very total', () => {
    const lines = [
      line('shipping', null, 490),
      line('part', 'card', 20000),
      line('part', 'processor', 12000),
      line('shipping', 'card', 590),
      line('owned', 'case', 0),
    ];
    const cost: Cost = { lines, total: cents(33080), counted: cents(33080), unpriced: [] };
    const segments = segmentsOf(cost);
    expect(segments.map((each) => each.slot)).toEqual(['processor', 'card', 'shipping']);
    expect(segments[0].from).toBe(0);
    for (let n = 1; n < segments.length; n++) expect(segments[n].from).toBe(segments[n - 1].to);
    expect(segments.at(-1)?.to).toBe(cost.total);
  });
});
