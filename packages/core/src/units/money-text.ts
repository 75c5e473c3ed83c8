import { minorPlaces } from './currency.ts';

const SIGNS: Readonly<Record<string, string>> = { EUR: '€', GBP: '£', USD: '$', JPY: '¥' };

/** Making a formatter costs far more than using one, and a screen holds dozens of amounts. */
const formatters = new Map<number, Intl.NumberFormat>();
function formatterFor(digits: number): Intl.NumberFormat {
  let formatter = formatters.get(digits);
  if (!formatter) {
    formatter = new Intl.NumberFormat('en', { minimumFractionDigits: digits, maximumFractionDigits: digits });
    formatters.set(digits, formatter);
  }
  return formatter;
}

/** An amount in minor units for reading: €1,234.50, SEK 99.00; `short` drops cents. */
export function moneyText(
  minor: number,
  currency: string,
  options: { readonly sign?: boolean; readonly short?: boolean } = {},
): string {
  const places = minorPlaces(currency);
  const value = Math.abs(minor) / 10 ** places;
  const digits = options.short ? 0 : places;
  const text = formatterFor(digits).format(value);
  const unit = SIGNS[currency] ?? `${currency}\u00a0`;
  const sign = minor < 0 ? '−' : options.sign && minor > 0 ? '+' : options.sign ? '±' : '';
  return `${sign}${unit}${text}`;
}
