import { describe, expect, it } from 'vitest';
import { costOf, priceIndexOf, usableOffers } from '../money/index.ts';
import type { Deal, Offer, Picks } from '../parts/index.ts';
import { BRIEF, CATALOGUE, OFFERS } from '../test/fixtures.ts';
import { addMonths } from '../units/index.ts';
import {
  arrived,
  cashFlow,
  deadlinesOf,
  NEXT,
  payoutDay,
  plannedOrders,
  reprice,
  slipsFor,
  stepClaim,
  versionLines,
  waitsFor,
  withFoundLists,
  type ClaimState,
} from './index.ts';
import type { PricedVersion, ShopOrder, RebateClaim } from './types.ts';
import { householdOf } from './claims.ts';

const SLIP: RebateClaim = {
  id: 'a',
  order: null,
  deal: 'd',
  name: 'Twenty back',
  part: 'gpu',
  partName: 'Maker Graphics card',
  kind: 'rebate',
  currency: 'EUR',
  faceMinor: 2000,
  expectedMinor: 1306,
  form: 'card',
  payoutDays: 70,
  lastPurchase: '2026-11-30',
  sendBy: '2026-12-20',
  boughtOn: null,
  remindDays: 7,
  papers: [{ name: 'receipt', have: false }],
  state: 'eligible',
  sentOn: null,
  paidOn: null,
  paidMinor: null,
};
const whole: RebateClaim = { ...SLIP, papers: [{ name: 'receipt', have: true }] };
const step = (slip: RebateClaim, to: ClaimState, on: string, paidMinor?: number): RebateClaim => {
  const next = stepClaim(slip, to, paidMinor === undefined ? { on } : { on, paidMinor });
  if (typeof next === 'string') throw new Error(next);
  return next;
};

describe('a slip', () => {
  it('goes from eligible to paid, keeping its days and what was paid', () => {
    const bought = step(whole, 'bought', '2026-11-20');
    const sent = step(bought, 'sent', '2026-11-25');
    const paid = step(step(sent, 'approved', '2026-12-10'), 'paid', '2027-02-01', 1950);
    expect([paid.boughtOn, paid.sentOn, paid.paidOn, paid.paidMinor]).toEqual([
      '2026-11-20',
      '2026-11-25',
      '2027-02-01',
      1950,
    ]);
    expect(payoutDay(sent)).toBe('2027-02-03');
  });
  it('refuses every step that its state does not lead to', () => {
    const states = Object.keys(NEXT) as ClaimState[];
    for (const from of states)
      for (const to of states) {
        const next = stepClaim({ ...whole, state: from }, to, { on: '2026-11-20' });
        expect(typeof next !== 'string').toBe(NEXT[from].includes(to));
      }
  });
  it('holds its days: the last one counts, the one after does not', () => {
    expect(typeof stepClaim(whole, 'bought', { on: '2026-11-30' })).toBe('object');
    expect(stepClaim(whole, 'bought', { on: '2026-12-01' })).toContain('30 Nov 2026');
    const bought = { ...whole, state: 'bought' as const };
    expect(typeof stepClaim(bought, 'sent', { on: '2026-12-20' })).toBe('object');
    expect(stepClaim(bought, 'sent', { on: '2026-12-21' })).toContain('20 Dec 2026');
    expect(stepClaim({ ...SLIP, state: 'bought' }, 'sent', { on: '2026-12-01' })).toContain('receipt');
  });
  it('says what it waits for, and when that is soon or late', () => {
    const at = (slip: RebateClaim, today: string) => {
      const { what, left, urgency } = waitsFor(slip, today);
      return [what, left, urgency];
    };
    expect(at(SLIP, '2026-11-20')).toEqual(['buy', 10, 'none']);
    expect(at(SLIP, '2026-11-23')).toEqual(['buy', 7, 'soon']);
    expect(at({ ...SLIP, state: 'bought' }, '2026-12-21')).toEqual(['papers', -1, 'late']);
    expect(at({ ...whole, state: 'bought' }, '2026-12-20')).toEqual(['send', 0, 'soon']);
    expect(at({ ...whole, state: 'paid' }, '2026-12-20')).toEqual(['nothing', null, 'none']);
  });
  it('comes from what a purchase makes claimable', () => {
    const deal: Deal = {
      id: 'd',
      kind: 'rebate',
      name: 'Twenty back',
      from: null,
      to: '2026-11-30',
      source: null,
      seenOn: '2026-11-20',
      shops: null,
      parts: ['gpu'],
      form: 'card',
      payoutDays: 70,
      chance: null,
      amountMinor: 2000,
      currency: 'EUR',
      postmarkDays: 30,
      postmarkBy: null,
      householdLimit: 1,
      papers: ['receipt'],
    };
    const cost = costOf(
      { gpu: { part: 'gpu', offer: 'gpu.near' } },
      priceIndexOf({ ...CATALOGUE, deals: [deal] }, BRIEF),
    );
    expect(slipsFor(cost, [deal], 'EUR', () => 'Maker Graphics card')).toEqual(
      [SLIP].map(({ id: _, order: _order, ...rest }) => rest),
    );
  });
  it('uses up the household’s limit once bought, and teaches how often claims are paid', () => {
    const all = (['eligible', 'bought', 'sent', 'paid', 'refused', 'missed'] as const).map((state, n) => ({
      ...SLIP,
      id: `${n}`,
      state,
    }));
    expect(householdOf(all)).toEqual({
      used: [{ deal: 'd', times: 3 }],
      filed: 3,
      missed: 1,
      paid: 1,
      refused: 1,
    });
  });
});

const ORDER: ShopOrder = {
  id: 'o',
  candidate: 'first',
  shop: 'Near',
  number: '17',
  placedOn: '2026-11-20',
  expectedOn: '2026-11-23',
  currency: 'EUR',
  codes: [],
  lines: [
    {
      slot: 'gpu',
      part: 'gpu',
      name: 'Maker Graphics card',
      plannedMinor: 23_000,
      paidMinor: 22_900,
      backMinor: null,
      reserveMinor: 0,
      state: 'ordered',
      arrivedOn: null,
      returnBy: null,
      warrantyUntil: null,
      serial: '',
    },
    {
      slot: 'case',
      part: 'case',
      name: 'Maker Case',
      plannedMinor: 4000,
      paidMinor: null,
      backMinor: null,
      reserveMinor: 0,
      state: 'cancelled',
      arrivedOn: null,
      returnBy: null,
      warrantyUntil: null,
      serial: '',
    },
  ],
};

describe('cash flow', () => {
  it('adds up what went out, came back and is expected, by day', () => {
    const sent = step(step(whole, 'bought', '2026-11-20'), 'sent', '2026-11-25');
    const paid: RebateClaim = { ...whole, id: 'p', state: 'paid', paidOn: '2026-11-22', paidMinor: 500 };
    const { days, undated } = cashFlow(
      [ORDER],
      [sent, paid, { ...whole, state: 'refused' }, { ...whole, sendBy: null }],
      'EUR',
    );
    expect(days.map(({ day, out, back, due, sum }) => [day, out, back, due, sum])).toEqual([
      ['2026-11-20', 22_900, 0, 0, -22_900],
      ['2026-11-22', 0, 500, 0, -22_400],
      ['2027-02-03', 0, 0, 1306, -21_094],
    ]);
    expect(undated).toBe(1306);
  });
});

describe('deadlines', () => {
  it('are those that are still ahead: arrival, return, warranty, purchase, postmark, payout, readiness', () => {
    const line = arrived({ ...ORDER.lines[0], serial: 'S-1' }, '2026-11-23', 14, 24);
    const list = deadlinesOf(
      [SLIP, { ...whole, id: 'b', state: 'sent', sentOn: '2026-11-25' }],
      [ORDER, { ...ORDER, id: 'q', lines: [line] }],
      { name: 'Seat', readyBy: '2026-12-11' },
    );
    expect(list.map(({ day, kind }) => [day, kind])).toEqual([
      ['2026-11-23', 'arrival'],
      ['2026-11-30', 'buy'],
      ['2026-12-07', 'return'],
      ['2026-12-11', 'ready'],
      ['2026-12-20', 'send'],
      ['2027-02-03', 'payout'],
      ['2028-11-23', 'warranty'],
    ]);
    expect(new Set(list.map((each) => each.uid)).size).toBe(list.length);
  });
  it('months end where the month ends', () => {
    expect([
      addMonths('2026-01-31', 1),
      addMonths('2028-01-31', 1),
      addMonths('2026-11-30', 3),
      addMonths('2028-02-29', 12),
    ]).toEqual(['2026-02-28', '2028-02-29', '2027-02-28', '2029-02-28']);
  });
});

describe('a basket as orders', () => {
  const lot = (part: string, priceMinor: number): Offer => ({
    ...OFFERS[0],
    id: `${part}.lot`,
    part,
    shop: 'stalls',
    priceMinor,
    shippingMinor: 300,
    condition: 'used',
    lot: 'l',
  });
  const offers = [...OFFERS, lot('cpu', 7000), lot('motherboard', 4000)];
  const code: Deal = {
    id: 'c',
    kind: 'code',
    name: 'Ten off',
    from: null,
    to: null,
    source: null,
    seenOn: '2026-11-20',
    shop: 'near',
    code: 'TEN',
    off: { kind: 'amount', minor: 1000 },
    minSpendMinor: 0,
    parts: null,
    slots: null,
    stacks: false,
    usesLeft: null,
  };
  const market = priceIndexOf({ ...CATALOGUE, offers, deals: [code] }, BRIEF);
  const picks: Picks = {
    cpu: { part: 'cpu', offer: 'cpu.lot' },
    gpu: { part: 'gpu', offer: 'gpu.near' },
    memory: { part: 'memory', offer: 'memory.near' },
  };
  it('has one for each shop and one for a lot, with the codes to enter; all lines are in one of them', () => {
    const cost = costOf(picks, market);
    const orders = plannedOrders(cost, market, (part) => part);
    expect(orders.map((order) => [order.at, order.codes, order.lines.length])).toEqual([
      ['stalls', [], 4],
      ['near', ['TEN'], 3],
    ]);
    const sum = orders.flatMap((order) => order.lines).reduce((total, line) => total + line.plannedMinor, 0);
    expect(sum).toBe(cost.dueNow);
  });
});

describe('an old list at today’s prices', () => {
  it('says what is dearer, cheaper, elsewhere and gone, and adds up anew', () => {
    const market = priceIndexOf(CATALOGUE, BRIEF);
    const picks: Picks = {
      cpu: { part: 'cpu', offer: 'cpu.near' },
      gpu: { part: 'gpu', offer: 'gpu.near' },
      memory: { part: 'memory', offer: 'memory.near' },
    };
    const cost = costOf(picks, market);
    const version: PricedVersion = {
      id: 'v',
      kind: 'planned',
      name: 'As planned',
      found: null,
      on: '2026-11-20',
      currency: 'EUR',
      dueNowMinor: cost.dueNow,
      lines: versionLines(picks, cost, market, (part) => part),
    };
    const offers: Offer[] = [
      { ...OFFERS[0], priceMinor: 13_000 },
      { ...OFFERS[3], id: 'gpu.other', priceMinor: 22_000 },
    ];
    const again = reprice(version, priceIndexOf({ ...CATALOGUE, offers }, BRIEF));
    expect(again.lines.map((line) => [line.slot, line.what, line.then, line.now])).toEqual([
      ['cpu', 'dearer', 12_000, 13_000],
      ['memory', 'gone', 4500, null],
      ['gpu', 'elsewhere', 23_000, 22_000],
    ]);
    expect(again.change).toBe(35_000 - 39_500);
    expect(reprice(version, market).change).toBe(0);
  });
});

describe('a list found elsewhere', () => {
  const list: PricedVersion = {
    id: 'seen',
    kind: 'found',
    name: 'A list of last week',
    on: '2026-11-13',
    currency: 'EUR',
    dueNowMinor: 33_990,
    lines: [
      { slot: 'cpu', part: 'cpu', name: 'cpu', offer: 'found-seen-cpu', shop: '', priceMinor: 11_500 },
      { slot: 'gpu', part: 'gpu', name: 'gpu', offer: 'found-seen-gpu', shop: '', priceMinor: 22_000 },
    ],
    found: { chargesMinor: 490, backs: [{ slot: 'gpu', kind: 'rebate', minor: 2000 }] },
  };
  const market = priceIndexOf(withFoundLists(CATALOGUE, [list]), BRIEF);
  const picks: Picks = {
    cpu: { part: 'cpu', offer: 'found-seen-cpu' },
    gpu: { part: 'gpu', offer: 'found-seen-gpu' },
  };
  it('costs as a candidate what it says, whatever deals there are here', () => {
    // 115.00 + 220.00 + 4.90 for shipping; 20.00 come back.
    const cost = costOf(picks, market);
    expect([cost.dueNow, cost.after]).toEqual([33_990, 31_990]);
    expect(cost.unpriced).toEqual([]);
  });
  it('is proposed by no search: its prices are not for sale', () => {
    for (const part of ['cpu', 'gpu'])
      expect(usableOffers(market, BRIEF, part).some(({ id }) => id.startsWith('found-'))).toBe(false);
  });
  it('is priced anew at what its parts cost now', () => {
    const again = reprice(list, market);
    expect(again.lines.map(({ slot, then }) => [slot, then])).toEqual([
      ['cpu', 11_500],
      ['gpu', 22_000],
    ]);
    for (const { then, now, what } of again.lines)
      expect(what).toBe(now === then ? 'same' : (now ?? 0) > (then ?? 0) ? 'dearer' : 'cheaper');
  });
});
