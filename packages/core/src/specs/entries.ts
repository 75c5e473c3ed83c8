import type { Condition, PartKind } from '../parts/index.ts';
import { KIND_WORDS } from './phrases.ts';
import { LONGEST_SPEC_LINE, readSpecs, specLines, type SpecLine } from './read-specs.ts';
import { GENERAL_TERMS, isKnownLabel, labelOf, TERMS } from './vocabulary.ts';

/** What stands beside the specs of a part: an offer of it. As it is written; whoever keeps it reads the amount. */
export interface OfferWords {
  readonly price: string | null;
  /** As it is stated: a code of ISO 4217, or whatever stands behind its label. */
  readonly currency: string | null;
  readonly shop: string | null;
  readonly condition: Condition | null;
}

/** One part of a list, a table or a page: its lines, and what it is offered at. */
export interface PartEntry {
  readonly lines: readonly SpecLine[];
  readonly kind: PartKind | null;
  readonly offer: OfferWords;
}

const NO_OFFER: OfferWords = { price: null, currency: null, shop: null, condition: null };
const CODES = new Set(Intl.supportedValuesOf('currency'));
/** Signs that stand for one currency alone; a dollar sign stands for many and is none of them. */
const SIGNS: Readonly<Record<string, string>> = { '€': 'EUR', '£': 'GBP' };

/** Labels of an offer. Common practice, no source. */
const OFFER_LABELS: Readonly<Record<keyof OfferWords, RegExp>> = {
  price: /^(?:price|cost|unit price|street price|amount)$/,
  currency: /^(?:currency|ccy)$/,
  shop: /^(?:shop|store|seller|retailer|sold by|where|bought at)$/,
  condition: /^(?:condition|state)$/,
};
const CONDITION_WORDS: readonly (readonly [RegExp, Condition])[] = [
  [/refurb|renewed/i, 'refurbished'],
  [/used|like.?new|second.?hand|pre.?owned|open box/i, 'used'],
  [/new/i, 'new'],
];
const KIND_LABEL = /^(?:kind|category|type of part|product type|component)$/;

const conditionIn = (text: string): Condition | null =>
  CONDITION_WORDS.find(([pattern]) => pattern.test(text))?.[1] ?? null;

/** The currency that an amount names. */
function currencyIn(text: string): string | null {
  const code = /\b[A-Z]{3}\b/.exec(text)?.[0];
  if (code && CODES.has(code)) return code;
  return Object.entries(SIGNS).find(([sign]) => text.includes(sign))?.[1] ?? null;
}

/** What an offer's label says; null when it is no label of an offer. */
function offerLabel(label: string): keyof OfferWords | null {
  const { label: bare } = labelOf(label);
  const found = Object.entries(OFFER_LABELS).find(([, pattern]) => pattern.test(bare));
  return (found?.[0] as keyof OfferWords | undefined) ?? null;
}

function withOffer(offer: OfferWords, label: keyof OfferWords, text: string): OfferWords {
  switch (label) {
    case 'price':
      return { ...offer, price: text, currency: currencyIn(text) ?? offer.currency };
    case 'currency':
      return { ...offer, currency: text.trim().toUpperCase() || offer.currency };
    case 'condition':
      return { ...offer, condition: conditionIn(text) };
    case 'shop':
      return { ...offer, shop: text };
  }
}

/** An amount that can only be a price: with a sign or a code, at the end of a line, perhaps with where it was seen. */
const PRICE_BEHIND =
  /(?:^|[\s,;|(–-])((?:[€$£]|[A-Z]{1,2}\$)\s?\d[\d.,' ]*|\d[\d.,']*\s?[€$£]|\b[A-Z]{3}\s\d[\d.,']*|\d[\d.,']*\s?[A-Z]{3}\b)\s*(used|refurbished|new)?\s*(?:(?:at|from|@|[,;|–-])\s*(\S.*?))?\s*$/;

/** Parts a line of a list in what it says of a part and what that is offered at. */
function pricedLine(line: string): { readonly text: string; readonly offer: OfferWords } {
  const match = line.length > LONGEST_SPEC_LINE ? null : PRICE_BEHIND.exec(line);
  const amount = match?.[1].trim() ?? '';
  const code = /[A-Z]{3}/.exec(amount)?.[0];
  if (!match || (code && !CODES.has(code))) return { text: line, offer: NO_OFFER };
  const [, , condition, shop] = match;
  const offer = {
    price: amount,
    currency: currencyIn(amount),
    shop: shop?.trim() || null,
    condition: conditionIn(condition ?? ''),
  };
  return { text: line.slice(0, match.index).replace(/[\s,;|(–-]+$/, ''), offer };
}

/** Takes what an offer says out of labelled lines. */
export function entryOf(lines: readonly SpecLine[], from: OfferWords = NO_OFFER): PartEntry {
  let offer = from;
  const rest = lines.filter(({ label, text }) => {
    const meant = label === null ? null : offerLabel(label);
    // What is not understood stays among the lines, and is shown as not read.
    if (meant === null || (meant === 'condition' && conditionIn(text) === null)) return true;
    offer = withOffer(offer, meant, text);
    return false;
  });
  return { lines: rest, kind: null, offer };
}

/**
 * The parts that a text lists: blocks with empty lines between, or one part a line, where each says by itself what kind
 * of part it is, or has a price of its own. Anything else is one part.
 */
export function entriesIn(text: string): PartEntry[] {
  const blocks = text.split(/\n\s*\n/).filter((block) => block.trim() !== '');
  const isSet = blocks.length > 1 && blocks.every((block) => readSpecs(specLines(block)).kind !== null);
  if (isSet) return blocks.flatMap(entriesIn);
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== '');
  const priced = lines.map((line) => pricedLine(line.trim()));
  // Two prices are two parts, also where a line does not say what it is: it is asked about.
  const isPriced = priced.filter(({ offer }) => offer.price !== null).length > 1;
  const isList =
    lines.length > 1 &&
    priced.every(({ text: words }) => {
      const read = specLines(words);
      return read.every(({ label }) => label === null) && (isPriced || readSpecs(read).kind !== null);
    });
  if (isList) return priced.map(({ text: words, offer }) => entryOf(specLines(words), offer));
  const [first] = priced;
  return lines.length === 0
    ? []
    : [entryOf(specLines([first.text, ...lines.slice(1)].join('\n')), first.offer)];
}

/** What a column of a table is taken for. */
export interface ColumnRead {
  readonly header: string;
  /** The label that it is read as; null when it is not understood, and then kept as not read. */
  readonly label: string | null;
}

/** Labels that a column may be told to stand for: every spec of every kind, and what an offer says. */
export const COLUMN_LABELS: readonly string[] = [
  ...new Set(
    ['kind', 'price', 'currency', 'shop', 'condition'].concat(
      [...GENERAL_TERMS, ...Object.values(TERMS).flat()].map(({ labels }) => labels[0]),
    ),
  ),
];

/** What each column of a table stands for: as it was told, else as its heading says. */
export function columnsOf(
  head: readonly string[],
  told: Readonly<Record<string, string>> = {},
): ColumnRead[] {
  return head.map((header) => {
    const said = told[header];
    if (said !== undefined) return { header, label: said === '' ? null : said };
    const { label } = labelOf(header);
    const isKnown = isKnownLabel(header) || KIND_LABEL.test(label) || offerLabel(header) !== null;
    return { header, label: isKnown ? header : null };
  });
}

/** Whether headings are those of a table of parts: they name a part, and something of it. */
export const isPartsTable = (head: readonly string[]): boolean =>
  columnsOf(head).filter(({ label }) => label !== null).length >= 2;

/** The parts of a table with one row a part. Cells of columns that are not understood stay as not read. */
export function entriesOfTable(
  columns: readonly ColumnRead[],
  rows: readonly (readonly string[])[],
): PartEntry[] {
  return rows
    .filter((row) => row.some((cell) => cell.trim() !== ''))
    .map((row) => {
      const lines = columns.flatMap(({ header, label }, n): SpecLine[] => {
        const text = (row[n] ?? '').trim();
        if (text === '' || (label !== null && KIND_LABEL.test(labelOf(label).label))) return [];
        const words = `${header}: ${text}`;
        return [{ label: label ?? `? ${header}`, text, words, whole: words }];
      });
      const at = columns.findIndex(({ label }) => label !== null && KIND_LABEL.test(labelOf(label).label));
      const kindWords = at < 0 ? '' : (row[at] ?? '');
      const kind = KIND_WORDS.find(([pattern]) => pattern.test(kindWords))?.[1] ?? null;
      return { ...entryOf(lines), kind };
    });
}

/** Headings of a table of one kind of part: what it is, its specs, and its offer. For a table to be filled in. */
export function templateHeadings(kind: PartKind, figures: readonly string[]): string[] {
  const labels = figures.flatMap(
    (figure) => TERMS[kind].find((term) => term.figure === figure)?.labels[0] ?? [],
  );
  return ['kind', 'brand', 'name', 'part no', ...labels, 'price', 'currency', 'shop', 'condition'];
}
