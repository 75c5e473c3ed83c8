import { describe, expect, it } from 'vitest';
import { measuredMeans } from './measured-means.ts';
import { groupRuns, type BenchRun } from './own-records.ts';

const run = (game: string, average: number, change: Partial<BenchRun> = {}): BenchRun => ({
  ...{ id: `${game}-${average}`, rig: 'seat', game, preset: 'low', on: '2026-11-20' },
  ...{ widthPx: 1920, heightPx: 1080, renderScale: 1, background: 'none' },
  ...{ state: { profile: true, clocks: 'stock' }, average, seconds: null, low: null, slowest: null },
  ...{ isWarmUp: false, gpuBusy: null, driftLn: null },
  ...change,
});
const meansFor = (runs: readonly BenchRun[], expected: (game: string) => number | null = () => null) =>
  measuredMeans(
    groupRuns(runs).map((group) => {
      const fps = expected(group.runs[0].game);
      return { ...group, expected: fps === null ? null : { fps } };
    }),
  );

describe('means over what was measured', () => {
  it('are formed over the scenes, each with its passes put together, warm-ups left out', () => {
    // By hand: two passes of equal frames at 90 and 180 show 2 / (1/90 + 1/180) = 120; with 30: (120 + 30) / 2 = 75,
    // the root of 3600 is 60, and 2 / (1/120 + 1/30) = 48.
    const [set, ...others] = meansFor([
      run('a', 90),
      run('a', 180),
      run('a', 10, { isWarmUp: true }),
      run('b', 30),
    ]);
    expect(others).toEqual([]);
    expect(set.scenes.map(({ game }) => game)).toEqual(['a', 'b']);
    expect(set.measured.arithmetic).toBeCloseTo(75, 9);
    expect(set.measured.geometric).toBeCloseTo(60, 9);
    expect(set.measured.harmonic).toBeCloseTo(48, 9);
  });
  it('say what is expected over the same scenes, or nothing where one of them is not known', () => {
    const runs = [run('a', 100), run('b', 50)];
    expect(meansFor(runs, (game) => (game === 'a' ? 80 : 20))[0].expected?.arithmetic).toBe(50);
    expect(meansFor(runs, (game) => (game === 'a' ? 80 : null))[0].expected).toBeNull();
  });
  it('never mix sizes, generated frames or clocks, and mark unlike presets', () => {
    const generated = { profile: true, clocks: 'stock', generatedFrames: true } as const;
    const sets = meansFor([
      run('a', 100),
      run('b', 50, { preset: 'high' }),
      run('a', 70, { widthPx: 2560, heightPx: 1440 }),
      run('a', 190, { state: generated }),
      run('b', 110, { state: generated }),
    ]);
    expect(
      sets.map(({ scenes, isMixed }) => [scenes.map(({ measured }) => Math.round(measured)), isMixed]),
    ).toEqual([
      [[100, 50], true],
      [[190, 110], false],
    ]);
  });
});
