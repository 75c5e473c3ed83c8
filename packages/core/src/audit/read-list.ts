import Papa from 'papaparse';
import { type ListAmount, type ListStyle } from './amounts.ts';
import { LONGEST_LINE, plainText, readLine, slotOfWord, type ListLine } from './line.ts';
import type { ListExtra } from './line-price.ts';
import { doubtKey } from './doubts.ts';
import { tokensOf } from './tokens.ts';
import { ASIDE_HEADINGS, CHARGE_STARTS } from './vocabulary.ts';

/** A sign that may stand for several currencies, and the line where it is first met. */
export interface SignAsked {
  readonly sign: string;
  readonly codes: readonly string[];
  readonly line: number;
  readonly raw: string;
}
export interface ListRead {
  readonly lines: readonly ListLine[];
  readonly shape: 'csv' | 'markdown' | 'text';
  /** The list's own currency, which its sums are in. */
  readonly currency: string;
  readonly asked: readonly SignAsked[];
}

const isRule = (line: string) => /^[\s|:=_*-]+$/.test(line) && !/[A-Za-z0-9]/.test(line);

/** The currencies that a list names, and the marks before its decimals. */
function marksOf(rows: readonly string[]) {
  /** How often each code stands there for sure, by a sign of its own or its letters. */
  const sure = new Map<string, number>();
  /** Codes by their letters ("all prices in CAD"). */
  const byLetters = new Set<string>();
  /** Signs that may stand for several. */
  const open = new Map<string, SignAsked>();
  /** Codes of signs that are told apart from an open one: who writes C$ and $ means two currencies. */
  const apart = new Set<string>();
  const decimals = new Set<string>();
  rows.forEach((raw, n) => {
    for (const token of tokensOf(raw)) {
      const [, mark] = /\d([.,])\d{2}$/.exec(token.text) ?? [];
      if (token.kind === 'number' && !token.isMeasure && mark !== undefined) decimals.add(mark);
      if (token.kind !== 'currency') continue;
      const [code] = token.codes;
      const sign = /^\p{L}{4,}$/u.test(token.text) ? token.text.toLowerCase() : token.text;
      if (token.text === code) byLetters.add(code);
      else if (token.codes.length === 1) apart.add(code);
      if (token.codes.length === 1) sure.set(code, (sure.get(code) ?? 0) + 1);
      else if (!open.has(sign)) open.set(sign, { sign, codes: token.codes, line: n + 1, raw });
    }
  });
  return { sure, byLetters, open: [...open.values()], apart, decimals };
}

/** What currency a list is in, and how it writes decimals, by all that is in it. */
function styleOf(
  rows: readonly string[],
  currency: string,
  answers: ReadonlyMap<string, number>,
): { style: ListStyle; asked: SignAsked[] } {
  const { sure, byLetters, open, apart, decimals } = marksOf(rows);
  const said = open.flatMap(({ codes }) => codes.filter((code) => byLetters.has(code))).at(0);
  const isBriefs = sure.has(currency) || open.some(({ codes }) => codes.includes(currency));
  const [most] = [...sure.keys()].sort((a, b) => (sure.get(b) ?? 0) - (sure.get(a) ?? 0));
  const own = said ?? (isBriefs || most === undefined ? currency : most);
  const signs = new Map<string, string>();
  const asked: SignAsked[] = [];
  for (const sign of open) {
    const answer = answers.get(doubtKey({ raw: sign.raw, what: 'currency' }));
    const isOwn = sign.codes.includes(own) && (own === said || own === currency || !apart.has(own));
    if (answer !== undefined && sign.codes[answer]) signs.set(sign.sign, sign.codes[answer]);
    else if (!isOwn) asked.push(sign);
  }
  // Where the answer tells what most of a list is in, that is its currency.
  const isAnswered = signs.size > 0 && said === undefined && !sure.has(currency);
  const [decimal] = decimals.size === 1 ? [...decimals] : [];
  return {
    style: {
      currency: isAnswered ? [...signs.values()][0] : own,
      decimal: (decimal ?? null) as ListStyle['decimal'], // one of the two marks that are looked for
      signs,
    },
    asked,
  };
}

/**
 * Reads a list of parts in text, CSV or Markdown, as people write or speak it. Nothing is dropped: what is no part is a note,
 * and what can be read in two ways is asked about.
 *
 * @param currency the brief's; the list's own is what its signs and codes say
 * @param answers what the user answered, by {@link doubtKey}; for a sign, the place of the chosen code
 */
export function readList(
  text: string,
  currency: string,
  answers: ReadonlyMap<string, number> = new Map(),
): ListRead {
  const rows = text.split(/\r\n|\r|\n/);
  const full = rows.filter((row) => row.trim() !== '' && !isRule(row));
  const { style, asked } = styleOf(rows, currency, answers);
  const isMarkdown = full.filter((row) => /^\s*\|.*\|/.test(row)).length >= 2;
  const separator = isMarkdown ? '|' : tableSeparator(full);
  const shape = isMarkdown ? 'markdown' : separator === null ? 'text' : 'csv';
  const lines = separator === null ? readText(rows, style) : readTable(rows, separator, style);
  return { lines: withHeadings(lines), shape, currency: style.currency, asked };
}

const readText = (rows: readonly string[], style: ListStyle): ListLine[] =>
  rows.flatMap((row, n) => (row.trim() === '' || isRule(row) ? [] : readRow(row, n + 1, style)));

/** Ends of sentences; what refers back stays with what it refers to. */
const SENTENCE =
  /(?<=[\p{L}\d)€$£][.!?;]) (?=\p{L})(?!(?:that|which|it|this|so that|after|but)\b(?! (?:leaves|brings|makes|puts|gives)))|,? (?=(?:and )?then (?:the|a|for|we|i)\b)/iu;

/** A row, sentence by sentence where more than one of them is about money. */
function readRow(row: string, n: number, style: ListStyle): ListLine[] {
  const text = row.replace(/\s{2,}/g, ' ');
  const pieces = text.split(SENTENCE).filter((piece) => piece.trim() !== '');
  if (pieces.length < 2) return [readLine(text, n, style)];
  const lines = pieces.map((piece) => readLine(piece, n, style));
  const isApart = lines.filter(({ kind }) => kind !== 'note').length > 1 || text.length > LONGEST_LINE;
  return isApart ? lines : [readLine(text, n, style)];
}

const isHeading = (raw: string) => /^#{1,6}\s|:\s*\**$|^\*\*[^*]+\*\*$/.test(raw.trim());

/**
 * What headings change: one that only names a slot is of the next part, and what stands under one like "Alternatives" or
 * "Later" is no part of the list.
 */
function withHeadings(lines: readonly ListLine[]): ListLine[] {
  let heading: string | null = null;
  let isAside = false;
  return lines.map((line) => {
    if (line.kind === 'note' && isHeading(line.raw)) isAside = ASIDE_HEADINGS.test(plainText(line.raw));
    if (line.kind === 'note') {
      heading = line.slotWord ?? slotOfWord(plainText(line.raw)) ?? heading;
      return line;
    }
    if (isAside) return { ...line, kind: 'remark' };
    const slotWord = line.kind === 'part' ? (line.slotWord ?? heading) : line.slotWord;
    heading = null;
    return { ...line, slotWord };
  });
}

const COLUMNS = {
  slot: /^(slot|type|component|category)$/i,
  name: /^(part|name|item|product|description|selection)$/i,
  each: /^(unit price|price each|each|per piece)/i,
  price: /^(price|cost|amount|base price|paid|total price|line total)/i,
  shop: /^(shop|seller|store|from|where|vendor)$/i,
  rebate: /^(rebate|mir|mail[- ]in)/i,
  cashback: /^cash ?-?back/i,
  shipping: /^(shipping|postage|delivery)/i,
  tax: /^(tax|vat)/i,
  quantity: /^(qty|quantity|count|pieces)$/i,
  discount: /^(discount|promo|code|off|savings?)/i,
} as const;
type Columns = Readonly<Partial<Record<keyof typeof COLUMNS, number>>>;

function columnsOf(cells: readonly string[]): Columns | null {
  const found: Partial<Record<keyof typeof COLUMNS, number>> = {};
  cells.forEach((cell, n) => {
    const bare = plainText(cell);
    const head = Object.entries(COLUMNS).find(([key, pattern]) => !(key in found) && pattern.test(bare));
    if (head) found[head[0] as keyof typeof COLUMNS] = n;
  });
  return found.name !== undefined && (found.price ?? found.each) !== undefined ? found : null;
}
const defaultColumns = (cells: readonly string[]): Columns =>
  cells.length >= 3 && slotOfWord(cells[0]) !== null
    ? { slot: 0, name: 1, price: 2, ...(cells.length > 3 ? { shop: 3 } : {}) }
    : { name: 0, price: 1, ...(cells.length > 2 ? { shop: 2 } : {}) };

const cellsOf = (row: string, separator: string): string[] => {
  const inner = separator === '|' ? row.trim().replace(/^\|/, '').replace(/\|$/, '') : row;
  return (Papa.parse<string[]>(inner, { delimiter: separator }).data[0] ?? []).map((cell) => cell.trim());
};

/** The mark between cells where most lines have the same number of it; null for plain text. */
function tableSeparator(rows: readonly string[]): string | null {
  for (const mark of ['\t', ';', ',']) {
    const counts = rows.map((row) => cellsOf(row, mark).length);
    const usual = counts[0] ?? 0;
    const isSame = counts.filter((count) => count === usual).length >= 0.7 * rows.length;
    if (usual < 2 || rows.length < 2 || !isSame) continue;
    // A comma in prices and sentences is no table: a table's first line names its columns, or a slot stands first.
    const isTable =
      columnsOf(cellsOf(rows[0], mark)) !== null ||
      rows.every((row) => slotOfWord(cellsOf(row, mark)[0]) !== null);
    if (mark === '\t' || isTable) return mark;
  }
  return null;
}

function readTable(rows: readonly string[], separator: string, style: ListStyle): ListLine[] {
  let columns: Columns | null = null;
  return rows.flatMap((row, n) => {
    if (row.trim() === '' || isRule(row)) return [];
    if (separator === '|' && !/^\s*\|/.test(row))
      return readText([row], style).map((line) => ({ ...line, line: n + 1 }));
    const cells = cellsOf(row, separator);
    const head = columns ? null : columnsOf(cells);
    if (head) {
      columns = head;
      return [];
    }
    columns ??= defaultColumns(cells);
    return [readCells(cells, columns, row, n + 1, style)];
  });
}

/** A row of a table: its cells say what the words of a line would. */
function readCells(
  cells: readonly string[],
  columns: Columns,
  raw: string,
  line: number,
  style: ListStyle,
): ListLine {
  const cell = (key: keyof Columns) => plainText(cells[columns[key] ?? -1] ?? '');
  const quantity = Math.max(1, Number.parseInt(cell('quantity'), 10) || 1);
  // With a column of pieces the price is of one of them, as shops print it.
  const each = cell('each') || (columns.quantity === undefined ? '' : cell('price'));
  const price = each === '' ? cell('price') : quantity > 1 ? `${each} each` : each;
  const slot = slotOfWord(cell('slot'));
  const name = cell('name') || cell('slot');
  const charge =
    slot === null ? CHARGE_STARTS.find(([, pattern]) => pattern.test(cell('slot')))?.[0] : undefined;
  if (charge)
    return { ...readLine(raw, line, style), ...NO_PART, kind: charge, name, price: amountIn(price, style) };
  const words = `${name}${price === '' ? '' : ` : ${price.replace(/^[-−–]\s*/, '')}`}`;
  const read = readLine(quantity > 1 ? `${quantity} x ${words}` : words, line, style);
  const extras = (['rebate', 'cashback', 'shipping', 'tax', 'discount'] as const).flatMap(
    (kind): ListExtra[] => {
      const amount = amountIn(cell(kind), style);
      return amount ? [{ kind, amount }] : [];
    },
  );
  return {
    ...read,
    raw,
    // A cell without words beside a price is a part without a name, and no remark.
    kind: read.kind === 'note' && slot !== null && name !== '' ? 'part' : read.kind,
    slotWord: slot ?? read.slotWord,
    extras: [...read.extras, ...extras],
    shop: cell('shop') || read.shop,
  };
}

/** What a row has nothing of that is a charge, and no part. */
const NO_PART = {
  slotWord: null,
  extras: [],
  totals: [],
  result: null,
  isOwned: false,
  quantity: 1,
} as const;

/** The one amount of a cell, whatever its sign. */
function amountIn(text: string, style: ListStyle): ListAmount | null {
  if (!/\d/.test(text)) return null;
  const read = readLine(`total : ${text.replace(/^[-−–]\s*/, '')}`, 0, style).totals.at(0)?.amount ?? null;
  return read?.kind === 'sure' && read.minor === 0 ? null : read;
}
