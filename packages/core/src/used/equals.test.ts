import { describe, expect, it } from 'vitest';
import { indexModel } from '../frames/index.ts';
import type { Part } from '../parts/index.ts';
import { BOARD, CARD, CASE, COOLER, MEMORY, MODEL, PROCESSOR, STORAGE, SUPPLY } from '../test/fixtures.ts';
import { doesAsMuch } from './equals.ts';

const index = indexModel({
  ...MODEL,
  cpus: [
    { part: 'cpu', rateLn: 0, sdLn: 0.03 },
    { part: 'fast', rateLn: 0.1, sdLn: 0.03 },
  ],
  gpus: [
    { part: 'gpu', rateLn: 0, sdLn: 0.03 },
    { part: 'fast-card', rateLn: 0.1, sdLn: 0.03 },
  ],
});
const as = (part: Part, of: Part) => doesAsMuch(part, of, index);
const fast = { ...PROCESSOR, id: 'fast' };
const gpu = { ...CARD, id: 'fast-card' };

describe('whether a part does as much as another', () => {
  it.each([
    ['a part is as good as itself', PROCESSOR, PROCESSOR, true],
    ['a faster processor', fast, PROCESSOR, true],
    ['a slower one', PROCESSOR, fast, false],
    ['a faster one with fewer threads', { ...fast, threads: 4 }, PROCESSOR, false],
    [
      'a faster one without the graphics that the other has',
      { ...fast, integratedGraphics: false },
      PROCESSOR,
      false,
    ],
    ['one without a rate', { ...PROCESSOR, id: 'unknown' }, PROCESSOR, false],
    ['a faster card', gpu, CARD, true],
    ['a faster card with less video memory', { ...gpu, videoMemoryGb: 4 }, CARD, false],
    ['a card that does not say its video memory', { ...gpu, videoMemoryGb: null }, CARD, false],
    ['a larger kit', { ...MEMORY, id: 'm', gbPerModule: 16 }, MEMORY, true],
    ['a slower kit', { ...MEMORY, id: 'm', ratedMts: 2666 }, MEMORY, false],
    ['a kit of another kind', { ...MEMORY, id: 'm', type: 'DDR5' }, MEMORY, false],
    ['a larger drive', { ...STORAGE, id: 's', gb: 1000 }, STORAGE, true],
    ['a hard disk for a solid-state drive', { ...STORAGE, id: 's', solidState: false }, STORAGE, false],
    ['a stronger supply', { ...SUPPLY, id: 'p', ratedWatts: 650 }, SUPPLY, true],
    ['a supply with fewer leads', { ...SUPPLY, id: 'p', eightPinConnectors: 1 }, SUPPLY, false],
    ['a cooler for more heat', { ...COOLER, id: 'k', heatWatts: 200 }, COOLER, true],
    ['a board with the same chipset', { ...BOARD, id: 'b' }, BOARD, true],
    ['a board with another socket', { ...BOARD, id: 'b', socket: 'S2' }, BOARD, false],
    ['another case: nobody can say', { ...CASE, id: 'c' }, CASE, false],
    ['a part of another slot', SUPPLY, CARD, false],
  ] as readonly (readonly [string, Part, Part, boolean])[])('%s', (_, part, of, expected) =>
    expect(as(part, of)).toBe(expected),
  );
});
