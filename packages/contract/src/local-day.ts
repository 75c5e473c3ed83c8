import type { Observation } from '@ripe-pick/core/prices';
import { dayNumber } from '@ripe-pick/core/units';

/*
 * Calendar days where the user is: a day begins at midnight of this machine's time zone, in the server and in the browser
 * alike. Dates without a time are kept as dates; a moment that has only a date is taken at its noon.
 */

const pad = (value: number) => String(value).padStart(2, '0');

/** The calendar day of a moment, as an ISO date. */
export const dayOfMoment = (moment: Date): string =>
  `${String(moment.getFullYear()).padStart(4, '0')}-${pad(moment.getMonth() + 1)}-${pad(moment.getDate())}`;

/** Today, where the user is. */
export const today = (): string => dayOfMoment(new Date());

/** The calendar day of a moment in minutes since 1970-01-01 UTC. */
export const dayOfMinute = (minute: number): string => dayOfMoment(new Date(minute * 60_000));

/** Noon of an ISO date. */
export function noonOf(day: string): Date {
  const [year, month, date] = day.split('-').map(Number);
  return new Date(year, month - 1, date, 12);
}

/** Moment in whole minutes since 1970-01-01 UTC. */
export const minuteOfMoment = (moment: Date): number => Math.floor(moment.getTime() / 60_000);

/** A history as one price a day: the last observation of a day stands for it. Oldest first. */
export function dailyPrices({
  at,
  price,
}: {
  readonly at: readonly number[];
  readonly price: readonly (number | null)[];
}): Observation[] {
  const byDay = new Map<number, number | null>();
  at.forEach((minute, n) => byDay.set(dayNumber(dayOfMinute(minute)), price[n]));
  return [...byDay].map(([day, each]) => ({ day, price: each })).sort((a, b) => a.day - b.day);
}
