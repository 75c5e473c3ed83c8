import type { Work } from '../work/index.ts';
import { failed, layoutOf, type ColumnChoice, type FrameFileFault } from './frame-file/layout.ts';
import { cellsOf, numberIn, sampleOf, startOf } from './frame-file/rows.ts';
import { MS, type TimeUnit } from './frame-file/units.ts';
import { FRAME_MS } from './frame-times.ts';

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

export type FrameTimesFile = { readonly ok: true; readonly read: FrameTimesRead } | FrameFileFault;

/** More rows than this are not read: four hours at 140 frames a second. */
const MOST_ROWS = 2_100_000;

/** Collects frames row by row. */
class FrameLog {
  private all = new Float64Array(1 << 16);
  private before = NaN;
  private readonly isRunning: boolean;
  private readonly isRate: boolean;
  private readonly perMs: number;
  count = 0;
  skipped = 0;
  busySum = 0;
  busyTime = 0;

  constructor(unit: TimeUnit) {
    this.isRunning = unit.startsWith('running');
    this.isRate = unit === 'fps';
    this.perMs = this.isRate ? 1 : MS[unit.replace('running-', '') as keyof typeof MS]; // any but a rate
  }

  get ms(): Float64Array {
    return this.all.slice(0, this.count);
  }

  /** @param busy what the busy column says; NaN without one */
  add(value: number, busy: number): void {
    const time = this.timeOf(value);
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

  private timeOf(value: number): number {
    if (this.isRate) return 1000 / value;
    return (this.isRunning ? value - this.before : value) * this.perMs;
  }
}

/**
 * Reads frames from text: one column of frame times, of rates, or of running time, with a heading or none, whatever stands in the other
 * columns. What it holds is taken from the words of the heading, then from what the figures can be; where that leaves more than one reading
 * it is asked about. Yields now and then, so that a caller can report and stop.
 *
 * @param choice one of the readings that were asked about
 */
export function* readFrameTimes(
  text: string,
  choice: ColumnChoice | null = null,
): Work<number, FrameTimesFile | null> {
  const layout = layoutOf(sampleOf(text), choice);
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
    if (row < firstRow) continue;
    const cells = cellsOf(line, shape);
    const value = numberIn(cells[column] ?? '', shape.isCommaDecimal);
    if (Number.isNaN(value)) {
      if (line.trim() !== '') log.skipped++;
      continue;
    }
    const busy = busyColumn === undefined ? '' : (cells[busyColumn] ?? '');
    log.add(value, busy === '' ? NaN : numberIn(busy, shape.isCommaDecimal));
    if (log.count > MOST_ROWS) return failed(row, `More than ${MOST_ROWS} rows.`, 'Cut the file into runs.');
  }
  const { count, skipped, ms } = log;
  if (count < 2)
    return failed(null, 'Fewer than two frames were found.', 'Log a run of at least some seconds.');
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
