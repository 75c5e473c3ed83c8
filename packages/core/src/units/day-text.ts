import { numberLanguage } from './number-text.ts';

/** The day that years are told from: ISO 8601; null: every day is written with its year. */
let today: string | null = null;

/** Writes all days from now on as seen from a day: those of its year have no year. @param day ISO 8601 */
export function writeDaysFrom(day: string | null): void {
  today = day;
}

/** The day that years are told from. */
export const daysWrittenFrom = (): string | null => today;

/** Making a formatter costs far more than using one. */
const formatters = new Map<string, Intl.DateTimeFormat>();

function formatterOf(options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${numberLanguage()} ${JSON.stringify(options)}`;
  let formatter = formatters.get(key);
  if (!formatter) {
    // Calendar days have no hour: read and written in the same zone, none slips to its neighbour.
    formatter = new Intl.DateTimeFormat(numberLanguage(), { ...options, timeZone: 'UTC' });
    formatters.set(key, formatter);
  }
  return formatter;
}

/**
 * A calendar day for reading, as the user's language writes it: 27 Nov, or 27 Nov 2027 where its year is not today's. English
 * is written day first.
 *
 * @param day ISO 8601, such as 2026-11-27; what is none comes back as it is
 * @param from the day that its year is told from; null: always with the year
 */
export function dayText(day: string, from: string | null = today): string {
  const moment = Date.parse(`${day}T00:00:00Z`);
  if (Number.isNaN(moment)) return day;
  const options: Intl.DateTimeFormatOptions = { day: 'numeric', month: 'short' };
  if (from?.slice(0, 4) !== day.slice(0, 4)) options.year = 'numeric';
  return partsText(formatterOf(options), moment);
}

/** A month for reading: Nov 2026. @param month ISO 8601, such as 2026-11; what is none comes back as it is */
export function monthText(month: string): string {
  const moment = Date.parse(`${month}-01T00:00:00Z`);
  return Number.isNaN(moment) ? month : formatterOf({ month: 'short', year: 'numeric' }).format(moment);
}

/** English without a country would put the month first, which other writers of English take for the day. */
function partsText(formatter: Intl.DateTimeFormat, moment: number): string {
  if (numberLanguage() !== 'en') return formatter.format(moment);
  const parts = new Map(formatter.formatToParts(moment).map(({ type, value }) => [type, value]));
  return ['day', 'month', 'year'].flatMap((type) => parts.get(type as 'day') ?? []).join(' ');
}
