import { doubtOf, type Found, type PriceDoubt } from '@ripe-pick/contract';
import { collected, type FoundRead, type Raw } from './found.ts';
import { readPage } from './page.ts';
import { BadSheet, readCsv, readRows, sheetRows } from './table.ts';

export { MAX_PAGE } from './page.ts';
export { isAhead, matchedAll, matcher } from './match.ts';

interface PricesSource {
  readonly text?: string | undefined;
  readonly bytes?: Uint8Array | undefined;
}

interface PricesRead {
  readonly kind: 'page' | 'table' | 'feed' | 'typed';
  readonly found: readonly Found[];
  readonly doubts: readonly PriceDoubt[];
}

/** A feed: a list of offers as JSON, or an object with such a list under `offers`. */
function readFeed(text: string, shop: string | null): FoundRead {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return {
      found: [],
      doubts: [{ where: 'the feed', what: 'it is not JSON, or breaks off', mend: 'Fetch it again.' }],
    };
  }
  const inner: unknown =
    value !== null && typeof value === 'object' && !Array.isArray(value)
      ? Reflect.get(value, 'offers')
      : value;
  if (!Array.isArray(inner))
    return { found: [], doubts: [{ where: 'the feed', what: 'it holds no list of offers' }] };
  const raws: Raw[] = inner.slice(0, 200_000).map((each: unknown, n) => {
    const said = (name: string): string | number | undefined => {
      const field: unknown = each !== null && typeof each === 'object' ? Reflect.get(each, name) : undefined;
      return typeof field === 'string' || typeof field === 'number'
        ? field
        : typeof field === 'boolean'
          ? String(field)
          : undefined;
    };
    const text = (name: string) => {
      const field = said(name);
      return field === undefined ? undefined : String(field);
    };
    const available = text('available');
    return {
      where: `offer ${n + 1}`,
      name: text('name') ?? '',
      price: said('price') ?? null,
      currency: text('currency') ?? null,
      isForSale: available === 'false' || said('stock') === 0 ? false : null,
      gtin: text('gtin'),
      mpn: text('mpn'),
      sku: text('sku'),
      url: text('url'),
      seller: text('seller'),
      stock: said('stock'),
      condition: text('condition'),
      shipping: said('shipping'),
      seen: text('seen'),
      grade: text('grade'),
      monthsOld: said('monthsOld'),
      good: said('good'),
      rated: said('rated'),
      returnDays: said('returnDays'),
    };
  });
  return collected(raws, shop);
}

const GONE = ['sold out', 'out of stock', 'gone'];
/** Signs between a name and its price. */
const BETWEEN = /[\s:;,|\u2013-]/;
/** An amount with its currency in front of it or behind, as the end of a line. */
const AMOUNT = /^(?:(?:[€$£]|[A-Z]{3} |kr )\s?)?\d[\d.,' \u00a0]*(?:€|\$|£|kr\.?|[A-Z]{3})?$/;
/** Longest price at the end of a line. */
const LONGEST_PRICE = 40;

const withoutEnd = (text: string) => {
  let end = text.length;
  while (end > 0 && BETWEEN.test(text[end - 1])) end--;
  return text.slice(0, end);
};

/** A line as a name and the amount at its end. Looks for the longest amount, from the end backwards. */
function typedLine(line: string): { name: string; price: string | null; isSold: boolean } {
  const small = line.slice(-20).toLowerCase();
  const gone = GONE.find((each) => small.endsWith(each));
  const before = gone === undefined ? '' : line.slice(0, line.length - gone.length);
  if (gone !== undefined && BETWEEN.test(before.at(-1) ?? ''))
    return { name: withoutEnd(before), price: null, isSold: true };
  for (let at = Math.max(1, line.length - LONGEST_PRICE); at < line.length; at++) {
    if (!BETWEEN.test(line[at - 1]) || !AMOUNT.test(line.slice(at))) continue;
    const name = withoutEnd(line.slice(0, at));
    if (name !== '') return { name, price: line.slice(at), isSold: false };
  }
  return { name: line, price: null, isSold: false };
}

/** Prices typed or pasted as lines: a name, and an amount at the end. */
function readTyped(text: string, shop: string | null): FoundRead {
  const raws: Raw[] = [];
  text.split(/\r?\n/).forEach((line, n) => {
    const bare = line.trim();
    if (bare === '') return;
    const { name, price, isSold } = typedLine(bare);
    raws.push({
      where: `line ${n + 1}`,
      name,
      price,
      currency: null,
      isForSale: isSold ? false : null,
    });
  });
  return collected(raws, shop);
}

/**
 * Reads whatever holds prices: a page’s source, a table, a feed, lines. `shop` is the currency of the shop that it is from; `fetched`: it
 * came over the network, and may have been cut off.
 */
export function readPrices(source: PricesSource, shop: string | null, fetched = false): PricesRead {
  const { doubts, ...read } = readAny(source, shop, fetched);
  // What they quote is as long as its source likes.
  return { ...read, doubts: doubts.map(({ where, what, mend }) => doubtOf(where, what, mend)) };
}

function readAny(source: PricesSource, shop: string | null, fetched: boolean): PricesRead {
  if (source.bytes) {
    try {
      return { kind: 'table', ...readRows(sheetRows(source.bytes), shop) };
    } catch (error) {
      if (!(error instanceof BadSheet)) throw error;
      return {
        kind: 'table',
        found: [],
        doubts: [
          {
            where: 'the file',
            what: error.message,
          },
        ],
      };
    }
  }
  const text = (source.text ?? '').replace(/^\ufeff/, '');
  const start = text.slice(0, 4000).trimStart();
  if (/^[[{]/.test(start)) return { kind: 'feed', ...readFeed(text, shop) };
  const head = start.split(/\r?\n/, 1)[0].toLowerCase();
  const isPage = /^<|<(html|head|body|script|div|span|meta|article)[\s>]/i.test(start);
  if (!isPage && /[,;\t]/.test(head) && /\b(price|amount|cost)\b/.test(head))
    return { kind: 'table', ...readCsv(text, shop, fetched) };
  if (isPage || text.length > 2_000_000) return { kind: 'page', ...readPage(text, shop) };
  return fetched
    ? {
        kind: 'table',
        found: [],
        doubts: [
          {
            where: 'the answer',
            what: 'it is neither a page nor a table nor a feed',
            mend: 'Open the address in a browser and look what is there.',
          },
        ],
      }
    : { kind: 'typed', ...readTyped(text, shop) };
}
