import { dayAt, dayText, decimal, numberLanguage } from '@ripe-pick/core/units';

export { countWords, dayText, decimal, moneyText as money, monthText, whole } from '@ripe-pick/core/units';

/** A change, with its sign and one decimal: +3.2. */
export function signed(value: number, digits = 1): string {
  const text = decimal(Math.abs(value), digits);
  return Number(Math.abs(value).toFixed(digits)) === 0 ? `±${text}` : `${value < 0 ? '−' : '+'}${text}`;
}

export function fps(value: number): string {
  return decimal(value, value < 100 ? 1 : 0);
}

export function percent(share: number): string {
  return `${decimal(share * 100, 0)} %`;
}

/** A length of time: 45 min, 4 h 27. */
export function duration(exact: number): string {
  const minutes = Math.round(exact);
  return minutes < 60
    ? `${minutes} min`
    : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
}

/** The time of day of a moment in ms. */
export const clock = (moment: number): string =>
  new Intl.DateTimeFormat(numberLanguage(), { timeStyle: 'short' }).format(moment);

/** A moment for reading, by the clock of this machine: 27 Nov, 19:05. @param iso ISO 8601 with its zone */
export function momentText(iso: string): string {
  const at = new Date(iso);
  const { timeZone } = new Intl.DateTimeFormat().resolvedOptions();
  return `${dayText(dayAt(at, timeZone))}, ${clock(at.getTime())}`;
}

/** A text of several lines on one. */
export const oneLine = (text: string): string =>
  text
    .split('\n')
    .map((line) => line.trim())
    .join(' ')
    .trim();
