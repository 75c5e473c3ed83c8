import { readingsOf } from '@ripe-pick/core/units';

/** The mark before decimals in the user's own language. */
const decimalMark = (locale?: string): string =>
  new Intl.NumberFormat(locale).formatToParts(1.5).find(({ type }) => type === 'decimal')?.value ?? '.';

/**
 * A number as people type it: 139.90 and 139,90, 1.299,00 and 1 299. Where one mark with three digits behind it may be of
 * thousands or of decimals, the user's language decides. Null for nothing, NaN for what is no number.
 */
export function typedNumber(text: string, locale?: string): number | null {
  const bare = text.replace(/[\s\u00a0\u202f'’]/g, '').replace(/^−/, '-');
  if (bare === '') return null;
  if (!/^[-+]?(?:\d[\d.,]*|[.,]\d+)$/.test(bare)) return NaN;
  const digits = bare.replace(/^[-+]/, '');
  const [whole, decimal] = readingsOf(digits);
  const isDecimal = decimal !== undefined && digits.includes(decimalMark(locale));
  return (bare.startsWith('-') ? -1 : 1) * (isDecimal ? decimal : whole);
}
