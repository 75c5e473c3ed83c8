import { describe, expect, it } from 'vitest';
import { foundPrices } from './found-list.ts';
import type { ListLine } from './line.ts';

/** A line by its name alone: what it was read as stands in what is booked. */
const line = (name: string, quantity = 1) => ({ name, quantity }) as ListLine;

describe('the prices of a list for its parts', () => {
  it('give each piece of a line its share, to the cent, and what comes back to the first', () => {
    const [fans, card] = [line('fan', 3), line('card')];
    const back = { kind: 'rebate', minor: 500 } as const;
    const { lines } = foundPrices(
      [
        { line: fans, goods: 2000, charges: 0, backs: [back] },
        { line: card, goods: 18_000, charges: 0, backs: [] },
      ],
      [
        { line: fans, slot: 'extras', part: 'fan' },
        { line: card, slot: 'gpu', part: 'card' },
        { line: fans, slot: 'extras2', part: 'fan' },
        { line: fans, slot: 'extras3', part: 'fan' },
      ],
    );
    // By hand: 20.00 over three: 6.67, 6.67, 6.66.
    expect(lines.map(({ slot, priceMinor, backs }) => [slot, priceMinor, backs.length])).toEqual([
      ['extras', 667, 1],
      ['gpu', 18_000, 0],
      ['extras2', 667, 0],
      ['extras3', 666, 0],
    ]);
  });
  it('spread what comes off the whole list by price', () => {
    const [a, b] = [line('a'), line('b')];
    const { lines, chargesMinor } = foundPrices(
      [
        { line: a, goods: 3000, charges: 0, backs: [] },
        { line: b, goods: 1000, charges: 250, backs: [] },
        { line: null, goods: -400, charges: 600, backs: [] },
      ],
      [
        { line: a, slot: 'cpu', part: 'a' },
        { line: b, slot: 'psu', part: 'b' },
      ],
    );
    expect(lines.map(({ priceMinor }) => priceMinor)).toEqual([2700, 900]);
    expect(chargesMinor).toBe(850);
  });
});
