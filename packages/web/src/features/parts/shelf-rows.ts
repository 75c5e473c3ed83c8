import { ESSENTIALS } from '@ripe-pick/core/assumptions';
import type { Catalogue, Part, PartKind } from '@ripe-pick/core/parts';
import { fieldName, figureText } from '../../shared/format/facts.ts';

/** A part as the shelf lists it. */
export interface ShelfRow {
  readonly part: Part;
  readonly title: string;
  /** Its essentials in short. */
  readonly specs: string;
  /** Essentials that are missing. */
  readonly gaps: number;
  readonly offers: number;
  /** What it is searched by, in small letters. */
  readonly words: string;
}

/** What the list is narrowed to, beside kind and words. */
export type ShelfFilter = 'all' | 'gaps' | 'no-price' | 'no-rate';

/** What a bare number counts, where its unit does not say it. */
const COUNTED: Readonly<Record<string, string>> = {
  cores: 'cores',
  threads: 'threads',
  memorySlots: 'memory slots',
  modules: 'modules',
  eightPinConnectors: '× 6+2-pin',
};

/** A figure in a list: its value, with its name where the value alone says nothing. Empty for none. */
function shortText(figure: string, value: unknown): string {
  if (value === null || value === 0) return '';
  if (typeof value === 'boolean') return value ? fieldName(figure).name.toLowerCase() : '';
  const counted = COUNTED[figure];
  return counted ? `${String(value)} ${counted}` : figureText(figure, value);
}

function rowOf(part: Part, offers: number): ShelfRow {
  const figures = part as unknown as Readonly<Record<string, unknown>>; // read by name, null where missing
  const essentials = ESSENTIALS[part.kind];
  const title = `${part.brand} ${part.name}`;
  const specs = essentials
    .map((figure) => shortText(figure, figures[figure] ?? null))
    .filter(Boolean)
    .join(' · ');
  const gaps = essentials.filter((figure) => (figures[figure] ?? null) === null).length;
  return { part, title, specs, gaps, offers, words: `${title} ${specs}`.toLowerCase() };
}

/** All parts of a catalogue as the shelf lists them, by kind in the order of a build and then by name. */
export function shelfRows(catalogue: Catalogue): ShelfRow[] {
  const offers = new Map<string, number>();
  for (const { part } of catalogue.offers) offers.set(part, (offers.get(part) ?? 0) + 1);
  const order = Object.keys(ESSENTIALS) as PartKind[];
  return catalogue.parts
    .map((part) => rowOf(part, offers.get(part.id) ?? 0))
    .sort(
      (a, b) =>
        order.indexOf(a.part.kind) - order.indexOf(b.part.kind) ||
        (a.title < b.title ? -1 : Number(a.title > b.title)),
    );
}

const RATED: ReadonlySet<PartKind> = new Set(['cpu', 'gpu']);

/** The rows of a kind that have all words searched for and are what the filter lets through. */
export function matchingRows(
  rows: readonly ShelfRow[],
  { kind, search, filter }: { kind: PartKind | null; search: string; filter: ShelfFilter },
  hasRate: (part: string) => boolean,
): ShelfRow[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  return rows.filter((row) => {
    if (kind !== null && row.part.kind !== kind) return false;
    if (filter === 'gaps' && row.gaps === 0) return false;
    if (filter === 'no-price' && row.offers > 0) return false;
    if (filter === 'no-rate' && !(RATED.has(row.part.kind) && !hasRate(row.part.id))) return false;
    return words.every((word) => row.words.includes(word));
  });
}
