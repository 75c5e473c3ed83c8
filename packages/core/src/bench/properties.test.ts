import { finish } from '../work/index.ts';
import { deviation, quantileSorted } from 'd3';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { summariseFrameTimes } from './frame-times.ts';
import { readFrameTimes } from './read-frame-times.ts';
import { meanRate, summariseRuns, type RunFigures } from './runs.ts';

/* Properties over random passes and files of random shape. */

/** Frame times of a game: they jitter, so that they never only rise. */
const passes = fc
  .array(fc.double({ min: 3, max: 40, noNaN: true }), { minLength: 12, maxLength: 300 })
  .map((values) => values.map((ms, n) => Number((ms + (n % 2)).toFixed(3))));

function read(text: string) {
  const search = readFrameTimes(text);
  const ended = finish(search);
  return ended;
}

interface Shape {
  readonly separator: string;
  readonly comma: boolean;
  readonly heading: string | null;
  readonly unit: 'ms' | 's';
  readonly running: boolean;
  readonly windows: boolean;
  readonly before: number;
  readonly after: number;
}
const shapes: fc.Arbitrary<Shape> = fc
  .record({
    separator: fc.constantFrom(';', '\t', ','),
    comma: fc.boolean(),
    named: fc.boolean(),
    unit: fc.constantFrom('ms' as const, 's' as const),
    running: fc.boolean(),
    windows: fc.boolean(),
    before: fc.integer({ min: 0, max: 2 }),
    after: fc.integer({ min: 0, max: 2 }),
  })
  .map(({ named, ...shape }) => {
    const columns = shape.before + shape.after;
    // Several columns need a name; decimal commas cannot stand between commas.
    const name = shape.running ? (shape.unit === 's' ? 'time (s)' : 'time') : `frame time (${shape.unit})`;
    return {
      ...shape,
      heading: named || columns > 0 ? name : null,
      comma: shape.comma && !(shape.separator === ',' && columns > 0),
    };
  });

/** Writes a pass in a shape, as a tool that logs frames would. */
function write(times: readonly number[], shape: Shape): string {
  let at = 500;
  const values = shape.running ? [at, ...times.map((ms) => (at += ms))] : times;
  const figure = (ms: number) => {
    const text = shape.unit === 's' ? (ms / 1000).toFixed(6) : ms.toFixed(3);
    return shape.comma ? text.replace('.', ',') : text;
  };
  const side = (count: number, cell: (n: number) => string) =>
    Array.from({ length: count }, (_, n) => cell(n));
  const line = (middle: string, other: (n: number) => string) =>
    [...side(shape.before, other), middle, ...side(shape.after, (n) => other(n + 5))].join(shape.separator);
  const rows = values.map((ms, row) => line(figure(ms), (n) => String((row * 7 + n) % 5)));
  const head = shape.heading === null ? [] : [line(shape.heading, (n) => `level ${n}`)];
  return [...head, ...rows].join(shape.windows ? '\r\n' : '\n');
}

describe('a frame-time file of any shape', () => {
  it('gives back the frames that were written', () => {
    fc.assert(
      fc.property(passes, shapes, (times, shape) => {
        const file = read(write(times, shape));
        expect(file?.ok, JSON.stringify(shape)).toBe(true);
        if (!file?.ok) return;
        expect(file.read.ms.length).toBe(times.length);
        file.read.ms.forEach((ms, n) => expect(Math.abs(ms - times[n])).toBeLessThan(0.0021));
      }),
      { numRuns: 250, seed: 4 },
    );
  });
  it('never throws and never loops on text of any kind', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 400 }), (text) => {
        const file = read(text);
        if (file && !file.ok) expect(file.message.length).toBeGreaterThan(5);
      }),
      { numRuns: 300, seed: 5 },
    );
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('1', ',', ';', '\n', '.', 'e', '-', '"', 'ms', '\t', '9'), {
          maxLength: 200,
        }),
        (pieces) => {
          read(pieces.join(''));
        },
      ),
      { numRuns: 400, seed: 6 },
    );
  });
  it('can be stopped in the middle', () => {
    const text = Array.from({ length: 100_000 }, (_, n) => 8 + (n % 3)).join('\n');
    const search = readFrameTimes(text);
    const first = search.next();
    expect(first.done).toBe(false);
    expect(first.value).toBeGreaterThan(0);
    expect(search.next(true)).toEqual({ done: true, value: null });
  });
});

describe('the summary of a pass', () => {
  it('keeps its order: slowest 1 % ≤ 1 % low by quantile neighbours ≤ average, and quantiles that rise', () => {
    fc.assert(
      fc.property(passes, (times) => {
        const found = summariseFrameTimes(Float64Array.from(times));
        const sorted = [...times].sort((a, b) => a - b);
        for (const { p, ms } of found.quantiles) expect(ms).toBeCloseTo(quantileSorted(sorted, p) ?? NaN, 9);
        expect(found.slowest).toBeLessThanOrEqual(
          1000 / sorted[Math.floor(0.9 * (sorted.length - 1))] + 1e-9,
        );
        expect(found.low01).toBeLessThanOrEqual(found.low + 1e-9);
        expect(found.low).toBeLessThanOrEqual(1000 / sorted[0] + 1e-9);
        expect(found.seconds * found.average).toBeCloseTo(times.length, 6);
        expect(found.histogram.counts.reduce((a, b) => a + b, 0)).toBe(times.length);
        expect(found.trace.length).toBeLessThanOrEqual(240);
        expect(Math.max(...found.trace.map((piece) => piece.maxMs))).toBe(sorted[sorted.length - 1]);
      }),
      { numRuns: 150, seed: 7 },
    );
  });
  it('does not hang on the order of frames, but for stutters, drift and picture', () => {
    fc.assert(
      fc.property(passes, (times) => {
        const [there, back] = [times, [...times].reverse()].map((each) =>
          summariseFrameTimes(Float64Array.from(each)),
        );
        expect(back.quantiles).toEqual(there.quantiles);
        expect(back.histogram).toEqual(there.histogram);
        expect(back.average).toBeCloseTo(there.average, 9);
        expect(Math.abs(back.driftLn + there.driftLn)).toBeLessThan(0.9);
      }),
      { numRuns: 100, seed: 8 },
    );
  });
  it('scales: twice the time is half the rate', () => {
    fc.assert(
      fc.property(passes, (times) => {
        const one = summariseFrameTimes(Float64Array.from(times));
        const two = summariseFrameTimes(Float64Array.from(times.map((ms) => 2 * ms)));
        for (const figure of ['average', 'low', 'slowest', 'low01'] as const)
          expect(two[figure]).toBeCloseTo(one[figure] / 2, 9);
      }),
      { numRuns: 60, seed: 9 },
    );
  });
});

const runs = fc.array(
  fc.record({
    average: fc.double({ min: 20, max: 300, noNaN: true }),
    seconds: fc.option(fc.double({ min: 5, max: 300, noNaN: true })),
    isWarmUp: fc.boolean(),
  }),
  { minLength: 1, maxLength: 8 },
);
const full = (each: Pick<RunFigures, 'average' | 'seconds' | 'isWarmUp'>): RunFigures => ({
  ...each,
  low: null,
  slowest: null,
  gpuBusy: null,
  driftLn: null,
});

describe('passes put together', () => {
  it('lie between the slowest and the quickest, and never above the mean of rates', () => {
    fc.assert(
      fc.property(runs, (all) => {
        const found = summariseRuns(all.map(full));
        const counted = all.filter((run) => !run.isWarmUp).map((run) => run.average);
        expect(found === null).toBe(counted.length === 0);
        if (counted.length === 0) return;
        expect(found?.count).toBe(counted.length);
        expect(found?.average).toBeGreaterThanOrEqual(Math.min(...counted) - 1e-9);
        expect(found?.average).toBeLessThanOrEqual(Math.max(...counted) + 1e-9);
        // Of equal length each: frames over time is the mean; of equal frames: the harmonic mean, which is lower.
        const untimed = meanRate(counted.map((fps) => ({ fps, seconds: null })));
        expect(untimed).toBeLessThanOrEqual(counted.reduce((a, b) => a + b, 0) / counted.length + 1e-9);
        if (counted.length > 1)
          expect(found?.spreadLn).toBeCloseTo(deviation(counted.map(Math.log)) ?? NaN, 9);
      }),
      { numRuns: 200, seed: 10 },
    );
  });
  it('do not hang on their order', () => {
    fc.assert(
      fc.property(runs, (all) => {
        const there = summariseRuns(all.map(full));
        const back = summariseRuns([...all].reverse().map(full));
        if (there) expect(back?.average).toBeCloseTo(there.average, 9);
        expect(back?.outliers.length).toBe(there?.outliers.length);
      }),
      { numRuns: 100, seed: 11 },
    );
  });
});
