import { cents } from '@ripe-pick/core';
import type { Cost, CostLine } from '@ripe-pick/core/money';
import type { Brief } from '@ripe-pick/core/parts';
import { describe, expect, it } from 'vitest';
import { roomIn, segmentsOf } from './ruler.ts';

const line = (kind: CostLine['kind'], slot: CostLine['slot'], amount: number): CostLine => ({
  kind,
  slot,
  part: null,
  offer: null,
  shop: null,
  deal: null,
  amount: cents(amount),
  stated: { minor: amount, currency: 'EUR' },
});

const costWith = (lines: readonly CostLine[], total: number, more: Partial<Cost> = {}): Cost => ({
  lines,
  dueNow: cents(total),
  expected: cents(total),
  after: cents(total),
  counted: cents(total),
  backs: [],
  aside: [],
  orders: [],
  unpriced: [],
  ...more,
});

describe('the budget ruler', () => {
  it('lays picks end to end in slot order, shipping last, up to the very total', () => {
    const lines = [
      line('shipping', null, 490),
      line('part', 'gpu', 20000),
      line('part', 'cpu', 12000),
      line('shipping', 'gpu', 590),
      line('owned', 'case', 0),
    ];
    const cost = costWith(lines, 33080);
    const segments = segmentsOf(cost);
    expect(segments.map((each) => each.slot)).toEqual(['cpu', 'gpu', 'shipping']);
    expect(segments[0].from).toBe(0);
    for (let n = 1; n < segments.length; n++) expect(segments[n].from).toBe(segments[n - 1].to);
    expect(segments.at(-1)?.to).toBe(cost.dueNow);
  });
  it('shares what comes off an order, keeps risk beyond the till, and marks what may come back', () => {
    const at = (kind: CostLine['kind'], slot: CostLine['slot'], amount: number) => ({
      ...line(kind, slot, amount),
      shop: 'near',
    });
    const lines = [
      at('part', 'gpu', 20_000),
      at('instant', 'gpu', -1000),
      at('part', 'case', 5000),
      at('code', null, -1001),
      at('tax', null, 19),
    ];
    const items = [{ slot: 'gpu' }, { slot: 'case' }] as unknown as Cost['orders'][number]['items']; // the ruler reads slots alone
    const settled = { combos: [], codes: [], fee: null, extra: 0 };
    const backs = [{ slot: 'gpu', face: cents(2000) }] as unknown as Cost['backs']; // and the face
    const aside = [{ kind: 'risk' as const, slot: 'gpu' as const, part: 'gpu', amount: cents(300) }];
    const cost = costWith(lines, 23_018, { orders: [{ shop: 'near', items, settled }], backs, aside });
    const segments = segmentsOf(cost);
    expect(segments.map((each) => each.slot)).toEqual(['gpu', 'case', 'shipping', 'risk']);
    expect(segments[2].to).toBe(cost.dueNow);
    expect(segments[3].to).toBe(cost.dueNow + 300);
    expect(segments.map((each) => each.back)).toEqual([2000, 0, 0, 0]);
  });
});

describe('what is left of the sum', () => {
  const room = (total: number, allowedOverMinor = 0) =>
    roomIn(total, { budgetMinor: 50_000, allowedOverMinor, currency: 'EUR' } as Brief['money']);
  it('says what is left, and what is over', () => {
    expect(room(49_000)).toEqual({ state: 'left', words: '€10.00 left' });
    expect(room(50_000).words).toBe('€0.00 left');
    expect(room(51_457)).toEqual({ state: 'over', words: '€14.57 over' });
  });
  it('lets what is allowed hide no overrun', () => {
    expect(room(51_457, 2000)).toEqual({
      state: 'allowed',
      words: '€14.57 over, within the allowed €20.00',
    });
    expect(room(52_100, 2000)).toEqual({
      state: 'over',
      words: '€21.00 over, €1.00 beyond what is allowed over',
    });
  });
});
