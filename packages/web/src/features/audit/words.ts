import type { Doubt, ListFinding } from '@ripe-pick/core/audit';
import { money } from '../../shared/format/format.ts';

const WHICH = {
  dueNow: 'at the till',
  expected: 'expected after rebates',
  after: 'after all rebates',
} as const;

/** What a list does not do right by itself, in a sentence. */
export function findingWords(finding: ListFinding, currency: string): string {
  const m = (minor: number) => money(minor, currency);
  switch (finding.code) {
    case 'total-differs':
      return `Line ${finding.line} says ${m(finding.stated)}, but the lines add up to ${m(finding.actual)} ${WHICH[finding.which]}: ${m(Math.abs(finding.actual - finding.stated))} ${finding.actual > finding.stated ? 'more' : 'less'}.`;
    case 'over-budget':
      return `${WHICH[finding.which][0].toUpperCase()}${WHICH[finding.which].slice(1)} it is ${m(finding.by)} over the brief’s sum.`;
    case 'no-price':
      return `Line ${finding.line}, ${finding.name}, has no price: it counts as nothing here.`;
    case 'no-shipping':
      return 'Nothing is said about sending.';
    case 'no-tax-line':
      return 'Nothing is said about tax: make sure that the prices include it.';
    case 'no-total':
      return 'The list states no total.';
    case 'rebate-needs-claim':
      return `${m(finding.amount)} of it has to be claimed back, in time and with papers.`;
  }
}
export const DOUBT_WORDS: Readonly<Record<Doubt['what'], string>> = {
  price: 'price',
  rebate: 'rebate',
  cashback: 'cashback',
  code: 'code',
  discount: 'discount',
  shipping: 'sending',
  total: 'total',
};
