import { describe, expect, it } from 'vitest';
import { finish } from '../../work/index.ts';
import { readFrameTimes } from '../read-frame-times.ts';

/*
 * Layouts of frame-time files as tools and people write them (common practice, no source; no program is meant by any). Each is read right, or
 * asked about, or refused with words; none is read wrong.
 */

/** A pass of so many frames a second, with the jitter of a game and a hitch. */
const pass = (fps: number) =>
  Array.from({ length: 90 }, (_, n) => (1000 / fps) * (1 + 0.08 * Math.sin(n * 1.7) + (n === 40 ? 1.2 : 0)));
const rateOf = (ms: readonly number[]) => (1000 * ms.length) / ms.reduce((a, b) => a + b, 0);
const clock = (ms: readonly number[], start = 0) => {
  let at = start;
  return [at, ...ms.map((each) => (at += each))];
};
const column = (values: readonly (number | string)[], heading?: string) =>
  [...(heading === undefined ? [] : [heading]), ...values].join('\n');
const table = (
  separator: string,
  headings: readonly string[] | null,
  rows: readonly (readonly (string | number)[])[],
) => [...(headings ? [headings] : []), ...rows].map((row) => row.join(separator)).join('\n');
const f = (digits: number) => (value: number) => value.toFixed(digits);
const comma = (digits: number) => (value: number) => value.toFixed(digits).replace('.', ',');
const thousands = (value: number) => Math.round(value).toLocaleString('en');

type Expected = 'ask' | 'refuse' | 'read';
interface Layout {
  readonly name: string;
  readonly text: string;
  readonly expected: Expected;
  /** Frames a second that the pass truly came to. */
  readonly rate: number;
}
const all: Layout[] = [];
const add = (name: string, ms: readonly number[], text: string, expected: Expected = 'read') =>
  all.push({ name, text, expected, rate: rateOf(ms) });

for (const fps of [38, 60, 78, 144, 400]) {
  const ms = pass(fps);
  const rates = ms.map((each) => 1000 / each);
  add(`${fps}: ms under a plain name`, ms, column(ms.map(f(3)), 'frame time'));
  add(`${fps}: ms by its heading`, ms, column(ms.map(f(2)), 'Frametime (ms)'));
  add(`${fps}: ms in capitals`, ms, column(ms.map(f(4)), 'MsBetweenPresents'));
  add(
    `${fps}: seconds by their heading`,
    ms,
    column(
      ms.map((each) => f(6)(each / 1000)),
      'frame duration [s]',
    ),
  );
  add(
    `${fps}: microseconds by their heading`,
    ms,
    column(
      ms.map((each) => f(0)(each * 1000)),
      'frame time (us)',
    ),
  );
  add(
    `${fps}: nanoseconds by their heading`,
    ms,
    column(
      ms.map((each) => f(0)(each * 1e6)),
      'FrameTimeNs',
    ),
  );
  add(`${fps}: rates of frames`, ms, column(rates.map(f(2)), 'FPS'));
  add(`${fps}: rates, in words`, ms, column(rates.map(f(3)), 'frames per second'));
  add(
    `${fps}: rates among text`,
    ms,
    table(
      ',',
      ['Game', 'FPS', 'Scene'],
      rates.map((rate) => ['Netfall', f(1)(rate), 'harbour']),
    ),
  );
  add(
    `${fps}: a running clock in seconds`,
    ms,
    column(
      clock(ms, 900).map((at) => f(5)(at / 1000)),
      'time',
    ),
  );
  add(
    `${fps}: a running clock beside rates of each frame`,
    ms,
    table(
      ';',
      ['elapsed s', 'fps'],
      clock(ms)
        .slice(1)
        .map((at, n) => [f(5)(at / 1000), f(2)(rates[n])]),
    ),
  );
  add(`${fps}: rates alone, no heading`, ms, column(rates.map(f(2))), 'ask');
}
const ms = pass(70);
const n = (k: number) => k + 1;
const row = (k: number) => clock(ms)[k + 1];
add('plain numbers', ms, column(ms.map(f(3))));
add('seconds alone', ms, column(ms.map((each) => f(6)(each / 1000))));
add('decimal commas alone', ms, column(ms.map(comma(3))));
add('units in the cells', ms, column(ms.map((each) => `${f(2)(each)} ms`)));
add(
  'units in the cells, rates',
  ms,
  column(
    ms.map((each) => `${f(1)(1000 / each)} fps`),
    'speed',
  ),
);
add(
  'unit row below the heading',
  ms,
  table(';', null, [['frame', 'length'], ['', 'ms'], ...ms.map((each, k) => [n(k), f(2)(each)])]),
);
add(
  'a name of a program in the first column',
  ms,
  table(
    ',',
    ['Application', 'FrameTime'],
    ms.map((each) => ['netfall.bin', f(3)(each)]),
  ),
);
add(
  'text first, quoted, with commas in it',
  ms,
  table(
    ',',
    ['Application', 'Frame time (ms)'],
    ms.map((each) => ['"Netfall, Five"', f(3)(each)]),
  ),
);
add(
  'text last',
  ms,
  table(
    ',',
    ['ms', 'mode'],
    ms.map((each) => [f(3)(each), 'full screen']),
  ),
);
add(
  'text in between',
  ms,
  table(
    '\t',
    ['n', 'scene', 'frametime'],
    ms.map((each, k) => [n(k), 'pier', f(3)(each)]),
  ),
);
add(
  'a process number and text',
  ms,
  table(
    ',',
    ['Process', 'Pid', 'Swap', 'MsBetweenFrames', 'Dropped'],
    ms.map((each) => ['netfall', 4112, '0x7f', f(3)(each), 0]),
  ),
);
add(
  'quoted numbers',
  ms,
  table(
    ',',
    ['"n"', '"frame time"'],
    ms.map((each, k) => [`"${n(k)}"`, `"${f(3)(each)}"`]),
  ),
);
add(
  'German commas and semicolons',
  ms,
  table(
    ';',
    ['Bild', 'Dauer ms'],
    ms.map((each, k) => [n(k), comma(3)(each)]),
  ),
);
add(
  'tabs and commas',
  ms,
  table(
    '\t',
    ['Nr', 'frametime ms'],
    ms.map((each, k) => [n(k), comma(2)(each)]),
  ),
);
add(
  'pipes',
  ms,
  table(
    '|',
    ['n', 'frame time'],
    ms.map((each, k) => [n(k), f(2)(each)]),
  ),
);
add(
  'thousands in quotes',
  ms,
  table(
    ',',
    ['"Frame time (us)"', '"n"'],
    ms.map((each, k) => [`"${thousands(each * 1000)}"`, `"${n(k)}"`]),
  ),
);
add(
  'thousands by points, decimal commas',
  ms,
  table(
    ';',
    ['frame time us', 'n'],
    ms.map((each, k) => [`${Math.floor(each)}.${comma(1)((each % 1) * 1000).padStart(5, '0')}`, n(k)]),
  ),
);
add(
  'rows numbered, no heading',
  ms,
  table(
    ',',
    null,
    ms.map((each, k) => [n(k), f(3)(each)]),
  ),
);
add(
  'rows numbered, frames in seconds',
  ms,
  table(
    ',',
    ['frame', 'frame time (seconds)'],
    ms.map((each, k) => [n(k), f(6)(each / 1000)]),
  ),
);
add('a preamble of words', ms, `A run of Friday\nthe blue machine\n${column(ms.map(f(3)), 'frame ms')}`);
add(
  'a preamble with figures',
  ms,
  table(';', null, [
    ['screen', 1920],
    ['game', 'Netfall'],
    ['frame', 'ms'],
    ...ms.map((each, k) => [n(k), f(2)(each)]),
  ]),
);
add('Windows line ends and a mark of the order', ms, `\uFEFFframe time\r\n${ms.map(f(3)).join('\r\n')}\r\n`);
add('empty lines between', ms, column(ms.map(f(3)), 'frame time').replaceAll('\n', '\n\n'));
add('running milliseconds', ms, column(clock(ms, 5000).map(f(3))));
add(
  'running microseconds',
  ms,
  column(
    clock(ms).map((at) => f(0)(at * 1000)),
    'timestamp (us)',
  ),
);
add(
  'running nanoseconds',
  ms,
  column(
    clock(ms).map((at) => f(0)(at * 1e6)),
    'timestamp',
  ),
);
add(
  'TimeInSeconds among others',
  ms,
  table(
    ',',
    ['App', 'TimeInSeconds', 'Width'],
    ms.map((_, k) => ['netfall', f(6)(row(k) / 1000), 1920]),
  ),
);
add(
  'time of day',
  ms,
  table(
    ',',
    ['Time', 'Scene'],
    ms.map((_, k) => [`12:30:${(10 + row(k) / 1000).toFixed(4).padStart(7, '0')}`, 'pier']),
  ),
);
add(
  'date and time of day',
  ms,
  column(
    ms.map((_, k) => `2026-11-08 12:30:${(10 + row(k) / 1000).toFixed(4).padStart(7, '0')}`),
    'timestamp',
  ),
);
add(
  'frame times and the card’s busy time',
  ms,
  table(
    ',',
    ['MsBetweenPresents', 'MsGPUActive'],
    ms.map((each) => [f(3)(each), f(3)(0.9 * each)]),
  ),
);
add(
  'frame times first of two kinds',
  ms,
  table(
    ',',
    ['msBetweenPresents', 'msBetweenDisplayChange'],
    ms.map((each) => [f(3)(each), f(3)(each + 0.01)]),
  ),
);
add(
  'rate and frame time: the time counts',
  ms,
  table(
    ',',
    ['fps', 'frametime'],
    ms.map((each) => [f(0)(1000 / each), f(3)(each)]),
  ),
);
add(
  'scientific notation',
  ms,
  column(
    ms.map((each) => each.toExponential(4)),
    'frame time',
  ),
);
add(
  'a delta in seconds',
  ms,
  column(
    ms.map((each) => f(6)(each / 1000)),
    'delta',
  ),
);
add(
  'lost rows in between',
  ms,
  column([...ms.slice(0, 50).map(f(3)), 'lost', ...ms.slice(50).map(f(3))], 'ms'),
);
add('numbers that are named nothing known', ms, column(ms.map(f(3)), 'value'));
add(
  'two columns without names',
  ms,
  table(
    ',',
    null,
    ms.map((each, k) => [f(3)(each), f(1)(((k * 37) % 11) + 4)]),
  ),
  'ask',
);
add('slow frames without a name', pass(26), column(pass(26).map(f(2))), 'ask');
add('microseconds without a name', ms, column(ms.map((each) => f(0)(each * 1000))), 'read');
add(
  'rates once a second',
  ms,
  table(
    ',',
    ['time', 'fps'],
    ms.map((each, k) => [k, f(1)(1000 / each)]),
  ),
  'refuse',
);
add(
  'rates every tenth of a second',
  ms,
  table(
    ',',
    ['elapsed (s)', 'FPS'],
    ms.map((each, k) => [f(1)(k / 10), f(1)(1000 / each)]),
  ),
  'refuse',
);
add(
  'a temperature',
  ms,
  column(
    ms.map((_, k) => 60000 + (k % 7) * 900),
    'warmth',
  ),
  'refuse',
);
add('words', ms, column(ms.map(() => 'frame')), 'refuse');
add(
  'row numbers alone',
  ms,
  column(
    ms.map((_, k) => n(k)),
    'row',
  ),
  'refuse',
);
add(
  'a load in per cent',
  ms,
  column(
    ms.map((_, k) => 90 + (k % 9)),
    'gpu load %',
  ),
  'refuse',
);

const read = (text: string, choice?: Parameters<typeof readFrameTimes>[1]) => {
  const found = finish(readFrameTimes(text, choice));
  if (found === null) throw new Error('stopped');
  return found;
};
const rateRead = (found: ReturnType<typeof read>) => (found.ok ? rateOf([...found.read.ms]) : NaN);

describe(`${all.length} layouts of frame-time files`, () => {
  it.each(all)('$name', ({ text, expected, rate }) => {
    const found = read(text);
    if (expected === 'read') {
      expect(found.ok ? '' : `${found.message} ${found.mend}`).toBe('');
      expect(rateRead(found) / rate).toBeCloseTo(1, 1.7);
    } else {
      expect(found.ok).toBe(false);
      if (found.ok) return;
      expect(found.readings.length > 0).toBe(expected === 'ask');
      expect(Math.min(found.message.length, found.mend.length)).toBeGreaterThan(12);
    }
  });
  it('are at least eighty, and each question can be answered right', () => {
    expect(all.length).toBeGreaterThanOrEqual(80);
    for (const { text, rate, name } of all.filter(({ expected }) => expected === 'ask')) {
      const found = read(text);
      const readings = found.ok ? [] : found.readings;
      const rates = readings.map((choice) => rateRead(read(text, choice)));
      expect(
        rates.some((each) => Math.abs(each / rate - 1) < 0.02),
        name,
      ).toBe(true);
      // What a reading would come to is said before it is chosen.
      readings.forEach((each, k) =>
        expect(Math.abs(Math.log(rates[k] / each.rate)), name).toBeLessThan(0.15),
      );
    }
  });
});
