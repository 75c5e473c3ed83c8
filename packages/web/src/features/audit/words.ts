import type { Doubt, ListFinding } from '@ripe-pick/core/audit';
import { decimal, money } from '../../shared/format/format.ts';

const WHICH = {
  dueNow: 'due at checkout',
  expected: 'expected after rebates',
  after: 'after all rebates',
  listed: 'before codes and discounts',
  parts: 'without shipping and tax',
} as const;

/** What a list does not do right by itself, in a sentence. */
export function findingWords(finding: ListFinding, currency: string): string {
  const m = (minor: number) => money(minor, currency);
  switch (finding.code) {
    case 'total-differs':
      return `Line ${finding.line} says ${m(finding.stated)}, but the lines add up to ${m(finding.actual)} ${WHICH[finding.which]}: ${m(Math.abs(finding.actual - finding.stated))} ${finding.actual > finding.stated ? 'more' : 'less'}.`;
    case 'line-differs':
      return `Line ${finding.line} says that it comes to ${m(finding.stated)}, but its figures come to ${m(finding.actual)}.`;
    case 'on-top':
      return `Line ${finding.line} says that ${finding.what} comes on top, and not how much.`;
    case 'no-rate':
      return `No rate from ${finding.from} to ${finding.to} is known: the list cannot be compared with the budget.`;
    case 'no-price':
      return `Line ${finding.line}, ${finding.name}, has no price: it counts as nothing here.`;
    case 'no-shipping':
      return 'Nothing is said about shipping.';
    case 'no-tax-line':
      return 'Nothing is said about tax: make sure that the prices include it.';
    case 'no-total':
      return 'The list states no total.';
    case 'rebate-needs-claim':
      return `${m(finding.amount)} of it has to be claimed back, in time and with papers.`;
  }
}
/** What a total is over or under a limit, in money and per cent. */
export function overWords(over: number, limitMinor: number, currency: string): string {
  if (over === 0) return 'exactly on it';
  const share = limitMinor > 0 ? `, ${decimal((100 * Math.abs(over)) / limitMinor, 1)}\u00a0%` : '';
  return `${money(Math.abs(over), currency)}${share} ${over > 0 ? 'over' : 'under'}`;
}

/** What is asked about an amount. */
export function doubtWords({ what, text }: Pick<Doubt, 'what' | 'text'>): string {
  switch (what) {
    case 'currency':
      return `Which currency is “${text}” here?`;
    case 'rate':
      return `What is one ${text} worth?`;
    case 'unclear':
      return 'An amount, and nothing that says what for. What does it do?';
    default:
      return `What is the ${NAMES[what]}, “${text}”?`;
  }
}
const NAMES: Readonly<Record<Exclude<Doubt['what'], 'currency' | 'rate' | 'unclear'>, string>> = {
  price: 'price',
  rebate: 'rebate',
  cashback: 'cashback',
  code: 'code',
  discount: 'discount',
  shipping: 'shipping',
  tax: 'tax',
  total: 'total',
  budget: 'budget',
  result: 'result',
};
/** An answer as it stands on its button. */
export function readingWords(reading: number, what: Doubt['what'], currency: string): string {
  if (what !== 'unclear') return money(reading, currency);
  if (reading === 0) return 'does not count';
  return `${money(Math.abs(reading), currency)} ${reading > 0 ? 'to pay' : 'off'}`;
}
