/** JSON with one record a line inside lists, so that a change of one offer is a change of one line. */
export function linesOf(value: unknown, indent = ''): string {
  if (Array.isArray(value) && value.some((item) => item !== null && typeof item === 'object')) {
    const items = value.map((item) => `${indent}  ${JSON.stringify(item)}`);
    return `[\n${items.join(',\n')}\n${indent}]`;
  }
  if (value !== null && typeof value === 'object' && !Array.isArray(value)) {
    const entries = Object.entries(value)
      .filter(([, inner]) => inner !== undefined)
      .map(([key, inner]) => `${indent}  ${JSON.stringify(key)}: ${linesOf(inner, `${indent}  `)}`);
    return `{\n${entries.join(',\n')}\n${indent}}${indent === '' ? '\n' : ''}`;
  }
  return JSON.stringify(value);
}
