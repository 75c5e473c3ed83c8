import type { TuningStage } from '../plan.ts';
import { columnOf, type MonitorColumn, type MonitorRole } from './columns.ts';

/** What a column holds over the whole log, in °C, V, MHz or per cent. */
export interface MonitorFigures {
  readonly column: MonitorColumn;
  readonly rows: number;
  /** Cells that hold something, and no number. */
  readonly unread: number;
  readonly least: number;
  readonly most: number;
  readonly mean: number;
}

export interface MonitorLog {
  readonly rows: number;
  /** Rows before the heading, and headings that came again. */
  readonly skipped: number;
  /** Columns that hold numbers. */
  readonly figures: readonly MonitorFigures[];
}

export type MonitorRead =
  | { readonly ok: true; readonly log: MonitorLog }
  | { readonly ok: false; readonly message: string; readonly mend: string };

/** Rows that are looked at to find the heading. */
const HEAD_ROWS = 60;
const MOST_COLUMNS = 1000;

/** A figure as tools write it: a point or a comma before the decimals, a unit behind it left alone. NaN: none. */
function figureOf(cell: string): number {
  const text = cell.trim();
  const plain = /^([-+]?\d+(?:[.,]\d+)?(?:e[-+]?\d+)?)(?:\s*[a-z°º%/]{1,6})?$/i.exec(text)?.[1];
  return plain === undefined ? NaN : Number(plain.replace(',', '.'));
}

class ColumnSums {
  rows = 0;
  unread = 0;
  least = Infinity;
  most = -Infinity;
  sum = 0;

  add(cell: string): void {
    const raw = figureOf(cell);
    if (Number.isNaN(raw)) {
      if (cell.trim() !== '') this.unread++;
      return;
    }
    this.rows++;
    this.sum += raw;
    if (raw < this.least) this.least = raw;
    if (raw > this.most) this.most = raw;
  }

  figures(column: MonitorColumn): MonitorFigures {
    const to = (raw: number) => raw * column.scale + column.offset;
    const { rows, unread, least, most, sum } = this;
    return { column, rows, unread, least: to(least), most: to(most), mean: to(sum / rows) };
  }
}

const isHeading = (row: readonly string[], next: readonly string[]): boolean =>
  row.length > 1 &&
  row.length <= next.length &&
  row.every((cell) => Number.isNaN(figureOf(cell))) &&
  next.some((cell) => !Number.isNaN(figureOf(cell)));

/**
 * Reads a log row by row, in whatever columns a tool writes: a million rows pass through without being kept. Which of the
 * columns counts is for the user to confirm.
 */
export class MonitorReader {
  #head: (readonly string[])[] = [];
  #heading: readonly string[] | null = null;
  #columns: ColumnSums[] = [];
  #rows = 0;
  #skipped = 0;

  push(row: readonly string[]): void {
    if (row.length === 0 || (row.length === 1 && row[0].trim() === '')) return;
    if (this.#heading) return this.#take(row);
    this.#head.push(row);
    if (this.#head.length >= HEAD_ROWS) this.#findHeading();
  }

  #findHeading(): void {
    const rows = this.#head;
    const at = rows.findIndex((row, n) => n + 1 < rows.length && isHeading(row, rows[n + 1]));
    if (at < 0) return;
    this.#heading = rows[at].slice(0, MOST_COLUMNS);
    this.#columns = this.#heading.map(() => new ColumnSums());
    this.#skipped = at;
    this.#head = [];
    for (const row of rows.slice(at + 1)) this.#take(row);
  }

  #take(row: readonly string[]): void {
    // A tool that was started anew writes its heading again.
    if (row[0] === this.#heading?.[0] && row[1] === this.#heading[1]) {
      this.#skipped++;
      return;
    }
    this.#rows++;
    this.#columns.forEach((column, n) => column.add(row[n] ?? ''));
  }

  /** Whether a heading can still be found. */
  get isHopeless(): boolean {
    return this.#heading === null && this.#head.length > HEAD_ROWS;
  }

  end(): MonitorRead {
    if (!this.#heading) this.#findHeading();
    const heading = this.#heading;
    if (!heading)
      return {
        ok: false,
        message: 'No row of headings with figures below it was found.',
        mend: 'The log needs a row that names its columns, and columns cut by comma, semicolon or tab.',
      };
    const figures = this.#columns.flatMap((column, n) =>
      column.rows > 0 ? [column.figures(columnOf(heading[n], n))] : [],
    );
    return { ok: true, log: { rows: this.#rows, skipped: this.#skipped, figures } };
  }
}

/**
 * The column that most likely holds a role for the stage that is tuned: of its own device first, then of no told device; of
 * several the hottest or highest, so that nothing hot is missed. Null: none.
 */
export function likeliestColumn(
  { figures }: MonitorLog,
  stage: TuningStage,
  role: MonitorRole,
): MonitorFigures | null {
  const ofRole = figures.filter(({ column }) => column.role === role);
  const own = ofRole.filter(({ column }) => column.device === stage);
  const pool = own.length > 0 ? own : ofRole.filter(({ column }) => column.device === null);
  return [...pool].sort((a, b) => b.most - a.most)[0] ?? null;
}
