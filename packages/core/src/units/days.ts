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

const pad = (value: number, digits: number) => String(value).padStart(digits, '0');

/**
 * The ISO date of a day number, in the Gregorian calendar: years are taken from March on, so that the leap day comes last.
 * Worked out in eras of 400 years (146 097 days). Source of the method: E. G. Richards, "Calendars", in Explanatory
 * Supplement to the Astronomical Almanac, 3rd edition (2013); checked against the language's own dates.
 */
export function dateOf(day: number): string {
  const shifted = day + 719_468;
  const era = Math.floor(shifted / 146_097);
  const inEra = shifted - era * 146_097;
  const year = Math.floor(
    (inEra - Math.floor(inEra / 1460) + Math.floor(inEra / 36_524) - Math.floor(inEra / 146_096)) / 365,
  );
  const inYear = inEra - (365 * year + Math.floor(year / 4) - Math.floor(year / 100));
  const march = Math.floor((5 * inYear + 2) / 153);
  const date = inYear - Math.floor((153 * march + 2) / 5) + 1;
  const month = march < 10 ? march + 3 : march - 9;
  return `${pad(year + era * 400 + (month <= 2 ? 1 : 0), 4)}-${pad(month, 2)}-${pad(date, 2)}`;
}

/** The same day so many months later, or the month's last day where it has no such day. */
export function addMonths(date: string, months: number): string {
  dayNumber(date);
  const [year, month, day] = date.split('-').map(Number);
  const first = (at: number) =>
    `${pad(year + Math.floor(at / 12), 4)}-${pad((((at % 12) + 12) % 12) + 1, 2)}-01`;
  const at = month - 1 + months;
  const last = dayNumber(first(at + 1)) - dayNumber(first(at));
  return addDays(first(at), Math.min(day, last) - 1);
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
  return new Intl.DateTimeFormat('sv-SE', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
  }).format(moment);
}
