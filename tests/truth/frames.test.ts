import { fitModel, predictor, recordJudge } from '@ripe-pick/core/fit';
import { median } from '@ripe-pick/core/stats';
import { finish } from '@ripe-pick/core/work';
import {
  buildersQuestions,
  extraChart,
  frameWorld,
  HARSHNESSES,
  publishedBars,
  type Bar,
} from '@ripe-pick/worlds/frames';
import { describe, expect, it } from 'vitest';
import { measureFaults, type FaultFigures } from '../../bench/truth/faults.ts';
import {
  barsOf,
  fitted,
  measureFrames,
  recordOf,
  type FrameFigures,
  type Known,
} from '../../bench/truth/frames.ts';
import { sizeOf } from '../sample.ts';

/*
 * A small fixed part of `npm run bench:truth`: what the figures claim, on worlds with a physics of their own. Seeds named in advance; nothing
 * was tuned on them.
 */

const SEEDS = Array.from({ length: sizeOf(8, 2) }, (_, n) => 301 + n);
const mean = (all: readonly FrameFigures[], read: (each: FrameFigures) => number) =>
  all.reduce((sum, each) => sum + read(each), 0) / all.length;

describe('80 % intervals of pairings that nobody measured', () => {
  const cases: readonly (readonly ['mild' | 'real' | 'harsh', Known])[] = [
    ['mild', 200],
    ['real', 'sparse'],
    ['harsh', 200],
  ];
  // Questions of one world hang together: over two worlds the share scatters by a tenth and more.
  const slack = sizeOf(0.06, 0.15);
  it.each(cases)(
    'hold in %s worlds with %s records, and the simple ways are further off',
    (harshness, known) => {
      const all = SEEDS.map((seed) => measureFrames(harshness, known, seed));
      for (const read of [(each: FrameFigures) => each.covered, (each: FrameFigures) => each.lowCovered]) {
        expect(mean(all, read)).toBeGreaterThan(0.8 - slack);
        expect(mean(all, read)).toBeLessThan(0.8 + slack + 0.02);
      }
      for (const name of ['slower', 'nearest', 'linear'])
        expect(mean(all, (each) => each.medianError)).toBeLessThan(mean(all, (each) => each.simple[name]));
      // Nine in ten and more that one build is the faster one.
      const sure = all.flatMap(({ faster }) => faster.byGame).filter(({ stated }) => stated > 0.9);
      const came = sure.filter(({ is }) => is).length / sure.length;
      expect(sure.length).toBeGreaterThan(10);
      expect(came).toBeGreaterThan(
        sure.reduce((sum, { stated }) => sum + stated, 0) / sure.length - slack / 2,
      );
    },
  );
});

describe('a chart that is wrong as a whole', () => {
  it('is named, moves its game next to nothing, and sound charts are not accused', () => {
    let found = 0;
    let accused = 0;
    let sound = 0;
    for (const seed of SEEDS) {
      const world = frameWorld(seed, { ...HARSHNESSES.mild, wrongCharts: 0 });
      const parts = [...world.cpus, ...world.gpus];
      const bars = publishedBars(world, 300, seed);
      const fitted = (all: readonly Bar[]) => {
        const records = all.map(({ record }) => record);
        const input = { parts, model: world.facts, records, start: null, now: '2026-11-20T00:00:00Z' };
        const result = finish(fitModel(input));
        if (result.status !== 'fitted') throw new Error(result.status);
        return result;
      };
      // In the game of most charts, so that there is something to hold it against.
      const wrong = Array.from({ length: 40 }, (_, n) => extraChart(world, 'cards', true, n)).find(
        ([{ record }]) => record.game === 'game-0',
      );
      if (!wrong) throw new Error('one of forty charts is of the most popular game');
      const [before, after] = [fitted(bars), fitted([...bars, ...wrong])];
      for (const { ids, disagrees } of after.charts) {
        if (ids.includes(wrong[0].record.id)) found += Number(disagrees);
        else {
          sound++;
          accused += Number(disagrees);
        }
      }
      const judge = recordJudge(parts, world.facts);
      const [was, is] = [predictor(before.model), predictor(after.model)];
      const moved = buildersQuestions(world, bars, 100, seed)
        .filter(({ game }) => game === 'game-0')
        .map((question) => {
          const judged = judge(recordOf(question));
          const [a, b] = 'usable' in judged ? [was(judged.usable), is(judged.usable)] : [];
          return Math.abs((b?.ln ?? NaN) - (a?.ln ?? NaN));
        });
      // The chart is off by a fifth and more.
      expect(Math.min(...wrong.map(({ offLn }) => Math.abs(offLn)))).toBeGreaterThan(0.1);
      expect(median(moved)).toBeLessThan(0.02);
    }
    expect(found / SEEDS.length).toBeGreaterThanOrEqual(0.5);
    expect(accused / sound).toBeLessThan(0.08);
  });
});

describe('machines that somebody finds slow', () => {
  it('are not told that something is wrong where they are healthy, and leaders are what they claim to be', () => {
    const all = SEEDS.map((seed) => {
      const world = frameWorld(seed, HARSHNESSES.mild);
      return measureFaults(world, fitted(world, barsOf(world, 200, seed)), 8);
    });
    const share = (read: (each: FaultFigures) => number) =>
      all.reduce((sum, each) => sum + read(each), 0) / all.length;
    // A twentieth is claimed; forty machines of two worlds scatter by as much again.
    expect(share(({ alarms }) => alarms)).toBeLessThanOrEqual(sizeOf(0.05, 0.1));
    const sure = all.flatMap(({ leaders }) => leaders).filter(({ stated }) => stated > 0.9);
    expect(sure.length).toBeGreaterThan(10);
    expect(sure.filter(({ is }) => is).length / sure.length).toBeGreaterThan(0.8);
  });
});
