import { describe, expect, it } from 'vitest';
import { BOARD, BRIEF, CARD, GAME, GOOD, MEMORY, MODEL, PROCESSOR } from '../test/fixtures.ts';
import type { FrameModel } from '../parts/index.ts';
import { balanceOf, isBalanced, meanBalance } from './balance.ts';
import { comparerFor } from './compare.ts';
import { conditionsOf, differencesIn } from './conditions.ts';
import { ratesFor } from './rates.ts';

const model: FrameModel = {
  ...MODEL,
  cards: [
    ...MODEL.cards,
    { part: 'faster', rateLn: 0.1, sdLn: 0.05 },
    { part: 'like', rateLn: 0, sdLn: 0.03 },
  ],
};
const FASTER = { ...GOOD, card: { ...CARD, id: 'faster' } };
const compare = comparerFor(BRIEF, model);

/** A small seeded generator (mulberry32) and normal draws (Box and Muller), apart from the code under test. */
function normals(seed: number): () => number {
  let state = seed;
  const uniform = () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
}

describe('the chance that one build is faster than another', () => {
  it('is what a seeded sample of uncertain part rates shows, with the shared processor moving both', () => {
    const rates = ratesFor(BRIEF, MODEL);
    const draw = normals(7);
    let wins = 0;
    const N = 4000;
    for (let n = 0; n < N; n++) {
      const processorLn = 0.03 * draw();
      const world: FrameModel = {
        ...model,
        processors: [{ part: 'processor', rateLn: processorLn, sdLn: 0 }],
        cards: [
          { part: 'card', rateLn: 0.03 * draw(), sdLn: 0 },
          { part: 'faster', rateLn: 0.1 + 0.05 * draw(), sdLn: 0 },
        ],
      };
      const of = (set: typeof GOOD) => {
        const rated = ratesFor(BRIEF, world)(set);
        return (rated.status === 'known' ? rated.games[0].average : 0) * Math.exp(0.02 * draw());
      };
      if (of(FASTER) > of(GOOD)) wins++;
    }
    expect(rates(GOOD).status).toBe('known');
    expect(compare(FASTER, GOOD)?.[0].chance).toBeCloseTo(wins / N, 1);
    expect(Math.abs((compare(FASTER, GOOD)?.[0].chance ?? 0) - wins / N)).toBeLessThan(0.03);
  });
  it('is a half against itself, and both ways add up to one', () => {
    expect(compare(GOOD, GOOD)?.[0].chance).toBe(0.5);
    const there = compare(FASTER, GOOD)?.[0].chance ?? 0;
    expect(there + (compare(GOOD, FASTER)?.[0].chance ?? 0)).toBeCloseTo(1, 12);
  });
  it('is surer when the uncertain processor is shared than when it is not', () => {
    const other: FrameModel = {
      ...model,
      processors: [...model.processors, { part: 'twin', rateLn: 0, sdLn: 0.03 }],
    };
    const twin = { ...FASTER, processor: { ...PROCESSOR, id: 'twin' } };
    const shared = comparerFor(BRIEF, other)(FASTER, GOOD)?.[0];
    const apart = comparerFor(BRIEF, other)(twin, GOOD)?.[0];
    expect(apart?.differenceLn).toBeCloseTo(shared?.differenceLn ?? NaN, 12);
    expect(apart?.sdLn).toBeGreaterThan(shared?.sdLn ?? Infinity);
  });
  it('is unknown where a rate is', () => {
    expect(compare({ ...GOOD, memory: { ...MEMORY, ratedCl: null } }, GOOD)).toBeNull();
    expect(
      comparerFor(
        {
          ...BRIEF,
          play: { ...BRIEF.play, games: [{ game: 'lost', preset: 'low', weight: 1, target: null }] },
        },
        model,
      )(GOOD, GOOD),
    ).toBeNull();
  });
});

describe('comparing fairly', () => {
  it('finds nothing to say about two builds under one brief with alike memory', () => {
    expect(differencesIn([conditionsOf(BRIEF, GOOD), conditionsOf(BRIEF, FASTER)])).toEqual([]);
  });
  it('says when presets, resolution or upscaling differ', () => {
    const other = {
      ...BRIEF,
      play: {
        ...BRIEF.play,
        heightPx: 1440,
        renderScale: 0.67,
        games: [{ ...BRIEF.play.games[0], preset: 'low' as const }],
      },
    };
    const found = differencesIn([conditionsOf(BRIEF, GOOD), conditionsOf(other, GOOD)]);
    expect(found.map((each) => each.condition)).toEqual(['presets', 'resolution', 'renderScale']);
    expect(found[1].values).toEqual(['1920 x 1080', '1920 x 1440']);
  });
  it.each([
    ['rated profile', {}, {}],
    ['base rate', { memoryProfile: false }, {}],
    ['board’s limit', { memoryMaxMts: 2933 }, {}],
    ['unknown', { memoryMaxMts: null }, {}],
    ['rated profile', { memoryProfile: false }, { ratedMts: 2400 }],
  ] as const)('memory state: %s', (state, board, memory) => {
    const set = { ...GOOD, board: { ...BOARD, ...board }, memory: { ...MEMORY, ...memory } };
    expect(conditionsOf(BRIEF, set).memory).toBe(state);
  });
  it('compares one build with nothing', () => expect(differencesIn([conditionsOf(BRIEF, GOOD)])).toEqual([]));
});

describe('balance', () => {
  const time = (processor: number, card: number) => ({
    processor: { mean: processor, spread: 0.12 },
    card: { mean: card, spread: 0.1 },
    shortestMs: 0,
  });
  it('5 to 15 % is lost where both sides are equally fast (common practice, no source)', () => {
    const { toProcessor, toCard } = balanceOf(time(2, 2));
    expect(toProcessor).toBeGreaterThan(0.05);
    expect(toCard).toBeLessThan(0.15);
  });
  it('the faster side loses, the slower one hardly', () => {
    const { toProcessor, toCard } = balanceOf(time(2, 2.7));
    expect(toCard).toBeGreaterThan(0.4);
    expect(toProcessor).toBeLessThan(0.01);
  });
  it('a cap of the game’s own takes losses away that nobody could see', () => {
    const capped = balanceOf({ ...time(1, 1.6), shortestMs: 1000 / 120 });
    expect(capped.toCard).toBeLessThan(balanceOf(time(1, 1.6)).toCard);
  });
  it('is held against the limit as weighted means', () => {
    const mean = meanBalance(
      [0.75, 0.25],
      [
        { toProcessor: 0.2, toCard: 0 },
        { toProcessor: 0, toCard: 0.4 },
      ],
    );
    expect(mean.toProcessor).toBeCloseTo(0.15, 12);
    expect(mean.toCard).toBeCloseTo(0.1, 12);
    expect([isBalanced(mean, null), isBalanced(mean, 0.16), isBalanced(mean, 0.14)]).toEqual([
      true,
      true,
      false,
    ]);
    expect(GAME.frameCap).toBeNull();
  });
});
