import { describe, expect, it } from 'vitest';
import { BRIEF, CATALOGUE, OFFERS, SHOPS } from '../test/fixtures.ts';
import { priceIndexOf, withoutRate } from './index.ts';

const shop = { ...SHOPS[0], id: 'far', name: 'Far', currency: 'NOK' };
const far = OFFERS.slice(0, 2).map((offer) => ({ ...offer, id: `${offer.id}.far`, shop: 'far' }));
const catalogue = { ...CATALOGUE, shops: [...SHOPS, shop], offers: [...OFFERS, ...far] };

describe('offers whose currency has no rate', () => {
  it('are counted by currency, with the shops that they are of', () => {
    expect(withoutRate(priceIndexOf(catalogue, BRIEF))).toEqual([
      { currency: 'NOK', offers: 2, shops: ['Far'] },
    ]);
  });
  it('are none once there is a rate, in either direction', () => {
    for (const [from, to] of [
      ['NOK', 'EUR'],
      ['EUR', 'NOK'],
    ]) {
      const rate = { from, to, rate: 0.09, on: '2026-11-20' };
      const rated = { ...catalogue, currencyRates: [...catalogue.currencyRates, rate] };
      expect(withoutRate(priceIndexOf(rated, BRIEF))).toEqual([]);
    }
  });
});
