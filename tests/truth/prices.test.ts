import { poolView } from '@ripe-pick/core/prices';
import { MARKET_KINDS, marketWorld, type MarketKind } from '@ripe-pick/worlds/markets';
import { describe, expect, it } from 'vitest';
import { SIMPLE, type SimpleRule } from '../../bench/truth/buying.ts';
import { measurePrices, type PriceRow } from '../../bench/truth/prices.ts';
import { sizeOf } from '../sample.ts';

/*
 * A small fixed part of `npm run bench:truth`: price advice in markets whose ways the code does not know. Seeds named in advance; nothing was
 * tuned on them.
 */
const SEEDS = Array.from({ length: sizeOf(8, 1) }, (_, n) => 301 + n);
const mean = (values: readonly number[]) => values.reduce((sum, each) => sum + each, 0) / values.length;
const rowsOf = (kind: MarketKind, looks: number): PriceRow[] =>
  SEEDS.flatMap((seed) => measurePrices(kind, seed, { offers: 40, looks, every: 1 }));

describe('advice on prices, in markets of ten kinds', () => {
  // Questions of one market hang together: in one market the difference scatters by more than a hundredth.
  const slack = sizeOf(0.005, 0.02);
  it.each(MARKET_KINDS)('pays no more than the best simple rule, or is silent: %s', (kind) => {
    const spoken = rowsOf(kind, 40).filter(({ isSpoken }) => isSpoken);
    if (spoken.length === 0) return;
    const best = Math.min(
      ...Object.keys(SIMPLE).map((rule) => mean(spoken.map(({ simple }) => simple[rule as SimpleRule]))),
    );
    expect(mean(spoken.map(({ regret }) => regret))).toBeLessThan(best + slack);
  });
  it('speaks where there is something to say: sales that come and go', () => {
    const rows = [...rowsOf('sales', 40), ...rowsOf('high-low', 90)];
    expect(rows.filter(({ isSpoken }) => isSpoken).length).toBeGreaterThan(rows.length / 2);
  });
  it('holds where a price stands, in all of them', () => {
    for (const kind of MARKET_KINDS) {
      const rows = measurePrices(kind, 301, { offers: 15, looks: 25, every: 3 });
      expect(mean(rows.map(({ standingCovered }) => Number(standingCovered)))).toBeGreaterThan(0.7);
    }
  });
});

describe('a market that turns', () => {
  /** All prices rise (or fall) by so much a day, since so many days. */
  const turned = (perDay: number, days: number, looks: number, seed: number) => {
    const common = { at: (day: number) => perDay * Math.max(0, day + days) };
    const market = marketWorld('shock', seed, { offers: 40, past: looks - 1, ahead: 0 }, common);
    return poolView(
      market.offers.map(({ prices }) => ({
        kind: null,
        observations: prices.map((price, i) => ({ day: i - looks + 1, price })),
      })),
      0,
    );
  };
  it.each([
    ['rises', 0.005],
    ['falls, like a launch that nobody announced', -0.007],
  ])('is heard within ten looks, when it %s', (_, perDay) => {
    const chances = [301, 302, 303, 304, 305, 306].map((seed) => {
      const since = turned(perDay, 10, 30, seed).of(null).move?.since ?? [];
      expect(Math.sign(mean(since.map((each) => each.weight * each.perDay)))).toBe(Math.sign(perDay));
      return since.reduce((sum, { weight }) => sum + weight, 0);
    });
    // Believed at 15 % before a look; prices here are set anew every second week, so that half of them have not moved yet.
    expect(mean(chances)).toBeGreaterThan(0.7);
  });
  it('is not made up where nothing turned', () => {
    for (const seed of [301, 302, 303, 304]) {
      const { move } = turned(0, 10, 30, seed).of(null);
      expect((move?.since ?? []).reduce((sum, { weight }) => sum + weight, 0)).toBeLessThan(0.3);
    }
  });
});
