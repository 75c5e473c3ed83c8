/*
 * Calendar days as ISO 8601 dates. Days are counted in UTC, so that no clock change and no time zone moves a deadline.
 */

const MS_A_DAY = 86_400_000;

/** Whole days since 1970-01-01. Throws on what is no date. */
export function dayNumber(date: string): number {
  const time = Date.parse(`${date}T00:00:00Z`);
  if (!/^\d{4}-\d{2}-\d{2}$/.test(date) || Number.isNaN(time) || dateOf(time / MS_A_DAY) !== date)
    throw new RangeError(`dayNumber: a date like 2026-11-20 is needed, got ${date}`);
  return time / MS_A_DAY;
}

/** The ISO date of a day number. */
export function dateOf(day: number): string {
  return new Date(day * MS_A_DAY).toISOString().slice(0, 10);
}

/** The day so many days later; earlier for a negative number. */
export function addDays(date: string, days: number): string {
  return dateOf(dayNumber(date) + days);
}

/** Days from one date to another; negative when the second is earlier. */
export function daysBetween(from: string, to: string): number {
  return dayNumber(to) - dayNumber(from);
}

/** The calendar day of a moment at a place. Example: 2026-11-20T23:30Z is already the 21st in Europe/Stockholm. */
export function dayAt(moment: Date, timeZone: string): string {
  // Swedish dates are written as ISO 8601 writes them.
  return new Intl.DateTimeFormat('sv-SE', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' }).format(moment); // prettier-ignore
}
