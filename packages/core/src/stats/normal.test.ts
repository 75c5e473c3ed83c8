import cdf from '@stdlib/stats-base-dists-normal-cdf';
import quantile from '@stdlib/stats-base-dists-normal-quantile';
import { describe, expect, it } from 'vitest';
import { normalCdf, normalPdf, normalQuantile } from './normal.ts';
import { integrate } from './quadrature.ts';

describe('the normal distribution', () => {
  it('agrees with a reference library (stdlib) to 1e-12 over the whole range', () => {
    for (let x = -8; x <= 8; x += 0.01) expect(Math.abs(normalCdf(x) - cdf(x, 0, 1))).toBeLessThan(1e-12);
  });
  it('keeps its relative accuracy in the far left tail', () => {
    for (const x of [-6, -10, -20, -30]) expect(normalCdf(x) / cdf(x, 0, 1)).toBeCloseTo(1, 10);
  });
  it('never falls between neighbouring points, which the search relies on', () => {
    let last = 0;
    let falls = 0;
    for (let x = -9; x <= 9; x += 1e-4) {
      const now = normalCdf(x);
      if (now < last) falls++;
      last = now;
    }
    expect(falls).toBe(0);
  });
  it('has an inverse that agrees with the reference library to 1e-10', () => {
    for (let i = 1; i < 2000; i++)
      expect(Math.abs(normalQuantile(i / 2000) - quantile(i / 2000, 0, 1))).toBeLessThan(1e-10);
    expect(Math.abs(normalQuantile(1e-9) - quantile(1e-9, 0, 1))).toBeLessThan(1e-8);
  });
  it('refuses probabilities outside (0, 1), naming the value', () => {
    expect(() => normalQuantile(1.2)).toThrow('normalQuantile: p must lie in (0, 1), got 1.2');
    expect(() => normalQuantile(0)).toThrow('got 0');
  });
});

describe('quadrature', () => {
  it('integrates polynomials up to degree 31 exactly on one panel (Gauss–Legendre with 16 points)', () => {
    for (let degree = 0; degree <= 31; degree++)
      expect(integrate((x) => x ** degree, 0, 1, 1)).toBeCloseTo(1 / (degree + 1), 13);
  });
  it('integrates the normal density to one', () => {
    expect(integrate(normalPdf, -9, 9, 1)).toBeCloseTo(1, 13);
  });
  it('is zero over an empty range', () => {
    expect(integrate(() => 1, 2, 1, 1)).toBe(0);
  });
});
