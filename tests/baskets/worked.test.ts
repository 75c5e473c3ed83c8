import { finish } from '@ripe-pick/core/work';
import { openSession } from '@ripe-pick/core/session';
import { basketsFor, shoppingFor } from '@ripe-pick/core/search/orders';
import type { Brief, Catalogue, Deal, Offer, Picks, Shop } from '@ripe-pick/core/parts';
import { SEAT_BRIEF } from '@ripe-pick/demo/briefs';
import { describe, expect, it } from 'vitest';

/* Baskets worked out on paper: two shops and a board of used parts, three parts, amounts in cents. */

const brief: Brief = {
  ...SEAT_BRIEF,
  owned: [],
  ownedParts: [],
  dates: { buyOn: null, readyBy: null },
  money: {
    ...SEAT_BRIEF.money,
    costBasis: 'strict',
    claimHabits: { ...SEAT_BRIEF.money.claimHabits, used: [] },
  },
  whereToBuy: { ...SEAT_BRIEF.whereToBuy, usedRisk: false, maxAgeDays: null },
};
const shop = (
  id: string,
  feeMinor: number,
  freeFromMinor: number | null,
  more: Partial<Shop> = {},
): Shop => ({ id, name: id, kind: 'shop', currency: 'EUR', shipping: { feeMinor, freeFromMinor }, ...more });
const offer = (part: string, at: string, priceMinor: number, more: Partial<Offer> = {}): Offer => ({
  id: `${part}.${at}`,
  part,
  shop: at,
  priceMinor,
  condition: 'new',
  inStock: true,
  seenOn: '2026-11-20',
  ...more,
});
const deal = <K extends Deal['kind']>(kind: K, more: object): Deal =>
  ({
    id: kind,
    name: kind,
    from: null,
    to: null,
    source: null,
    seenOn: '2026-11-20',
    kind,
    ...more,
  }) as unknown as Deal; // each test gives its kind's fields
const code = (more: object) =>
  deal('code', {
    shop: 'a',
    code: 'X',
    minSpendMinor: 0,
    parts: null,
    slots: null,
    stacks: false,
    usesLeft: null,
    ...more,
  });
const parts = ['cpu', 'ram', 'psu'].map(
  (id) =>
    ({
      id,
      kind: { cpu: 'cpu', ram: 'memory', psu: 'psu' }[id],
      brand: 'M',
      name: id,
    }) as unknown as Catalogue['parts'][number],
); // the basket reads kinds and ids alone
const picks: Picks = {
  cpu: { part: 'cpu', offer: null },
  memory: { part: 'ram', offer: null },
  psu: { part: 'psu', offer: null },
};
const market = (
  shops: readonly Shop[],
  offers: readonly Offer[],
  deals: readonly Deal[] = [],
): Catalogue => ({
  parts,
  shops,
  offers,
  deals,
  currencyRates: [],
  today: '2026-11-20',
  frameModel: {
    referenceMemory: { mts: 3200, cl: 16, channels: 2 },
    cpus: [],
    gpus: [],
    integrated: [],
    games: [],
  },
});
const solve = (catalogue: Catalogue, wish: Brief = brief) => {
  const answer = basketsFor(openSession(catalogue, wish)).best(picks);
  if (!answer) throw new Error('no basket');
  const at = Object.values(answer.picks).map((pick) => pick.offer?.split('.')[1]);
  return { dueNow: answer.cost.dueNow, counted: answer.cost.counted, at: at.join(' '), cost: answer.cost };
};
/** Everything at both shops: A asks 100, 40, 30; B asks 98, 39, 31. */
const BOTH = [
  offer('cpu', 'a', 10_000),
  offer('ram', 'a', 4000),
  offer('psu', 'a', 3000),
  offer('cpu', 'b', 9800),
  offer('ram', 'b', 3900),
  offer('psu', 'b', 3100),
];

describe('baskets worked out on paper', () => {
  it('one order costs less than two when the second would be sent for more than it saves', () => {
    // All at B: 98 + 39 + 31 + 5 = 173. Split: 98 + 39 + 5 and 30 + 5 = 177.
    expect(solve(market([shop('a', 500, null), shop('b', 500, null)], BOTH))).toMatchObject({
      dueNow: 17_300,
      at: 'b b b',
    });
  });
  it('two orders cost less when one of them is sent free', () => {
    // B free from 130: 98 + 39 = 137; the supply at A 30 + 0.50 against 31 at B.
    expect(solve(market([shop('a', 50, null), shop('b', 500, 13_000)], BOTH))).toMatchObject({
      dueNow: 16_750,
      at: 'b b a',
    });
  });
  it('a dearer part fills an order up to free sending', () => {
    // Without filling: 98 + 39 at B with 6, 30 at A with 1 = 174. All at B reaches 168: 168.
    expect(solve(market([shop('a', 100, null), shop('b', 600, 16_800)], BOTH))).toMatchObject({
      dueNow: 16_800,
      at: 'b b b',
    });
  });
  it('a combo that loses to two shops is left alone, and one that wins is taken', () => {
    const shops = [shop('a', 0, null), shop('b', 0, null)];
    const combo = (offMinor: number) => deal('combo', { shop: 'a', parts: ['cpu', 'ram'], offMinor });
    // Two shops: 98 + 39 + 30 = 167. A with the combo: 140 - off + 30.
    expect(solve(market(shops, BOTH, [combo(250)]))).toMatchObject({ dueNow: 16_700, at: 'b b a' });
    expect(solve(market(shops, BOTH, [combo(301)]))).toMatchObject({ dueNow: 16_699, at: 'a a a' });
  });
  it('a code draws parts to its shop only when its minimum is worth reaching', () => {
    const shops = [shop('a', 0, null), shop('b', 0, null)];
    const ten = (minSpendMinor: number) => code({ off: { kind: 'amount', minor: 500 }, minSpendMinor });
    // 167 without. With 5 off from 130 at A: cpu + psu at A = 130 - 5, ram at B 39 = 164.
    expect(solve(market(shops, BOTH, [ten(13_000)]))).toMatchObject({ dueNow: 16_400, at: 'a b a' });
    // From 170 all three: 170 - 5 = 165. From 171 it cannot be reached: 167.
    expect(solve(market(shops, BOTH, [ten(17_000)]))).toMatchObject({ dueNow: 16_500, at: 'a a a' });
    expect(solve(market(shops, BOTH, [ten(17_001)]))).toMatchObject({ dueNow: 16_700, at: 'b b a' });
  });
  it('of codes that exclude one another the better one is entered, others beside it', () => {
    const shops = [shop('a', 0, null)];
    const offers = BOTH.slice(0, 3);
    const [five, share, extra] = [
      code({ id: 'five', off: { kind: 'amount', minor: 500 } }),
      code({ id: 'share', off: { kind: 'percent', percent: 5 } }),
      code({ id: 'extra', off: { kind: 'amount', minor: 100 }, stacks: true }),
    ];
    // 170: 5 % is 8.50, more than 5.00; the one that stacks comes beside it.
    expect(solve(market(shops, offers, [five, share])).dueNow).toBe(16_150);
    expect(solve(market(shops, offers, [five, share, extra])).dueNow).toBe(16_050);
  });
  it('an instant discount never costs the free sending', () => {
    const shops = [shop('a', 500, 17_000)];
    const off = deal('instant', { shop: 'a', parts: ['cpu'], off: { kind: 'amount', minor: 1000 } });
    expect(solve(market(shops, BOTH.slice(0, 3), [off])).dueNow).toBe(16_000);
  });
  it('a gift takes its own price off', () => {
    const shops = [shop('a', 0, null), shop('b', 0, null)];
    const gift = deal('gift', { shop: 'a', parts: ['cpu'], gift: { part: 'ram', text: 'a memory kit' } });
    // A: 100 + 40 - 40, and the supply 30 there too.
    expect(solve(market(shops, BOTH, [gift]))).toMatchObject({ dueNow: 13_000, at: 'a a a' });
  });
  it('tax on top makes the shop that looked cheaper the dearer one', () => {
    const shops = [shop('a', 0, null), shop('b', 0, null, { taxAddedPercent: 19 })];
    expect(solve(market(shops, BOTH))).toMatchObject({ dueNow: 17_000, at: 'a a a' });
  });
  it('the heaviest item sets the fee by weight, and moving it away saves that fee', () => {
    const heavy = {
      shipping: { feeMinor: 0, freeFromMinor: null, byClassMinor: { small: 0, medium: 900, large: 2000 } },
    };
    // All at A: 170 + 9 for the supply. The supply at B for 31 + 5: 140 + 36 = 176.
    expect(solve(market([shop('a', 0, null, heavy), shop('b', 500, null)], BOTH))).toMatchObject({
      dueNow: 17_300,
      at: 'b b b',
    });
    const dear = BOTH.map((each) =>
      each.shop === 'b' && each.part !== 'psu' ? { ...each, priceMinor: 20_000 } : each,
    );
    expect(solve(market([shop('a', 0, null, heavy), shop('b', 500, null)], dear))).toMatchObject({
      dueNow: 17_600,
      at: 'a a b',
    });
  });
  it('the school decides between a lower till and more money back', () => {
    const shops = [shop('a', 0, null), shop('b', 0, null)];
    const rebate = deal('rebate', {
      shops: ['a'],
      parts: ['cpu'],
      form: 'cash',
      payoutDays: 0,
      chance: null,
      amountMinor: 1000,
      currency: 'EUR',
      postmarkDays: null,
      postmarkBy: null,
      householdLimit: null,
      papers: [],
    });
    const costBasis = (each: Brief['money']['costBasis']) =>
      solve(market(shops, BOTH, [rebate]), { ...brief, money: { ...brief.money, costBasis: each } });
    expect(costBasis('strict')).toMatchObject({ dueNow: 16_700, at: 'b b a' });
    expect(costBasis('after')).toMatchObject({ dueNow: 16_900, counted: 15_900, at: 'a b a' });
    // 0.85 × (0.9 × 10 - 0.6) = 7.14 expected, more than the 2 that A asks more.
    expect(costBasis('expected')).toMatchObject({ dueNow: 16_900, counted: 16_900 - 714, at: 'a b a' });
  });
  it('a lot is bought for one part only when that alone is worth it', () => {
    const used = { condition: 'used', lot: 'l', shippingMinor: 0 } as const;
    const stall = { ...shop('stall', 0, null), kind: 'used-market' as const };
    const lot = (cpu: number, ram: number) =>
      market(
        [shop('a', 0, null), stall],
        [...BOTH.slice(0, 3), offer('cpu', 'stall', cpu, used), offer('ram', 'stall', ram, used)],
      );
    expect(solve(lot(7000, 3000))).toMatchObject({ dueNow: 13_000, at: 'stall stall a' });
    expect(solve(lot(11_001, 3000))).toMatchObject({ dueNow: 17_000, at: 'a a a' });
    expect(solve(lot(6000, 6000))).toMatchObject({ dueNow: 15_000, at: 'stall stall a' });
  });
  it('what arrives too late or was seen too long ago is left out', () => {
    const shops = [shop('a', 0, null, { sendsInDays: 3 }), shop('b', 0, null, { sendsInDays: 9 })];
    expect(solve(market(shops, BOTH), { ...brief, dates: { buyOn: null, readyBy: '2026-11-28' } }).at).toBe(
      'a a a',
    );
    expect(solve(market(shops, BOTH), { ...brief, dates: { buyOn: null, readyBy: '2026-11-29' } }).at).toBe(
      'b b a',
    );
    const old = BOTH.map((each) => (each.shop === 'b' ? { ...each, seenOn: '2026-11-05' } : each));
    expect(
      solve(market(shops, old), { ...brief, whereToBuy: { ...brief.whereToBuy, maxAgeDays: 14 } }).at,
    ).toBe('a a a');
    expect(
      solve(market(shops, old), { ...brief, whereToBuy: { ...brief.whereToBuy, maxAgeDays: 15 } }).at,
    ).toBe('b b a');
  });
});

describe('what a basket says of its rivals', () => {
  const shops = [shop('a', 0, null), shop('b', 0, null)];
  const result = finish(
    shoppingFor(
      picks,
      openSession(
        market(shops, BOTH, [code({ off: { kind: 'amount', minor: 500 }, minSpendMinor: 13_000 })]),
        brief,
      ),
    ),
  );
  it('the second-best split, each order and each deal by what they are worth', () => {
    if (result.status !== 'optimal') throw new Error(result.status);
    expect(result.best.cost.dueNow).toBe(16_400);
    // Everything at A with the code: 165.
    expect(result.second?.cost.dueNow).toBe(16_500);
    expect(result.without.map(({ shop: at, more }) => [at, more])).toEqual([
      ['a', 400],
      ['b', 100],
    ]);
    expect(result.changes.find((change) => change.kind === 'deal-gone')).toMatchObject({
      deal: 'code',
      more: 300,
    });
  });
});
