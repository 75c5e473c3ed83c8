import type { Observation } from '@ripe-pick/core/prices';

/** Prices of one offer from the day of the question on; null when it is not for sale. Minor units. */
export interface Ahead {
  readonly seen: readonly Observation[];
  /** Day 0 to the day of need; on day 0 it is for sale. */
  readonly prices: readonly (number | null)[];
}

/** The price of what is paid where nothing was taken until the day of need, and it is not for sale then: a twentieth over the last median. */
const MISSED = 1.05;
const medianOf = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const priced = (looks: readonly Observation[]) =>
  looks.flatMap(({ price }) => (price === null ? [] : [price]));

/** What is paid by a rule that says of each day's price whether it is taken, by what was seen before. */
export function paidBy(
  { seen, prices }: Ahead,
  takes: (price: number, before: readonly number[], day: number) => boolean,
): number {
  const before = priced(seen.filter(({ day }) => day < 0));
  for (const [day, price] of prices.entries()) {
    const isLast = day === prices.length - 1;
    if (price !== null && (isLast || takes(price, before, day))) return price;
    if (price !== null) before.push(price);
  }
  return MISSED * medianOf(priced(seen).slice(-30));
}

export const clairvoyant = ({ prices }: Ahead): number => Math.min(...prices.flatMap((price) => price ?? []));

/** What anybody can do without a model. */
export const SIMPLE = {
  now: (question: Ahead) => paidBy(question, () => true),
  deadline: (question: Ahead) => paidBy(question, () => false),
  'tenth off': (question: Ahead) =>
    paidBy(question, (price, before) => before.length > 0 && price <= 0.9 * medianOf(before)),
  percentile: (question: Ahead) =>
    paidBy(question, (price, before) => {
      const all = [...before, price].sort((a, b) => a - b);
      return price <= all[Math.floor(0.1 * (all.length - 1))];
    }),
  target: (question: Ahead) => paidBy(question, (price) => price <= 0.95 * (question.prices[0] ?? 0)),
} as const;
export type SimpleRule = keyof typeof SIMPLE;
