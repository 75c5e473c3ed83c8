/** A type, since the lists of Naive UI take no interface. */
type CurrencyChoice = { value: string; label: string };

const names = new Intl.DisplayNames('en', { type: 'currency' });
const optionOf = (code: string): CurrencyChoice => {
  const name = names.of(code) ?? code;
  return { value: code, label: name === code ? code : `${code}, ${name}` };
};
/** Every currency of ISO 4217 that this browser knows. */
const ALL: readonly CurrencyChoice[] = Intl.supportedValuesOf('currency').map(optionOf);

const CODES = new Set(ALL.map(({ value }) => value));
export const isCurrency = (code: string): boolean => CODES.has(code);

/** Every currency with its name, those in use first. */
export function currencyOptions(inUse: Iterable<string>): CurrencyChoice[] {
  const first = new Set([...inUse].sort());
  return [...[...first].map(optionOf), ...ALL.filter(({ value }) => !first.has(value))];
}
