import { describe, expect, it } from 'vitest';
import type { PriceVerdict } from '../../workers/prices.worker.ts';
import { stripMarks } from './strip-marks.ts';

const verdict = (changes: Partial<PriceVerdict> = {}) =>
  ({
    now: 20_000,
    silence: null,
    reservation: 18_000,
    least: { low: 17_000, high: 19_000 },
    history: [
      { day: 10, price: 15_000 },
      { day: 100, price: 20_000 },
      { day: 101, price: 18_000 },
      { day: 102, price: null },
      { day: 103, price: 18_000 },
    ],
    ...changes,
  }) as PriceVerdict;
const words = (...of: Parameters<typeof stripMarks>) => stripMarks(...of).map((mark) => mark.words);

describe('what is read off a strip of prices', () => {
  it('goes from the least price to the highest, says of each what it is and how often it was seen', () => {
    expect(words(verdict(), 21_000, 103, 'EUR')).toEqual([
      '€170.00, 15 % below today: the least to expect, at its lowest',
      '€180.00, 10 % below today: buying pays below this; seen on 2 days of the last 90',
      '€190.00, 5 % below today: the least to expect, at its highest',
      '€200.00: today; seen on 1 day of the last 90',
      '€210.00, 5 % above today: your target',
    ]);
  });
  it('says nothing of what is to come where there is no view, and nothing at all without a price', () => {
    expect(words(verdict({ silence: 'few looks' as never }), null, 103, 'EUR')).toEqual([
      '€180.00, 10 % below today: seen on 2 days of the last 90',
      '€200.00: today; seen on 1 day of the last 90',
    ]);
    expect(stripMarks(verdict({ now: null }), 21_000, 103, 'EUR')).toEqual([]);
  });
});
