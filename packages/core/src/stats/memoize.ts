/** Keeps what a function gives for each key. */
export function memoize<A extends readonly unknown[], R>(keyOf: (...of: A) => string, work: (...of: A) => R) {
  const known = new Map<string, R>();
  return (...of: A): R => {
    const key = keyOf(...of);
    let value = known.get(key);
    if (value === undefined) known.set(key, (value = work(...of)));
    return value;
  };
}
