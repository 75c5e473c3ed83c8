import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { quantileSorted as reference } from 'd3';
import { quantileSorted as nearest } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { factorise, invertWith, solveWith } from './cholesky.ts';
import { packFloats, unpackFloats } from './packed.ts';
import { median, quantile, quantileSorted } from './quantile.ts';

/** A positive definite matrix whose first `apart` unknowns do not touch one another. */
function example(n: number, apart: number): Float64Array {
  const a = new Float64Array(n * n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      const value = i === j ? n + 2 : i < apart ? 0 : Math.sin(3 * i + 5 * j);
      a[i * n + j] = value;
      a[j * n + i] = value;
    }
  return a;
}

describe('positive definite systems', () => {
  it.each([
    [7, 0],
    [12, 5],
    [40, 17],
    [9, 9],
  ])('n = %i with %i apart agrees with ml-matrix', (n, apart) => {
    const a = example(n, apart);
    const whole = new Matrix(Array.from({ length: n }, (_, i) => Array.from(a.slice(i * n, i * n + n))));
    const l = a.slice();
    expect(factorise(l, n, apart)).toBe(true);
    const factor = new CholeskyDecomposition(whole).lowerTriangularMatrix;
    for (let i = 0; i < n; i++)
      for (let j = 0; j <= i; j++) expect(l[i * n + j]).toBeCloseTo(factor.get(i, j), 10);
    const b = Float64Array.from({ length: n }, (_, i) => Math.cos(i));
    const x = solveWith(l, n, b, apart);
    const back = whole.mmul(Matrix.columnVector([...x])).getColumn(0);
    back.forEach((value, i) => expect(value).toBeCloseTo(b[i], 10));
    const product = whole.mmul(
      new Matrix(
        Array.from({ length: n }, (_, i) => Array.from(invertWith(l, n, apart).slice(i * n, i * n + n))),
      ),
    );
    expect(product.sub(Matrix.eye(n)).abs().max()).toBeLessThan(1e-10);
  });
  it('says when a matrix is not positive definite', () => {
    expect(factorise(Float64Array.from([1, 0, 2, 1]), 2)).toBe(false);
    expect(factorise(Float64Array.from([-1, 0, 0, 1]), 2, 1)).toBe(false);
  });
});

describe('quantiles of type 7 (Hyndman and Fan, 1996)', () => {
  it('agree with d3-array on samples of every length', () => {
    for (let n = 1; n < 40; n++) {
      const values = Array.from({ length: n }, (_, i) => Math.sin(i * 12.9) * 100).sort((a, b) => a - b);
      for (const p of [0, 0.01, 0.25, 0.5, 0.99, 1])
        expect(quantileSorted(values, p)).toBeCloseTo(reference(values, p) ?? NaN, 10);
    }
  });
  it('agree with simple-statistics where that one falls on an observation', () => {
    const values = [3, 4, 4, 8, 15, 16, 23, 42, 50];
    expect(median(values)).toBe(nearest(values, 0.5));
    expect(quantile([42, 3, 8], 1)).toBe(42);
  });
  it('refuse shares outside [0, 1] and know nothing of nothing', () => {
    expect(() => quantileSorted([1], 1.2)).toThrow('p must lie in [0, 1], got 1.2');
    expect(quantileSorted([], 0.5)).toBeNaN();
  });
});

describe('packed floats', () => {
  it('are base64 of little-endian 32-bit floats, as Node writes them', () => {
    for (const length of [0, 1, 2, 3, 7, 500]) {
      const values = Float32Array.from({ length }, (_, i) => Math.fround(Math.sin(i) / 7));
      const text = packFloats(values);
      expect(text).toBe(Buffer.from(values.buffer).toString('base64'));
      expect(unpackFloats(text)).toEqual(values);
    }
  });
  it('are null for anything else', () => {
    expect(unpackFloats('AAA')).toBeNull();
    expect(unpackFloats('A*==AAAA')).toBeNull();
  });
});
