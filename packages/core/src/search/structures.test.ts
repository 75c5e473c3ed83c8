import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { and, bitsKey, emptyBits, hasBit, intersects, members, orInto, setBit } from './bits.ts';
import { MaxHeap } from './heap.ts';

const bitsOf = (indices: readonly number[], size = 200) => {
  const bits = emptyBits(size);
  for (const index of indices) setBit(bits, index);
  return bits;
};
const someIndices = fc.uniqueArray(fc.integer({ min: 0, max: 199 }), { maxLength: 80 });
const ascending = (values: Iterable<number>) => [...values].sort((a, b) => a - b);

describe('sets of bits', () => {
  it('behave as sets do: members, union, intersection, equality', () => {
    fc.assert(
      fc.property(someIndices, someIndices, (a, b) => {
        const [x, y] = [bitsOf(a), bitsOf(b)];
        expect(members(x)).toEqual(ascending(a));
        const common = a.filter((index) => b.includes(index));
        expect(members(and(x, y))).toEqual(ascending(common));
        expect(intersects(x, y)).toBe(common.length > 0);
        const union = x.slice();
        orInto(union, y);
        expect(members(union)).toEqual(ascending(new Set([...a, ...b])));
        expect(bitsKey(x) === bitsKey(y)).toBe(ascending(a).join() === ascending(b).join());
        for (let index = 0; index < 200; index++) expect(hasBit(x, index)).toBe(a.includes(index));
      }),
      { seed: 4, numRuns: 60 },
    );
  });
  it('keep the highest bit of a word apart from a sign', () => {
    expect(members(bitsOf([31, 32, 63]))).toEqual([31, 32, 63]);
  });
});

describe('the queue', () => {
  it('gives payloads by falling key, and equal keys by rising payload', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -5, max: 30 }), { maxLength: 120 }), (keys) => {
        const heap = new MaxHeap();
        keys.forEach((key, payload) => heap.push(key, payload));
        const expected = keys
          .map((key, payload) => ({ key, payload }))
          .sort((a, b) => b.key - a.key || a.payload - b.payload);
        for (const { key, payload } of expected) {
          expect(heap.topKey).toBe(key);
          expect(heap.pop()).toBe(payload);
        }
        expect(heap.size).toBe(0);
        expect(heap.topKey).toBe(-Infinity);
      }),
      { seed: 6 },
    );
  });
});
