import { describe, expect, it } from 'vitest';
import {
  MARGIN,
  dayOnAxis,
  monthsTo,
  pointsOf,
  scalesOf,
  screenStretches,
  stepLine,
  timeTicks,
} from './timeline.ts';
import { mostMoney, stageSegments } from './stage-ruler.ts';
import type { ToldStage } from '../../workers/growth.worker.ts';

const TODAY = '2026-11-20';

describe('a timeline', () => {
  it('runs from today to the horizon, frames upward', () => {
    const { x, y } = scalesOf(800, 260, 36, [[120_000, 118_000], [140_000]]);
    expect(x(0)).toBe(MARGIN.left);
    expect(x(36)).toBe(800 - MARGIN.right);
    expect(y(140_000)).toBeLessThan(y(118_000));
    expect(y(118_000)).toBeLessThan(260 - MARGIN.bottom + 0.001);
  });
  it('is drawn without scores too, and on a page that has no width yet', () => {
    const { x, y } = scalesOf(0, 260, 36, []);
    expect(x(36)).toBeGreaterThan(x(0));
    expect(Number.isFinite(y(0))).toBe(true);
  });
  it('goes in steps of months, the last one up to the horizon', () => {
    expect(pointsOf([3, 2])).toEqual([
      [0, 3],
      [1, 2],
      [2, 2],
    ]);
    expect(pointsOf([])).toEqual([]);
    const scales = scalesOf(100, 100, 2, [[3000, 2000]]);
    // Down only at the month's end: the path moves sideways first.
    expect(stepLine([3000, 2000], scales)).toMatch(/^M[\d.]+,[\d.]+L[\d.]+,[\d.]+L/);
  });
  it('names as many months as have room, today first', () => {
    expect(timeTicks(TODAY, 36, 760).map((tick) => tick.text)).toEqual([
      'today',
      'May 2027',
      'Nov 2027',
      'May 2028',
      'Nov 2028',
      'May 2029',
      'Nov 2029',
    ]);
    expect(timeTicks(TODAY, 36, 200).length).toBeLessThanOrEqual(4);
    expect(timeTicks(TODAY, 1, 760).length).toBeGreaterThan(0);
  });
  it('puts a dragged step on a day within the time that is looked at', () => {
    expect(dayOnAxis(TODAY, 7.9, 36)).toBe('2027-07-20');
    expect(dayOnAxis(TODAY, -4, 36)).toBe('2026-12-20');
    expect(dayOnAxis(TODAY, 99, 36)).toBe('2029-10-20');
    expect(monthsTo(TODAY, '2027-07-20')).toBeCloseTo(7.95, 2);
  });
  it('has the screen of each stretch of time', () => {
    expect(
      screenStretches(
        144,
        [
          { month: 18, refreshHz: 165 },
          { month: 8, refreshHz: 180 },
          { month: 50, refreshHz: 240 },
        ],
        36,
      ),
    ).toEqual([
      { from: 0, to: 8, refreshHz: 144 },
      { from: 8, to: 18, refreshHz: 180 },
      { from: 18, to: 36, refreshHz: 165 },
    ]);
    expect(screenStretches(144, [], 12)).toEqual([{ from: 0, to: 12, refreshHz: 144 }]);
  });
});

describe('a stage’s ruler', () => {
  const line = (slot: string, minor: number | null, way = 'in') => ({
    slot,
    way,
    then: minor === null ? null : { minor, low: 0, high: 0 },
  });
  const stage = {
    available: 40_000,
    paid: 25_000,
    lines: [line('gpu', 20_000), line('psu', 5000), line('memory', null), line('gpu', 9000, 'out')],
  } as unknown as ToldStage;
  it('lays what goes in end to end, up to what is paid; what has no price and what comes out take no room', () => {
    const segments = stageSegments(stage, null, (slot) => slot);
    expect(segments.map(({ slot, from, to }) => [slot, from, to])).toEqual([
      ['gpu', 0, 20_000],
      ['psu', 20_000, 25_000],
    ]);
    expect(segments.at(-1)?.to).toBe(stage.paid);
  });
  it('shares one scale with the others of its path', () => {
    expect(mostMoney([stage, { available: 10, paid: 90_000 }])).toBeGreaterThan(90_000);
    expect(mostMoney([])).toBeGreaterThan(0);
  });
});
