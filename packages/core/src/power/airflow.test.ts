import { describe, expect, it } from 'vitest';
import { CASE, GOOD } from '../test/fixtures.ts';
import type { Extra, PartSet } from '../parts/index.ts';
import { airOf, caseFans } from './airflow.ts';

const fan = (blows: 'in' | 'out' | null, fans = 1): Extra => ({
  ...{ id: `fan-${blows}`, kind: 'extras', brand: 'Maker', name: 'Fan', purpose: 'fan', watts: 2 },
  ...{ fans, blows },
});
const inCase = (fans: number | null, meshFront: boolean | null, change: PartSet = {}): PartSet => ({
  ...GOOD,
  case: { ...CASE, fans, meshFront },
  ...change,
});

describe('air through a case', () => {
  it('goes out with one fan, and in at the front with the others; added ones as they say', () => {
    const ways = (set: PartSet) => {
      const fans = caseFans(set);
      return fans && [fans.inward, fans.outward];
    };
    expect(ways(inCase(0, null))).toEqual([0, 0]);
    expect(ways(inCase(1, null))).toEqual([0, 1]);
    expect(ways(inCase(3, null))).toEqual([2, 1]);
    expect(ways(inCase(1, null, { extras: fan(null, 2), extras4: fan('out') }))).toEqual([2, 2]);
    expect(ways(inCase(null, null))).toBeNull();
    expect(ways({ ...GOOD, case: null })).toBeNull();
  });
  it('is over, under or even by which side is stronger', () => {
    const pressure = (set: PartSet) => airOf(set, 200)?.pressure;
    expect(pressure(inCase(0, null))).toBe('none');
    expect(pressure(inCase(1, null))).toBe('under');
    expect(pressure(inCase(2, null))).toBe('even');
    expect(pressure(inCase(3, null))).toBe('over');
  });
  it('takes the heat along: by hand from the flow and what air takes up', () => {
    // Two fans in, one out, a mesh: 2 × 90 × 0.8 + 50 = 194 m³/h at best. 300 W × 3600 s / (1206 J/m³K × 194 m³) = 4.62 K.
    // At worst 2 × 60 × 0.5 + 25 = 85 m³/h: 10.54 K.
    const air = airOf(inCase(3, true), 300);
    expect(air?.rise.low).toBeCloseTo(4.62, 2);
    expect(air?.rise.high).toBeCloseTo(10.54, 2);
    expect(airOf(inCase(3, true), 600)?.rise.low).toBeCloseTo(9.23, 2);
  });
  it('is warmer behind a closed front, and anywhere between where the front is not known', () => {
    const rise = (mesh: boolean | null) => {
      const air = airOf(inCase(2, mesh), 250);
      if (!air) throw new Error('the fans are known');
      return air.rise;
    };
    expect(rise(false).low).toBeGreaterThan(rise(true).low);
    expect(rise(null)).toEqual({ low: rise(true).low, high: rise(false).high });
    expect(airOf(inCase(null, true), 250)).toBeNull();
  });
});
