import type { Growth, LaterWish } from '../../parts/index.ts';
import { addMonths, daysBetween } from '../../units/index.ts';

/** Mean length of a month in days: 365.25 / 12. */
const DAYS_A_MONTH = 30.4375;
/** With money put aside and no dated sums, one is looked ahead to every so many months. Chosen. */
const SAVING_MONTHS = 6;
/** Most days ahead at which parts may change. */
const MOST_STAGES = 6;

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

/** The day on which money is put aside for the n-th time, first a month from today. */
const savingDay = (today: string, n: number): string => addMonths(today, n);

/**
 * What came in after today and by the end of a day: sums on their days, and what is put aside each month on the day on
 * which the month is over; less wishes with a fixed price. The budget of today is not in it.
 */
export function incomeBy(growth: Growth, today: string, on: string): number {
  const isIn = (date: string) => date > today && date <= on;
  let income = 0;
  if (growth.monthlyMinor > 0) for (let n = 1; savingDay(today, n) <= on; n++) income += growth.monthlyMinor;
  for (const sum of growth.sums) if (isIn(sum.on)) income += sum.amountMinor;
  for (const wish of growth.wishes) if (wish.kind === 'screen' && isIn(wish.on)) income -= wish.costMinor;
  return income;
}

/**
 * The first day within the horizon from which so much more is there than on another day; null when there is none. A
 * wish with a fixed price that falls between is paid first.
 */
export function firstDayWith(growth: Growth, today: string, from: string, more: number): string | null {
  const days = growth.sums.map((sum) => sum.on);
  if (growth.monthlyMinor > 0) for (let n = 1; n < growth.horizonMonths; n++) days.push(savingDay(today, n));
  const had = incomeBy(growth, today, from);
  return (
    days
      .filter((day) => day > from && monthOf(today, day) < growth.horizonMonths)
      .sort()
      .find((day) => incomeBy(growth, today, day) - had >= more) ?? null
  );
}

/**
 * The later days at which a path may change something: the days of the sums, of screens and drives, and, where money is
 * only put aside, every half year. Within the horizon, in order. Prices and frames go by the month, money by the day: of
 * several days in one month it is the last, when all of that month's money is there.
 */
export function stagesOf(growth: Growth, today: string): Stage[] {
  const on = new Map<number, string>();
  const add = (date: string) => {
    const month = monthOf(today, date);
    if (date > today && month < growth.horizonMonths && date > (on.get(month) ?? '')) on.set(month, date);
  };
  for (const sum of growth.sums) add(sum.on);
  for (const wish of growth.wishes) if (wish.kind !== 'game') add(wish.on);
  if (growth.monthlyMinor > 0 && growth.sums.length === 0)
    for (let month = SAVING_MONTHS; month < growth.horizonMonths; month += SAVING_MONTHS)
      if (on.size < MOST_STAGES) add(addMonths(today, month));
  const months = [...on.keys()].sort((a, b) => a - b).slice(0, MOST_STAGES);
  const days = months.map((month) => on.get(month) ?? today);
  return months.map((month, n) => {
    const before = n === 0 ? today : days[n - 1];
    return {
      month,
      on: days[n],
      income: incomeBy(growth, today, days[n]) - incomeBy(growth, today, before),
      wishes: growth.wishes.filter((wish) => wish.kind !== 'game' && wish.on > before && wish.on <= days[n]),
    };
  });
}
