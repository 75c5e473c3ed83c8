import { kindFor, SLOTS, type Part, type Slot } from '../parts/index.ts';

/** A part that a name may mean, with how well it fits (1: every word of both). */
interface PartMatch {
  readonly part: string;
  readonly fit: number;
}

const wordsOf = (text: string): string[] =>
  text
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter((word) => word !== '');

/** Below this fit a part is no candidate. Chosen: half of the weight of the words must be the same. */
const LEAST_FIT = 0.5;
/** From this fit on, and this far ahead of the next one, a match is proposed as sure. Chosen. */
const SURE_FIT = 0.95;

/** Prepared once per catalogue; ranks the parts that a name may mean. Rare words count more than common ones. */
export function partMatcher(
  parts: readonly Part[],
): (name: string, slotWord: string | null) => readonly PartMatch[] {
  const known = parts.map((part) => ({ part, words: new Set(wordsOf(`${part.brand} ${part.name}`)) }));
  const often = new Map<string, number>();
  for (const { words } of known) for (const word of words) often.set(word, (often.get(word) ?? 0) + 1);
  const weight = (word: string) => 1 / Math.log2(2 + (often.get(word) ?? 0));
  const total = (words: Iterable<string>) => [...words].reduce((sum, word) => sum + weight(word), 0);
  const kinds = new Set<string>(SLOTS.map(kindFor));
  return (name, slotWord) => {
    const asked = new Set(wordsOf(name));
    if (asked.size === 0) return [];
    const kind = slotWord !== null ? kindFor(slotWord as Slot) : null;
    return known
      .filter(({ part }) => kind === null || !kinds.has(kind) || part.kind === kind)
      .map(({ part, words }) => {
        const shared = total([...asked].filter((word) => words.has(word)));
        return { part: part.id, fit: (2 * shared) / (total(asked) + total(words)) };
      })
      .filter((match) => match.fit >= LEAST_FIT)
      .sort((a, b) => b.fit - a.fit || (a.part < b.part ? -1 : 1))
      .slice(0, 6);
  };
}

/** Whether the first match may be taken before anybody looks: everything fits, and nothing else as well. */
export function isSure(matches: readonly PartMatch[]): boolean {
  return (
    matches.length > 0 &&
    matches[0].fit >= SURE_FIT &&
    (matches.length === 1 || matches[1].fit < matches[0].fit - 0.02)
  );
}
