interface Option {
  readonly value: string;
  readonly label: string;
}

const names = new Intl.DisplayNames('en', { type: 'currency' });
const optionOf = (code: string): Option => {
  const name = names.of(code) ?? code;
  return { value: code, label: name === code ? code : `${code}, ${name}` };
};
/** Every currency of ISO 4217 that this browser knows. */
const ALL: readonly Option[] = Intl.supportedValuesOf('currency').map(optionOf);

/** Every currency with its name, those in use first. */
export function currencyOptions(inUse: Iterable<string>): Option[] {
  const first = new Set([...inUse].sort());
  return [...[...first].map(optionOf), ...ALL.filter(({ value }) => !first.has(value))];
}
