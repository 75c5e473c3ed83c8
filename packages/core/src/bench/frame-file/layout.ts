import { median } from '../../stats/index.ts';
import { significant } from '../../units/index.ts';
import { cellsOf, numberIn, shapeOf, suffixOf, type TableShape } from './rows.ts';
import {
  frameUnits,
  isCount,
  isRising,
  meaningOf,
  MS,
  rateFrom,
  runningUnit,
  stepOf,
  unitNamed,
  type Meaning,
  type TimeUnit,
} from './units.ts';

/** A column, and what its figures are. */
export interface ColumnChoice {
  /** Counted from 0. */
  readonly column: number;
  readonly unit: TimeUnit;
}

/** One way to read a file, for somebody to choose among. */
export interface ColumnReading extends ColumnChoice {
  /** Heading of the column, or its number. */
  readonly name: string;
  /** Its middle figure, and the frames a second that it comes to. */
  readonly middle: number;
  readonly rate: number;
}

/** What the columns of a file hold. */
interface FileLayout extends ColumnChoice {
  readonly shape: TableShape;
  /** Row of the first numbers, as counted in the file from 1. */
  readonly firstRow: number;
  readonly heading: readonly string[];
  readonly busyColumn: number | undefined;
}

export interface FrameFileFault {
  readonly ok: false;
  readonly row: number | null;
  readonly message: string;
  readonly mend: string;
  /** What it may be: to be asked about; empty where it is none of that. */
  readonly readings: readonly ColumnReading[];
}

export const failed = (
  row: number | null,
  message: string,
  mend: string,
  readings: readonly ColumnReading[] = [],
): FrameFileFault => ({ ok: false, row, message, mend, readings });

/** A column of numbers. */
interface NumberColumn {
  readonly column: number;
  readonly name: string;
  readonly values: readonly number[];
  readonly meaning: Meaning;
  readonly isRunning: boolean;
}

/** Share of the rows in which a column of numbers has one. */
const MOSTLY = 0.8;
/** Rows without a number at a file's head that may be a preamble. */
const MOST_HEAD = 60;

/** What may stand in a row of units: nothing, too. */
const UNITS = ['', 'ns', 'µs', 'us', 'ms', 's', 'fps', 'hz'];

/** The heading above the first numbers; a row of units below it belongs to it. */
function headingAbove(rows: readonly (readonly string[])[], first: number): string[] {
  const bare = (cells: readonly string[] = []) => cells.map((cell) => cell.trim().replace(/^"|"$/g, ''));
  const above = bare(rows[first - 1]);
  const isUnits =
    above.length > 0 && above.every((cell) => UNITS.includes(cell.replace(/[^a-zµ]/gi, '').toLowerCase()));
  if (!isUnits || first < 2) return above;
  const names = bare(rows[first - 2]);
  return names.length === above.length ? names.map((name, c) => `${name} ${above[c]}`) : above;
}

/** The columns that hold numbers nearly everywhere, and where the first of these stand. */
function numberColumns(lines: readonly string[], shape: TableShape) {
  const rows = lines.map((line) => cellsOf(line, shape));
  const numbers = rows.map((cells) => cells.map((cell) => numberIn(cell, shape.isCommaDecimal)));
  const later = numbers.slice(Math.floor(numbers.length / 2));
  const width = Math.max(0, ...later.map((row) => row.length));
  const columns = Array.from({ length: width }, (_, c) => c).filter(
    (c) => later.filter((row) => Number.isFinite(row[c])).length > MOSTLY * later.length,
  );
  const isWhole = (row: readonly number[] = []) => columns.every((c) => Number.isFinite(row[c]));
  const first = numbers.findIndex((row, n) => isWhole(row) && isWhole(numbers[n + 1] ?? row));
  if (columns.length === 0 || first < 0 || first > MOST_HEAD) return null;
  const heading = first === 0 ? [] : headingAbove(rows, first);
  const body = numbers.slice(first);
  const suffix = (c: number) => suffixOf(rows[first][c] ?? '');
  return {
    first,
    heading,
    columns: columns.map((column): NumberColumn => {
      const values = body.map((row) => row[column]).filter((value) => Number.isFinite(value));
      const name = `${heading[column] ?? ''} ${suffix(column)}`.trim();
      return { column, name, values, meaning: meaningOf(name), isRunning: isRising(values) };
    }),
  };
}

/** How a column can be read; those that are not likely are left out. */
function readingsOf({ column, name, values, meaning, isRunning }: NumberColumn): ColumnReading[] {
  const named = unitNamed(name);
  const about = { column, name: name || `column ${column + 1}` };
  if (isRunning && meaning !== 'frame' && meaning !== 'rate') {
    const unit = isCount(values) && meaning !== 'running' ? null : runningUnit(values, named);
    if (unit === null) return [];
    const step = stepOf(values);
    return [{ ...about, unit, middle: step, rate: rateOfStep(step, unit) }];
  }
  const middle = median(values);
  return frameUnits(values, named, meaning).map((unit) => ({
    ...about,
    unit,
    middle,
    rate: rateFrom(middle, unit),
  }));
}

function rateOfStep(step: number, unit: TimeUnit): number {
  const plain = unit.replace('running-', '') as keyof typeof MS; // a running unit
  return 1000 / (step * MS[plain]);
}

/** The column that the headings name, or the only one that can be it; null: to be asked about. */
function chosenAmong(columns: readonly NumberColumn[]): NumberColumn | null {
  const of = (meaning: Meaning) => columns.find((each) => each.meaning === meaning);
  const named = of('frame') ?? of('rate') ?? of('running');
  if (named) return named;
  const likely = columns.filter(
    (each) => each.meaning === 'unsaid' && !isCount(each.values) && readingsOf(each).length > 0,
  );
  if (likely.length === 1) return likely[0];
  return columns.length === 1 && columns[0].meaning !== 'busy' ? columns[0] : null;
}

/** Frames whose rates were logged now and then, not one by one: the clock beside them runs far more slowly. */
function isSampled(rates: NumberColumn, columns: readonly NumberColumn[]): boolean {
  const clock = columns.find((each) => each.meaning === 'running' && each.isRunning);
  if (!clock) return false;
  const named = unitNamed(clock.name);
  const units = named !== null && named !== 'fps' ? [named] : (['s', 'ms', 'us', 'ns'] as const);
  const rate = median(rates.values);
  // In no unit do its steps come to a frame.
  return !units.some((unit) => Math.abs(Math.log(rateFrom(stepOf(clock.values), unit) / rate)) < 0.5);
}

const askAbout = (row: number, readings: readonly ColumnReading[]) =>
  failed(
    row,
    new Set(readings.map(({ column }) => column)).size > 1
      ? 'More than one column can hold frames, and no heading says which.'
      : `The figures of ${readings[0].name} can be read in more than one way, and no heading says which: their median is ${significant(readings[0].middle, 4)}.`,
    'Choose how to read them.',
    readings,
  );

/**
 * Finds out what the columns hold: from the words of their headings, then from what the figures can be.
 *
 * @param lines the first rows that are not empty, and `rows` the number of each in the file
 * @param choice what somebody chose, where it was asked about
 */
export function layoutOf(
  { lines, rows }: { readonly lines: readonly string[]; readonly rows: readonly number[] },
  choice: ColumnChoice | null,
): FileLayout | FrameFileFault {
  if (lines.length < 3)
    return failed(null, 'The file holds fewer than three rows.', 'Log a run of at least some seconds.');
  const shape = shapeOf(lines);
  const found = numberColumns(lines, shape);
  if (!found)
    return failed(
      1,
      'No column of numbers was found.',
      'One column has to hold frame times, rates or running time as plain numbers.',
    );
  const { first, heading, columns } = found;
  const firstRow = rows[first];
  const busyColumn = columns.find(({ meaning }) => meaning === 'busy')?.column;
  const layout = (chosen: ColumnChoice) => ({ ...chosen, shape, firstRow, heading, busyColumn });
  if (choice) return layout({ column: choice.column, unit: choice.unit });
  const column = chosenAmong(columns);
  if (!column) {
    const readings = columns.filter(({ meaning }) => meaning !== 'busy').flatMap(readingsOf);
    if (readings.length === 1) return layout(readings[0]);
    if (readings.length > 1) return askAbout(firstRow, readings);
    return failed(
      firstRow,
      `None of the ${columns.length} columns of numbers can be frame times, rates or running time.`,
      'Name it “frame time (ms)”, “fps” or “seconds”, or keep that column alone.',
    );
  }
  if (column.meaning === 'rate' && isSampled(column, columns))
    return failed(
      firstRow,
      `${column.name} was logged now and then, and not for each frame: lows cannot be told from it.`,
      'Log frame times, or type the average of the run.',
    );
  const readings = readingsOf(column);
  if (readings.length > 1) return askAbout(firstRow, readings);
  if (readings.length === 1) return layout(readings[0]);
  return failed(
    firstRow,
    `The figures of ${column.name || `column ${column.column + 1}`} are no frames: their median is ${significant(median(column.values), 6)}.`,
    'Frame times come to between 2 and 2,000 frames a second in the unit of their heading; running time rises from row to row.',
  );
}
