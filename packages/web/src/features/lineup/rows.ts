import type { LineUp, LineUpEntry } from '@ripe-pick/core/compare';
import type { PriceIndex } from '@ripe-pick/core/money';
import type { Brief } from '@ripe-pick/core/parts';
import { decimal, money } from '../../shared/format/format.ts';
import { differenceWords, marksOf, type RowFigures, type Marks } from './figures.ts';

/** A line of the comparison: one cell for every candidate, in their order. */
export interface LineupRow {
  readonly id: string;
  readonly group: 'parts' | 'frames' | 'money' | 'byHand' | 'growth' | 'rest';
  readonly label: string;
  readonly cells: readonly string[];
  /** Whether the candidates differ here. */
  readonly differs: boolean;
  /** Of a row of figures: differences against the first candidate, and the best ones. */
  readonly marks: Marks | null;
}

export type OfEntry<T> = (entry: LineUpEntry) => T;
interface RowOptions {
  readonly differs?: boolean;
  readonly figures?: Omit<RowFigures, 'values'> & { readonly value: OfEntry<number | null> };
}

export const UNKNOWN_CELL = 'unknown';
/** A line-up being laid out as rows of text. */
export class LineupRows {
  readonly rows: LineupRow[] = [];
  readonly entries: readonly LineUpEntry[];
  readonly isShare: boolean;

  constructor(
    readonly lineUp: LineUp,
    readonly brief: Brief,
    readonly market: PriceIndex,
  ) {
    this.entries = lineUp.entries;
    this.isShare = brief.play.objective.goal === 'targets';
  }

  money(minor: number): string {
    return money(minor, this.brief.money.currency);
  }

  objective(value: number): string {
    return `${decimal(value, 1)}${this.isShare ? ' %' : ' fps'}`;
  }

  adder(group: LineupRow['group']) {
    return (id: string, label: string, cell: OfEntry<string>, { differs, figures }: RowOptions = {}) => {
      const cells = this.entries.map(cell);
      const marks = figures ? marksOf({ ...figures, values: this.entries.map(figures.value) }) : null;
      this.rows.push({ id, group, label, cells, differs: differs ?? new Set(cells).size > 1, marks });
    };
  }

  /** A row of money, or of what it is over something. */
  moneyRow(
    group: LineupRow['group'],
    better: 'more' | 'less' | null,
    value: OfEntry<number | null>,
  ): (id: string, label: string) => void {
    const cell = (entry: LineUpEntry) => {
      const minor = value(entry);
      return minor === null ? UNKNOWN_CELL : this.money(Math.round(minor));
    };
    const words = differenceWords.money(this.brief.money.currency);
    return (id, label) => this.adder(group)(id, label, cell, { figures: { value, better, words } });
  }
}
