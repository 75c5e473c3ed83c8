import { describe, expect, it } from 'vitest';
import { CATALOGUE, OFFERS, SHOPS } from '../test/fixtures.ts';
import type { Offer } from '../parts/index.ts';
import { costOf } from './cost.ts';
import { conditionsFor, priceIndexOf, offerBarrier, usableOffers } from './price-index.ts';
import { BRIEF } from '../test/fixtures.ts';

const extra: Offer[] = [
  {
    id: 'case.far',
    part: 'case',
    shop: 'far',
    priceMinor: 39950,
    condition: 'new',
    inStock: true,
    seenOn: '2026-11-20',
  },
  {
    id: 'gpu.stall',
    part: 'gpu',
    shop: 'stalls',
    priceMinor: 15000,
    shippingMinor: 590,
    condition: 'used',
    inStock: true,
    seenOn: '2026-11-20',
  },
  {
    id: 'motherboard.gone',
    part: 'motherboard',
    shop: 'near',
    priceMinor: 100,
    condition: 'new',
    inStock: false,
    seenOn: '2026-11-20',
  },
];
const market = priceIndexOf({ ...CATALOGUE, offers: [...OFFERS, ...extra] }, BRIEF);
const pick = (part: string, offer: string | null = `${part}.near`) => ({ part, offer });

describe('what picks cost', () => {
  it('adds up to the cent, line by line', () => {
    const cost = costOf(
      { cpu: pick('cpu'), gpu: pick('gpu', 'gpu.stall'), case: pick('case', 'case.far') },
      market,
    );
    expect(cost.lines.reduce((sum, line) => sum + line.amount, 0)).toBe(cost.dueNow);
    // 120.00 (free sending above 100.00) + 150.00 + 5.90 + 399.50 SEK and 79.00 SEK at 0.09, each rounded by itself
    expect(cost.dueNow).toBe(12000 + 15000 + 590 + 3596 + 711);
  });
  it('charges a fee below the threshold, and none on it', () => {
    const fee = (minor: number) => {
      const offers: Offer[] = [{ ...OFFERS[0], id: 'x', part: 'cpu', priceMinor: minor }];
      return costOf({ cpu: pick('cpu', 'x') }, priceIndexOf({ ...CATALOGUE, offers }, BRIEF)).dueNow - minor;
    };
    expect(fee(9999)).toBe(500);
    expect(fee(10000)).toBe(0);
  });
  it('charges the fee once for all that one shop sends', () => {
    const cost = costOf({ memory: pick('memory'), storage: pick('storage') }, market);
    expect(cost.lines.filter((line) => line.kind === 'shipping')).toHaveLength(1);
    expect(cost.dueNow).toBe(4500 + 3500 + 500);
  });
  it('counts owned parts at nothing, and says which picks have no price', () => {
    const cost = costOf(
      { case: pick('case', null), motherboard: pick('motherboard', null) },
      priceIndexOf({ ...CATALOGUE, offers: [...OFFERS, ...extra] }, { ...BRIEF, owned: ['case'] }),
    );
    expect(cost.dueNow).toBe(0);
    expect(cost.lines.map((line) => line.kind)).toEqual(['owned']);
    expect(cost.unpriced).toEqual(['motherboard']);
  });
  it('never takes an offer of another part or one that is gone from the catalogue', () => {
    expect(costOf({ motherboard: pick('motherboard', 'memory.near') }, market).unpriced).toEqual([
      'motherboard',
    ]);
    expect(costOf({ motherboard: pick('motherboard', 'nowhere') }, market).unpriced).toEqual(['motherboard']);
  });
});

describe('offers that a brief allows', () => {
  const barrier = (id: string, change: Partial<typeof BRIEF.whereToBuy> = {}, currency = 'EUR') => {
    const wish = { ...BRIEF, money: { ...BRIEF.money, currency } };
    const at = priceIndexOf({ ...CATALOGUE, offers: [...OFFERS, ...extra] }, wish);
    const offer = at.offers.get(id);
    if (!offer) throw new Error(id);
    return offerBarrier(at, { ...BRIEF, whereToBuy: { ...BRIEF.whereToBuy, ...change } }, offer);
  };
  it('are in stock, in a condition and a shop that are wanted, and in a currency with a rate', () => {
    expect(barrier('gpu.stall')).toBeNull();
    expect(barrier('motherboard.gone')).toBe('stock');
    expect(barrier('gpu.stall', { conditions: ['new'] })).toBe('condition');
    expect(barrier('gpu.stall', { shopsOut: ['stalls'] })).toBe('shop');
    expect(barrier('gpu.stall', {}, 'USD')).toBe('currency');
  });
  it('are listed in the catalogue’s order', () => {
    expect(usableOffers(market, BRIEF, 'gpu').map((offer) => offer.id)).toEqual(['gpu.near', 'gpu.stall']);
    expect(SHOPS).toHaveLength(3);
  });
});

describe('parts bought for their looks alone', () => {
  const light = {
    id: 'light',
    kind: 'extras',
    brand: 'M',
    name: 'Light',
    purpose: 'light',
    watts: 3,
    looksOnly: true,
  } as const;
  const offers: Offer[] = [
    ...OFFERS,
    { ...OFFERS[0], id: 'light.far', part: 'light', shop: 'far', priceMinor: 10000 },
  ];
  const world = { ...CATALOGUE, parts: [...CATALOGUE.parts, light], offers };
  const at = priceIndexOf(world, BRIEF);
  const apart = priceIndexOf(world, { ...BRIEF, money: { ...BRIEF.money, looksOutside: true } });
  const picks = { gpu: pick('gpu'), extras: { part: 'light', offer: 'light.far' } };
  it('stand in the total, and outside of what is counted when the brief says so, with their sending', () => {
    const inside = costOf(picks, at);
    const outside = costOf(picks, apart);
    // 230.00 with free sending; 100.00 and 79.00 SEK at 0.09.
    expect([inside.dueNow, inside.counted]).toEqual([23000 + 900 + 711, 23000 + 900 + 711]);
    expect([outside.dueNow, outside.counted]).toEqual([23000 + 900 + 711, 23000]);
  });
  it('change nothing where there are none', () => {
    const cost = costOf({ gpu: pick('gpu') }, apart);
    expect(cost.counted).toBe(cost.dueNow);
  });
});

describe('conditions by slot', () => {
  it('stand in place of the general ones, for their slot alone', () => {
    const brief = {
      ...BRIEF,
      whereToBuy: {
        ...BRIEF.whereToBuy,
        conditions: ['new'] as const,
        conditionsBySlot: { gpu: ['used'] as const },
      },
    };
    expect(conditionsFor(brief, 'gpu')).toEqual(['used']);
    expect(conditionsFor(brief, 'memory')).toEqual(['new']);
    expect(usableOffers(market, brief, 'gpu').map((offer) => offer.id)).toEqual(['gpu.stall']);
    expect(usableOffers(market, brief, 'memory').map((offer) => offer.id)).toEqual(['memory.near']);
  });
});
