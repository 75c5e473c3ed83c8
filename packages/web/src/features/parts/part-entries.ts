import type { CatalogueChange } from '@ripe-pick/contract';
import { bareName, PartFinder, type Catalogue, type Part, type PartKind } from '@ripe-pick/core/parts';
import { readSpecs, type PartEntry, type PartRead } from '@ripe-pick/core/specs';
import { fieldName } from '../../shared/format/facts.ts';
import { openFigures, withChoices, type Choices } from './figure-choices.ts';
import {
  BLANK_DRAFT,
  changesOf,
  currencyOf,
  hasOffer,
  problemsOfDraft,
  withOffer,
  withReading,
  type DraftProblem,
  type PartDraft,
} from './part-draft.ts';

/** One of several parts that were read together, before any of them is kept. */
export interface EntryRow {
  readonly entry: PartEntry;
  readonly part: PartRead;
  readonly chosen: Choices;
  /** What was typed over what was read. */
  readonly typed: Partial<Pick<PartDraft, 'brand' | 'name' | 'price' | 'shop'>>;
  readonly isTaken: boolean;
}

export const entryRow = (entry: PartEntry, part: PartRead): EntryRow => ({
  entry,
  part,
  chosen: {},
  typed: {},
  isTaken: true,
});

const wordsOf = ({ entry }: EntryRow) => JSON.stringify([entry.lines.map(({ words }) => words), entry.offer]);

/** Rows read anew, with all that was typed and chosen in those whose words are the same as before. */
export function carriedOver(before: readonly EntryRow[], rows: readonly EntryRow[]): EntryRow[] {
  const known = new Map(before.map((row) => [wordsOf(row), row]));
  return rows.map((row) => known.get(wordsOf(row)) ?? row);
}

/** A row read anew as another kind of part. */
export const asKind = (row: EntryRow, kind: PartKind): EntryRow => ({
  ...row,
  part: readSpecs(row.entry.lines, kind),
  chosen: {},
});

/** What a row comes to. Without a shop of its own it takes the one for all. */
export function draftOfRow({ entry, part, chosen, typed }: EntryRow, shopForAll: string): PartDraft {
  const read = withOffer(withReading(BLANK_DRAFT, withChoices(part, chosen)), entry.offer);
  const draft = { ...read, ...typed };
  return draft.shop.trim() === '' && draft.price.trim() !== '' ? { ...draft, shop: shopForAll } : draft;
}

/** The part of the catalogue that a draft speaks of. */
export const twinOf = ({ kind, brand, name, specs }: PartDraft, finder: PartFinder<Part>): Part | undefined =>
  finder.find({ kind, brand, name, gtin: wordIn(specs.gtin), mpn: wordIn(specs.mpn) });
const wordIn = (value: unknown) => (typeof value === 'string' ? value : null);

function problemsOfRow(
  row: EntryRow,
  shopForAll: string,
  catalogue: Catalogue,
  currency: string,
): DraftProblem[] {
  if (row.part.kind === null) return [{ field: 'Kind', message: 'Say what kind of part it is.' }];
  const open = openFigures(row.part, row.chosen).map(({ figure }) => ({
    field: fieldName(figure).name,
    message: 'The text says two things. Choose one.',
  }));
  return [...open, ...problemsOfDraft(draftOfRow(row, shopForAll), currency, catalogue)];
}

/** What has to be put right before all can be kept, row by row; a shop that is new has one currency in all of them. */
export function problemsOfRows(
  rows: readonly EntryRow[],
  shopForAll: string,
  catalogue: Catalogue,
  ofBrief: string,
): DraftProblem[][] {
  const sellsIn = new Map<string, string>();
  const offered = new Set<string>();
  return rows.map((row) => {
    if (!row.isTaken) return [];
    const problems = problemsOfRow(row, shopForAll, catalogue, ofBrief);
    const draft = draftOfRow(row, shopForAll);
    const shop = draft.shop.trim().toLowerCase();
    if (shop === '' || draft.price.trim() === '') return problems;
    const currency = currencyOf(draft, catalogue, ofBrief);
    const offer = `${bareName(draft.brand)} ${bareName(draft.name)} ${shop} ${draft.condition}`;
    if (offered.has(offer))
      problems.push({ field: 'Shop', message: 'This part stands there twice. Leave one of them out.' });
    offered.add(offer);
    const first = sellsIn.get(shop) ?? currency;
    sellsIn.set(shop, first);
    if (first === currency) return problems;
    const message = `It is in ${currency}, and another row has ${draft.shop.trim()} sell in ${first}.`;
    return [...problems, { field: 'Price', message }];
  });
}

/** A part that is there, with the figures that it lacked; what it has stays. */
function filled(twin: Part, draft: PartDraft): PartDraft {
  const { id, kind, brand, name, source: _source, origins: _origins, ...has } = twin;
  const lacks = Object.entries(draft.specs).filter(
    ([figure]) => ((has as Record<string, unknown>)[figure] ?? null) === null,
  );
  const specs = { ...has, ...Object.fromEntries(lacks) };
  return { ...draft, id, kind, brand, name, specs };
}

/** The changes that keep rows: new parts, gaps filled in those that are there, shops that are new, offers. */
export function changesOfRows(
  rows: readonly EntryRow[],
  shopForAll: string,
  catalogue: Catalogue,
  currency: string,
): CatalogueChange[] {
  const finder = new PartFinder(catalogue.parts);
  let { parts } = catalogue;
  const shops = [...catalogue.shops];
  const offers = [...catalogue.offers];
  return rows.flatMap((row) => {
    const draft = draftOfRow(row, shopForAll);
    const twin = twinOf(draft, finder);
    const next = twin ? filled(twin, draft) : draft;
    const kept = hasOffer(next, { shops, offers }) ? { ...next, price: '' } : next;
    const { changes } = changesOf(kept, { ...catalogue, parts, shops, offers }, currency);
    for (const change of changes) {
      // What follows has to know of it: a shop is made once, and no id is given twice.
      if (change.do === 'put-part') {
        const part = change.item as Part; // of a kind's own figures, which the server checks
        finder.learn(part);
        if (!twin) parts = [...parts, part];
      }
      if (change.do === 'put-shop') shops.push(change.item);
      if (change.do === 'put-offer') offers.push(change.item);
    }
    return changes;
  });
}
