import {
  columnsOf,
  entriesIn,
  entriesOfTable,
  entryOf,
  isPartsTable,
  specLines,
  type ColumnRead,
  type PartEntry,
  type SpecLine,
} from '@ripe-pick/core/specs';
import Papa from 'papaparse';
import { Microdata } from './microdata.ts';
import { Parser } from 'htmlparser2';

/* Pasted text as parts. Of a page: its structured data (schema.org in JSON-LD or microdata), two-column tables, definition lists. */

const pair = (label: string, text: string): SpecLine => {
  const words = `${label.trim()}: ${text.trim()}`;
  return { label: label.trim(), text: text.trim(), words, whole: words };
};
const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;
const textOf = (value: unknown): string | null =>
  typeof value === 'string' || typeof value === 'number'
    ? String(value)
    : isObject(value)
      ? textOf(value.name)
      : null;

/** Everything in structured data that is an article. */
function productsIn(value: unknown, depth = 0): Record<string, unknown>[] {
  if (depth > 20) return [];
  if (Array.isArray(value)) return value.flatMap((each) => productsIn(each, depth + 1));
  if (!isObject(value)) return [];
  const isProduct = [value['@type']].flat().some((type) => /Product$/.test(String(type)));
  return isProduct ? [value] : productsIn(value['@graph'] ?? value.mainEntity, depth + 1);
}

function productLines(product: Record<string, unknown>): SpecLine[] {
  const plain = (['name', 'brand', 'mpn', 'gtin', 'gtin13', 'category'] as const).flatMap((key) => {
    const text = textOf(product[key]);
    return text === null ? [] : [pair(key === 'gtin13' ? 'gtin' : key, text)];
  });
  const properties = [product.additionalProperty].flat().flatMap((each) => {
    if (!isObject(each)) return [];
    const [name, value, unit] = [textOf(each.name), textOf(each.value), textOf(each.unitText) ?? ''];
    return name !== null && value !== null ? [pair(name, `${value} ${unit}`)] : [];
  });
  const offer = [product.offers].flat().find(isObject);
  const offered: readonly (readonly [string, unknown])[] = offer
    ? [
        ['price', offer.price ?? offer.lowPrice],
        ['currency', offer.priceCurrency],
        ['shop', textOf(offer.seller)],
        // "https://schema.org/UsedCondition"
        ['condition', textOf(offer.itemCondition)?.replace(/^.*\//, '')],
      ]
    : [];
  const sold = offered.flatMap(([label, value]) => {
    const text = textOf(value);
    return text === null ? [] : [pair(label, text)];
  });
  return [...plain, ...properties, ...sold];
}

/** Articles of a block of JSON-LD; one that is broken says nothing, the tables may. */
function jsonProducts(text: string): SpecLine[][] {
  try {
    return productsIn(JSON.parse(text)).map(productLines);
  } catch {
    return [];
  }
}

/** Elements whose text is gathered. */
const CELLS = new Set(['td', 'th', 'dt', 'dd', 'h1']);

/** Reads a page as a stream of tags: nothing of it becomes a document, so nothing runs and nothing is fetched. */
class PageLines {
  readonly lines: SpecLine[] = [];
  /** Lines of each article of the structured data. */
  readonly products: SpecLine[][] = [];
  heading = '';
  private readonly microdata = new Microdata();
  private text: string | null = null;
  private isData = false;
  private cells: string[] = [];
  private term: string | null = null;

  open(name: string, attributes: Readonly<Record<string, string>>): void {
    this.microdata.start(attributes);
    if (name === 'script') {
      this.isData = attributes.type === 'application/ld+json';
      this.text = '';
    } else if (name === 'tr') this.cells = [];
    else if (CELLS.has(name)) this.text = '';
  }

  write(text: string): void {
    this.microdata.write(text);
    if (this.text !== null) this.text += text;
  }

  close(name: string): void {
    this.microdata.end();
    const words = (this.text ?? '').replace(/\s+/g, ' ').trim();
    if (name === 'tr' && this.cells.length === 2 && this.cells.every(Boolean))
      this.lines.push(pair(this.cells[0], this.cells[1]));
    if (!CELLS.has(name) && name !== 'script') return;
    if (name === 'script' && this.isData) this.products.push(...jsonProducts(this.text ?? ''));
    if (name === 'td' || name === 'th') this.cells.push(words);
    if (name === 'h1') this.heading ||= words;
    if (name === 'dd' && this.term && words) this.lines.push(pair(this.term, words));
    this.term = name === 'dt' ? words : null;
    this.text = null;
  }

  end(): void {
    this.products.push(...productsIn(this.microdata.items).map(productLines));
  }
}

const IS_PAGE = /^\s*(?:<!doctype|<html|<head|<body|<script|<table|<dl|<div|<section|<main)/i;

function readPage(text: string): PageLines {
  const page = new PageLines();
  const parser = new Parser({
    onopentag: (name, attributes) => page.open(name, attributes),
    ontext: (each) => page.write(each),
    onclosetag: (name) => page.close(name),
  });
  parser.end(text);
  page.end();
  return page;
}

/** All that data, tables and lists of a page state, as of one part. */
function pageEntry(page: PageLines): PartEntry {
  const lines = [...page.products.flat(), ...page.lines];
  const hasName = lines.some(({ label }) => label === 'name');
  return entryOf(page.heading && !hasName ? [...specLines(page.heading), ...lines] : lines);
}

/** Pasted text, or a page’s source, taken as one part whatever it lists. */
export function pastedPart(text: string): PartEntry {
  if (IS_PAGE.test(text)) return pageEntry(readPage(text));
  const entries = entriesIn(text);
  return entries.length === 1 ? entries[0] : entryOf(specLines(text));
}

/** What pasted text or a file holds: parts, and the columns that they were read by where it is a table. */
interface Pasted {
  readonly entries: readonly PartEntry[];
  readonly columns: readonly ColumnRead[];
}

/** A table with headings of parts; null for anything else. RFC 4180, with commas, semicolons or tabs. */
function tableIn(text: string, told: Readonly<Record<string, string>>): Pasted | null {
  const { data } = Papa.parse<string[]>(text.trim(), {
    delimitersToGuess: [',', ';', '\t'],
    skipEmptyLines: true,
  });
  const [head, ...rows] = data;
  if (!head || rows.length === 0 || !isPartsTable(head)) return null;
  const columns = columnsOf(head, told);
  return { entries: entriesOfTable(columns, rows), columns };
}

/** The parts of a page: each of its articles where it has several. */
function pageEntries(text: string): PartEntry[] {
  const page = readPage(text);
  return page.products.length > 1 ? page.products.map((lines) => entryOf(lines)) : [pageEntry(page)];
}

/** The parts of pasted text: a page’s source, a table, a list, blocks of specs, or one of these alone. */
export function pastedParts(text: string, told: Readonly<Record<string, string>> = {}): Pasted {
  if (IS_PAGE.test(text)) return { entries: pageEntries(text), columns: [] };
  return tableIn(text, told) ?? { entries: entriesIn(text), columns: [] };
}
