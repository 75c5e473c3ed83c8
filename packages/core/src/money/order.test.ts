import { describe, expect, it } from 'vitest';
import { BRIEF, CATALOGUE, OFFERS, SHOPS } from '../test/fixtures.ts';
import { apportion, cents } from '../units/index.ts';
import type { Deal, Shop } from '../parts/index.ts';
import { offMinor, shareMinor } from './deal-window.ts';
import { priceIndexOf } from './price-index.ts';
import { feeOf, settleOrder } from './order.ts';

describe('shares and apportioning lose nothing', () => {
  let state = 11;
  const int = (most: number) => (state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0) % most;
  it('a share is the exact product rounded half up, by whole numbers', () => {
    for (let n = 0; n < 5000; n++) {
      const minor = int(100_000_000);
      const hundredths = int(10_001);
      const exact = (2n * BigInt(minor) * BigInt(hundredths) + 10_000n) / 20_000n;
      expect(shareMinor(minor, hundredths / 100)).toBe(Number(exact));
      const off = hundredths > 0 ? offMinor({ kind: 'percent', percent: hundredths / 100 }, minor) : 0;
      expect(off).toBeLessThanOrEqual(minor);
    }
  });
  it('apportioned parts add up, are whole, and are off by less than one', () => {
    for (let n = 0; n < 2000; n++) {
      const total = int(1_000_000);
      const weights = Array.from({ length: 1 + int(8) }, () => int(500));
      const parts = apportion(total, weights);
      const sum = weights.reduce((a, b) => a + b, 0);
      expect(parts.reduce((a, b) => a + b, 0)).toBe(total);
      parts.forEach((part, at) => {
        expect(Number.isInteger(part)).toBe(true);
        if (sum > 0) expect(Math.abs(part - (total * weights[at]) / sum)).toBeLessThan(1);
      });
    }
  });
});

describe('an order settled by itself', () => {
  const deals: readonly Deal[] = [
    {
      id: 'ab',
      kind: 'combo',
      name: '',
      from: null,
      to: null,
      source: null,
      seenOn: '2026-11-20',
      shop: 'near',
      parts: ['cpu', 'motherboard'],
      offMinor: 900,
    },
    {
      id: 'bc',
      kind: 'combo',
      name: '',
      from: null,
      to: null,
      source: null,
      seenOn: '2026-11-20',
      shop: 'near',
      parts: ['motherboard', 'gpu'],
      offMinor: 1000,
    },
    {
      id: 'de',
      kind: 'combo',
      name: '',
      from: null,
      to: null,
      source: null,
      seenOn: '2026-11-20',
      shop: 'near',
      parts: ['memory', 'storage'],
      offMinor: 300,
    },
  ];
  const market = priceIndexOf({ ...CATALOGUE, deals }, BRIEF);
  const [near] = SHOPS;
  const items = (parts: readonly string[]) =>
    parts.flatMap((part) => {
      const offer = OFFERS.find((each) => each.part === part);
      const priced = offer ? market.priced(offer) : null;
      return priced ? [{ slot: market.parts.get(part)?.kind ?? 'extras', priced }] : [];
    });
  const used = (parts: readonly string[]) =>
    settleOrder(near, items(parts), market.dealsAt('near'), market.rates).combos.map(
      (combo) => combo.deal.id,
    );
  it('takes the set of combos that share no part and take most off', () => {
    expect(used(['cpu', 'motherboard'])).toEqual(['ab']);
    expect(used(['cpu', 'motherboard', 'gpu'])).toEqual(['bc']);
    expect(used(['cpu', 'motherboard', 'gpu', 'memory', 'storage'])).toEqual(['bc', 'de']);
    expect(used(['cpu', 'gpu'])).toEqual([]);
  });
  it('adds fees up from their parts, each converted by itself, and none where there is none', () => {
    const far: Shop = {
      ...SHOPS[1],
      taxAddedPercent: 25,
      shipping: {
        feeMinor: 1005,
        freeFromMinor: null,
        perItemMinor: 333,
        byClassMinor: { small: 0, medium: 111, large: 999 },
      },
    };
    // SEK at 0.09: 90.45 → 90, 3 × (29.97 → 30), 9.99 → 10 cents; tax a quarter of each: 251 → 23, 3 × (83 → 7), 28 → 3.
    expect(feeOf(far, 3, 'medium', market.rates)).toEqual({
      minor: 1005 + 999 + 111,
      worth: { amount: cents(190), tax: cents(47) },
    });
    expect(
      feeOf({ ...near, shipping: { feeMinor: 0, freeFromMinor: null } }, 3, 'large', market.rates),
    ).toBeNull();
    expect(feeOf({ ...far, currency: 'USD' }, 1, 'small', market.rates)).toBeNull();
  });
});
