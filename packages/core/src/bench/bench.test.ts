import { finish } from '../work/index.ts';
import { mean as meanOf, quantileSorted as statistics } from 'simple-statistics';
import { quantileSorted as typeSeven } from 'd3';
import { describe, expect, it } from 'vitest';
import { summariseFrameTimes } from './frame-times.ts';
import { readFrameTimes, type FrameTimesFile } from './read-frame-times.ts';
import { meanRate, summariseRuns, type RunFigures } from './runs.ts';

const RUN: RunFigures = {
  average: 100,
  seconds: 60,
  low: 80,
  slowest: 76,
  isWarmUp: false,
  gpuBusy: null,
  driftLn: null,
};

describe('runs put together', () => {
  it('are frames over time, not the mean of rates: 60 s at 50 and 60 s at 100 are 75; equal frames are the harmonic mean', () => {
    expect(
      meanRate([
        { fps: 50, seconds: 60 },
        { fps: 100, seconds: 60 },
      ]),
    ).toBeCloseTo(75, 12);
    expect(
      meanRate([
        { fps: 50, seconds: null },
        { fps: 100, seconds: null },
      ]),
    ).toBeCloseTo(200 / 3, 12);
    expect(
      meanRate([
        { fps: 50, seconds: 120 },
        { fps: 100, seconds: 60 },
      ]),
    ).toBeCloseTo((6000 + 6000) / 180, 12);
  });
  it('leave warm-ups out; nothing but warm-ups is nothing', () => {
    const runs = [{ ...RUN, average: 60, isWarmUp: true }, RUN, RUN];
    expect(summariseRuns(runs)?.average).toBeCloseTo(100, 12);
    expect(summariseRuns(runs)?.count).toBe(2);
    expect(summariseRuns([{ ...RUN, isWarmUp: true }])).toBeNull();
  });
  it('name an outlier among three and more, and none among two', () => {
    const runs = [100, 101, 99.5, 100.4, 82].map((average) => ({ ...RUN, average }));
    expect(summariseRuns(runs)?.outliers).toEqual([4]);
    expect(summariseRuns(runs.slice(3))?.outliers).toEqual([]);
    expect(summariseRuns([100, 100, 100, 101].map((average) => ({ ...RUN, average })))?.outliers).toEqual([]);
  });
  it('are surer with more passes (common practice, no source: three passes and their mean)', () => {
    const sd = (count: number) =>
      summariseRuns(Array.from({ length: count }, (_, i) => ({ ...RUN, average: 100 + (i % 2) })))?.sdLn ??
      NaN;
    expect(sd(3)).toBeLessThan(sd(1));
    expect(sd(9)).toBeLessThan(sd(3));
    expect(summariseRuns([RUN])?.spreadLn).toBeNull();
  });
});

/** A pass with jitter, a slow stretch and single hitches. */
function pass(n: number, seed = 1): Float64Array {
  let state = seed;
  return Float64Array.from({ length: n }, (_, i) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return 8 + 2 * (state / 2 ** 32) + (i % 500 === 499 ? 30 : 0);
  });
}

describe('frame times', () => {
  const ms = pass(20_000);
  const summary = summariseFrameTimes(ms);
  const sorted = [...ms].sort((a, b) => a - b);
  it('have the average that frames over time give, and quantiles of a statistics library (d3-array, type 7)', () => {
    expect(summary.average).toBeCloseTo(1000 / meanOf([...ms]), 9);
    for (const { p, ms: at } of summary.quantiles) expect(at).toBeCloseTo(typeSeven(sorted, p) ?? NaN, 9);
    expect(summary.quantiles.find(({ p }) => p === 0.5)?.ms).toBeCloseTo(statistics(sorted, 0.5), 2);
  });
  it('have the 1 % low by both definitions: worked out by hand on a hundred frames', () => {
    // 98 frames of 10 ms, then 20 and 40: the 99th percentile (type 7) lies at index 98.01, 20 + 0.01 · 20; the slowest 1 % is 40.
    const small = summariseFrameTimes(Float64Array.from([...new Array<number>(98).fill(10), 20, 40]));
    expect(1000 / small.low).toBeCloseTo(20.2, 9);
    expect(1000 / small.slowest).toBeCloseTo(40, 9);
    expect(summary.slowest).toBeLessThan(summary.low);
  });
  it('count hitches against the frames around them, and no slow stretch', () => {
    expect(summary.stutters).toBe(40);
    const stretch = Float64Array.from({ length: 2000 }, (_, i) => (i > 1000 ? 30 : 8));
    expect(summariseFrameTimes(stretch).stutters).toBeLessThanOrEqual(10);
    expect(summariseFrameTimes(stretch).driftLn).toBeLessThan(-0.2);
  });
  it('have a histogram that holds every frame, and a trace that keeps the extremes', () => {
    expect(summary.histogram.counts.reduce((a, b) => a + b, 0)).toBe(20_000);
    expect(Math.max(...summary.trace.map((piece) => piece.maxMs))).toBe(sorted[sorted.length - 1]);
    expect(Math.min(...summary.trace.map((piece) => piece.minMs))).toBe(sorted[0]);
  });
  it('refuse a single frame', () =>
    expect(() => summariseFrameTimes(Float64Array.of(8))).toThrow('at least two'));
});

function read(text: string): FrameTimesFile {
  const search = readFrameTimes(text);
  const ended = finish(search);
  if (ended === null) throw new Error('stopped');
  return ended;
}
const of = (text: string) => {
  const file = read(text);
  if (!file.ok) throw new Error(file.message);
  return file.read;
};
const times = [...pass(300)].map((ms) => Number(ms.toFixed(3)));
const running = times.reduce<number[]>(
  (all, ms) => [...all, Number((all[all.length - 1] + ms).toFixed(3))],
  [1000],
);

describe('frame-time files of any common shape', () => {
  it.each([
    ['milliseconds, no heading', times.join('\n'), 'ms'],
    [
      'milliseconds with a heading, Windows line ends, byte order mark',
      `\uFEFFFrametime (ms)\r\n${times.join('\r\n')}\r\n`,
      'ms',
    ],
    ['seconds, no heading', times.map((ms) => ms / 1000).join('\n'), 's'],
    ['decimal commas', times.map((ms) => String(ms).replace('.', ',')).join('\n'), 'ms'],
    [
      'semicolons with decimal commas',
      `frame;ms\n${times.map((ms, i) => `${i};${String(ms).replace('.', ',')}`).join('\n')}`,
      'ms',
    ],
    [
      'commas, among other columns',
      `index,MsBetweenPresents,fps\n${times.map((ms, i) => `${i},${ms},${(1000 / ms).toFixed(1)}`).join('\n')}`,
      'ms',
    ],
    ['quoted cells', `"n","frame time"\n${times.map((ms, i) => `"${i}","${ms}"`).join('\n')}`, 'ms'],
    [
      'a preamble before the heading',
      `Game run of Friday\nmachine; the blue one\nframe;ms\n${times.map((ms, i) => `${i};${ms}`).join('\n')}`,
      'ms',
    ],
    ['running milliseconds', running.join('\n'), 'running-ms'],
    ['running seconds', `time (s)\n${running.map((ms) => (ms / 1000).toFixed(6)).join('\n')}`, 'running-s'],
    [
      'running seconds beside another column',
      `Time,Level\n${running.map((ms) => `${(ms / 1000).toFixed(6)},3`).join('\n')}`,
      'running-s',
    ],
  ] as const)('%s', (_, text, unit) => {
    const found = of(text);
    expect(found.unit).toBe(unit);
    expect(found.ms.length).toBe(300);
    found.ms.forEach((ms, i) => expect(ms).toBeCloseTo(times[i], 2));
  });
  it('read the card’s busy share from per cents, shares and milliseconds', () => {
    const withBusy = (name: string, busy: (ms: number) => number) =>
      of(`ms,${name}\n${times.map((ms) => `${ms},${busy(ms).toFixed(3)}`).join('\n')}`).gpuBusy ?? NaN;
    expect(withBusy('gpu load %', () => 93)).toBeCloseTo(0.93, 6);
    expect(withBusy('graphics card busy', () => 0.93)).toBeCloseTo(0.93, 6);
    expect(withBusy('MsGPUActive', (ms) => 0.93 * ms)).toBeCloseTo(0.93, 2);
  });
  it('skip rows without a frame and gaps of a running clock, and count them', () => {
    const found = of(['ms', ...times.slice(0, 100), 'lost', '-1', ...times.slice(100)].join('\n'));
    expect([found.ms.length, found.skipped]).toEqual([300, 2]);
  });
  it.each([
    ['nothing', ''],
    ['words', 'one\ntwo\nthree\nfour'],
    ['a temperature', `warmth\n${times.map((_, i) => 60000 + (i % 7) * 900).join('\n')}`],
    ['two nameless columns', times.map((ms, i) => `${(i * 37) % 11},${ms}`).join('\n')],
  ])('say what is wrong and how to mend it: %s', (_, text) => {
    const file = read(text);
    expect(file.ok).toBe(false);
    if (!file.ok) expect(Math.min(file.message.length, file.mend.length)).toBeGreaterThan(15);
  });
});
