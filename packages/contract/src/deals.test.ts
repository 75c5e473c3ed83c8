import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import {
  briefSchema,
  buyingSchema,
  catalogueFileSchema,
  catalogueOf,
  crossCheckCatalogue,
  dealSchema,
  workspaceSchema,
} from './index.ts';

const demo = (name: string): Record<string, unknown> =>
  JSON.parse(readFileSync(new URL(`../../demo/files/${name}`, import.meta.url), 'utf8')) as Record<
    string,
    unknown
  >;
const file = catalogueFileSchema.parse(demo('catalogue.json'));
const base = { id: 'd', name: 'Deal', seenOn: '2026-11-20' };
const code = { ...base, kind: 'code', shop: 's', code: 'TEN', off: { kind: 'amount', minor: 1000 } };
const rebate = { ...base, kind: 'rebate', amountMinor: 2000, currency: 'EUR' };

describe('what a deal may say', () => {
  it.each([
    ['a code with nothing but its sum', code],
    [
      'a code by share, on slots, for some uses',
      { ...code, off: { kind: 'percent', percent: 7.25 }, slots: ['gpu'], usesLeft: 3, stacks: true },
    ],
    ['a window of one day', { ...code, from: '2028-02-29', to: '2028-02-29' }],
    ['a combo of two', { ...base, kind: 'combo', shop: 's', parts: ['a', 'b'], offMinor: 1 }],
    ['a gift in words', { ...base, kind: 'gift', shop: 's', parts: ['a'], gift: { text: 'a mat' } }],
    ['a rebate anywhere', rebate],
    [
      'a rebate with both postmark rules',
      { ...rebate, postmarkDays: 0, postmarkBy: '2026-12-31', householdLimit: 1, papers: ['form'] },
    ],
    [
      'cashback with a review',
      {
        ...base,
        kind: 'cashback',
        currency: 'SEK',
        off: { kind: 'percent', percent: 100 },
        reviewExtraMinor: 5,
      },
    ],
  ])('%s is taken', (_, deal) => expect(dealSchema.safeParse(deal).success).toBe(true));
  it.each([
    ['no kind', { ...code, kind: 'voucher' }],
    ['nothing off', { ...code, off: { kind: 'amount', minor: 0 } }],
    ['half a cent off', { ...code, off: { kind: 'amount', minor: 0.5 } }],
    ['a share of nothing', { ...code, off: { kind: 'percent', percent: 0 } }],
    ['a share finer than a hundredth', { ...code, off: { kind: 'percent', percent: 1.234 } }],
    ['an empty code', { ...code, code: '  ' }],
    ['an empty list of parts', { ...code, parts: [] }],
    ['a slot that is none', { ...code, slots: ['wheels'] }],
    ['a combo of one', { ...base, kind: 'combo', shop: 's', parts: ['a'], offMinor: 1 }],
    ['a last day before the first', { ...code, from: '2026-12-02', to: '2026-12-01' }],
    ['a day that is none', { ...code, to: '2026-02-30' }],
    ['a chance above one', { ...rebate, chance: 1.1 }],
    ['a payout form that is none', { ...rebate, form: 'shells' }],
    ['a household that may never claim', { ...rebate, householdLimit: 0 }],
    ['a field of another kind', { ...rebate, code: 'X' }],
  ])('%s is refused', (_, deal) => expect(dealSchema.safeParse(deal).success).toBe(false));
});

describe('a catalogue with deals', () => {
  it('is refused where a deal leads nowhere, by place', () => {
    const spoilt = {
      ...file,
      deals: [
        { ...file.deals[0], id: 'x' },
        { ...file.deals[0], id: 'x', parts: ['nothing'] },
        dealSchema.parse({ ...code, shop: 'nowhere' }),
      ],
    };
    const paths = crossCheckCatalogue(catalogueFileSchema.parse(spoilt)).map((problem) => problem.path);
    expect(paths).toEqual(expect.arrayContaining(['deals[1].id', 'deals[1].parts[0]', 'deals[2].shop']));
  });
  it('an older file without deals and day is read as before, and the day comes from outside', () => {
    const { deals: _, today: __, ...older } = file;
    const read = catalogueFileSchema.parse(older);
    expect(read.deals).toEqual([]);
    expect(catalogueOf(read, '2027-01-05').today).toBe('2027-01-05');
    expect(catalogueOf(file, '2027-01-05').today).toBe('2026-11-20');
  });
  it('an older brief and an older workspace get their defaults', () => {
    const {
      format: _f,
      version: _v,
      dates: _d,
      ownedParts: _b,
      money,
      whereToBuy,
      ...rest
    } = demo('brief-league-seat.json') as {
      money: Record<string, unknown>;
      whereToBuy: Record<string, unknown>;
    } & Record<string, unknown>;
    const { costBasis: _s, claimHabits: _c, countSales: _cs, ...older } = money;
    const { usedRisk: _u, maxAgeDays: _m, ...shops } = whereToBuy;
    const brief = briefSchema.parse({ ...rest, money: older, whereToBuy: shops });
    expect([
      brief.money.costBasis,
      brief.money.claimHabits.fileChance,
      brief.whereToBuy.usedRisk,
      brief.whereToBuy.maxAgeDays,
      brief.dates.buyOn,
      brief.ownedParts,
    ]).toEqual(['strict', 0.85, false, null, null, []]);
    const workspace = workspaceSchema.parse({
      brief,
      candidates: [{ id: 'a', name: 'A', picks: {} }],
      active: 'a',
    });
    expect([workspace.listings, workspace.orders, workspace.claims, workspace.versions]).toEqual([
      [],
      [],
      [],
      [],
    ]);
  });
});

describe('what is kept of buying', () => {
  const kept = buyingSchema.parse(demo('buying.json'));
  it.each([
    ['a price of nothing', { listings: [{ ...kept.listings[0], priceMinor: 0 }] }],
    ['a grade that is none', { listings: [{ ...kept.listings[0], grade: 'D' }] }],
    [
      'more than twelve parts in a lot',
      { listings: [{ ...kept.listings[0], parts: Array.from({ length: 13 }, (_, n) => `p${n}`) }] },
    ],
    [
      'a line in a state that is none',
      { orders: [{ ...kept.orders[0], lines: [{ ...kept.orders[0].lines[0], state: 'lost' }] }] },
    ],
    [
      'a receipt with a path for a name',
      { orders: [{ ...kept.orders[0], receipts: [{ id: '../x', name: 'x', type: '', bytes: 1 }] }] },
    ],
    ['a payout before nothing', { claims: [{ ...kept.claims[0], payoutDays: -1 }] }],
    [
      'an incident that is none',
      {
        versions: [
          { ...kept.versions[0], incidents: [{ on: '2026-11-20', kind: 'storm', slot: null, text: '' }] },
        ],
      },
    ],
  ])('%s is refused', (_, change) =>
    expect(buyingSchema.safeParse({ ...kept, ...change }).success).toBe(false),
  );
});
