import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Brief, Cashback, Catalogue, Deal, Offer, Picks, Rebate } from '../parts/index.ts';
import { BRIEF, CATALOGUE, OFFERS, SHOPS } from '../test/fixtures.ts';
import { addDays, dateOf, dayAt, dayNumber, daysBetween } from '../units/index.ts';
import { expectedWorth, filingChance, learntHabits, sendByOf } from './claims.ts';
import { costOf, type Cost } from './cost.ts';
import { offMinor, whyNotCounted, windowAt } from './deal-window.ts';
import { priceIndexOf } from './price-index.ts';
import { breakEvenPrice, newCost, usedCost } from './used-risk.ts';

const base = { id: 'deal', name: 'Deal', from: null, to: null, source: null, seenOn: '2026-11-20' };
const REBATE: Rebate = {
  ...base,
  kind: 'rebate',
  shops: null,
  parts: ['gpu'],
  form: 'card',
  payoutDays: 70,
  chance: null,
  amountMinor: 2000,
  currency: 'EUR',
  postmarkDays: 30,
  postmarkBy: null,
  householdLimit: null,
  papers: [],
};
const habits = BRIEF.money.claimHabits;
const cost = (
  picks: Picks,
  deals: readonly Deal[],
  change: { brief?: Partial<Brief>; catalogue?: Partial<Catalogue> } = {},
): Cost =>
  costOf(picks, priceIndexOf({ ...CATALOGUE, deals, ...change.catalogue }, { ...BRIEF, ...change.brief }));
const pick = (part: string, offer = `${part}.near`) => ({ part, offer });
const CARD: Picks = { gpu: pick('gpu') };

describe('what a claim is expected to bring (values from a worked example of the chosen formula)', () => {
  const worth = (form: Rebate['form'], daysLeft = 60) =>
    expectedWorth(
      2000,
      { ...REBATE, form },
      habits,
      filingChance(habits.fileChance, addDays('2026-11-20', daysLeft), '2026-11-20'),
    );
  it.each([
    ['card', 60, 1306],
    ['cash', 60, 1457],
    ['credit', 60, 1155],
    ['card', 3, 560],
    ['card', 0, 0],
    ['card', -1, 0],
  ] as const)('20.00 as %s with %i days left: %i', (form, days, minor) => {
    expect(worth(form, days)).toBe(minor);
  });
  it('agrees with a simulation of 400 000 claims within half a per cent', () => {
    let seed = 7;
    const random = () => (seed = (Math.imul(seed, 1_664_525) + 1_013_904_223) >>> 0) / 2 ** 32;
    let sum = 0;
    for (let n = 0; n < 400_000; n++) {
      if (random() >= habits.fileChance) continue;
      sum -= habits.costMinor;
      if (random() < habits.acceptChance) sum += 2000 * 0.9 * Math.pow(1.08, -70 / 365);
    }
    expect(Math.abs(sum / 400_000 / 1306 - 1)).toBeLessThan(0.005);
  });
  it('never exceeds the face and never falls below nothing, and falls as the deadline nears', () => {
    let last = 0;
    for (let days = 0; days <= 30; days++) {
      const now = worth('cash', days);
      expect(now).toBeGreaterThanOrEqual(last);
      expect(now).toBeLessThanOrEqual(2000);
      last = now;
    }
    expect(expectedWorth(50, REBATE, habits, 0.85)).toBe(0);
  });
  it('learns from outcomes: nothing yet is the prior, many outcomes win', () => {
    expect(learntHabits(habits, { filed: 0, missed: 0, paid: 0, refused: 0 })).toEqual({
      fileChance: 0.85,
      acceptChance: 0.9,
    });
    expect(learntHabits(habits, { filed: 90, missed: 0, paid: 10, refused: 80 }).fileChance).toBeCloseTo(
      0.985,
      3,
    );
    expect(learntHabits(habits, { filed: 90, missed: 0, paid: 10, refused: 80 }).acceptChance).toBeCloseTo(
      0.19,
      3,
    );
  });
});

describe('days', () => {
  it('a window’s first and last day both count', () => {
    const window = { from: '2026-11-20', to: '2026-11-25' };
    expect(
      ['2026-11-19', '2026-11-20', '2026-11-25', '2026-11-26'].map((day) => windowAt(window, day)),
    ).toEqual(['before', 'open', 'open', 'past']);
  });
  it('why a deal is in no total: its window first, then what is left of it, then this household', () => {
    const day = '2026-11-20';
    expect(whyNotCounted({ ...REBATE, from: '2026-11-21' }, day, 5)).toBe('before');
    expect(whyNotCounted({ ...REBATE, to: '2026-11-19' }, day, 5)).toBe('past');
    expect([0, 1, 2].map((times) => whyNotCounted({ ...REBATE, householdLimit: 2 }, day, times))).toEqual([
      'noOrder',
      'noOrder',
      'claimed',
    ]);
    expect(whyNotCounted(REBATE, day, 99)).toBe('noOrder');
    const code = {
      ...base,
      kind: 'code',
      shop: 'near',
      code: 'X',
      off: { kind: 'amount', minor: 1 },
    } as const;
    const left = (usesLeft: number | null): Deal => ({
      ...{ ...code, usesLeft, minSpendMinor: 0, parts: null, slots: null, stacks: false },
    });
    expect([left(0), left(1), left(null)].map((deal) => whyNotCounted(deal, day, 0))).toEqual([
      'usedUp',
      'noOrder',
      'noOrder',
    ]);
  });
  it('counts over a leap day and over clock changes', () => {
    expect(addDays('2028-02-28', 1)).toBe('2028-02-29');
    expect(addDays('2028-02-01', 30)).toBe('2028-03-02');
    expect(addDays('2027-02-01', 30)).toBe('2027-03-03');
    expect(daysBetween('2026-10-24', '2026-10-26')).toBe(2);
    expect(sendByOf(REBATE, '2028-01-30')).toBe('2028-02-29');
    expect(() => dayNumber('2027-02-29')).toThrow('2027-02-29');
  });
  it('agree with the language’s own calendar over four centuries', () => {
    for (let day = -60_000; day < 90_000; day += 7)
      expect(dateOf(day)).toBe(new Date(day * 86_400_000).toISOString().slice(0, 10));
    for (const date of ['1999-12-31', '2000-02-29', '2026-11-20', '2100-03-01'])
      expect(dateOf(dayNumber(date))).toBe(date);
  });
  it('a moment belongs to the day of its place', () => {
    const moment = new Date('2026-11-30T23:30:00Z');
    expect(dayAt(moment, 'UTC')).toBe('2026-11-30');
    expect(dayAt(moment, 'Europe/Stockholm')).toBe('2026-12-01');
    expect(dayAt(moment, 'America/New_York')).toBe('2026-11-30');
  });
  it('the earlier of both postmark rules counts', () => {
    expect(sendByOf({ ...REBATE, postmarkBy: '2026-12-01' }, '2026-11-20')).toBe('2026-12-01');
    expect(sendByOf({ ...REBATE, postmarkBy: '2026-12-31' }, '2026-11-20')).toBe('2026-12-20');
    expect(sendByOf({ ...REBATE, postmarkDays: null }, '2026-11-20')).toBeNull();
  });
});

describe('rebates at their edges', () => {
  const backs = (change: Partial<Rebate>, brief: Partial<Brief> = {}, catalogue: Partial<Catalogue> = {}) =>
    cost(CARD, [{ ...REBATE, ...change }], { brief, catalogue }).backs.map((back) => back.face);
  it.each([
    ['on the last day', { to: '2026-11-20' }, [2000]],
    ['the day after it', { to: '2026-11-19' }, []],
    ['on the first day', { from: '2026-11-20' }, [2000]],
    ['the day before it', { from: '2026-11-21' }, []],
    ['at a shop that qualifies', { shops: ['near'] }, [2000]],
    ['at one that does not', { shops: ['far'] }, []],
    ['for another part', { parts: ['motherboard'] }, []],
    ['for any part', { parts: null }, [2000]],
    ['with papers that come too late', { postmarkDays: null, postmarkBy: '2026-11-19' }, []],
    ['in a currency without a rate', { currency: 'USD' }, []],
    ['in kronor', { amountMinor: 10_000, currency: 'SEK' }, [900]],
    ['that is more than the price', { amountMinor: 99_999 }, [23_000]],
  ] as const)('a purchase %s', (_, change, faces) => expect(backs(change)).toEqual(faces));
  it('is judged by the day of the purchase, not by today', () => {
    expect(backs({ to: '2026-11-25' }, { dates: { buyOn: '2026-11-25', readyBy: null } })).toEqual([2000]);
    expect(backs({ to: '2026-11-25' }, { dates: { buyOn: '2026-11-26', readyBy: null } })).toEqual([]);
    expect(backs({ from: '2026-11-25' }, { dates: { buyOn: '2026-11-25', readyBy: null } })).toEqual([2000]);
  });
  it('stops when the household has claimed as often as it may', () => {
    const used = (times: number): Partial<Brief> => ({
      money: { ...BRIEF.money, claimHabits: { ...habits, used: [{ deal: 'deal', times }] } },
    });
    expect(backs({ householdLimit: 2 }, used(1))).toEqual([2000]);
    expect(backs({ householdLimit: 2 }, used(2))).toEqual([]);
    // Two parts qualify, one claim is left.
    const two = cost({ gpu: pick('gpu'), motherboard: pick('motherboard') }, [
      { ...REBATE, parts: null, householdLimit: 1 },
    ]);
    expect(two.backs).toHaveLength(1);
    // One that names no parts is for the purchase, not for each part of it.
    const all = { gpu: pick('gpu'), motherboard: pick('motherboard') };
    expect(cost(all, [{ ...REBATE, parts: null }]).backs.map(({ face }) => face)).toEqual([2000]);
    expect(cost(all, [{ ...REBATE, parts: ['gpu', 'motherboard'] }]).backs).toHaveLength(2);
  });
  it('never counts for used parts', () => {
    const offers: Offer[] = [...OFFERS, { ...OFFERS[3], id: 'gpu.stall', shop: 'stalls', condition: 'used' }];
    expect(cost({ gpu: pick('gpu', 'gpu.stall') }, [REBATE], { catalogue: { offers } }).backs).toEqual([]);
  });
  it('counts by the school, and the three totals stay in order', () => {
    for (const costBasis of ['strict', 'expected', 'after'] as const) {
      const found = cost(CARD, [REBATE], { brief: { money: { ...BRIEF.money, costBasis } } });
      expect([found.dueNow, found.expected, found.after]).toEqual([23_000, 23_000 - 1306, 21_000]);
      expect(found.counted).toBe({ strict: 23_000, expected: 21_694, after: 21_000 }[costBasis]);
    }
  });
});

describe('what comes off at checkout', () => {
  const lines = (picks: Picks, deals: readonly Deal[], change = {}) =>
    cost(picks, deals, change).lines.map((line) => [line.kind, line.amount]);
  const code = (change: object): Deal => ({
    ...base,
    kind: 'code',
    shop: 'near',
    code: 'X',
    off: { kind: 'amount', minor: 1000 },
    minSpendMinor: 0,
    parts: null,
    slots: null,
    stacks: false,
    usesLeft: null,
    ...change,
  });
  it('an instant discount comes by itself, and does not lower what counts for free sending', () => {
    const deal: Deal = {
      ...base,
      kind: 'instant',
      shop: 'near',
      parts: ['cpu'],
      off: { kind: 'percent', percent: 20 },
    };
    expect(lines({ cpu: pick('cpu') }, [deal])).toEqual([
      ['part', 12_000],
      ['instant', -2400],
    ]);
  });
  it('a code needs its minimum, its part and a use that is left', () => {
    const dueNow = (change: object) => cost({ cpu: pick('cpu') }, [code(change)]).dueNow;
    expect(dueNow({})).toBe(11_000);
    expect(dueNow({ minSpendMinor: 12_000 })).toBe(11_000);
    expect(dueNow({ minSpendMinor: 12_001 })).toBe(12_000);
    expect(dueNow({ parts: ['gpu'] })).toBe(12_000);
    expect(dueNow({ slots: ['cpu'] })).toBe(11_000);
    expect(dueNow({ usesLeft: 0 })).toBe(12_000);
    expect(dueNow({ to: '2026-11-19' })).toBe(12_000);
  });
  it('one code an order unless they may be entered together', () => {
    const [a, b] = [code({ id: 'a' }), code({ id: 'b', off: { kind: 'percent', percent: 10 } })];
    expect(cost({ cpu: pick('cpu') }, [a, b]).dueNow).toBe(10_800);
    expect(cost({ cpu: pick('cpu') }, [{ ...a, stacks: true } as Deal, b]).dueNow).toBe(9800);
  });
  it('a combo that lowers an order below free sending is worth what is left of it', () => {
    const combo = (offMinor: number): Deal => ({
      ...base,
      kind: 'combo',
      shop: 'near',
      parts: ['memory', 'storage'],
      offMinor,
    });
    const picks = { memory: pick('memory'), storage: pick('storage'), cooler: pick('cooler') };
    expect(cost(picks, []).dueNow).toBe(10_500);
    // 105.00 less 6.00 is below 100.00: 5.00 for sending eats all but 1.00 of it.
    expect(cost(picks, [combo(600)]).dueNow).toBe(10_400);
    expect(cost(picks, [combo(500)]).dueNow).toBe(10_000);
    // Two that share no part: both would cost the free sending, one alone does not.
    const other: Deal = {
      ...base,
      id: 'b',
      kind: 'combo',
      shop: 'near',
      parts: ['cooler', 'network'],
      offMinor: 300,
    };
    const four = { ...picks, network: pick('network') };
    expect(cost(four, []).dueNow).toBe(12_000);
    expect(cost(four, [combo(1900), other]).dueNow).toBe(10_100);
  });
  it('a gift that is in the build costs nothing there', () => {
    const gift: Deal = {
      ...base,
      kind: 'gift',
      shop: 'near',
      parts: ['cpu'],
      gift: { part: 'cooler', text: 'cooler' },
    };
    expect(cost({ cpu: pick('cpu'), cooler: pick('cooler') }, [gift]).dueNow).toBe(12_000);
    expect(cost({ cooler: pick('cooler') }, [gift]).dueNow).toBe(3000);
  });
  it('fees by item and by weight, tax on top of all of it, each line converted by itself', () => {
    const [near, ...others] = SHOPS;
    const shops = [
      {
        ...near,
        taxAddedPercent: 19,
        shipping: {
          feeMinor: 300,
          freeFromMinor: null,
          perItemMinor: 50,
          byClassMinor: { small: 0, medium: 120, large: 700 },
        },
      },
      ...others,
    ];
    const found = cost({ cpu: pick('cpu'), gpu: pick('gpu') }, [], { catalogue: { shops } });
    // 120.00 + 230.00 goods, 3.00 + 2 × 0.50 + 1.20 sending; 19 % of each by itself.
    expect(found.lines.map((line) => [line.kind, line.amount])).toEqual([
      ['part', 12_000],
      ['part', 23_000],
      ['shipping', 520],
      ['tax', 2280 + 4370 + 57 + 20 + 23],
    ]);
  });
  it('cashback with more for a review', () => {
    const deal: Cashback = {
      ...base,
      kind: 'cashback',
      shops: ['near'],
      parts: null,
      form: 'cash',
      payoutDays: 30,
      chance: null,
      off: { kind: 'percent', percent: 2.5 },
      currency: 'EUR',
      reviewExtraMinor: 300,
    };
    expect(cost(CARD, [deal]).backs.map((back) => [back.kind, back.face])).toEqual([
      ['cashback', 575],
      ['review', 300],
    ]);
  });
  it('of a lot all is paid, whatever is used of it', () => {
    const lot = (part: string, priceMinor: number): Offer => ({
      ...OFFERS[0],
      id: `${part}.lot`,
      part,
      shop: 'stalls',
      priceMinor,
      shippingMinor: part === 'motherboard' ? 500 : 0,
      condition: 'used',
      lot: 'l',
    });
    const offers = [...OFFERS, lot('cpu', 7000), lot('motherboard', 4000)];
    const all = cost(
      { cpu: pick('cpu', 'cpu.lot'), motherboard: pick('motherboard', 'motherboard.lot') },
      [],
      { catalogue: { offers } },
    );
    const half = cost({ cpu: pick('cpu', 'cpu.lot') }, [], { catalogue: { offers } });
    expect([all.dueNow, half.dueNow]).toEqual([11_500, 11_500]);
    expect(half.lines.map((line) => line.kind)).toEqual(['part', 'lot', 'shipping']);
  });
  it('shares are rounded half up to a whole cent', () => {
    expect(offMinor({ kind: 'percent', percent: 12.5 }, 7990)).toBe(999);
    expect(offMinor({ kind: 'percent', percent: 0.5 }, 100)).toBe(1);
    expect(offMinor({ kind: 'percent', percent: 33.33 }, 100)).toBe(33);
    expect(offMinor({ kind: 'amount', minor: 500 }, 300)).toBe(300);
  });
});

describe('owned parts that are to be sold', () => {
  const money = { ...BRIEF.money, countSales: true };
  const owned = {
    owned: ['case'],
    ownedParts: [{ part: 'case', paidMinor: 5000, valueMinor: 1200, sell: true }],
  };
  it('count what they fetch when the build does without them, and only when the brief says so', () => {
    expect(cost(CARD, [], { brief: { ...owned, money } }).counted).toBe(23_000 - 1200);
    expect(cost(CARD, [], { brief: owned }).counted).toBe(23_000);
    const kept = cost({ gpu: pick('gpu'), case: { part: 'case', offer: null } }, [], {
      brief: { ...owned, money },
    });
    expect([kept.dueNow, kept.counted]).toEqual([23_000, 23_000]);
  });
});

describe('the risk of a used part (worked example in docs/models/used.md)', () => {
  const find = (good: number, rated: number, returnDays: number, priceMinor = 18_000) => ({
    priceMinor,
    shippingMinor: 800,
    grade: null,
    monthsOld: null,
    good,
    rated,
    returnDays,
  });
  it.each(
    readFileSync(new URL('../../../../docs/models/used.md', import.meta.url), 'utf8')
      .split('\n')
      .filter((line) => /^\| (none rated|\d+ of \d+)/.test(line))
      .map((line) =>
        line
          .split('|')
          .slice(1, -1)
          .map((cell) => cell.trim()),
      ),
  )('%s rated good, %s to send back: what the documents say, to the cent', (seller, back, ...figures) => {
    const [good, rated] = seller === 'none rated' ? [0, 0] : seller.split(' of ').map(Number);
    const f = find(good, rated, back === 'none' ? 0 : Number.parseInt(back, 10));
    const { cost: used, lines } = usedCost(f);
    const fair = breakEvenPrice(f, newCost(30_000));
    expect([...lines.map((line) => line.amount), used, newCost(30_000), fair]).toEqual(figures.map(Number));
    // The fair price is the last whole cent that costs no more than the new part.
    expect(usedCost({ ...f, priceMinor: fair }).cost).toBeLessThanOrEqual(newCost(30_000));
    expect(usedCost({ ...f, priceMinor: fair + 1 }).cost).toBeGreaterThanOrEqual(newCost(30_000));
  });
  it('its lines add up to the cost', () => {
    const { cost: sum, lines } = usedCost(find(3, 6, 0));
    expect(lines.reduce((total, line) => total + line.amount, 18_800)).toBe(sum);
  });
  it('rises with price and age, falls with a better record and with a way back', () => {
    const at = (change: object) => usedCost({ ...find(20, 25, 0), ...change }).cost;
    const rising = (list: readonly number[]) => list.every((value, n) => n === 0 || value > list[n - 1]);
    expect(rising([5000, 8000, 13_000, 20_000, 40_000].map((priceMinor) => at({ priceMinor })))).toBe(true);
    expect(rising([0, 6, 12, 24, 48, 96].map((monthsOld) => at({ monthsOld })))).toBe(true);
    expect(rising([25, 24, 20, 10, 0].map((good) => at({ good })))).toBe(true);
    expect(rising(['A', 'B', 'C'].map((grade) => at({ grade })))).toBe(true);
    expect(at({ returnDays: 14 })).toBeLessThan(at({ returnDays: 0 }));
  });
  it('is kept back from the sum when the brief says so, and the price paid stays the price', () => {
    const offers: Offer[] = [
      ...OFFERS,
      {
        ...OFFERS[3],
        id: 'gpu.stall',
        shop: 'stalls',
        priceMinor: 18_000,
        shippingMinor: 800,
        condition: 'used',
      },
    ];
    const at = (usedRisk: boolean) =>
      cost({ gpu: pick('gpu', 'gpu.stall') }, [], {
        catalogue: { offers },
        brief: { whereToBuy: { ...BRIEF.whereToBuy, usedRisk } },
      });
    expect([at(false).dueNow, at(false).counted]).toEqual([18_800, 18_800]);
    expect([at(true).dueNow, at(true).counted]).toEqual([18_800, 21_864]);
  });
});
