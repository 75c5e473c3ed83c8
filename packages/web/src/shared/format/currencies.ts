/** Every currency of ISO 4217 that this browser knows, with its name: those in use first. */
export function currencyOptions(inUse: Iterable<string>): { value: string; label: string }[] {
  const names = new Intl.DisplayNames('en', { type: 'currency' });
  const first = [...new Set(inUse)].sort();
  const others = Intl.supportedValuesOf('currency').filter((code) => !first.includes(code));
  return [...first, ...others].map((code) => {
    const name = names.of(code) ?? code;
    return { value: code, label: name === code ? code : `${code}, ${name}` };
  });
}
