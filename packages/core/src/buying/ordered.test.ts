import { describe, expect, it } from 'vitest';
import { costOf } from '../money/index.ts';
import type { Picks } from '../parts/index.ts';
import { openSession } from '../session/index.ts';
import { BRIEF, CATALOGUE } from '../test/fixtures.ts';
import {
  briefWithOrders,
  claimsAfter,
  heldFor,
  lostOn,
  orderNotes,
  partsBought,
  picksAsKept,
  picksWithOrders,
  typedLines,
  withOrders,
} from './index.ts';
import type { LineState, OrderLine, RebateClaim, ShopOrder } from './types.ts';

const line = (
  slot: OrderLine['slot'],
  part: string | null,
  plannedMinor: number,
  more: Partial<OrderLine> = {},
): OrderLine => ({
  ...{ slot, part, name: part ?? 'Shipping', plannedMinor, paidMinor: null, backMinor: null },
  ...{ reserveMinor: 0, state: 'ordered', arrivedOn: null, returnBy: null, warrantyUntil: null, serial: '' },
  ...more,
});
const order = (id: string, lines: readonly OrderLine[], more: Partial<ShopOrder> = {}): ShopOrder => ({
  ...{ id, candidate: 'seat', shop: 'Near', number: '', placedOn: '2026-11-18', expectedOn: null },
  ...{ currency: 'EUR', codes: [], lines },
  ...more,
});
const [cpu, gpu, box] = (['cpu', 'gpu', 'case'] as const).map(
  (kind) => CATALOGUE.parts.find((part) => part.kind === kind)?.id ?? '',
);
const picks: Picks = { cpu: { part: cpu, offer: null }, gpu: { part: gpu, offer: null } };

/** What a candidate's orders and picks come to. */
function counted(orders: readonly ShopOrder[], claims: readonly RebateClaim[] = [], brief = BRIEF) {
  const held = heldFor(orders, 'seat');
  const session = openSession(withOrders(CATALOGUE, orders, claims), briefWithOrders(brief, held));
  return { held, session, cost: costOf(picksWithOrders(picks, held), session.priceIndex) };
}

describe('what is ordered', () => {
  it('counts at what it cost, shipping and codes shared by its parts to the cent', () => {
    // By hand: 133.00 + 119.99 + 3.95 − 15.00 = 241.94.
    const { cost } = counted([
      order('a', [
        line('cpu', cpu, 13_300),
        line('gpu', gpu, 11_999),
        line(null, null, 395),
        line(null, null, -1500),
      ]),
    ]);
    expect(cost.dueNow).toBe(24_194);
    expect(cost.lines.filter(({ kind }) => kind === 'part').map(({ amount }) => amount)).toEqual([
      13_300, 11_999,
    ]);
    expect(
      cost.lines.filter(({ kind }) => kind === 'charges').reduce((sum, each) => sum + each.amount, 0),
    ).toBe(395 - 1500);
    expect(cost.unpriced).toEqual([]);
  });

  it.each<[LineState, Partial<OrderLine>, number]>([
    // The card of 119.99 is given back; the processor of 133.00 and the shipping of 3.95 stay: 136.95, and what is lost.
    ['returned', {}, 13_695],
    ['returned', { backMinor: 11_000 }, 13_695 + 999],
    ['sold', { backMinor: 9000 }, 13_695 + 2999],
    ['cancelled', {}, 13_695],
    ['dead', {}, 13_695],
  ])('a card that is %s leaves its slot free, and %o of it counts', (state, more, sum) => {
    const { held, cost } = counted([
      order('a', [
        line('cpu', cpu, 13_300),
        line('gpu', gpu, 11_999, { state, ...more }),
        line(null, null, 395),
      ]),
    ]);
    expect(held.parts.map(({ slot }) => slot)).toEqual(['cpu']);
    expect(cost.unpriced).toEqual(['gpu']);
    expect(cost.dueNow).toBe(sum);
  });

  it('costs nothing any more when all of it was cancelled; a loss is carried by what is left', () => {
    const gone = order('a', [line('gpu', gpu, 11_999, { state: 'cancelled' }), line(null, null, 395)]);
    expect(lostOn([gone], 'seat')).toBe(0);
    const sold = order('b', [line('gpu', gpu, 11_999, { state: 'sold', backMinor: 10_000 })]);
    expect(lostOn([sold], 'seat')).toBe(1999);
    const rest = order('c', [line('cpu', cpu, 13_300)]);
    expect(lostOn([sold, rest], 'seat')).toBe(0);
    expect(counted([sold, rest]).cost.dueNow).toBe(15_299);
  });

  it('keeps back the risk of a used part until it has arrived', () => {
    const brief = { ...BRIEF, whereToBuy: { ...BRIEF.whereToBuy, usedRisk: true } };
    const used = (state: LineState) =>
      counted([order('a', [line('gpu', gpu, 9000, { reserveMinor: 600, state })])], [], brief);
    expect(used('ordered').cost.counted).toBe(9600);
    expect(used('arrived').cost.counted).toBe(9000);
  });

  it('counts as bought for other briefs until it is given back', () => {
    const states: LineState[] = ['ordered', 'arrived', 'dead', 'returned', 'cancelled', 'sold'];
    const lines = states.map((state) => line('gpu', state, 1, { state }));
    expect(partsBought([order('a', lines)])).toEqual(['ordered', 'arrived']);
  });

  it('is nobody else’s: another candidate’s orders hold nothing here', () => {
    const orders = [order('a', [line('cpu', cpu, 13_300)], { candidate: 'other' })];
    expect(heldFor(orders, 'seat').parts).toEqual([]);
    expect(counted(orders).cost.unpriced).toEqual(['cpu', 'gpu']);
  });

  it('is kept with the offer that was picked before it was ordered', () => {
    const orders = [order('a', [line('cpu', cpu, 13_300)])];
    const held = heldFor(orders, 'seat');
    const before: Picks = { cpu: { part: cpu, offer: 'an-offer' } };
    const now = picksWithOrders(before, held);
    expect(now.cpu?.offer).toBe('ordered-a-0');
    expect(picksAsKept(now, before, held)).toEqual(before);
    expect(picksAsKept(now, {}, held)).toEqual({ cpu: { part: cpu, offer: null } });
  });

  it('holds nothing where the catalogue has lost the part', () => {
    const orders = [order('a', [line('cpu', 'a part that is gone', 13_300)])];
    expect(counted(orders).session.brief.locks).toEqual([]);
  });

  it('is told where it does not go with the build: not in it, ordered twice, too late', () => {
    const orders = [
      order('a', [line('cpu', cpu, 13_300)], { expectedOn: '2026-12-20' }),
      order('b', [line('case', box, 4000)]),
      order('c', [line('case', box, 4500)], { placedOn: '2026-11-19' }),
    ];
    const notes = orderNotes(heldFor(orders, 'seat'), picks, '2026-12-11');
    expect(notes.map(({ kind, paidMinor }) => [kind, paidMinor])).toEqual([
      ['unused', 4500],
      ['spare', 4000],
      ['late', 13_300],
    ]);
  });
});

describe('claims of what is ordered', () => {
  const claim: RebateClaim = {
    ...{
      id: 'x',
      order: 'a',
      deal: 'd',
      name: 'Ten back',
      part: gpu,
      partName: 'Graphics card',
      kind: 'rebate',
    },
    ...{ currency: 'EUR', faceMinor: 1000, expectedMinor: 700, form: 'cash', payoutDays: 30 },
    ...{ lastPurchase: null, sendBy: null, boughtOn: null, remindDays: 7, papers: [], state: 'bought' },
    ...{ sentOn: null, paidOn: null, paidMinor: null },
  };
  const orders = [order('a', [line('gpu', gpu, 12_000)])];

  it('count at their chance until they are paid, then at what was paid, and no more when refused', () => {
    const totals = (state: RebateClaim['state'], paidMinor: number | null = null) => {
      const { dueNow, expected, after } = counted(orders, [{ ...claim, state, paidMinor }]).cost;
      return [dueNow, expected, after];
    };
    expect(totals('sent')).toEqual([12_000, 11_300, 11_000]);
    expect(totals('paid', 900)).toEqual([12_000, 11_100, 11_100]);
    expect(totals('refused')).toEqual([12_000, 12_000, 12_000]);
  });

  it('are gone when the part is cancelled, and missed when it went back', () => {
    expect(claimsAfter([claim], 'a', gpu, 'cancelled')).toEqual([]);
    expect(claimsAfter([claim], 'a', gpu, 'returned')[0].state).toBe('missed');
    expect(claimsAfter([claim], 'a', gpu, 'dead')).toEqual([claim]);
    expect(claimsAfter([claim], 'b', gpu, 'cancelled')).toEqual([claim]);
    // Of two equal parts one went back: the other's claim stands.
    const twins = [claim, { ...claim, id: 'y' }];
    expect(claimsAfter(twins, 'a', gpu, 'returned').map(({ state }) => state)).toEqual(['missed', 'bought']);
    expect(claimsAfter(twins, 'a', gpu, 'cancelled')).toHaveLength(1);
  });
});

describe('an order that is typed in', () => {
  it('puts three drives into their places, and keeps a fourth as paid without a place', () => {
    const drive = CATALOGUE.parts.find((part) => part.kind === 'storage');
    if (!drive) throw new Error('the fixtures have a drive');
    const lines = typedLines(
      [1, 2, 3, 4].map((minor) => ({ part: drive, minor: minor * 1000 })),
      { shipping: 400, off: 250 },
    );
    expect(lines.map(({ slot, name, paidMinor }) => [slot, name.split(' ')[0], paidMinor])).toEqual([
      ['storage', drive.brand, 1000],
      ['secondaryStorage', drive.brand, 2000],
      ['tertiaryStorage', drive.brand, 3000],
      [null, drive.brand, 4000],
      [null, 'Shipping', 400],
      [null, 'Discount', -250],
    ]);
    expect(typedLines([{ part: drive, minor: 1 }], { shipping: 0, off: 0 })).toHaveLength(1);
  });
});
