/*
 * Where things name a part, in what is kept as JSON: a part that turns out to be another one is renamed there.
 */

/** Fields that hold a part's id, or a list of such. Only these are looked at: an offer may have the same id by chance. */
const NAMING: ReadonlySet<string> = new Set([
  'part',
  'parts',
  'owned',
  'cpu',
  'gpu',
  'memory',
  'motherboard',
]);

/** The last name on a path of a patch, past the places in lists. */
const nameAt = (path: string) =>
  path
    .split('/')
    .filter((step) => !/^(\d+|-)$/.test(step))
    .at(-1) ?? '';

/** A value with one part's id put in the place of another's, where it names a part. */
export function renamed(value: unknown, from: string, to: string, field = ''): unknown {
  if (typeof value === 'string') return value === from && NAMING.has(field) ? to : value;
  if (Array.isArray(value)) {
    const all = value.map((each) => renamed(each, from, to, field));
    // A list of parts names each once.
    return field === 'owned' || field === 'parts' ? [...new Set(all)] : all;
  }
  if (typeof value !== 'object' || value === null) return value;
  const { op, path } = value as { op?: unknown; path?: unknown }; // perhaps a step of a patch
  const at = typeof op === 'string' && typeof path === 'string' ? nameAt(path) : '';
  return Object.fromEntries(
    Object.entries(value).map(([key, each]) => [
      key,
      renamed(each, from, to, key === 'value' && at ? at : key),
    ]),
  );
}
