import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { moveBorder, sharesOf } from './shares.ts';

describe('shares of the games', () => {
  it('are whole per cent that add up to 100, whatever the weights', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1000, noNaN: true }), { minLength: 1, maxLength: 12 }),
        (weights) => {
          const shares = sharesOf(weights);
          return (
            shares.reduce((a, b) => a + b, 0) === 100 &&
            shares.every((share) => Number.isInteger(share) && share >= 0)
          );
        },
      ),
      { seed: 2 },
    );
    expect(sharesOf([2, 2, 1])).toEqual([40, 40, 20]);
    expect(sharesOf([1, 1, 1])).toEqual([34, 33, 33]);
  });
  it('move between two neighbours only, and never below nothing', () => {
    expect(moveBorder([40, 40, 20], 0, 10)).toEqual([50, 30, 20]);
    expect(moveBorder([40, 40, 20], 1, 99)).toEqual([40, 60, 0]);
    expect(moveBorder([40, 40, 20], 0, -99)).toEqual([0, 80, 20]);
  });
});
