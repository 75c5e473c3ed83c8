import type { Air } from '@ripe-pick/core/power';
import { describe, expect, it } from 'vitest';
import { airWords, riseWords } from './air.ts';

const air: Air = {
  ...{ inward: 2, outward: 1, pressure: 'over', isMesh: true, heatWatts: 300.4 },
  rise: { low: 5.15, high: 11.94 },
};
describe('air in words', () => {
  it('says which way the fans blow, what that does, and how warm it gets', () => {
    expect(airWords(air)).toBe(
      '2 fans in, 1 fan out, mesh front; overpressure: dust comes in through the filters alone',
    );
    expect(airWords({ ...air, inward: 0, outward: 0, pressure: 'none', isMesh: null })).toBe(
      '0 fans in, 0 fans out, front not stated; no fan moves air through it',
    );
    expect(riseWords(air)).toBe('5 to 12 K above the room at 300 W');
  });
});
