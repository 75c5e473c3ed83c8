import { minorPlaces } from './currency.ts';
import { formatterOf } from './number-text.ts';

/** Currencies whose sign tells them apart from all others that a builder is likely to meet; the rest go by their code. */
const BY_SIGN = new Set(['EUR', 'GBP', 'USD', 'JPY']);

/** An amount in minor units for reading, as the user's language writes it: €1,234.50, SEK 99.00, 1.234,50 €; `short` drops cents. */
export function moneyText(
  minor: number,
  currency: string,
  options: { readonly sign?: boolean; readonly short?: boolean } = {},
): string {
  const places = minorPlaces(currency);
  const digits = options.short ? 0 : places;
  const text = formatterOf(`money ${currency} ${digits}`, {
    style: 'currency',
    currency,
    currencyDisplay: BY_SIGN.has(currency) ? 'narrowSymbol' : 'code',
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
  }).format(Math.abs(minor) / 10 ** places);
  const sign = minor < 0 ? '−' : options.sign && minor > 0 ? '+' : options.sign ? '±' : '';
  return `${sign}${text}`;
}
