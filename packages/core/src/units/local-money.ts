import { minorPlaces } from './currency.ts';

/**
 * About how many units of a currency buy what one euro buys, for amounts that are chosen rather than known. Orders of magnitude, from memory
 * and no rate of any day; a code that is not here counts as one.
 */
const ABOUT_A_EURO: Readonly<Record<string, number>> = {
  ...{ EUR: 1, USD: 1.1, GBP: 0.85, CHF: 1, CAD: 1.5, AUD: 1.7, NZD: 1.8, SGD: 1.5 },
  ...{ SEK: 11, NOK: 11, DKK: 7.5, ISK: 150, PLN: 4.3, CZK: 25, HUF: 390, RON: 5, BGN: 2 },
  ...{ JPY: 160, CNY: 7.5, HKD: 8.5, TWD: 35, KRW: 1450, INR: 90, THB: 38, IDR: 17_000, VND: 27_000 },
  ...{ BRL: 6, MXN: 20, ARS: 1000, CLP: 1000, ZAR: 20, TRY: 35, ILS: 4, AED: 4 },
};

/** A chosen amount in euro cents as a like amount of another currency, in its minor units. */
export const localMinor = (euroCents: number, currency: string): number =>
  (euroCents / 100) * (ABOUT_A_EURO[currency] ?? 1) * 10 ** minorPlaces(currency);
