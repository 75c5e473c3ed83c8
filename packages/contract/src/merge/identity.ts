/** A thing by its fields, whatever it is. */
export type Loose = Readonly<Record<string, unknown>>;

/** A value with lists of words in one order: lists in a part's specs are sets. */
function canonical(value: unknown): unknown {
  if (Array.isArray(value)) {
    const items = value.map(canonical);
    return items.every((each) => typeof each !== 'object') ? [...items].sort() : items;
  }
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, each]) => each !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, each]) => [key, canonical(each)]),
  );
}

/** Whether two values say the same. */
export const isSame = (a: unknown, b: unknown): boolean =>
  JSON.stringify(canonical(a ?? null)) === JSON.stringify(canonical(b ?? null));

/** Ids of one kind of thing: those in use, and what the other side's come to. */
export class Ids {
  private readonly used: Set<string>;
  private readonly mapped = new Map<string, string>();

  constructor(used: Iterable<string>) {
    this.used = new Set(used);
  }

  /** The id here of something that is here already. */
  tie(theirs: string, ours: string): void {
    this.mapped.set(theirs, ours);
  }

  /** An id for something new: its own where that is free. */
  fresh(theirs: string): string {
    let id = theirs;
    for (let n = 2; this.used.has(id); n++) id = `${theirs.slice(0, 90)}-${n}`;
    this.used.add(id);
    this.mapped.set(theirs, id);
    return id;
  }

  /** Ids of the other side that are others here. */
  renamed(): Record<string, string> {
    return Object.fromEntries([...this.mapped].filter(([theirs, ours]) => theirs !== ours));
  }

  /** What an id of the other side is here. */
  of(theirs: string): string {
    return this.mapped.get(theirs) ?? theirs;
  }
}
