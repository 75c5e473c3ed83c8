import type { Work } from '../work/index.ts';
import { median } from '../stats/index.ts';
import { FRAME_MS, type TimeUnit } from './frame-times.ts';

/** What was found in a file of frame times. */
export interface FrameTimesRead {
  readonly ms: Float64Array;
  readonly unit: TimeUnit;
  /** Heading of the column that was read, or its number; and how many rows were left out because they hold no frame. */
  readonly column: string;
  readonly skipped: number;
  /** Share of the time that the card was busy, where the file has such a column. */
  readonly gpuBusy: number | null;
}

export type FrameTimesFile =
  | { readonly ok: true; readonly read: FrameTimesRead }
  | { readonly ok: false; readonly row: number | null; readonly message: string; readonly mend: string };

/** More rows than this are not read: four hours at 140 frames a second. */
const MOST_ROWS = 2_100_000;
/** Rows that are looked at to find out what the columns hold. */
const SAMPLE = 400;
/** Rows without a number at a file's head that may be a preamble. */
const MOST_HEAD = 60;

const FRAME_NAMES =
  /frame.?time|ms.?between|between.?(presents|frames)|frame.?ms|^ms$|^time.?ms$|delta|milliseconds|^dt$/i;
const RUNNING_NAMES = /^(time|t|elapsed|timestamp|time.?stamp|seconds|running.?time)\b|time.?in.?seconds/i;
const BUSY_NAMES = /(gpu|card|graphics).?(busy|active|load|util)/i;

/** Numbers with a point, or with a comma where the columns are not cut by commas. */
function numberAt(cell: string, isCommaDecimal: boolean): number {
  const text = unquoted(cell);
  if (text === '') return NaN;
  return Number(isCommaDecimal ? text.replace(',', '.') : text);
}

interface TableShape {
  readonly separator: string | null;
  readonly isCommaDecimal: boolean;
}

/** Tab and semicolon cut columns wherever they stand; a comma does, unless every row has one number with a decimal comma. */
function shapeOf(lines: readonly string[]): TableShape {
  const body = lines.slice(Math.floor(lines.length / 2));
  const all = (test: (line: string) => boolean) => body.length > 0 && body.every(test);
  for (const separator of ['\t', ';'])
    if (all((line) => line.includes(separator)))
      return {
        separator,
        isCommaDecimal: body.some((line) => /\d,\d/.test(line)) && !body.some((line) => /\d\.\d/.test(line)),
      };
  if (all((line) => !line.includes(','))) return { separator: null, isCommaDecimal: false };
  if (all((line) => /^\s*"?\d+,\d+"?\s*$/.test(line))) return { separator: null, isCommaDecimal: true };
  return { separator: ',', isCommaDecimal: false };
}

const cut = (line: string, { separator }: TableShape) =>
  separator === null ? [line] : line.split(separator);

/** Rising all along, as running time does: frame times jitter. */
const isRising = (values: readonly number[]) =>
  values.length > 3 &&
  values.every((value, i) => i === 0 || value >= values[i - 1]) &&
  values[values.length - 1] > values[0];

const failed = (row: number | null, message: string, mend: string) =>
  ({ ok: false, row, message, mend }) as const;
const unquoted = (cell: string) => cell.trim().replace(/^"(.*)"$/, '$1');

/** Where the first line of a text begins. */
const startOf = (text: string) => (text.charCodeAt(0) === 0xfeff ? 1 : 0);

/** The first rows of a text that are not empty. */
function sampleOf(text: string): string[] {
  const sample: string[] = [];
  for (let at = startOf(text); at < text.length && sample.length < SAMPLE;) {
    const end = text.indexOf('\n', at);
    const line = text.slice(at, end < 0 ? text.length : end).replace(/\r$/, '');
    if (line.trim() !== '') sample.push(line);
    at = end < 0 ? text.length : end + 1;
  }
  return sample;
}

/** What the columns of a file hold. */
interface FileLayout {
  readonly shape: TableShape;
  /** Row of the first numbers, counted from 0. */
  readonly firstRow: number;
  readonly heading: readonly string[];
  readonly column: number;
  readonly busyColumn: number | undefined;
  readonly unit: TimeUnit;
}

/** Finds out what the columns hold from the heading and the first rows. */
function layoutOf(sample: readonly string[]): FileLayout | Extract<FrameTimesFile, { readonly ok: false }> {
  if (sample.length < 3)
    return failed(null, 'The file holds fewer than three rows.', 'Log a pass of at least some seconds.');
  const shape = shapeOf(sample);
  const numbersIn = (line: string) => cut(line, shape).map((cell) => numberAt(cell, shape.isCommaDecimal));
  const firstRow = sample.findIndex(
    (line) =>
      numbersIn(line).some((value) => !Number.isNaN(value)) &&
      !/[a-z]{2,}/i.test(line.replace(/e[+-]?\d/gi, '')),
  );
  if (firstRow < 0 || firstRow > MOST_HEAD)
    return failed(
      1,
      'No row of numbers was found.',
      'One column has to hold frame times or running time as plain numbers.',
    );
  const heading = firstRow === 0 ? [] : cut(sample[firstRow - 1], shape).map(unquoted);
  const body = sample.slice(firstRow).map(numbersIn);
  const columnOf = (c: number) => body.map((row) => row[c]).filter((value) => Number.isFinite(value));
  const columns = Array.from({ length: Math.max(...body.map((row) => row.length)) }, (_, c) => c).filter(
    (c) => columnOf(c).length > 0.8 * body.length,
  );
  const named = (names: RegExp) => columns.find((c) => names.test(heading[c] ?? ''));
  const column =
    named(FRAME_NAMES) ?? (columns.length === 1 ? columns[0] : undefined) ?? named(RUNNING_NAMES);
  if (column === undefined)
    return failed(
      firstRow + 1,
      `None of the ${columns.length} columns of numbers is named as frame time or running time.`,
      'Name it “frame time (ms)”, “seconds” or “time”, or keep that column alone.',
    );
  const values = columnOf(column);
  const name = heading[column] ?? '';
  const unit = unitOf(values, name);
  return unit === null
    ? failed(
        firstRow + 1,
        `The figures of column ${name || column + 1} are no frame times: their middle is ${median(values)}.`,
        'Frame times lie between 0.5 and 500 ms; running time rises from row to row.',
      )
    : { shape, firstRow, heading, column, busyColumn: named(BUSY_NAMES), unit };
}

/** Collects frames row by row. */
class FrameLog {
  private all = new Float64Array(1 << 16);
  private before = NaN;
  private readonly perMs: number;
  private readonly isRunning: boolean;
  count = 0;
  skipped = 0;
  busySum = 0;
  busyTime = 0;

  constructor(unit: TimeUnit) {
    this.perMs = unit === 'ms' || unit === 'running-ms' ? 1 : 1000;
    this.isRunning = unit.startsWith('running');
  }

  get ms(): Float64Array {
    return this.all.slice(0, this.count);
  }

  /** @param busy what the busy column says; NaN without one */
  add(value: number, busy: number): void {
    const time = this.isRunning ? (value - this.before) * this.perMs : value * this.perMs;
    const isFirst = this.isRunning && Number.isNaN(this.before);
    this.before = value;
    if (isFirst) return;
    if (!(time >= FRAME_MS.least && time <= FRAME_MS.most)) {
      // A running clock that stands still or starts again: the gap is not a frame.
      this.skipped++;
      return;
    }
    if (this.count === this.all.length) {
      const larger = new Float64Array(this.all.length * 2);
      larger.set(this.all);
      this.all = larger;
    }
    this.all[this.count++] = time;
    if (!Number.isFinite(busy)) return;
    this.busySum += busy * time;
    this.busyTime += time;
  }
}

/**
 * Reads frame times from text: one column of milliseconds or seconds, or of running time; with a heading or none; cut by
 * commas, semicolons or tabs, also with decimal commas. Which it is is decided from the heading and the figures: frames
 * of a game take between 0.5 and 500 ms. Yields now and then, so that a caller can report and stop.
 */
export function* readFrameTimes(text: string): Work<number, FrameTimesFile | null> {
  const layout = layoutOf(sampleOf(text));
  if ('ok' in layout) return layout;
  const { shape, firstRow, heading, column, busyColumn, unit } = layout;
  const log = new FrameLog(unit);
  let row = 0;
  for (let at = startOf(text); at < text.length;) {
    const end = text.indexOf('\n', at);
    const stop = end < 0 ? text.length : end;
    const line = text.slice(at, stop);
    at = stop + 1;
    row++;
    if ((row & 0x7fff) === 0 && (yield stop / text.length)) return null;
    const cells = shape.separator === null ? [line] : line.split(shape.separator);
    const value = numberAt(cells[column] ?? '', shape.isCommaDecimal);
    if (Number.isNaN(value)) {
      if (row > firstRow + 1 && line.trim() !== '') log.skipped++;
      continue;
    }
    const busy = busyColumn === undefined ? '' : (cells[busyColumn] ?? '');
    log.add(value, busy === '' ? NaN : numberAt(busy, shape.isCommaDecimal));
    if (log.count > MOST_ROWS)
      return failed(row, `More than ${MOST_ROWS} rows.`, 'Cut the file into passes.');
  }
  const { count, skipped, ms } = log;
  if (count < 2)
    return failed(null, 'Fewer than two frames were found.', 'Log a pass of at least some seconds.');
  if (skipped > count)
    return failed(
      null,
      `${skipped} rows hold no frame, and only ${count} do.`,
      'Check that the right file was taken.',
    );
  const gpuBusy = busyShare(log.busySum, log.busyTime, count, ms, heading[busyColumn ?? -1] ?? '');
  return {
    ok: true,
    read: { ms, unit, column: heading[column] || `column ${column + 1}`, skipped, gpuBusy },
  };
}

/** A busy column holds a share, a per cent, or the busy milliseconds of each frame. */
function busyShare(
  weighted: number,
  time: number,
  count: number,
  ms: Float64Array,
  name: string,
): number | null {
  if (time <= 0) return null;
  const mean = weighted / time;
  if (mean <= 1) return mean;
  if (/%|load|util/i.test(name)) return mean <= 100 ? mean / 100 : null;
  let total = 0;
  for (let i = 0; i < count; i++) total += ms[i];
  const asMs = mean / (total / count);
  if (asMs <= 1.05) return Math.min(1, asMs);
  return mean <= 100 ? mean / 100 : null;
}

function unitOf(values: readonly number[], name: string): TimeUnit | null {
  const isSeconds = /\bs\b|\(s\)|sec/i.test(name) && !/ms|milli/i.test(name);
  const isFrame = (value: number) => value >= 0.5 && value <= 500;
  if (isRising(values)) {
    const step = median(values.slice(1).map((value, i) => value - values[i]));
    if (isSeconds || !isFrame(step)) return isFrame(step * 1000) ? 'running-s' : null;
    return 'running-ms';
  }
  const middle = median(values);
  if (isSeconds) return isFrame(middle * 1000) ? 's' : null;
  if (isFrame(middle)) return 'ms';
  return isFrame(middle * 1000) ? 's' : null;
}
