/** Rows in one statement: SQLite takes at most 32,766 values. */
const ROWS_AT_ONCE = 500;

/** Runs a statement over many rows, some hundred at a time. */
export async function inBatches<T>(rows: readonly T[], run: (batch: T[]) => Promise<unknown>): Promise<void> {
  for (let at = 0; at < rows.length; at += ROWS_AT_ONCE) await run(rows.slice(at, at + ROWS_AT_ONCE));
}

/** Items by a key, in the order of their first appearance. */
export function groupedBy<K, T>(items: readonly T[], keyOf: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const item of items) {
    const group = groups.get(keyOf(item));
    if (group) group.push(item);
    else groups.set(keyOf(item), [item]);
  }
  return groups;
}
