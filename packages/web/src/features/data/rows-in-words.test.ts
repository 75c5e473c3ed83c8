import { describe, expect, it } from 'vitest';
import { rowsInWords, total } from './rows-in-words.ts';

describe('rows by table in words', () => {
  it('names what people know, one and many', () => {
    expect(rowsInWords({ parts: 1, offers: 1200, steps: 9 }, 2)).toBe('1 part, 1,200 offers, 2 receipts');
    expect(rowsInWords({})).toBe('nothing yet');
  });
  it('counts every table', () => expect(total({ parts: 1, steps: 9 })).toBe(10));
});
