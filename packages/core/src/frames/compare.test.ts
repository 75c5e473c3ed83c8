import { describe, expect, it } from 'vitest';
import { BOARD, BRIEF, CARD, GAME, GOOD, MEMORY, MODEL, PROCESSOR } from '../test/fixtures.ts';
import type { FrameModel } from '../parts/index.ts';
import { balanceOf, isBalanced, meanBalance } from './balance.ts';
import { chanceAbove } from './chance.ts';
import { comparerFor } from './compare.ts';
import { conditionsOf, differencesIn } from './conditions.ts';
import { ratesFor } from './rates.ts';

const model: FrameModel = {
  ...MODEL,
  gpus: [...MODEL.gpus, { part: 'faster', rateLn: 0.1, sdLn: 0.05 }, { part: 'like', rateLn: 0, sdLn: 0.03 }],
};
const FASTER = { ...GOOD, gpu: { ...CARD, id: 'faster' } };
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
      const cpuLn = 0.03 * draw();
      const world: FrameModel = {
        ...model,
        cpus: [{ part: 'cpu', rateLn: cpuLn, sdLn: 0 }],
        gpus: [
          { part: 'gpu', rateLn: 0.03 * draw(), sdLn: 0 },
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
  it('is never surer than so few records let anybody be', () => {
    const fit = (records: number) => ({ fit: { records } as FrameModel['fit'] }); // all of it that is read
    const sure = [8, 40, 200, 3000].map((records) => chanceAbove(1, 1e-6, fit(records)));
    expect(sure).toEqual([0.75, 1 - 1 / 12, 1 - 1 / 52, 1 - 1 / 752].map((each) => expect.closeTo(each, 12)));
    expect(chanceAbove(1, 1e-6, {})).toBe(1);
    expect(chanceAbove(0, 0, fit(8))).toBe(0.5);
    expect(chanceAbove(-0.1, 0.1, fit(40))).toBeCloseTo(1 - chanceAbove(0.1, 0.1, fit(40)), 12);
  });
  it('is surer when the uncertain processor is shared than when it is not', () => {
    const other: FrameModel = {
      ...model,
      cpus: [...model.cpus, { part: 'twin', rateLn: 0, sdLn: 0.03 }],
    };
    const twin = { ...FASTER, cpu: { ...PROCESSOR, id: 'twin' } };
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
    ['motherboard’s limit', { memoryMaxMts: 2933 }, {}],
    ['unknown', { memoryMaxMts: null }, {}],
    ['rated profile', { memoryProfile: false }, { ratedMts: 2400 }],
  ] as const)('memory state: %s', (state, motherboard, memory) => {
    const set = { ...GOOD, motherboard: { ...BOARD, ...motherboard }, memory: { ...MEMORY, ...memory } };
    expect(conditionsOf(BRIEF, set).memory).toBe(state);
  });
  it('compares one build with nothing', () => expect(differencesIn([conditionsOf(BRIEF, GOOD)])).toEqual([]));
});

describe('balance', () => {
  const time = (cpu: number, gpu: number) => ({
    cpu: { mean: cpu, spread: 0.12 },
    gpu: { mean: gpu, spread: 0.1 },
    shortestMs: 0,
  });
  it('5 to 15 % is lost where both sides are equally fast (common practice, no source)', () => {
    const { toCpu, toGpu } = balanceOf(time(2, 2));
    expect(toCpu).toBeGreaterThan(0.05);
    expect(toGpu).toBeLessThan(0.15);
  });
  it('the faster side loses, the slower one hardly', () => {
    const { toCpu, toGpu } = balanceOf(time(2, 2.7));
    expect(toGpu).toBeGreaterThan(0.4);
    expect(toCpu).toBeLessThan(0.01);
  });
  it('a cap of the game’s own takes losses away that nobody could see', () => {
    const capped = balanceOf({ ...time(1, 1.6), shortestMs: 1000 / 120 });
    expect(capped.toGpu).toBeLessThan(balanceOf(time(1, 1.6)).toGpu);
  });
  it('is held against the limit as weighted means', () => {
    const mean = meanBalance(
      [0.75, 0.25],
      [
        { toCpu: 0.2, toGpu: 0 },
        { toCpu: 0, toGpu: 0.4 },
      ],
    );
    expect(mean.toCpu).toBeCloseTo(0.15, 12);
    expect(mean.toGpu).toBeCloseTo(0.1, 12);
    expect([isBalanced(mean, null), isBalanced(mean, 0.16), isBalanced(mean, 0.14)]).toEqual([
      true,
      true,
      false,
    ]);
    expect(GAME.frameCap).toBeNull();
  });
});
