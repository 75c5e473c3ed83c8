import { median } from '../../stats/index.ts';

/** What a column of a frame-time file holds: the time or rate of each frame, or the time that has run. */
export type TimeUnit =
  'ms' | 's' | 'us' | 'ns' | 'fps' | 'running-ms' | 'running-s' | 'running-us' | 'running-ns';
type PlainUnit = 'ms' | 's' | 'us' | 'ns' | 'fps';

/** Milliseconds of one. */
export const MS: Readonly<Record<Exclude<PlainUnit, 'fps'>, number>> = { s: 1000, ms: 1, us: 1e-3, ns: 1e-6 };

/* Words of headings. A capital may begin a word: MsBetweenFrames, TimeInSeconds. */
const split = (name: string) => name.replace(/([a-z])([A-Z])/g, '$1 $2').replace(/[_.]/g, ' ');
const UNIT_WORDS: readonly (readonly [PlainUnit, RegExp])[] = [
  ['fps', /\b(?:fps|hz)\b|frames? ?(?:per|\/) ?s|frame ?rate/i],
  ['ns', /\bns\b|nano/i],
  ['us', /µs|\b(?:us|usec)\b|micro/i],
  ['ms', /\b(?:ms|msec)\b|milli/i],
  ['s', /\b(?:s|sec|secs|seconds?)\b/i],
];
/** The unit that a heading names; null: none. */
export const unitNamed = (name: string): PlainUnit | null =>
  UNIT_WORDS.find(([, words]) => words.test(split(name)))?.[0] ?? null;

const FRAME_WORDS =
  /frame ?(?:time|duration|ms|length)|between ?(?:presents?|frames|display)|\bdelta\b|milliseconds|^dt$|^ms$|present ?to ?present/i;
const RUNNING_WORDS =
  /^(?:time|t|elapsed|timestamp|time ?stamp|seconds|running ?time|clock|date|uptime)\b|time ?in ?s/i;
const BUSY_WORDS = /\b(?:gpu|card|graphics) ?(?:busy|active|load|util)/i;
/** What a heading says that its column holds. */
export type Meaning = 'frame' | 'rate' | 'running' | 'busy' | 'other' | 'unsaid';

export function meaningOf(name: string): Meaning {
  const words = split(name);
  if (!/[a-zµ]/i.test(words)) return 'unsaid';
  if (BUSY_WORDS.test(words) || /gpu ?active/i.test(words)) return 'busy';
  if (FRAME_WORDS.test(words)) return 'frame';
  if (unitNamed(name) === 'fps') return 'rate';
  if (RUNNING_WORDS.test(words)) return 'running';
  // A unit of time and nothing else.
  return unitNamed(name) !== null && words.trim().length <= 6 ? 'frame' : 'other';
}

/** Rising all along, as running time does: frame times jitter. */
export const isRising = (values: readonly number[]) =>
  values.length > 3 &&
  values.every((value, i) => i === 0 || value >= values[i - 1]) &&
  values[values.length - 1] > values[0];

export const stepOf = (values: readonly number[]) =>
  median(values.slice(1).map((value, i) => value - values[i]));

/** Numbers of rows: one more each time. */
export const isCount = (values: readonly number[]) =>
  values.length > 3 && values.every((value, i) => i === 0 || value - values[i - 1] === 1);

/** Frames a second that a frame's figure comes to. */
export const rateFrom = (value: number, unit: PlainUnit) =>
  unit === 'fps' ? value : 1000 / (value * MS[unit]);
const canBe = (rate: number) => rate >= 2 && rate <= 2000;

/** Where no heading says it: a middle below this is milliseconds, since nobody logs so few frames a second. Chosen. */
const SURELY_MS = 28;

/**
 * What figures of single frames may be in, likeliest first; more than one has to be asked about.
 *
 * @param meaning what the heading says; times are no rates
 */
export function frameUnits(
  values: readonly number[],
  named: PlainUnit | null,
  meaning: Meaning,
): PlainUnit[] {
  const middle = median(values);
  if (named !== null && canBe(rateFrom(middle, named))) return [named];
  if (named !== null) return [];
  // A heading that means something else may be a temperature: figures of thousands are no microseconds then.
  const known = meaning === 'other' ? (['ms', 's'] as const) : (['ms', 's', 'us', 'ns'] as const);
  const times = known.filter((unit) => canBe(rateFrom(middle, unit)));
  if (meaning === 'frame') return times.slice(0, 1);
  if (meaning === 'rate') return canBe(middle) ? ['fps'] : [];
  if (middle < SURELY_MS) return times.slice(0, 1);
  return canBe(middle) ? ['fps', ...times] : times;
}

/** What a running clock counts in; null where its steps are no frames. */
export function runningUnit(values: readonly number[], named: PlainUnit | null): TimeUnit | null {
  const step = stepOf(values);
  if (named !== null && named !== 'fps') return canBe(rateFrom(step, named)) ? `running-${named}` : null;
  for (const unit of ['s', 'ms', 'us', 'ns'] as const) {
    const ms = step * MS[unit];
    if (ms >= 0.5 && ms < 500) return `running-${unit}`;
  }
  return null;
}
