import { describe, expect, it } from 'vitest';
import { BOARD, BRIEF, CARD, GAME, GOOD, MEMORY, MODEL, PROCESSOR } from '../test/fixtures.ts';
import type { Brief, FrameModel } from '../parts/index.ts';
import { ratesFor, scorerFor, type BuildRates, type RatesResult } from './rates.ts';
import { linkLn } from './system.ts';

function known(result: RatesResult): BuildRates {
  if (result.status !== 'known') throw new Error(`unknown: ${JSON.stringify(result.missing)}`);
  return result;
}
const rates = (change: Partial<Brief['play']> = {}, model: FrameModel = MODEL) =>
  known(ratesFor({ ...BRIEF, play: { ...BRIEF.play, ...change } }, model)(GOOD));

describe('expected rates of a build', () => {
  const [game] = rates().games;
  it('are frames over time, in order: slowest 1 %, 1 % low, average', () => {
    expect(game.slowest).toBeLessThan(game.low);
    expect(game.low).toBeLessThan(game.average);
    expect(game.limitedBy.cpu + game.limitedBy.gpu + game.limitedBy.cap).toBeCloseTo(1, 9);
  });
  it('open to effects that add up to each side', () => {
    const sum = (effects: object) =>
      Object.values(effects as Record<string, number>).reduce((a, b) => a + b, 0);
    expect(sum(game.effects.cpu)).toBeCloseTo(2.0, 9);
    expect(sum(game.effects.gpu)).toBeCloseTo(2.35, 9);
  });
  it('lie inside an interval that grows with what is not known', () => {
    const sure = rates(
      {},
      {
        ...MODEL,
        cpus: [{ part: 'cpu', rateLn: 0, sdLn: 0 }],
        gpus: [{ part: 'gpu', rateLn: 0, sdLn: 0 }],
        games: [{ ...GAME, residualSd: 0 }],
      },
    );
    const vague = rates({}, { ...MODEL, gpus: [{ part: 'gpu', rateLn: 0, sdLn: 0.2 }] });
    const width = (result: BuildRates) => result.games[0].interval.high - result.games[0].interval.low;
    expect(width(sure)).toBe(0);
    expect(width(rates())).toBeGreaterThan(0);
    expect(width(vague)).toBeGreaterThan(2 * width(rates()));
    expect(vague.objective.interval.high - vague.objective.interval.low).toBeGreaterThan(0);
  });
  it('have an 80 % interval: 1.2816 standard deviations on either side (normal distribution)', () => {
    // A card that sets every frame: the only uncertainty is its rate's.
    const only = rates(
      {},
      {
        ...MODEL,
        cpus: [{ part: 'cpu', rateLn: 4, sdLn: 0 }],
        gpus: [{ part: 'gpu', rateLn: 0, sdLn: 0.05 }],
        games: [{ ...GAME, residualSd: 0 }],
      },
    );
    expect(Math.log(only.games[0].interval.high / only.games[0].average)).toBeCloseTo(1.2815515655 * 0.05, 6);
  });
  it('say what each side loses to the other: nothing by the slower one when the other is far faster', () => {
    const held = rates({}, { ...MODEL, cpus: [{ part: 'cpu', rateLn: 4, sdLn: 0 }] }).games[0];
    expect(held.lostToCpu).toBeLessThan(1e-6);
    expect(held.lostToGpu).toBeGreaterThan(0.9);
    const balanced = rates({}, { ...MODEL, cpus: [{ part: 'cpu', rateLn: -0.35, sdLn: 0 }] }).games[0];
    // Common practice, no source: 5 to 15 % lost to the slower side is an accepted balance.
    expect(balanced.lostToCpu).toBeGreaterThan(0.02);
    expect(balanced.lostToCpu).toBeLessThan(0.15);
  });
  it('stop at the engine’s cap, interval included', () => {
    const capped = rates({}, { ...MODEL, games: [{ ...GAME, frameCap: 60 }] }).games[0];
    expect(capped.average).toBeLessThanOrEqual(60);
    expect(capped.interval.high).toBeLessThanOrEqual(60);
    expect(capped.limitedBy.cap).toBeGreaterThan(0.9);
  });
  it('score the same by the short way that the search uses', () => {
    for (const figure of ['average', 'low', 'slowest'] as const) {
      const brief: Brief = {
        ...BRIEF,
        play: { ...BRIEF.play, objective: { ...BRIEF.play.objective, figure } },
      };
      expect(scorerFor(brief, MODEL)(GOOD)).toBe(known(ratesFor(brief, MODEL)(GOOD)).objective.score);
    }
  });
});

describe('what is not known', () => {
  const missing = (change: object, model: FrameModel = MODEL) => {
    const result = ratesFor(BRIEF, model)({ ...GOOD, ...change });
    return result.status === 'known' ? [] : result.missing.map((fact) => fact.fact);
  };
  it('is named, fact by fact, and never guessed', () => {
    expect(missing({ cpu: { ...PROCESSOR, threads: null } })).toEqual(['rate or threads']);
    expect(missing({ gpu: { ...CARD, videoMemoryGb: null } })).toEqual(['video memory']);
    expect(missing({ memory: { ...MEMORY, ratedCl: null } })).toEqual(['memory rates']);
    expect(missing({ motherboard: { ...BOARD, pcieSlot: null } })).toEqual(['link to the motherboard']);
    expect(missing({ gpu: null, cpu: { ...PROCESSOR, integratedGraphics: false } })).toEqual([
      'a graphics card, or a processor with graphics',
    ]);
    expect(missing({}, { ...MODEL, gpus: [] })).toEqual(['rate']);
    expect(missing({ motherboard: undefined, memory: undefined })).toContain('a motherboard');
  });
  it('covers games that the model does not have', () => {
    const result = ratesFor(
      {
        ...BRIEF,
        play: { ...BRIEF.play, games: [{ game: 'other', preset: 'low', weight: 1, target: null }] },
      },
      MODEL,
    )(GOOD);
    expect(result.status === 'unknown' && result.unknownGames).toEqual(['other']);
    expect(scorerFor({ ...BRIEF, play: { ...BRIEF.play, games: [] } }, MODEL)(GOOD)).toBeNull();
  });
});

describe('the link to the card', () => {
  it('loses nothing in its own slot, a factor of two per generation, and half with half the lanes (PCI-SIG base specifications)', () => {
    const at = (generation: number, lanes: number) =>
      linkLn(CARD, { ...BOARD, pcieSlot: { generation, lanes } }, { ...PROCESSOR, pcieGeneration: 5 });
    expect(at(4, 16)).toBe(0);
    expect(at(5, 16)).toBe(0);
    expect(Math.exp(at(3, 16) ?? 0)).toBeCloseTo(0.5, 2);
    expect(Math.exp(at(4, 8) ?? 0)).toBeCloseTo(0.5, 9);
  });
  it('is held by the processor too', () => {
    expect(Math.exp(linkLn(CARD, BOARD, { ...PROCESSOR, pcieGeneration: 3 }) ?? 0)).toBeCloseTo(0.5, 2);
  });
});
