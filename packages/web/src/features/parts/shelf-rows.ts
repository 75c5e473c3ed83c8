import { ESSENTIALS } from '@ripe-pick/core/assumptions';
import type { Catalogue, Offer, Part, PartKind } from '@ripe-pick/core/parts';
import { fieldName, figureText } from '../../shared/format/facts.ts';

/** A part as the shelf lists it. What takes long to put into words is worked out when it is first looked at. */
export class ShelfRow {
  readonly title: string;
  #specs: string | undefined;
  #words: string | undefined;

  constructor(
    readonly part: Part,
    readonly offers: number,
  ) {
    this.title = `${part.brand} ${part.name}`;
  }

  /** Essentials that are missing. */
  get gaps(): number {
    const figures = figuresOf(this.part);
    return ESSENTIALS[this.part.kind].filter((figure) => (figures[figure] ?? null) === null).length;
  }

  /** Its essentials in short. */
  get specs(): string {
    const figures = figuresOf(this.part);
    return (this.#specs ??= ESSENTIALS[this.part.kind]
      .map((figure) => shortText(figure, figures[figure] ?? null))
      .filter(Boolean)
      .join(' · '));
  }

  /** What it is searched by, in small letters. */
  get words(): string {
    return (this.#words ??= `${this.title} ${this.specs}`.toLowerCase());
  }
}

/** A part's figures by name, null where missing. */
const figuresOf = (part: Part) => part as unknown as Readonly<Record<string, unknown>>;

/** What the list is narrowed to, beside kind and words. */
export type ShelfFilter = 'all' | 'gaps' | 'no-price' | 'no-rate';

/** All that the list is narrowed to; null where it is not. */
export interface ShelfWish {
  readonly kind: PartKind | null;
  readonly filter: ShelfFilter;
  readonly brand: string | null;
  readonly socket: string | null;
  readonly condition: Offer['condition'] | null;
}

/** Sockets that a part has or fits: of a processor, a board or a cooler. */
export const socketsOf = (part: Part): readonly string[] =>
  'sockets' in part ? (part.sockets ?? []) : 'socket' in part && part.socket ? [part.socket] : [];

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

/** All parts of a catalogue as the shelf lists them, by kind in the order of a build and then by name. */
export function shelfRows(catalogue: Catalogue): ShelfRow[] {
  const offers = new Map<string, number>();
  for (const { part } of catalogue.offers) offers.set(part, (offers.get(part) ?? 0) + 1);
  const byKind = new Map(Object.keys(ESSENTIALS).map((kind): [string, ShelfRow[]] => [kind, []]));
  for (const part of catalogue.parts)
    byKind.get(part.kind)?.push(new ShelfRow(part, offers.get(part.id) ?? 0));
  const byTitle = (a: ShelfRow, b: ShelfRow) => (a.title < b.title ? -1 : Number(a.title > b.title));
  return [...byKind.values()].flatMap((rows) => rows.sort(byTitle));
}

const RATED: ReadonlySet<PartKind> = new Set(['cpu', 'gpu']);

/** The rows of a kind that have all words searched for and are what the filter lets through. */
export function matchingRows(
  rows: readonly ShelfRow[],
  search: string,
  { kind, filter, brand, socket, condition }: ShelfWish,
  hasRate: (part: string) => boolean,
  isOffered: (part: string, condition: Offer['condition']) => boolean,
): ShelfRow[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  return rows.filter((row) => {
    if (kind !== null && row.part.kind !== kind) return false;
    if (brand !== null && row.part.brand !== brand) return false;
    if (socket !== null && !socketsOf(row.part).includes(socket)) return false;
    if (condition !== null && !isOffered(row.part.id, condition)) return false;
    if (filter === 'gaps' && row.gaps === 0) return false;
    if (filter === 'no-price' && row.offers > 0) return false;
    if (filter === 'no-rate' && !(RATED.has(row.part.kind) && !hasRate(row.part.id))) return false;
    return words.every((word) => row.words.includes(word));
  });
}
