import { strToU8, zipSync } from 'fflate';
import type { Walls } from '../feeds/room/room.ts';

/*
 * Bodies that are made to take more than they are worth: deep, long, repeated, packed, lying about their size. Common practice, no source.
 */

interface Hostile {
  readonly name: string;
  readonly text?: string;
  readonly bytes?: Uint8Array;
}

const ld = (json: string) => `<html><body><script type="application/ld+json">${json}</script></body></html>`;
const product = (offers: string, name = 'A') => `{"@type":"Product","name":"${name}","offers":${offers}}`;
const OFFER = '{"@type":"Offer","price":"1","priceCurrency":"EUR"}';

const sheet = (inner: string) => `<worksheet><sheetData>${inner}</sheetData></worksheet>`;
const xlsx = (files: Record<string, string | Uint8Array>) =>
  zipSync(
    Object.fromEntries(
      Object.entries(files).map(([name, each]) => [name, typeof each === 'string' ? strToU8(each) : each]),
    ),
  );
const SHEET = 'xl/worksheets/sheet1.xml';

/** A ZIP whose first file says another size than it has. */
function lying(zip: Uint8Array, size: number): Uint8Array {
  const copy = Uint8Array.from(zip);
  const view = new DataView(copy.buffer);
  view.setUint32(22, size, true); // uncompressed size of the local header
  const central = copy.findLastIndex(
    (_, at) => view.byteLength > at + 4 && view.getUint32(at, true) === 0x02014b50,
  );
  if (central >= 0) view.setUint32(central + 24, size, true);
  return copy;
}

/** Bodies of a kind, for a size; the largest have some millions of letters. */
const KINDS: readonly ((n: number) => Hostile)[] = [
  (n) => ({ name: 'spaces behind JSON-LD', text: ld(`${product(OFFER)}${' '.repeat(n)}x`) }),
  (n) => ({ name: 'closing marks behind JSON-LD', text: ld(`${product(OFFER)}${']]> '.repeat(n / 4)}x`) }),
  (n) => ({ name: 'brackets in a heading', text: `name,price,${'('.repeat(n)}\nA,1,x\n` }),
  (n) => ({ name: 'spaces in a heading', text: `name,price${' '.repeat(n)}x\nA,1\n` }),
  (n) => ({ name: 'a line of spaces', text: `A${' '.repeat(n)}x` }),
  (n) => ({ name: 'a line of digits and commas', text: `A ${'1,'.repeat(n / 2)}x` }),
  (n) => ({ name: 'a price of digits', text: `name,price\nA,${'9'.repeat(n)}\n` }),
  (n) => ({ name: 'a price of spaces and signs', text: `name,price\nA,"${' €'.repeat(n / 2)}1"\n` }),
  (n) => ({ name: 'one open quote', text: `name,price\n"A,1\n${'A,1\n'.repeat(n / 4)}` }),
  (n) => ({ name: 'quotes in quotes', text: `name,price\n${'""'.repeat(n / 2)},1\n` }),
  (n) => ({ name: 'columns without end', text: `name,price${',x'.repeat(n / 2)}\nA,1\n` }),
  (n) => ({ name: 'elements in elements', text: `<html>${'<div itemscope>'.repeat(n / 15)}` }),
  (n) => ({ name: 'attributes without end', text: `<html><p ${'a '.repeat(n / 2)}>` }),
  (n) => ({ name: 'tags that do not close', text: `<html>${'<'.repeat(n)}` }),
  (n) => ({ name: 'comments that do not close', text: `<html>${'<!--'.repeat(n / 4)}` }),
  (n) => ({ name: 'entities', text: `<html><p itemscope itemprop=x>${'&amp;'.repeat(n / 5)}` }),
  (n) => ({
    name: 'text in many properties',
    text: `<html>${'<p itemscope><b itemprop=a>'.repeat(90)}${'x'.repeat(n)}`,
  }),
  (n) => ({ name: 'JSON in JSON', text: `${'['.repeat(n / 2)}${']'.repeat(n / 2)}` }),
  (n) => ({ name: 'objects in objects', text: `{"offers":${'{"a":'.repeat(n / 6)}1${'}'.repeat(n / 6)}}` }),
  (n) => ({ name: 'JSON-LD in JSON-LD', text: ld(`${'['.repeat(n / 2)}${']'.repeat(n / 2)}`) }),
  (n) => ({ name: 'references in a ring', text: ld(`[${'{"@id":"a","x":{"@id":"a"}},'.repeat(n / 28)}1]`) }),
  (n) => ({ name: 'offers without end', text: ld(product(`[${`${OFFER},`.repeat(n / 55)}${OFFER}]`)) }),
  (n) => ({
    name: 'one part offered without end',
    text: JSON.stringify({
      offers: Array.from({ length: n / 40 }, () => ({ name: 'A', price: '1', currency: 'EUR' })),
    }),
  }),
  (n) => ({
    name: 'names without end',
    text: `{"offers":[{"name":"${'wolf ember '.repeat(n / 11)}","price":1}]}`,
  }),
  (n) => ({ name: 'a ZIP of nothing', bytes: Uint8Array.from({ length: Math.min(n, 1e6) }, () => 0x50) }),
  (n) => ({ name: 'a sheet of zeros', bytes: xlsx({ [SHEET]: new Uint8Array(Math.min(n * 40, 1e8)) }) }),
  (n) => ({
    name: 'a sheet that lies about its size',
    bytes: lying(xlsx({ [SHEET]: new Uint8Array(Math.min(n * 40, 1e8)) }), 10),
  }),
  (n) => ({ name: 'rows of nothing', bytes: xlsx({ [SHEET]: sheet('<row></row>'.repeat(n / 2)) }) }),
  (n) => ({
    name: 'cells far to the right',
    bytes: xlsx({ [SHEET]: sheet('<row><c r="ZZZ1"><v>1</v></c></row>'.repeat(n / 20)) }),
  }),
  (n) => ({
    name: 'a column of letters',
    bytes: xlsx({ [SHEET]: sheet(`<row><c r="${'A'.repeat(n)}1"><v>1</v></c></row>`) }),
  }),
  (n) => ({
    name: 'one long text shared by many cells',
    bytes: xlsx({
      'xl/sharedStrings.xml': `<sst><si><t>${'x '.repeat(n / 2)}</t></si></sst>`,
      [SHEET]: sheet(
        `<row><c><v>name</v></c><c><v>price</v></c></row>${'<row><c t="s"><v>0</v></c><c><v>1</v></c></row>'.repeat(n / 60)}`,
      ),
    }),
  }),
  (n) => ({ name: 'elements in elements of a sheet', bytes: xlsx({ 'content.xml': '<a>'.repeat(n) }) }),
  (n) => ({
    name: 'cells repeated without end',
    bytes: xlsx({
      'content.xml': `<table:table>${'<table:table-row><table:table-cell table:number-columns-repeated="999999999"><text:p>x</text:p></table:table-cell></table:table-row>'.repeat(n / 100)}`,
    }),
  }),
  (n) => ({ name: 'control letters', text: `name,price\n${'\u0000\u0001\ufffe'.repeat(n / 3)},1\n` }),
  (n) => ({ name: 'halves of letters', text: `name,price\n${'\ud800'.repeat(n)},1\n` }),
  (n) => ({ name: 'line ends', text: '\r\n\n\r'.repeat(n / 4) }),
];

/** Hostile bodies of several sizes, all different. */
export const hostileBodies = (sizes: readonly number[]): Hostile[] =>
  sizes.flatMap((n) => KINDS.map((kind) => ({ ...kind(n), name: `${kind(64).name}, ${n}` })));

/** Walls that are reached fast. */
export const NARROW: Walls = { seconds: 4, megabytes: 192 };
