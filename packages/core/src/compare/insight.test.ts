import { openSession } from '../session/index.ts';
import { finish } from '../work/index.ts';
import { describe, expect, it } from 'vitest';
import { BRIEF, CARD, CATALOGUE, MEMORY, MODEL, OFFERS, PROCESSOR } from '../test/fixtures.ts';
import { prepare } from '../search/index.ts';
import type { Brief, Catalogue } from '../parts/index.ts';
import { against } from './against.ts';
import { flips, type Flip } from './flips.ts';
import { amountsAround, hullOf, kneesOf, nextRise, rungsOf, stepAt } from './frontier-shape.ts';

const points = ([0, 100, 150, 200, 400, 500] as const).map((cost, n) => ({
  cost,
  score: [0, 50, 55, 90, 100, 101][n],
}));

describe('the shape of a frontier', () => {
  it('its envelope leaves out what a straight line beats (worked out on paper)', () => {
    expect(hullOf(points).map((point) => point.cost)).toEqual([0, 100, 200, 400, 500]);
    expect(hullOf([])).toEqual([]);
  });
  it('no point lies above the envelope, and its slopes fall', () => {
    const many = Array.from({ length: 60 }, (_, n) => ({
      cost: n * 10,
      score: Math.round(Math.sqrt(n) * 100 + ((n * 37) % 11)),
    }));
    const hull = hullOf(many);
    for (const point of many) {
      const right = hull.findIndex((each) => each.cost >= point.cost);
      const [a, b] = [hull[Math.max(0, right - 1)], hull[right]];
      const line =
        a.cost === b.cost
          ? b.score
          : a.score + ((b.score - a.score) * (point.cost - a.cost)) / (b.cost - a.cost);
      expect(point.score).toBeLessThanOrEqual(line + 1e-9);
    }
    const slopes = rungsOf(many).map((rung) => rung.score / rung.money);
    expect([...slopes].sort((x, y) => y - x)).toEqual(slopes);
  });
  it('knees are where the slope falls by a third or more', () => {
    // Slopes 0.5, 0.4, 0.05, 0.01.
    expect(kneesOf(points).map((knee) => knee.point.cost)).toEqual([200, 400]);
    expect(kneesOf(points)[0].after / kneesOf(points)[0].before).toBeCloseTo(0.125, 12);
  });
  it('rungs add up from the first step to the last, with money per frame', () => {
    const rungs = rungsOf(points);
    expect(rungs.reduce((sum, rung) => sum + rung.money, 0)).toBe(500);
    expect(rungs.reduce((sum, rung) => sum + rung.score, 0)).toBe(101);
    expect(rungs[0].perFrame).toBe((100 * 1000) / 50);
  });
  it('a sum buys the last step that it reaches', () => {
    expect(stepAt(points, 199)?.cost).toBe(150);
    expect(stepAt(points, 200)?.cost).toBe(200);
    expect(stepAt(points, -1)).toBeNull();
  });
  it('finds the next sum that shows more: less than half a frame is no step', () => {
    const steps = [
      { cost: 100, score: 60_000 },
      { cost: 120, score: 60_490 },
      { cost: 130, score: 61_000 },
    ];
    expect(nextRise(steps, 100)?.cost).toBe(130);
    expect(nextRise(steps, 130)).toBeNull();
    expect(nextRise(steps, 10)?.cost).toBe(100);
  });
  it.each([
    [64_000, [-5000, -2500, 2500, 5000, 10_000]],
    [100_000, [-10_000, -5000, 5000, 10_000, 20_000]],
    [700_000, [-50_000, -25_000, 25_000, 50_000, 100_000]],
    [1, [1, 2, 4]],
  ])('asks about round amounts around %i', (sum, amounts) => expect(amountsAround(sum)).toEqual(amounts));
});

/* A market in which the card decides: 230 for the one in the set, 260 for a faster one, and 30 left. */
const fast = { ...CARD, id: 'fast', name: 'Fast' };
const slow = { ...CARD, id: 'slow', name: 'Slow' };
const world: Catalogue = {
  ...CATALOGUE,
  parts: [...CATALOGUE.parts, fast, slow],
  offers: [
    ...OFFERS,
    { ...OFFERS[3], id: 'fast.near', part: 'fast', priceMinor: 26000 },
    { ...OFFERS[3], id: 'slow.near', part: 'slow', priceMinor: 15000 },
  ],
  frameModel: {
    ...MODEL,
    gpus: [
      ...MODEL.gpus,
      { part: 'fast', rateLn: 0.2, sdLn: 0.03 },
      { part: 'slow', rateLn: -0.4, sdLn: 0.03 },
    ],
  },
};
const least = finish(prepare(openSession(world, BRIEF)).solve(1_000_000)).answers[0];
const withSlow = { ...BRIEF, locks: [{ slot: 'gpu', part: 'slow', offer: null }] } as const;
const priced = (budgetMinor: number): Brief => ({ ...BRIEF, money: { ...BRIEF.money, budgetMinor } });
function all(brief: Brief): readonly Flip[] {
  const search = flips(openSession(world, brief));
  const ended = finish(search);
  return ended;
}

describe('what would flip the best set', () => {
  // The whole with the card costs 3000 less than with the fast one: 1000 short of it.
  const brief = priced(least.cost - 1000);
  const found = all(brief);
  it('a fall of the faster card’s price by what is short', () => {
    const fall = found.find((flip) => flip.kind === 'fall' && flip.part === 'fast');
    expect(-(fall?.move ?? 0)).toBeGreaterThanOrEqual(1000);
    expect(-(fall?.move ?? 0)).toBeLessThanOrEqual(1000 + 52);
    expect(fall?.changes).toEqual(['gpu']);
  });
  it('a rise of the card’s price beyond what is left', () => {
    const rise = found.find((flip) => flip.kind === 'rise' && flip.part === 'gpu');
    expect(rise?.move).toBeGreaterThan(2000);
    expect(rise?.move).toBeLessThanOrEqual(2000 + 46);
    expect(rise?.becomes?.picks.gpu?.part).toBe('slow');
  });
  it('the card running out', () => {
    expect(found.find((flip) => flip.kind === 'stock' && flip.part === 'gpu')?.becomes?.picks.gpu?.part).toBe(
      'slow',
    );
  });
  it('nearest first, each confirmed by solving the changed market', () => {
    const distances = found.map((flip) => flip.distance ?? Infinity);
    expect([...distances].sort((a, b) => a - b)).toEqual(distances);
    for (const flip of found.filter((each) => each.kind === 'rise' || each.kind === 'fall')) {
      const moved = {
        ...world,
        offers: world.offers.map((offer) =>
          offer.id === flip.offer ? { ...offer, priceMinor: offer.priceMinor + flip.move } : offer,
        ),
      };
      const answer = finish(prepare(openSession(moved, brief)).solve(brief.money.budgetMinor)).answers[0];
      expect(answer?.picks.gpu?.part).toBe(flip.becomes?.picks.gpu?.part);
    }
  });
  it('nothing, where nothing fits; and it stops when told to', () => {
    expect(all(priced(100))).toEqual([]);
    const search = flips(openSession(world, brief));
    search.next();
    expect(search.next(true).done).toBe(true);
  });
});

describe('a rival at a shop of another currency', () => {
  /** The same market, with the faster card sold in kronor at 0.1 to the euro, by one of two ways to state that rate. */
  const abroad = (rate: Catalogue['currencyRates'][number]): Catalogue => ({
    ...world,
    shops: [...world.shops, { ...world.shops[0], id: 'far', name: 'Far', currency: 'SEK' }],
    offers: world.offers.map((offer) =>
      offer.part === 'fast' ? { ...offer, shop: 'far', priceMinor: offer.priceMinor * 10 } : offer,
    ),
    currencyRates: [rate],
  });
  const flipsOf = (catalogue: Catalogue) => {
    const [dearest] = finish(prepare(openSession(catalogue, BRIEF)).solve(1_000_000)).answers;
    const short = priced(dearest.cost - 1000);
    return finish(flips(openSession(catalogue, short))).filter(({ kind }) => kind === 'fall');
  };
  it('is found by the rate the other way round as well', () => {
    const direct = flipsOf(abroad({ from: 'SEK', to: 'EUR', rate: 0.1, on: '2026-11-20' }));
    const inverse = flipsOf(abroad({ from: 'EUR', to: 'SEK', rate: 10, on: '2026-11-20' }));
    expect(direct.map(({ part }) => part)).toContain('fast');
    expect(inverse).toEqual(direct);
  });
});

describe('a candidate against another build', () => {
  const slowBuild = finish(prepare(openSession(world, withSlow)).solve(1_000_000)).answers[0];
  const held = against(slowBuild.picks, least.picks, openSession(world, BRIEF));
  it('says how much cheaper and slower it is, to the cent and the thousandth', () => {
    expect(held.money).toBe(slowBuild.cost - least.cost);
    expect(held.score).toBe(slowBuild.score - least.score);
  });
  it('names the swap that makes the difference', () => {
    expect(held.because.map((swap) => swap.slot)).toEqual(['gpu']);
    expect(held.swaps.reduce((sum, swap) => sum + swap.money, 0)).toBe(held.money);
    expect(held.swaps.reduce((sum, swap) => sum + (swap.score ?? 0), 0)).toBe(held.score);
  });
  it('names the rules in its way', () => {
    const broken = {
      ...world,
      parts: world.parts.map((part) => (part.id === 'memory' ? { ...MEMORY, type: 'DDR5' as const } : part)),
    };
    expect(against(least.picks, slowBuild.picks, openSession(broken, BRIEF)).barriers).toContain(
      'memory-type',
    );
    expect(PROCESSOR.memoryTypes).toEqual(['DDR4']);
  });
});
