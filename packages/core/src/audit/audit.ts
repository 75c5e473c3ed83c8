import { cents, type Cents } from '../units/index.ts';
import type { ListExtra, ListLine } from './read-list.ts';

/** A number that has to be asked about. */
export interface Doubt {
  readonly line: number;
  readonly raw: string;
  readonly text: string;
  readonly readings: readonly number[];
  readonly what: 'price' | 'rebate' | 'cashback' | 'code' | 'discount' | 'shipping' | 'total';
}

/** What an answer is kept under: the line as it is written, so that it counts for no other list's line of the same number. */
export const doubtKey = ({ raw, what }: Pick<Doubt, 'raw' | 'what'>): string => `${raw.trim()}:${what}`;

/** What does not hold in a list by itself, before anything is matched. */
export type ListFinding =
  | {
      readonly code: 'total-differs';
      readonly stated: number;
      readonly actual: number;
      readonly which: 'dueNow' | 'after';
      readonly line: number;
    }
  | { readonly code: 'over-budget'; readonly which: 'dueNow' | 'expected' | 'after'; readonly by: number }
  | { readonly code: 'no-price'; readonly line: number; readonly name: string }
  | { readonly code: 'no-shipping' | 'no-tax-line' | 'no-total' }
  | { readonly code: 'rebate-needs-claim'; readonly amount: number };

interface ListTotals {
  readonly dueNow: Cents;
  readonly expected: Cents;
  readonly after: Cents;
}

/** A list added up. Totals are null while a number is in doubt. */
interface ListAudit {
  readonly totals: ListTotals | null;
  readonly doubts: readonly Doubt[];
  readonly findings: readonly ListFinding[];
}

/** A list being added up: sums in minor units, and what is doubtful or does not hold. */
class Sums {
  readonly doubts: Doubt[] = [];
  readonly findings: ListFinding[] = [];
  readonly stated: { minor: number; which: 'dueNow' | 'after'; line: number }[] = [];
  dueNow = 0;
  back = 0;
  hasShipping = false;
  hasTax = false;

  constructor(private readonly answers: ReadonlyMap<string, number>) {}

  private read({ line, raw }: ListLine, amount: ListLine['price'], what: Doubt['what']): number | null {
    if (!amount) return 0;
    const known = amount.kind === 'sure' ? amount.minor : this.answers.get(doubtKey({ raw, what }));
    if (known !== undefined) return known;
    if (amount.kind === 'doubtful')
      this.doubts.push({ line, raw, text: amount.text, readings: amount.readings, what });
    return null;
  }

  add(line: ListLine): void {
    const { kind } = line;
    if (kind === 'note') return;
    if (kind === 'total') {
      const minor = this.read(line, line.price, 'total');
      if (line.price && minor !== null)
        this.stated.push({ minor, which: line.total ?? 'dueNow', line: line.line });
      return;
    }
    const what = kind === 'part' || kind === 'tax' ? 'price' : kind;
    const amount = Math.abs(this.read(line, line.price, what) ?? 0) * line.quantity;
    if (kind === 'part') this.addPart(line, amount);
    else this.book(kind, amount);
  }

  private addPart(line: ListLine, amount: number): void {
    if (line.price === null && !line.isOwned)
      this.findings.push({ code: 'no-price', line: line.line, name: line.name });
    this.dueNow += amount;
    for (const extra of line.extras)
      this.book(extra.kind, Math.abs(this.read(line, extra.amount, extra.kind) ?? 0));
  }

  private book(
    kind: Exclude<ListLine['kind'], 'part' | 'total' | 'note'> | ListExtra['kind'],
    minor: number,
  ) {
    switch (kind) {
      case 'rebate':
      case 'cashback':
        this.back += minor;
        break;
      case 'discount':
      case 'code':
        this.dueNow -= minor;
        break;
      case 'shipping':
        this.dueNow += minor;
        this.hasShipping = true;
        break;
      case 'tax':
        this.dueNow += minor;
        this.hasTax = true;
        break;
    }
  }
}

/**
 * Adds a list up by what it says: prices times quantity, less discounts and codes, with shipping and tax, is the till;
 * rebates and cashback come off after it. `answers` are readings that the user chose, by {@link doubtKey}.
 */
export function addUp(
  lines: readonly ListLine[],
  brief: {
    readonly limitMinor: number;
    readonly costBasis: 'strict' | 'expected' | 'after';
    readonly rebateShare: number;
  },
  answers: ReadonlyMap<string, number> = new Map(),
): ListAudit {
  const sums = new Sums(answers);
  for (const line of lines) sums.add(line);
  const { doubts, findings, dueNow, back, stated } = sums;
  if (doubts.length > 0) return { totals: null, doubts, findings };
  const expected = dueNow - Math.floor(back * brief.rebateShare + 0.5);
  const totals = { dueNow: cents(dueNow), expected: cents(expected), after: cents(dueNow - back) };
  for (const { minor, which, line } of stated) {
    const actual = which === 'after' ? totals.after : totals.dueNow;
    if (actual !== minor) findings.push({ code: 'total-differs', stated: minor, actual, which, line });
  }
  if (stated.length === 0) findings.push({ code: 'no-total' });
  const which = ({ strict: 'dueNow', expected: 'expected', after: 'after' } as const)[brief.costBasis];
  if (totals[which] > brief.limitMinor)
    findings.push({ code: 'over-budget', which, by: totals[which] - brief.limitMinor });
  if (!sums.hasShipping) findings.push({ code: 'no-shipping' });
  if (!sums.hasTax) findings.push({ code: 'no-tax-line' });
  if (back > 0) findings.push({ code: 'rebate-needs-claim', amount: back });
  return { totals, doubts, findings };
}
