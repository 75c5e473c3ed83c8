import Papa from 'papaparse';
import { strFromU8 } from 'fflate';
import { Parser } from 'htmlparser2';
import type { PriceDoubt } from '@ripe-pick/contract';
import { BadZip, unzipped } from '../zip.ts';
import { collected, type FoundRead, type Raw } from './found.ts';

/*
 * Tables of prices: CSV (RFC 4180, and with semicolons or tabs), and spreadsheets (Office Open XML, ECMA-376; OpenDocument, ISO/IEC 26300).
 */

/** Headings by what they mean. */
const COLUMNS: Readonly<Record<string, RegExp>> = {
  name: /^(name|part|product|title|article|item|description)$/,
  price: /^(price|amount|cost|unit ?price)$/,
  currency: /^(currency|curr|ccy)$/,
  gtin: /^(gtin|ean|upc|gtin13|item ?number|barcode)$/,
  mpn: /^(mpn|maker'?s? ?number|manufacturer ?part ?number|part ?number|model)$/,
  sku: /^(sku|shop ?number|id|offer|listing)$/,
  stock: /^(stock|quantity|qty|units)$/,
  available: /^(available|availability|in ?stock)$/,
  condition: /^(condition|state)$/,
  shipping: /^(shipping|postage|delivery)$/,
  seen: /^(seen|seen ?(on|at)|date|day|time|at)$/,
  url: /^(url|link|address)$/,
  seller: /^(seller|sold ?by)$/,
  shop: /^(shop|store|merchant)$/,
  brand: /^(maker|brand|manufacturer)$/,
  grade: /^grade$/,
  monthsOld: /^(months ?old|age)$/,
  good: /^good$/,
  rated: /^rated$/,
  returnDays: /^return ?days$/,
};

/** Headings are a few words. */
const LONGEST_HEADING = 100;

/** A heading without what stands in brackets behind it. */
function withoutUnit(heading: string): string {
  const at = heading.endsWith(')') ? heading.indexOf('(') : -1;
  return at < 0 ? heading : heading.slice(0, at).trimEnd();
}

/** Which column stands at which place. */
function columnsOf(head: readonly string[]): ReadonlyMap<string, number> {
  const at = new Map<string, number>();
  head.forEach((cell, n) => {
    const bare = withoutUnit(cell.slice(0, LONGEST_HEADING).trim().toLowerCase().replace(/[_-]+/g, ' '));
    const known = Object.entries(COLUMNS).find(([, pattern]) => pattern.test(bare))?.[0];
    if (known && !at.has(known)) at.set(known, n);
  });
  return at;
}

/** What is wrong with the headings; null when rows can be read by them. */
function headProblem(head: readonly string[], at: ReadonlyMap<string, number>): PriceDoubt | null {
  const hasPart = ['name', 'gtin', 'mpn', 'sku'].some((column) => at.has(column));
  if (at.has('price') && hasPart) return null;
  const named = head.slice(0, 8).join(', ');
  return {
    where: 'row 1',
    what: `the headings name no ${at.has('price') ? 'part' : 'price'}: ${named}`.slice(0, 500),
    mend: 'The first row has to name its columns: name (or gtin, mpn), price, and if you like currency, stock, seen, condition.',
  };
}

/** A row as an offer; `cell` gives undefined for a column that is not there. */
function rawOf(where: string, cell: (column: string) => string | undefined): Raw {
  const available = cell('available');
  const stock = cell('stock');
  const price = cell('price') ?? '';
  const isGone =
    /^(no|false|0|out of stock|outofstock|sold out|soldout)$/i.test(available ?? '') ||
    stock === '0' ||
    (price === '' && available !== undefined && available !== '');
  return {
    where,
    name: [cell('brand'), cell('name')].filter(Boolean).join(' '),
    price: price === '' ? null : price,
    currency: cell('currency') || null,
    isForSale: isGone ? false : null,
    gtin: cell('gtin'),
    mpn: cell('mpn'),
    sku: cell('sku'),
    url: cell('url'),
    seller: cell('seller'),
    shop: cell('shop'),
    stock,
    condition: cell('condition'),
    shipping: cell('shipping'),
    seen: cell('seen'),
    grade: cell('grade'),
    monthsOld: cell('monthsOld') || undefined,
    good: cell('good') || undefined,
    rated: cell('rated') || undefined,
    returnDays: cell('returnDays') || undefined,
  };
}

/** Rows of cells as offers. The first row names the columns. */
export function readRows(rows: readonly (readonly string[])[], shop: string | null): FoundRead {
  const [head = [], ...lines] = rows;
  const at = columnsOf(head);
  const problem = headProblem(head, at);
  if (problem) return { found: [], doubts: [problem] };
  const doubts: PriceDoubt[] = [];
  const raws: Raw[] = [];
  lines.forEach((cells, n) => {
    const where = `row ${n + 2}`;
    if (cells.every((each) => each.trim() === '')) return;
    if (cells.length !== head.length)
      doubts.push({
        where,
        what: `it has ${cells.length} cells, the headings ${head.length}`,
        mend: 'Put text with commas into quotes.',
      });
    else
      raws.push(
        rawOf(where, (column) => {
          const i = at.get(column);
          return i === undefined ? undefined : cells[i].trim();
        }),
      );
  });
  const read = collected(raws, shop);
  return { found: read.found, doubts: [...doubts, ...read.doubts] };
}

/** Reads CSV. `mustEnd`: a file fetched from elsewhere whose last row has no line end may have been cut off, and that row is not taken. */
export function readCsv(text: string, shop: string | null, mustEnd = false): FoundRead {
  const bare = text.charCodeAt(0) === 0xfeff ? text.slice(1) : text;
  const isCut = mustEnd && !/\n$/.test(bare);
  const { data, errors } = Papa.parse<string[]>(bare, {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t'],
  });
  const quotes = errors.filter((error) => error.type === 'Quotes');
  if (quotes.length > 0)
    return {
      found: [],
      doubts: [
        {
          where: `row ${(quotes[0].row ?? 0) + 1}`,
          what: 'a quote is opened and never closed',
          mend: 'Look for a missing " in this row.',
        },
      ],
    };
  const read = readRows(isCut ? data.slice(0, -1) : data, shop);
  return isCut
    ? {
        found: read.found,
        doubts: [
          ...read.doubts,
          {
            where: `row ${data.length}`,
            what: 'the file ends in the middle of a row; the row is not taken',
            mend: 'Fetch it again.',
          },
        ],
      }
    : read;
}

const MAX_UNPACKED = 60_000_000;
/** Rows that are read. */
const MOST_ROWS = 200_000;

const NONE = 'The file is no spreadsheet that can be read here (.xlsx or .ods).';
const SHEETS = new Set(['content.xml', 'xl/sharedStrings.xml', 'xl/worksheets/sheet1.xml']);

/** Why a file of a table cannot be read, for people. */
export class BadSheet extends Error {}

/** Cells of the first sheet of a spreadsheet. @throws {BadSheet} when it is none, or more than is read */
export function sheetRows(bytes: Uint8Array): string[][] {
  let files: ReadonlyMap<string, Uint8Array>;
  try {
    files = unzipped(bytes, { mostBytes: MAX_UNPACKED, mostFiles: 2000, wants: (name) => SHEETS.has(name) });
  } catch (error) {
    if (error instanceof BadZip && /more than/.test(error.message))
      throw new BadSheet(`The spreadsheet ${error.message}, more than is read.`);
    throw error instanceof BadZip ? new BadSheet(NONE) : error;
  }
  const content = files.get('content.xml');
  if (content) return openDocument(strFromU8(content));
  const sheet = files.get('xl/worksheets/sheet1.xml');
  if (!sheet) throw new BadSheet(NONE);
  const shared = files.get('xl/sharedStrings.xml');
  return officeSheet(strFromU8(sheet), shared ? sharedStrings(strFromU8(shared)) : []);
}

/** Elements inside one another; sheets have about ten. */
const DEEPEST_SHEET = 200;
/** Letters of a cell that are read. */
const LONGEST_CELL = 2000;

function walk(
  xml: string,
  on: {
    readonly open?: (tag: string, at: Record<string, string>) => void;
    readonly text?: (text: string) => void;
    readonly close?: (tag: string) => void;
  },
): void {
  let depth = 0;
  const parser = new Parser(
    {
      onopentag: (tag, at) => {
        // The parser’s own work grows with the square of the depth.
        if (++depth > DEEPEST_SHEET) throw new BadSheet('The spreadsheet is nested deeper than any is.');
        on.open?.(tag, at);
      },
      ontext: (text) => on.text?.(text),
      onclosetag: (tag) => {
        depth--;
        on.close?.(tag);
      },
    },
    { xmlMode: true, decodeEntities: true },
  );
  parser.write(xml);
  parser.end();
}

function sharedStrings(xml: string): string[] {
  const all: string[] = [];
  let current = '';
  let isText = false;
  walk(xml, {
    open: (tag) => {
      if (tag === 'si') current = '';
      isText = tag === 't';
    },
    text: (text) => {
      if (isText) current += text;
    },
    close: (tag) => {
      if (tag === 'si') all.push(current.slice(0, LONGEST_CELL));
      isText = false;
    },
  });
  return all;
}

/** A column’s number from its letters: A is 0, AA is 26. */
const columnOf = (reference: string) =>
  [...(/^[A-Z]{1,3}/.exec(reference)?.[0] ?? '')].reduce(
    (sum, letter) => sum * 26 + letter.charCodeAt(0) - 64,
    0,
  ) - 1;
const MOST_COLUMNS = 200;

function officeSheet(xml: string, shared: readonly string[]): string[][] {
  const rows: string[][] = [];
  let row: string[] = [];
  let at = 0;
  let type = '';
  let value = '';
  let isValue = false;
  walk(xml, {
    open: (tag, { r, t }) => {
      if (tag === 'row') row = [];
      else if (tag === 'c') {
        at = r ? Math.max(0, columnOf(r)) : row.length;
        type = t ?? '';
        value = '';
      } else if (tag === 'v' || tag === 't') isValue = true;
    },
    text: (text) => {
      if (isValue) value += text;
    },
    close: (tag) => {
      if (tag === 'v' || tag === 't') isValue = false;
      else if (tag === 'c' && at < MOST_COLUMNS) {
        while (row.length < at) row.push('');
        row[at] = type === 's' ? (shared[Number(value)] ?? '') : value.slice(0, LONGEST_CELL);
      } else if (tag === 'row' && rows.length < MOST_ROWS) rows.push(row);
    },
  });
  return evened(rows);
}

function openDocument(xml: string): string[][] {
  const rows: string[][] = [];
  let row: string[] = [];
  let cell = '';
  let stated: string | undefined;
  let times = 1;
  let tables = 0;
  let isText = false;
  walk(xml, {
    open: (tag, at) => {
      if (tag === 'table:table') tables++;
      if (tables !== 1) return;
      if (tag === 'table:table-row') row = [];
      else if (tag === 'table:table-cell') {
        cell = '';
        stated = at['office:value'] ?? at['office:date-value'];
        times = Math.min(MOST_COLUMNS, Number(at['table:number-columns-repeated'] ?? 1));
      } else if (tag === 'text:p') isText = true;
    },
    text: (text) => {
      if (isText && tables === 1) cell += text;
    },
    close: (tag) => {
      if (tag === 'text:p') isText = false;
      if (tables !== 1) return;
      if (tag === 'table:table-cell')
        for (let n = 0; n < times && row.length < MOST_COLUMNS; n++)
          row.push((stated ?? cell).slice(0, LONGEST_CELL));
      else if (tag === 'table:table-row' && rows.length < MOST_ROWS) rows.push(row);
    },
  });
  return evened(rows);
}

/** Rows with content, all as long as the headings: a sheet leaves empty cells out at the end. */
function evened(rows: readonly string[][]): string[][] {
  const filled = rows.filter((row) => row.some((cell) => cell.trim() !== ''));
  const width = (filled[0] ?? []).findLastIndex((cell) => cell.trim() !== '') + 1;
  return filled.map((row) => Array.from({ length: width }, (_, n) => row[n] ?? ''));
}
