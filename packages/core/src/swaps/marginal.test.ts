import { describe, expect, it } from 'vitest';
import { costOf, priceIndexOf } from '../money/index.ts';
import type { Brief, Catalogue, Deal, Offer, Picks, Slot } from '../parts/index.ts';
import { BRIEF, CATALOGUE, OFFERS, SHOPS } from '../test/fixtures.ts';
import { marginalFor } from './marginal.ts';

/** A little market of clashing deals from a seed: thresholds, a combo, codes, a limited rebate, a lot, tax, fees by weight. */
function world(seed: number): {
  readonly catalogue: Catalogue;
  readonly brief: Brief;
  readonly picks: Picks;
} {
  let state = seed * 2_654_435_761;
  const random = () => (state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0) / 2 ** 32;
  const int = (from: number, to: number) => from + Math.floor(random() * (to - from + 1));
  const slots: Slot[] = ['cpu', 'motherboard', 'memory', 'gpu', 'storage', 'cooler', 'case', 'psu'];
  const [near, far, stalls] = SHOPS;
  const shops = [
    {
      ...near,
      shipping: {
        feeMinor: int(200, 900),
        freeFromMinor: int(5000, 60_000),
        perItemMinor: int(0, 100),
        byClassMinor: { small: 0, medium: int(0, 300), large: int(300, 900) },
      },
    },
    { ...far, taxAddedPercent: int(0, 25) },
    stalls,
  ];
  const offers: Offer[] = [...OFFERS.map((offer) => ({ ...offer, priceMinor: int(1500, 20_000) }))];
  for (const slot of slots)
    for (const shop of ['far', 'stalls'])
      if (random() < 0.7)
        offers.push({
          ...OFFERS[0],
          id: `${slot}.${shop}`,
          part: slot,
          shop,
          priceMinor: int(1500, 20_000) * (shop === 'far' ? 11 : 1),
          condition: shop === 'stalls' ? 'used' : 'new',
          ...(shop === 'stalls' && random() < 0.4 ? { lot: 'l' } : {}),
          shippingMinor: shop === 'stalls' ? int(0, 600) : undefined,
        });
  const base = { name: 'D', from: null, to: null, source: null, seenOn: '2026-11-20' };
  const some = () => slots[int(0, slots.length - 1)];
  const [a, b, c] = [some(), some(), some()];
  const deals: Deal[] = [
    {
      ...base,
      id: 'code',
      kind: 'code',
      shop: 'near',
      code: 'X',
      off: { kind: 'amount', minor: int(100, 2000) },
      minSpendMinor: int(0, 40_000),
      parts: null,
      slots: null,
      stacks: false,
      usesLeft: null,
    },
    {
      ...base,
      id: 'share',
      kind: 'code',
      shop: 'near',
      code: 'Y',
      off: { kind: 'percent', percent: int(1, 15) },
      minSpendMinor: 0,
      parts: [a, b],
      slots: null,
      stacks: random() < 0.5,
      usesLeft: null,
    },
    {
      ...base,
      id: 'instant',
      kind: 'instant',
      shop: 'far',
      parts: [c],
      off: { kind: 'percent', percent: 7.5 },
    },
    {
      ...base,
      id: 'rebate',
      kind: 'rebate',
      shops: null,
      parts: [a, b, c],
      form: 'cash',
      payoutDays: 30,
      chance: null,
      amountMinor: int(100, 1500),
      currency: 'EUR',
      postmarkDays: null,
      postmarkBy: null,
      householdLimit: 1,
      papers: [],
    },
    ...(a === b
      ? []
      : [
          {
            ...base,
            id: 'combo',
            kind: 'combo' as const,
            shop: 'near',
            parts: [a, b],
            offMinor: int(100, 2000),
          },
        ]),
  ];
  const costBasis = (['strict', 'expected', 'after'] as const)[int(0, 2)];
  const brief = {
    ...BRIEF,
    money: { ...BRIEF.money, costBasis },
    whereToBuy: { ...BRIEF.whereToBuy, usedRisk: random() < 0.5 },
  };
  const picks: Record<string, { part: string; offer: string }> = {};
  for (const slot of slots) {
    const own = offers.filter((offer) => offer.part === slot);
    if (random() < 0.85) picks[slot] = { part: slot, offer: own[int(0, own.length - 1)].id };
  }
  return { catalogue: { ...CATALOGUE, shops, offers, deals }, brief, picks };
}

describe('what an offer adds to a build', () => {
  it('is the difference of the counted totals with and without it, for every offer of 200 seeded markets', () => {
    let compared = 0;
    for (let seed = 1; seed <= 200; seed++) {
      const { catalogue, brief, picks } = world(seed);
      const market = priceIndexOf(catalogue, brief);
      for (const slot of ['cpu', 'gpu', 'case', 'storage'] as const) {
        const marginal = marginalFor(picks, slot, market);
        const { [slot]: _, ...rest } = picks;
        const without = costOf(rest, market).counted;
        for (const offer of catalogue.offers.filter((each) => each.part === slot)) {
          const withIt = costOf({ ...rest, [slot]: { part: slot, offer: offer.id } }, market).counted;
          expect(marginal(offer)).toBe(withIt - without);
          compared++;
        }
      }
    }
    expect(compared).toBeGreaterThan(1000);
  });
});

describe('a total', () => {
  it('has lines that add up, three totals in order, and orders that hold every priced pick once', () => {
    for (let seed = 201; seed <= 400; seed++) {
      const { catalogue, brief, picks } = world(seed);
      const cost = costOf(picks, priceIndexOf(catalogue, brief));
      expect(cost.lines.reduce((sum, line) => sum + line.amount, 0)).toBe(cost.dueNow);
      expect(cost.backs.reduce((sum, back) => sum - back.face, cost.dueNow as number)).toBe(cost.after);
      expect(cost.after <= cost.expected && cost.expected <= cost.dueNow).toBe(true);
      const items = cost.orders.flatMap((order) => order.items.map((item) => item.slot));
      expect(new Set(items).size).toBe(items.length);
      expect(items.length + cost.unpriced.length).toBe(Object.keys(picks).length);
    }
  });
});
