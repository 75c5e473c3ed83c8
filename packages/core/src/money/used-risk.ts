import { cents, localMinor, sumCents, type Cents } from '../units/index.ts';
import type { Grade } from '../parts/index.ts';

/** Figures that the risk of a used part is reckoned with. Chosen, no source; the formulas are in docs/models/used.md. */
export const USED_DEFAULTS = {
  /** Pseudo-deals before a seller has any rating: 19 good, 1 bad. */
  sellerGood: 19,
  sellerBad: 1,
  /** How much the grade multiplies faults. */
  grade: { A: 0.6, B: 1, C: 1.8 } satisfies Record<Grade, number>,
  deadOnArrival: 0.03,
  /** Share of the loss that is left, and the chance that a return works, when it can go back. */
  returnWorks: 0.8,
  returnLoss: 0.1,
  /** Share that is lost when the seller is gone with the money. */
  goneLoss: 0.9,
  /** Trouble of a dead part, in euro cents: a like amount of the brief's currency is counted. */
  hassleMinor: 800,
  /** Failures a year of a part as old as {@link typicalMonths}, in grade B. */
  failuresAYear: 0.07 * 1.6,
  typicalMonths: 24,
  /** Yearly loss of value of the part while it is used, and of money. */
  ageing: 0.15,
  yearlyRate: 0.05,
  yearsOfUse: 3,
  /** Share of the price that it fetches at the end. */
  resale: 0.2,
  /** The same for a new part. */
  newFailuresAYear: 0.04,
  newResale: 0.3,
  newWarrantyYears: 3,
  /** One kilometre of the way there or back, in euro cents. */
  perKmMinor: 15,
} as const;

interface UsedOffer {
  readonly priceMinor: number;
  readonly shippingMinor: number;
  /** Null: normal. */
  readonly grade: Grade | null;
  /** Null: typical. */
  readonly monthsOld: number | null;
  readonly good: number;
  readonly rated: number;
  /** Days in which it can go back; 0 or null: not at all. */
  readonly returnDays: number | null;
  /** The currency of the amounts; absent: euro. */
  readonly currency?: string | undefined;
}

/** What a used part costs once its risks are counted; `cost` is the sum of price, shipping and the lines. */
export interface UsedCost {
  readonly cost: Cents;
  readonly lines: readonly { readonly kind: 'dead' | 'gone' | 'later' | 'resale'; readonly amount: Cents }[];
  /** Chance that a deal with this seller goes bad: mean and standard deviation of its beta distribution. */
  readonly badSeller: { readonly mean: number; readonly sd: number };
  readonly deadOnArrival: number;
  readonly gone: number;
}

const whole = (value: number): Cents => cents(Math.floor(value + 0.5));

/** Chance that the next deal of a seller goes bad, as beta-binomial with the prior of the defaults. */
function badSellerChance(good: number, rated: number): { readonly mean: number; readonly sd: number } {
  const a = USED_DEFAULTS.sellerGood + good;
  const b = USED_DEFAULTS.sellerBad + Math.max(0, rated - good);
  return { mean: b / (a + b), sd: Math.sqrt((a * b) / ((a + b) ** 2 * (a + b + 1))) };
}

/** Present worth of failing within the years of use: ∫ λ e^(−λt) e^(−ageing t) (1+i)^(−t) dt from 0 to Y. */
function failureShare(lambda: number, years: number): number {
  const decay = lambda + USED_DEFAULTS.ageing + Math.log(1 + USED_DEFAULTS.yearlyRate);
  return (lambda / decay) * (1 - Math.exp(-decay * years));
}

/**
 * Risk-adjusted cost of a used part: price and shipping, plus expected losses from a dead part, a seller who is gone and
 * a later failure, less what it fetches at the end. Rises with price, age and a worse record. Chosen model, no source.
 */
export function usedCost(find: UsedOffer): UsedCost {
  const D = USED_DEFAULTS;
  const { priceMinor, shippingMinor } = find;
  const c = D.grade[find.grade ?? 'B'];
  const badSeller = badSellerChance(find.good, find.rated);
  const sum = priceMinor + shippingMinor;
  const dead = 1 - (1 - D.deadOnArrival * c) * (1 - badSeller.mean / 2);
  const gone = badSeller.mean / 2;
  const hassle = localMinor(D.hassleMinor, find.currency ?? 'EUR');
  const deadLoss = find.returnDays
    ? (1 - D.returnWorks) * sum + D.returnWorks * (D.returnLoss * sum + shippingMinor) + hassle
    : sum + hassle;
  // Half of the failures do not depend on age, the other half grows with it. Chosen.
  const age = 0.5 + (0.5 * (find.monthsOld ?? D.typicalMonths)) / D.typicalMonths;
  const lambda = D.failuresAYear * c * age;
  const works = (1 - dead) * (1 - gone);
  const later = works * priceMinor * failureShare(lambda, D.yearsOfUse);
  const resale =
    works *
    Math.exp(-lambda * D.yearsOfUse) *
    D.resale *
    priceMinor *
    Math.pow(1 + D.yearlyRate, -D.yearsOfUse);
  const lines = [
    { kind: 'dead' as const, amount: whole(dead * deadLoss) },
    { kind: 'gone' as const, amount: whole(gone * D.goneLoss * sum) },
    { kind: 'later' as const, amount: whole(later) },
    { kind: 'resale' as const, amount: cents(-whole(resale)) },
  ];
  const cost = sumCents([cents(sum), ...lines.map((line) => line.amount)]);
  return { cost, lines, badSeller, deadOnArrival: dead, gone };
}

/** The same for a new part: its price, trouble under warranty, failures after it, less what it fetches at the end. */
export function newCost(priceMinor: number, warrantyMonths: number | null = null, currency = 'EUR'): Cents {
  const D = USED_DEFAULTS;
  const lambda = D.newFailuresAYear;
  const warranty = warrantyMonths === null ? D.newWarrantyYears : warrantyMonths / 12;
  const covered = Math.min(D.yearsOfUse, warranty);
  const trouble = (1 - Math.exp(-lambda * covered)) * localMinor(D.hassleMinor, currency);
  const after = priceMinor * (failureShare(lambda, D.yearsOfUse) - failureShare(lambda, covered));
  const resale =
    D.newResale * priceMinor * Math.exp(-lambda * D.yearsOfUse) * Math.pow(1 + D.yearlyRate, -D.yearsOfUse);
  return whole(priceMinor + trouble + after - resale);
}

/** The highest price at which a used part costs no more than a given sum, its risks counted; by bisection, to a minor unit. */
export function breakEvenPrice(find: Omit<UsedOffer, 'priceMinor'>, mostCost: number): Cents {
  let low = 0;
  let high = Math.max(1, Math.ceil(mostCost * 2));
  if (usedCost({ ...find, priceMinor: low }).cost > mostCost) return cents(0);
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (usedCost({ ...find, priceMinor: middle }).cost <= mostCost) low = middle;
    else high = middle;
  }
  return cents(low);
}
