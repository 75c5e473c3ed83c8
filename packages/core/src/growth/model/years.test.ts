import { describe, expect, it } from 'vitest';
import { scorerFor } from '../../frames/index.ts';
import { GAME, GOOD } from '../../test/fixtures.ts';
import { GROWING, growing, growingWish, LATER, picksWith } from '../../test/growth-world.ts';
import { evaluatePath, holdingOf, overtaking, runsFrom, worldIn } from '../index.ts';
import { gameIn, PROCESSOR_SHARE, yearsFor } from './years.ts';

const { brief } = growingWish();
const TODAY = '2026-11-20';

describe('games grow heavier', () => {
  it('by their family’s rate, else by the general one; the processor’s part grows more slowly', () => {
    const growth = { ...brief.growth, heavierYearly: 0.08, heavierByFamily: { test: 0.2 } };
    const later = gameIn(GAME, growth, 2).presets.high;
    expect(later.gpuTimeLn - GAME.presets.high.gpuTimeLn).toBeCloseTo(2 * Math.log(1.2), 12);
    expect(later.cpuTimeLn - GAME.presets.high.cpuTimeLn).toBeCloseTo(
      PROCESSOR_SHARE * 2 * Math.log(1.2),
      12,
    );
    const other = gameIn({ ...GAME, family: 'else' }, growth, 2).presets.high;
    expect(other.gpuTimeLn - GAME.presets.high.gpuTimeLn).toBeCloseTo(2 * Math.log(1.08), 12);
  });
  it('and ask for more memory by the rate of needs', () => {
    const later = gameIn(GAME, { ...brief.growth, needsYearly: 0.1 }, 3).presets.high;
    expect(later.memoryGb).toBeCloseTo(9 * 1.1 ** 3, 10);
    expect(later.videoMemoryGb).toBeCloseTo(5 * 1.1 ** 3, 10);
  });
  it('a build left alone decays from month to month', () => {
    const { scores } = evaluatePath(growing(), { picks: picksWith(), steps: [] });
    for (let month = 1; month < 36; month++)
      expect(scores?.[month]).toBeLessThanOrEqual(scores?.[month - 1] ?? 0);
    expect(scores?.[35]).toBeLessThan(scores?.[0] ?? 0);
  });
});

describe('a month to come', () => {
  const screen = {
    kind: 'screen' as const,
    id: 's',
    on: LATER,
    note: '',
    widthPx: 2560,
    heightPx: 1440,
    refreshHz: 165,
    costMinor: 0,
  };
  const game = {
    kind: 'game' as const,
    id: 'g',
    on: LATER,
    note: '',
    game: 'game',
    preset: 'high' as const,
    weight: 1,
    timesAsHeavy: 1.5,
  };
  it('has the screen of its day, and the games taken up by then', () => {
    const wish = growingWish({ wishes: [screen, game] }).brief;
    const before = worldIn(wish, GROWING.frameModel, TODAY, 7).brief.play;
    const after = worldIn(wish, GROWING.frameModel, TODAY, 8).brief.play;
    expect([before.widthPx, before.refreshHz, before.games.length]).toEqual([1920, 144, 1]);
    expect([after.widthPx, after.refreshHz, after.games.length]).toEqual([2560, 165, 2]);
  });
  it('a bigger screen costs frames from its day on', () => {
    const world = growing({ wishes: [screen] });
    const { scores } = evaluatePath(world, { picks: picksWith(), steps: [] });
    expect((scores?.[7] ?? 0) - (scores?.[8] ?? 0)).toBeGreaterThan(5000);
  });
  it('scores what the frame model says of the world of that month, month by month', () => {
    const wish = growingWish({ wishes: [screen, game] }).brief;
    const years = yearsFor(wish, GROWING.frameModel, TODAY);
    const world = growing({ wishes: [screen, game] });
    const system = world.systemOf(holdingOf(picksWith(), world.priceIndex.parts).set);
    if (!system) throw new Error('the good build has every rate');
    for (const month of [0, 7, 8, 20, 35]) {
      const then = worldIn(wish, GROWING.frameModel, TODAY, month);
      expect(years.scores(system)[month]).toBe(scorerFor(then.brief, then.model)(GOOD));
    }
  });
  it('weighs less the later it is, as the discount says, and sums are whole', () => {
    const years = yearsFor(
      { ...brief, growth: { ...brief.growth, discountYearly: 0.25 } },
      GROWING.frameModel,
      TODAY,
    );
    expect(years.weight(12, 13) / years.weight(0, 1)).toBeCloseTo(1 / 1.25, 5);
    expect(Number.isInteger(years.weight(0, 36))).toBe(true);
  });
  it('a game that the model does not know leaves the value unknown', () => {
    const world = growing(
      {},
      { play: { ...brief.play, games: [{ game: 'lost', preset: 'high', weight: 1, target: null }] } },
    );
    const report = evaluatePath(world, { picks: picksWith(), steps: [] });
    expect([report.value, report.scores]).toEqual([null, null]);
  });
});

describe('one path against another', () => {
  const of = (...scores: number[]) => ({ scores });
  it('is ahead from the month after which it never falls behind, and has caught up when its sum has', () => {
    const found = overtaking(of(8, 8, 12, 12, 12), of(10, 10, 10, 10, 10));
    expect(found).toEqual({ aheadFrom: 2, caughtUpFrom: 3, before: -2, after: 2 });
  });
  it('does not count a lead that is lost again, nor a level end', () => {
    expect(overtaking(of(12, 12, 8), of(10, 10, 10))?.aheadFrom).toBeNull();
    expect(overtaking(of(10, 10), of(10, 10))).toEqual({
      aheadFrom: null,
      caughtUpFrom: 0,
      before: 0,
      after: 0,
    });
    expect(overtaking({ scores: null }, of(1))).toBeNull();
  });
});

describe('from when what runs', () => {
  it('gives the first month at the playable rate and at the target, and the last at the target', () => {
    const games = [{ game: 'a', preset: 'high', target: 60, averages: [null, 20, 35, 61, 65, 58] }];
    expect(runsFrom({ games }, 30)).toEqual([
      { game: 'a', preset: 'high', target: 60, playable: 2, atTarget: 3, targetUntil: 4 },
    ]);
    expect(runsFrom({ games: [{ ...games[0], averages: [10, 20] }] }, 30)[0]).toMatchObject({
      playable: null,
      atTarget: null,
      targetUntil: null,
    });
    expect(runsFrom({ games: [{ ...games[0], averages: [70, 70] }] }, 30)[0]).toMatchObject({
      atTarget: 0,
      targetUntil: null,
    });
  });
});
