import isSame from 'fast-deep-equal';
import type { Workspace } from './workspace.ts';

/*
 * Two changes of one workspace, made apart (a phone that was out of reach, a second window), put together: whatever one side alone changed
 * counts. A three-way merge over the document; lists of things that have a key are merged thing by thing.
 */

type Json = unknown;
type Keyed = Readonly<Record<string, Json>>;

interface Joined {
  readonly workspace: Workspace;
  /** Where both changed the same thing differently, as paths; there, `workspace` has what the preferred side says. */
  readonly clashes: readonly string[];
}

/** What tells the things of a list apart. */
const KEYS = ['id', 'code', 'serial', 'question', 'part', 'game', 'deal'] as const;
const isObject = (value: Json): value is Keyed =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The key that every thing of all lists has, each of its own; undefined: none. */
function keyOf(lists: readonly (readonly Json[])[]): string | undefined {
  return KEYS.find((key) =>
    lists.every(
      (list) =>
        list.every((each) => isObject(each) && each[key] !== undefined) &&
        new Set(list.map((each) => (each as Keyed)[key])).size === list.length,
    ),
  );
}

class Joiner {
  readonly clashes: string[] = [];

  constructor(private readonly prefers: 'mine' | 'theirs') {}

  join(path: string, base: Json, mine: Json, theirs: Json): Json {
    if (isSame(mine, theirs) || isSame(theirs, base)) return mine;
    if (isSame(mine, base)) return theirs;
    if (isObject(mine) && isObject(theirs))
      return this.#objects(path, isObject(base) ? base : {}, mine, theirs);
    if (Array.isArray(mine) && Array.isArray(theirs))
      return this.#lists(path, Array.isArray(base) ? base : [], mine, theirs);
    // A figure that only one of them has is no clash, nor is the moment of the same tick.
    if (base === undefined && (mine === null || theirs === null)) return mine ?? theirs;
    if (path === 'active') return mine; // which candidate is looked at is each window's own
    if (path.endsWith('.at')) return String(mine) > String(theirs) ? mine : theirs;
    this.clashes.push(path);
    return this.prefers === 'mine' ? mine : theirs;
  }

  #objects(path: string, base: Keyed, mine: Keyed, theirs: Keyed): Keyed {
    const out: Record<string, Json> = {};
    for (const key of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
      const value = this.join(path === '' ? key : `${path}.${key}`, base[key], mine[key], theirs[key]);
      if (value !== undefined) out[key] = value;
    }
    return out;
  }

  #lists(
    path: string,
    base: readonly Json[],
    mine: readonly Json[],
    theirs: readonly Json[],
  ): readonly Json[] {
    const key = keyOf([base, mine, theirs]);
    if (key !== undefined) return this.#things(path, key, { base, mine, theirs });
    const isPlain = [base, mine, theirs].every((list) => list.every((each) => !isObject(each)));
    if (!isPlain) {
      this.clashes.push(path);
      return this.prefers === 'mine' ? mine : theirs;
    }
    // The same values in two other orders: nobody can say which is meant.
    if (mine.length === theirs.length && mine.every((each) => theirs.includes(each))) {
      this.clashes.push(path);
      return this.prefers === 'mine' ? mine : theirs;
    }
    // Plain values: what one of them added is there, what one of them took out is not.
    const kept = theirs.filter((each) => mine.includes(each) || !base.includes(each));
    return [...kept, ...mine.filter((each) => !base.includes(each) && !theirs.includes(each))];
  }

  /** Things of a list: those that one side took out are gone unless the other changed them. */
  #things(
    path: string,
    key: string,
    lists: {
      readonly base: readonly Json[];
      readonly mine: readonly Json[];
      readonly theirs: readonly Json[];
    },
  ): readonly Json[] {
    const byKey = (list: readonly Json[]) => new Map(list.map((each) => [(each as Keyed)[key], each]));
    const [base, mine, theirs] = [byKey(lists.base), byKey(lists.mine), byKey(lists.theirs)];
    // Where the other side left the order as it was, an order that was changed here counts.
    const common = [...base.keys()].filter((each) => theirs.has(each));
    const isTheirOrder = !isSame(
      [...theirs.keys()].filter((each) => base.has(each)),
      common,
    );
    const [first, second] = isTheirOrder ? [theirs, mine] : [mine, theirs];
    return [...new Set([...first.keys(), ...second.keys()])].flatMap((each) => {
      const [was, here, there] = [base.get(each), mine.get(each), theirs.get(each)];
      if (here !== undefined && there !== undefined)
        return [this.join(`${path}[${String(each)}]`, was, here, there)];
      const left = here ?? there;
      return was !== undefined && isSame(left, was) ? [] : [left];
    });
  }
}

/** Puts two changes of `base` together. Where both changed the same thing, the preferred side counts, and the place is told. */
export function joinWorkspaces(
  base: Workspace,
  mine: Workspace,
  theirs: Workspace,
  prefers: 'mine' | 'theirs' = 'mine',
): Joined {
  const joiner = new Joiner(prefers);
  // Each side is a workspace, and so is what is taken from either; the border's schema judges it when it is sent.
  const workspace = joiner.join('', base, mine, theirs) as Workspace;
  return { workspace, clashes: joiner.clashes };
}
