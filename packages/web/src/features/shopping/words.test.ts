import { describe, expect, it } from 'vitest';
import { barrierWords } from './words.ts';

describe('why a part cannot be bought', () => {
  it('counts the reasons of its offers', () => {
    expect(barrierWords([])).toBe('no offer is known');
    expect(barrierWords(['stock', 'late', 'stock'])).toBe('2 out of stock, 1 arriving too late');
  });
});
