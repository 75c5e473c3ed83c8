/*
 * Numbers for reading, by the language that the user writes numbers in. English until something else is chosen; files that this
 * app and other programs read back (JSON, benchmarks and prices as CSV) do not go through here.
 */

/** A BCP 47 language tag. Set once when an interface starts, and when the user chooses another. */
let language = 'en';
/** Making a formatter costs far more than using one, and a screen holds hundreds of numbers. */
const formatters = new Map<string, Intl.NumberFormat>();

/** The language that numbers are written in. */
export const numberLanguage = (): string => language;

/** Writes all numbers from now on as a language does. @param tag BCP 47; throws a RangeError on what is none */
export function writeNumbersAs(tag: string): void {
  [language] = Intl.getCanonicalLocales(tag);
  formatters.clear();
}

/** A formatter of the chosen language, kept. @param key what tells these options apart */
export function formatterOf(key: string, options: Intl.NumberFormatOptions): Intl.NumberFormat {
  let formatter = formatters.get(key);
  if (!formatter) {
    formatter = new Intl.NumberFormat(language, options);
    formatters.set(key, formatter);
  }
  return formatter;
}

/** A number with so many decimals and grouped thousands: 1,234.5 in English, 1.234,5 in German. */
export const decimal = (value: number, places: number): string =>
  formatterOf(`decimal ${places}`, {
    minimumFractionDigits: places,
    maximumFractionDigits: places,
    signDisplay: 'negative',
  }).format(value);

/** A number with at most so many decimals: 2.5 and 3. Never grouped: it may be a version, or a clock that stands so in a name. */
export const shortDecimal = (value: number, places: number): string =>
  formatterOf(`up to ${places}`, {
    maximumFractionDigits: places,
    useGrouping: false,
    signDisplay: 'negative',
  }).format(value);

/** A number of any size with so many digits that count: 16.67 and 0.01667 with four. */
export const significant = (value: number, digits: number): string =>
  formatterOf(`significant ${digits}`, { maximumSignificantDigits: digits, signDisplay: 'negative' }).format(
    value,
  );

/** A whole number with grouped thousands. */
export const whole = (value: number): string => decimal(value, 0);

/** A count with its noun: 1 part, 2 parts. @param many the plural, where it is not the noun with an s */
export const countWords = (count: number, one: string, many = `${one}s`): string =>
  `${whole(count)} ${count === 1 ? one : many}`;
