import { cents, type Cents } from './cents.ts';

/**
 * Decimal places of a currency's minor unit, for the codes that differ from two.
 * Source: ISO 4217 (values from memory of the list); every other code is taken to have two places.
 */
const MINOR_PLACES: Readonly<Record<string, number>> = {
  BIF: 0,
  CLP: 0,
  DJF: 0,
  GNF: 0,
  ISK: 0,
  JPY: 0,
  KMF: 0,
  KRW: 0,
  PYG: 0,
  RWF: 0,
  UGX: 0,
  UYI: 0,
  VND: 0,
  VUV: 0,
  XAF: 0,
  XOF: 0,
  XPF: 0,
  BHD: 3,
  IQD: 3,
  JOD: 3,
  KWD: 3,
  LYD: 3,
  OMR: 3,
  TND: 3,
  CLF: 4,
  UYW: 4,
};

/** How many decimal places the minor unit of an ISO 4217 code has: EUR 2, JPY 0, KWD 3. */
export function minorPlaces(currency: string): number {
  return MINOR_PLACES[currency] ?? 2;
}

/** One dated rate: one major unit of `from` is worth `rate` major units of `to`. */
export interface CurrencyRate {
  readonly from: string;
  readonly to: string;
  readonly rate: number;
  readonly on: string;
}

const PARTS_PER_UNIT = 1e9;

/**
 * Converts an amount at a rate, rounded half away from zero to the minor unit of the target currency.
 * The rate is read to nine decimal places, so that the same file gives the same cents everywhere.
 *
 * Example: 1 000,00 SEK at 0.0872 is 87,20 EUR.
 */
export function convertMinor(minor: number, rate: CurrencyRate): Cents {
  if (rate.rate === 1 && rate.from === rate.to) return cents(minor);
  const scaled = BigInt(Math.round(rate.rate * PARTS_PER_UNIT));
  const shift = minorPlaces(rate.to) - minorPlaces(rate.from);
  let numerator = BigInt(cents(Math.abs(minor))) * scaled;
  let denominator = BigInt(PARTS_PER_UNIT);
  if (shift >= 0) numerator *= 10n ** BigInt(shift);
  else denominator *= 10n ** BigInt(-shift);
  const rounded = Number((2n * numerator + denominator) / (2n * denominator));
  return cents(minor < 0 ? -rounded : rounded);
}

/** Finds the rate between two currencies, using the inverse when only that is given; null when unknown. */
export function findRate(rates: readonly CurrencyRate[], from: string, to: string): CurrencyRate | null {
  const direct = rates.find((rate) => rate.from === from && rate.to === to);
  if (direct) return direct;
  const inverse = rates.find((rate) => rate.from === to && rate.to === from);
  return inverse ? { from, to, rate: 1 / inverse.rate, on: inverse.on } : null;
}

/** The sign that a currency is commonly written with by itself: $ for all dollars, kr for all crowns. */
const signOf = (currency: string): string =>
  new Intl.NumberFormat('en', { style: 'currency', currency, currencyDisplay: 'narrowSymbol' })
    .formatToParts(0)
    .find(({ type }) => type === 'currency')?.value ?? currency;

/**
 * Whether an amount as it is written names another currency than the one it is to be counted in: by its code, or by a
 * sign that this one does not have. An amount without either names none.
 */
export function namesOtherCurrency(text: string, currency: string): boolean {
  const code = /\b[A-Z]{3}\b/.exec(text)?.[0];
  const sign = /[$€£¥₩₹₺₽₴₫₱฿₪]/.exec(text)?.[0];
  return (
    (code !== undefined && code !== currency) || (sign !== undefined && !signOf(currency).includes(sign))
  );
}
