import { expectedOfListed } from '../money/index.ts';
import type { ClaimHabits, ListedBack } from '../parts/index.ts';
import { cents, convertMinor, findRate, type Cents, type CurrencyRate } from '../units/index.ts';
import type { ListAmount } from './amounts.ts';
import { doubtKey, type Doubt } from './doubts.ts';
import type { ListLine, TotalKind } from './line.ts';
import type { ListExtra } from './line-price.ts';
import type { ListRead } from './read-list.ts';

/** What does not hold in a list by itself, before anything is matched. */
export type ListFinding =
  | {
      readonly code: 'total-differs';
      readonly stated: number;
      readonly actual: number;
      readonly which: TotalKind;
      readonly line: number;
    }
  /** A line that says what it comes to, and does not. */
  | { readonly code: 'line-differs'; readonly line: number; readonly stated: number; readonly actual: number }
  | { readonly code: 'no-price'; readonly line: number; readonly name: string }
  | { readonly code: 'no-shipping' | 'no-tax-line' | 'no-total' }
  | { readonly code: 'on-top'; readonly line: number; readonly what: 'shipping' | 'tax' }
  | { readonly code: 'no-rate'; readonly from: string; readonly to: string }
  | { readonly code: 'rebate-needs-claim'; readonly amount: number };

export interface ListTotals {
  readonly dueNow: Cents;
  readonly expected: Cents;
  readonly after: Cents;
}
/** The three totals held against a limit, in its currency: what each is over it; below zero: under. */
export interface LimitCheck {
  readonly limit: 'brief' | 'list';
  readonly limitMinor: number;
  readonly currency: string;
  readonly over: ListTotals;
}

/** A list added up, in its own currency. Totals are null while something is in doubt. */
export interface ListAudit {
  readonly totals: ListTotals | null;
  /** What each part comes to, and the list as a whole. */
  readonly booked: readonly Booked[];
  readonly against: readonly LimitCheck[];
  readonly doubts: readonly Doubt[];
  readonly findings: readonly ListFinding[];
}

/** What a line comes to, or what the list says beside its parts, in minor units of the list's currency. */
export interface Booked {
  /** The part; null: what is said of the list as a whole. */
  readonly line: ListLine | null;
  /** At the till without shipping and tax. */
  readonly goods: number;
  /** Shipping and tax. */
  readonly charges: number;
  readonly backs: readonly ListedBack[];
}
class Bucket implements Booked {
  goods = 0;
  charges = 0;
  /** What codes and discounts took off the goods. */
  off = 0;
  readonly backs: ListedBack[] = [];
  constructor(readonly line: ListLine | null) {}
}
const sum = (numbers: readonly number[]) => numbers.reduce((so, number) => so + number, 0);

/** A list being added up: sums in minor units, and what is doubtful or does not hold. */
class Sums {
  readonly doubts: Doubt[] = [];
  readonly findings: ListFinding[] = [];
  readonly stated: { minor: number; which: TotalKind; line: number }[] = [];
  budget: number | null = null;
  readonly whole = new Bucket(null);
  readonly parts: Bucket[] = [];
  hasShipping = false;
  hasTax = false;

  constructor(
    private readonly list: ListRead,
    private readonly rates: readonly CurrencyRate[],
    private readonly answers: ReadonlyMap<string, number>,
  ) {
    for (const { line, raw, sign, codes } of list.asked)
      this.doubts.push({ line, raw, text: sign, readings: [], what: 'currency', codes, nth: 0 });
  }
  get buckets(): readonly Bucket[] {
    return [...this.parts, this.whole];
  }

  private readonly met = new Map<string, number>();
  private nthOf(line: number, raw: string, what: Doubt['what']): number {
    const key = `${line}:${what}:${raw}`;
    const nth = this.met.get(key) ?? 0;
    this.met.set(key, nth + 1);
    return nth;
  }

  /** An amount in the list's currency; null: it is asked about. */
  private read({ line, raw }: ListLine, amount: ListAmount, what: Doubt['what']): number | null {
    // Two doubts of one kind in one line have each an answer of their own.
    const nth = amount.kind === 'sure' ? 0 : this.nthOf(line, raw, what);
    const ask = (text: string, readings: readonly number[], kind: Doubt['what']) => {
      this.doubts.push({ line, raw, text, readings, what: kind, codes: [], nth: kind === 'rate' ? 0 : nth });
      return null;
    };
    // Its sign is asked about once, for the whole list.
    if (amount.sign !== undefined) return null;
    const known = amount.kind === 'sure' ? amount.minor : this.answers.get(doubtKey({ raw, what, nth }));
    if (known === undefined)
      return amount.kind === 'doubtful' ? ask(amount.text, amount.readings, what) : null;
    if (amount.currency === this.list.currency) return known;
    const rate = findRate(this.rates, amount.currency, this.list.currency);
    return rate ? convertMinor(known, rate) : ask(amount.currency, [], 'rate');
  }

  add(line: ListLine): void {
    if (line.kind === 'total') {
      for (const { which, amount } of line.totals) {
        const minor = this.read(line, amount, 'total');
        if (minor !== null) this.stated.push({ minor, which, line: line.line });
      }
    } else if (line.kind === 'part') this.addPart(line);
    else if (line.kind === 'unclear') this.addUnclear(line);
    else if (line.kind === 'budget') this.budget = line.price ? this.read(line, line.price, 'budget') : null;
    else if (line.kind !== 'note' && line.kind !== 'remark' && line.price)
      this.book(this.whole, line.kind, this.read(line, line.price, line.kind) ?? 0);
    this.hasShipping ||= line.includesShipping;
    this.hasTax ||= line.includesTax;
  }

  private addPart(line: ListLine): void {
    // The user may have said that a line is none of the list.
    if (this.answers.get(doubtKey({ raw: line.raw, what: 'unclear' })) === 0) return;
    if (line.price === null && !line.isOwned)
      this.findings.push({ code: 'no-price', line: line.line, name: line.name });
    for (const what of line.onTop) this.findings.push({ code: 'on-top', line: line.line, what });
    const bucket = new Bucket(line);
    this.parts.push(bucket);
    bucket.goods = line.price ? (this.read(line, line.price, 'price') ?? 0) : 0;
    this.bookExtras(bucket, line);
    const due = bucket.goods + bucket.charges;
    this.checkResult(line, due, sum(bucket.backs.map(({ minor }) => minor)));
  }

  private bookExtras(bucket: Bucket, line: ListLine): void {
    for (const extra of line.extras)
      this.book(bucket, extra.kind, this.read(line, extra.amount, extra.kind) ?? 0);
  }

  private checkResult(line: ListLine, due: number, back: number): void {
    const stated = line.result ? this.read(line, line.result, 'result') : null;
    if (stated === null || stated === due || stated === due - back) return;
    this.findings.push({ code: 'line-differs', line: line.line, stated, actual: due });
  }

  /** An amount that nothing says the use of: it costs, comes off, or does not count, as the user says. */
  private addUnclear(line: ListLine): void {
    const answer = this.answers.get(doubtKey({ raw: line.raw, what: 'unclear' }));
    const { price } = line;
    if (answer !== undefined) {
      this.whole.goods += answer;
      if (answer > 0) this.bookExtras(this.whole, line);
    }
    if (answer === undefined && price && price.sign === undefined) {
      const minors = price.kind === 'sure' ? [price.minor] : price.readings;
      const readings = [...minors.flatMap((minor) => [minor, -minor]), 0];
      this.doubts.push({
        line: line.line,
        raw: line.raw,
        text: line.raw.trim(),
        readings,
        what: 'unclear',
        codes: [],
        nth: 0,
      });
    }
  }

  private book(bucket: Bucket, kind: ListExtra['kind'], minor: number) {
    const amount = Math.abs(minor);
    if (kind === 'rebate' || kind === 'cashback') {
      if (amount > 0) bucket.backs.push({ kind, minor: amount });
    } else if (kind === 'discount' || kind === 'code') {
      bucket.goods -= amount;
      bucket.off += amount;
    } else {
      bucket.charges += amount;
      if (kind === 'shipping') this.hasShipping = true;
      else this.hasTax = true;
    }
  }
}

/** What a list is held against. */
export interface AuditBrief {
  readonly currency: string;
  readonly limitMinor: number;
  /** What money that comes back is expected to bring. */
  readonly claimHabits: ClaimHabits;
  readonly rates: readonly CurrencyRate[];
}

const WITHOUT_TWICE = (doubts: readonly Doubt[]) => [
  ...new Map(
    doubts.map((doubt) => [
      doubt.what === 'rate' ? `rate:${doubt.text}` : `${doubtKey(doubt)}:${doubt.text}`,
      doubt,
    ]),
  ).values(),
];

/**
 * Adds a list up by what it says: prices, less discounts and codes, with shipping and tax, is the till; rebates and cashback
 * come off after it. All in the list's currency; what is in another is converted at the rates given. `answers` are readings
 * that the user chose, by {@link doubtKey}.
 */
export function addUp(
  list: ListRead,
  brief: AuditBrief,
  answers: ReadonlyMap<string, number> = new Map(),
): ListAudit {
  const sums = new Sums(list, brief.rates, answers);
  for (const line of list.lines) sums.add(line);
  const { findings, stated, buckets } = sums;
  const doubts = WITHOUT_TWICE(sums.doubts);
  if (doubts.length > 0) return { totals: null, booked: [], against: [], doubts, findings };
  const charges = sum(buckets.map((each) => each.charges));
  const dueNow = charges + sum(buckets.map(({ goods }) => goods));
  const backs = buckets.flatMap((each) => each.backs);
  const back = sum(backs.map(({ minor }) => minor));
  const expected = sum(backs.map(({ minor, kind }) => expectedOfListed(minor, kind, brief.claimHabits)));
  const totals = { dueNow: cents(dueNow), expected: cents(dueNow - expected), after: cents(dueNow - back) };
  const off = sum(buckets.map((each) => each.off));
  for (const { minor, which, line } of stated) {
    // What whoever wrote it expects to come back is not what this brief expects.
    if (which === 'expected') continue;
    const actual = { ...totals, listed: dueNow + off, parts: dueNow - charges }[which];
    if (actual !== minor) findings.push({ code: 'total-differs', stated: minor, actual, which, line });
  }
  if (stated.length === 0) findings.push({ code: 'no-total' });
  if (!sums.hasShipping) findings.push({ code: 'no-shipping' });
  if (!sums.hasTax) findings.push({ code: 'no-tax-line' });
  if (back > 0) findings.push({ code: 'rebate-needs-claim', amount: back });
  const against = againstLimits(totals, list.currency, sums.budget, brief);
  if (against.every(({ limit }) => limit !== 'brief'))
    findings.push({ code: 'no-rate', from: list.currency, to: brief.currency });
  return { totals, booked: buckets, against, doubts, findings };
}

function againstLimits(
  totals: ListTotals,
  currency: string,
  budget: number | null,
  brief: AuditBrief,
): LimitCheck[] {
  const held = (
    limit: LimitCheck['limit'],
    limitMinor: number,
    of: string,
    change: (minor: number) => number,
  ): LimitCheck => ({
    limit,
    limitMinor,
    currency: of,
    over: {
      dueNow: cents(change(totals.dueNow) - limitMinor),
      expected: cents(change(totals.expected) - limitMinor),
      after: cents(change(totals.after) - limitMinor),
    },
  });
  const rate = currency === brief.currency ? null : findRate(brief.rates, currency, brief.currency);
  const isKnown = rate !== null || currency === brief.currency;
  return [
    ...(isKnown
      ? [
          held('brief', brief.limitMinor, brief.currency, (minor) =>
            rate ? convertMinor(minor, rate) : minor,
          ),
        ]
      : []),
    ...(budget === null ? [] : [held('list', budget, currency, (minor) => minor)]),
  ];
}
