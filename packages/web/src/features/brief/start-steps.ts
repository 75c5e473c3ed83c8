import type { Brief, Catalogue, PartKind } from '@ripe-pick/core/parts';

/** Kinds of parts that every first build needs some of, in the order of a build. */
const FIRST_KINDS: readonly PartKind[] = [
  'cpu',
  'motherboard',
  'memory',
  'gpu',
  'storage',
  'cooler',
  'case',
  'psu',
];

/** How many parts of a kind there are, and how many of them have a price or are there already. */
interface KindCount {
  readonly kind: PartKind;
  readonly parts: number;
  readonly priced: number;
}

/** How many of each kind there are to choose from. */
export function kindCounts({ parts, offers }: Catalogue, brief: Brief): KindCount[] {
  const priced = new Set([...offers.map(({ part }) => part), ...brief.owned]);
  return FIRST_KINDS.map((kind) => {
    const all = parts.filter((part) => part.kind === kind);
    return { kind, parts: all.length, priced: all.filter(({ id }) => priced.has(id)).length };
  });
}

/** A processor with graphics needs no card, one with a cooler in its box no other: these two are never missing for sure. */
const OFTEN_WITHOUT: ReadonlySet<PartKind> = new Set(['gpu', 'cooler']);

/** Whether there is enough to look for a first answer: a sum, a game, and a priced part of every kind that is needed. */
export const isStarted = (brief: Brief, counts: readonly KindCount[]): boolean =>
  brief.money.budgetMinor > 0 &&
  brief.play.games.length > 0 &&
  counts.every(({ kind, priced }) => priced > 0 || OFTEN_WITHOUT.has(kind));
