import type { Growth, LaterWish } from '../parts/index.ts';
import { addMonths, daysBetween } from '../units/index.ts';

/** Mean length of a month in days: 365.25 / 12. */
const DAYS_A_MONTH = 30.4375;
/** With money put aside and no dated sums, one is looked ahead to every so many months. Chosen. */
const SAVING_MONTHS = 6;
/** Most days ahead at which parts may change. */
export const MOST_STAGES = 6;

/** Whole months from one day to another, to the nearest. */
export function monthOf(today: string, on: string): number {
  return Math.round(daysBetween(today, on) / DAYS_A_MONTH);
}

/** A later day at which parts may change, with the money that came in since the stage before. */
export interface Stage {
  readonly month: number;
  readonly on: string;
  /** Minor units: sums and savings since the stage before, less what wishes with a fixed price take. */
  readonly income: number;
  readonly wishes: readonly LaterWish[];
}

/** What had been saved and had come in by a month, less fixed wishes; the budget of today is not in it. */
export function incomeBy(growth: Growth, today: string, month: number): number {
  let income = growth.monthlyMinor * Math.max(0, month);
  for (const sum of growth.sums) if (monthOf(today, sum.on) <= month) income += sum.amountMinor;
  for (const wish of growth.wishes)
    if (wish.kind === 'screen' && monthOf(today, wish.on) <= month) income -= wish.costMinor;
  return income;
}

/**
 * The later days at which a path may change something: the days of the sums, of screens and drives, and, where money is
 * only put aside, every half year. Within the horizon, in order, one a month.
 */
export function stagesOf(growth: Growth, today: string): Stage[] {
  const on = new Map<number, string>();
  const add = (date: string) => {
    const month = monthOf(today, date);
    if (month > 0 && month < growth.horizonMonths && !on.has(month)) on.set(month, date);
  };
  for (const sum of growth.sums) add(sum.on);
  for (const wish of growth.wishes) if (wish.kind !== 'game') add(wish.on);
  if (growth.monthlyMinor > 0 && growth.sums.length === 0)
    for (let month = SAVING_MONTHS; month < growth.horizonMonths; month += SAVING_MONTHS)
      if (on.size < MOST_STAGES) add(addMonths(today, month));
  const months = [...on.keys()].sort((a, b) => a - b).slice(0, MOST_STAGES);
  return months.map((month, n) => {
    const before = n === 0 ? 0 : months[n - 1];
    return {
      month,
      on: on.get(month) ?? addMonths(today, month),
      income: incomeBy(growth, today, month) - incomeBy(growth, today, before),
      wishes: growth.wishes.filter((wish) => {
        const at = monthOf(today, wish.on);
        return wish.kind !== 'game' && at > before && at <= month;
      }),
    };
  });
}
