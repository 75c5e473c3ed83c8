import { describe, expect, it } from 'vitest';
import type { Brief, Picks } from '../../parts/index.ts';
import { BRIEF, CATALOGUE } from '../../test/fixtures.ts';
import { buildResale } from './resale.ts';

const first = (kind: string) => CATALOGUE.parts.find((part) => part.kind === kind)?.id ?? '';
const picks: Picks = {
  cpu: { part: first('cpu'), offer: null },
  gpu: { part: first('gpu'), offer: null },
  storage: { part: first('storage'), offer: null },
};
/** Two parts whose worth the brief says, and nobody takes a fee. */
const brief: Brief = {
  ...BRIEF,
  ownedParts: [
    { part: first('cpu'), paidMinor: null, valueMinor: 6000, sell: false },
    { part: first('gpu'), paidMinor: null, valueMinor: 9000, sell: false },
  ],
  growth: { ...BRIEF.growth, resale: { feeShare: 0, condition: 'B', pays: true, kept: ['gpu'] } },
};

describe('what a build fetches', () => {
  it('is what its parts fetch, less for the whole, and a price to ask and one to stop at', () => {
    // By hand: 60 + 90 = 150 by parts. The whole: 150 · 0.9 = 135; asked 135 · 1.1 = 148.5, in steps of five 150;
    // at least the smaller of 135 and 150 · 0.85 = 127.5, in steps of five 130.
    const found = buildResale(CATALOGUE, brief, picks, 500);
    expect(found.byParts).toBe(15_000);
    expect([found.whole, found.ask, found.least]).toEqual([13_500, 15_000, 13_000]);
  });
  it('keeps drives for the data on them, and says so', () => {
    const { kept, lines } = buildResale(CATALOGUE, brief, picks, 500);
    expect(kept.map(({ slot, why }) => [slot, why])).toEqual([['storage', 'data']]);
    expect(lines.map(({ slot }) => slot)).toEqual(['cpu', 'gpu']);
    expect(buildResale(CATALOGUE, brief, {}, 500)).toMatchObject({ lines: [], whole: 0, ask: 0 });
  });
});
