import { cents, type Cents } from '../units/index.ts';
import type { ListLine } from './read-list.ts';

/** A number that has to be asked about. */
export interface Doubt {
  readonly line: number;
  readonly raw: string;
  readonly text: string;
  readonly readings: readonly number[];
  readonly what: 'price' | 'rebate' | 'cashback' | 'code' | 'discount' | 'shipping' | 'total';
}

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

export interface ListTotals {
  readonly dueNow: Cents;
  readonly expected: Cents;
  readonly after: Cents;
}

/** A list added up. Totals are null while a number is in doubt. */
export interface ListAudit {
  readonly totals: ListTotals | null;
  readonly doubts: readonly Doubt[];
  readonly findings: readonly ListFinding[];
}

/**
 * Adds a list up by what it says: prices times quantity, less discounts and codes, with shipping and tax, is the till;
 * rebates and cashback come off after it. `answers` are readings that the user chose, by line and what they are of.
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
  const doubts: Doubt[] = [];
  const findings: ListFinding[] = [];
  let dueNow = 0;
  let back = 0;
  let hasShipping = false;
  let hasTax = false;
  const stated: { minor: number; which: 'dueNow' | 'after'; line: number }[] = [];
  for (const line of lines) {
    const read = (amount: ListLine['price'], what: Doubt['what']): number => {
      if (!amount) return 0;
      if (amount.kind === 'sure') return amount.minor;
      const answer = answers.get(`${line.line}:${what}`);
      if (answer !== undefined) return answer;
      doubts.push({ line: line.line, raw: line.raw, text: amount.text, readings: amount.readings, what });
      return 0;
    };
    if (line.kind === 'note') continue;
    if (line.kind === 'total') {
      const before = doubts.length;
      const minor = read(line.price, 'total');
      if (line.price && doubts.length === before)
        stated.push({ minor, which: line.total ?? 'dueNow', line: line.line });
      continue;
    }
    const amount =
      Math.abs(read(line.price, line.kind === 'part' ? 'price' : line.kind === 'tax' ? 'price' : line.kind)) *
      line.quantity;
    if (line.kind === 'part') {
      if (line.price === null && !line.isOwned)
        findings.push({ code: 'no-price', line: line.line, name: line.name });
      dueNow += amount;
      for (const extra of line.extras) {
        const minor = Math.abs(read(extra.amount, extra.kind));
        if (extra.kind === 'rebate' || extra.kind === 'cashback') back += minor;
        else if (extra.kind === 'shipping') {
          dueNow += minor;
          hasShipping = true;
        } else dueNow -= minor;
      }
    } else if (line.kind === 'discount') dueNow -= amount;
    else if (line.kind === 'rebate') back += amount;
    else {
      dueNow += amount;
      if (line.kind === 'shipping') hasShipping = true;
      else hasTax = true;
    }
  }
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
  if (!hasShipping) findings.push({ code: 'no-shipping' });
  if (!hasTax) findings.push({ code: 'no-tax-line' });
  if (back > 0) findings.push({ code: 'rebate-needs-claim', amount: back });
  return { totals, doubts, findings };
}
