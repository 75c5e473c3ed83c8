import { describe, expect, it } from 'vitest';
import { farOff, isBarFarOff, isFarOff } from './far-off.ts';

describe('how far a measured rate is from what is expected', () => {
  it('is told in standard deviations of the logarithm, and looked at from three on', () => {
    const expected = { ln: Math.log(100), sd: 0.05 };
    expect(farOff(100 * Math.exp(0.05), expected)).toBeCloseTo(1, 10);
    expect(farOff(100 * Math.exp(-0.2), expected)).toBeCloseTo(-4, 10);
    expect([-4, -3, -2.9, 0, 2.9, 3].map(isFarOff)).toEqual([true, true, false, false, false, true]);
  });
  it('of a typed bar goes by its range: a digit too many or too few is far off, a tenth is not', () => {
    const expected = { fps: 100, low: 92, high: 108 };
    expect([143, 1430, 14.3, 60].map((average) => isBarFarOff(average, expected))).toEqual([
      true,
      true,
      true,
      true,
    ]);
    expect([110, 91, 100, 120].map((average) => isBarFarOff(average, expected))).toEqual([
      false,
      false,
      false,
      false,
    ]);
  });
});
