import { readAmount, type AmountRead } from './numbers.ts';

/** What a line of a pasted list says beside its part and price. */
export interface ListExtra {
  readonly kind: 'discount' | 'code' | 'rebate' | 'cashback' | 'shipping';
  readonly amount: AmountRead | null;
  readonly text: string;
}

/** One line of a list. Amounts in minor units of the list's currency. */
export interface ListLine {
  /** Counted from 1. */
  readonly line: number;
  readonly raw: string;
  readonly kind: 'part' | 'shipping' | 'tax' | 'discount' | 'rebate' | 'total' | 'note';
  /** For totals: which one is meant. */
  readonly total: 'dueNow' | 'after' | null;
  readonly slotWord: string | null;
  readonly name: string;
  readonly quantity: number;
  readonly price: AmountRead | null;
  /** Said to be owned, or free. */
  readonly isOwned: boolean;
  readonly extras: readonly ListExtra[];
  readonly shop: string | null;
  readonly link: string | null;
}

interface ListRead {
  readonly lines: readonly ListLine[];
  readonly shape: 'csv' | 'markdown' | 'text';
}

const SLOT_WORDS: readonly (readonly [RegExp, string])[] = [
  [/^(processor|cpu)$/i, 'cpu'],
  [/^(motherboard|mainboard|board|mobo)$/i, 'motherboard'],
  [/^(memory|ram)$/i, 'memory'],
  [/^(graphics card|graphics|video card|card|gpu)$/i, 'gpu'],
  [/^(storage|drive|ssd|hdd|nvme|boot drive)$/i, 'storage'],
  [/^(bulk drive|second drive|hard disk)$/i, 'secondaryStorage'],
  [/^(cooler|cpu cooler|cooling|fan)$/i, 'cooler'],
  [/^(case|chassis|tower)$/i, 'case'],
  [/^(power supply|supply|psu)$/i, 'psu'],
  [/^(network|network adapter|adapter|wireless|wifi|wi-fi)$/i, 'network'],
  [/^(system|operating system|os|licence|license)$/i, 'os'],
  [/^(extras?|other)$/i, 'extras'],
];
/** The slot that a word at the start of a line names; null when it names none. */
export function slotOfWord(word: string): string | null {
  const bare = word.replace(/[*_`:]/g, '').trim();
  return SLOT_WORDS.find(([pattern]) => pattern.test(bare))?.[1] ?? null;
}

/* An amount with what usually stands around it; letters that slip into digits are taken along, to be asked about. */
const AMOUNT = String.raw`(?:[€$£]\s?)?[~≈]?[0-9][0-9OolI?]*(?:[.,\u00a0\u202f '][0-9OolI?]+)*(?:\s?(?:€|EUR|SEK|USD|GBP|kr))?`;
const EXTRAS: readonly (readonly [ListExtra['kind'], RegExp])[] = [
  [
    'rebate',
    new RegExp(
      String.raw`(?:[-−–]\s*)?(${AMOUNT})\s*(?:mail[- ]?in\s+)?(?:rebate|MIR)\b|(?:mail[- ]?in\s+)?(?:rebate|MIR)\s*(?:of|:)?\s*[-−–]?\s*(${AMOUNT})`,
      'i',
    ),
  ],
  [
    'cashback',
    new RegExp(
      String.raw`(?:[-−–]\s*)?(${AMOUNT})\s*cash ?back|cash ?back\s*(?:of|:)?\s*[-−–]?\s*(${AMOUNT})`,
      'i',
    ),
  ],
  [
    'code',
    new RegExp(
      String.raw`[-−–]\s*(${AMOUNT})\s*(?:with|w\/|using)?\s*(?:promo |coupon )?code\s*:?\s*[\w-]*|(?:with |w\/ |using )?(?:promo |coupon )?code\s+[A-Z0-9]{3,}\s*[-−–:]+\s*(${AMOUNT})`,
      'i',
    ),
  ],
  [
    'discount',
    new RegExp(
      String.raw`[-−–]\s*(${AMOUNT})\s*(?:instant|discount|off|combo)\b|(?:instant|discount|combo)\s*(?:discount|savings?)?\s*(?:of|:)?\s*[-−–]\s*(${AMOUNT})`,
      'i',
    ),
  ],
  [
    'shipping',
    new RegExp(
      String.raw`(?:\+\s*)?(${AMOUNT})\s*(?:shipping|postage|delivery)|(?:shipping|postage|delivery)\s*(?:of|:|\+)?\s*(${AMOUNT})`,
      'i',
    ),
  ],
];
/* Behind a mark a blank may part thousands; without one it parts a name's number from the price. */
const END = new RegExp(String.raw`[-–—:=|,;@]\s*(${AMOUNT})\s*$`);
const BARE_END = new RegExp(String.raw`\s(${AMOUNT.replace(" '", '')})\s*$`);

const isRule = (line: string) => /^[\s|:=_*-]+$/.test(line) && !/[A-Za-z0-9]/.test(line);

/** Reads a list of parts in text, CSV or Markdown. Nothing is dropped: what is no part is a note. */
export function readList(text: string, currency: string): ListRead {
  const rows = text.split(/\r\n|\r|\n/);
  const first = rows.filter((row) => row.trim() !== '' && !isRule(row));
  const isMarkdown = first.filter((row) => /^\s*\|.*\|/.test(row)).length >= 2;
  const separator = isMarkdown ? '|' : tableSeparator(first);
  if (separator === null)
    return {
      shape: 'text',
      lines: rows.flatMap((row, n) =>
        row.trim() === '' || isRule(row) ? [] : [readLine(row, n + 1, currency)],
      ),
    };
  const lines: ListLine[] = [];
  let columns: Columns | null = null;
  rows.forEach((row, n) => {
    if (row.trim() === '' || isRule(row)) return;
    if (isMarkdown && !/^\s*\|/.test(row)) {
      lines.push(readLine(row, n + 1, currency));
      return;
    }
    const cells = cellsOf(row, separator);
    const head = columns ? null : columnsOf(cells);
    if (head) {
      columns = head;
      return;
    }
    columns ??= DEFAULT_COLUMNS(cells);
    lines.push(readCells(cells, columns, row, n + 1, currency));
  });
  return { lines, shape: isMarkdown ? 'markdown' : 'csv' };
}

interface Columns {
  readonly slot: number;
  readonly name: number;
  readonly price: number;
  readonly shop: number;
  readonly rebate: number;
  readonly shipping: number;
  readonly quantity: number;
  readonly discount: number;
}
const HEADS: readonly (readonly [keyof Columns, RegExp])[] = [
  ['slot', /^(slot|type|component|category)$/i],
  ['name', /^(part|name|item|product|description|selection)$/i],
  ['price', /^(price|cost|amount|base price|paid)/i],
  ['shop', /^(shop|seller|store|from|where|vendor)$/i],
  ['rebate', /^(rebate|mir|mail[- ]in)/i],
  ['shipping', /^(shipping|postage|delivery)/i],
  ['quantity', /^(qty|quantity|count|pieces)$/i],
  ['discount', /^(discount|promo|code|off)/i],
];
const NO_COLUMNS: Columns = {
  slot: -1,
  name: -1,
  price: -1,
  shop: -1,
  rebate: -1,
  shipping: -1,
  quantity: -1,
  discount: -1,
};

function columnsOf(cells: readonly string[]): Columns | null {
  const found: Record<string, number> = { ...NO_COLUMNS };
  cells.forEach((cell, n) => {
    const bare = cell.replace(/[*_`]/g, '').trim();
    const head = HEADS.find(([key, pattern]) => found[key] < 0 && pattern.test(bare));
    if (head) found[head[0]] = n;
  });
  return found.name >= 0 && found.price >= 0 ? (found as unknown as Columns) : null; // every key of it is there
}
const DEFAULT_COLUMNS = (cells: readonly string[]): Columns =>
  cells.length >= 3 && slotOfWord(cells[0]) !== null
    ? { ...NO_COLUMNS, slot: 0, name: 1, price: 2, shop: cells.length > 3 ? 3 : -1 }
    : { ...NO_COLUMNS, name: 0, price: 1, shop: cells.length > 2 ? 2 : -1 };

/** The mark between cells where most lines have the same number of it; null for plain text. */
function tableSeparator(rows: readonly string[]): string | null {
  for (const mark of ['\t', ';', ',']) {
    const counts = rows.map((row) => cellsOf(row, mark).length);
    const usual = counts[0] ?? 0;
    if (
      usual >= 2 &&
      rows.length >= 2 &&
      counts.filter((count) => count === usual).length >= 0.7 * rows.length
    ) {
      // A comma in prices and sentences is no table: a table's first line names its columns, or a slot stands first.
      if (
        mark !== ',' ||
        columnsOf(cellsOf(rows[0], mark)) ||
        rows.every((row) => slotOfWord(cellsOf(row, mark)[0]) !== null)
      )
        return mark;
    }
  }
  return null;
}

/** Cells of a line; quoted cells as in RFC 4180. */
function cellsOf(row: string, separator: string): string[] {
  const inner = separator === '|' ? row.trim().replace(/^\|/, '').replace(/\|$/, '') : row;
  const cells: string[] = [];
  let cell = '';
  let isQuoted = false;
  for (let at = 0; at < inner.length; at++) {
    const letter = inner[at];
    if (letter === '"') {
      if (isQuoted && inner[at + 1] === '"') {
        cell += '"';
        at++;
      } else isQuoted = !isQuoted;
    } else if (letter === separator && !isQuoted) {
      cells.push(cell.trim());
      cell = '';
    } else cell += letter;
  }
  return [...cells, cell.trim()];
}

function readCells(
  cells: readonly string[],
  columns: Columns,
  raw: string,
  line: number,
  currency: string,
): ListLine {
  const cell = (at: number) => (at >= 0 ? (cells[at] ?? '') : '');
  const name = strip(cell(columns.name));
  const slotCell = strip(cell(columns.slot));
  const words = `${slotCell} ${name}`.trim();
  const priceText = strip(cell(columns.price));
  const extras: ListExtra[] = [];
  for (const [kind, at] of [
    ['rebate', columns.rebate],
    ['shipping', columns.shipping],
    ['discount', columns.discount],
  ] as const) {
    const text = cell(at).replace(/^[-−–]\s*/, '');
    const amount = readAmount(text, currency);
    if (amount && !(amount.kind === 'sure' && amount.minor === 0))
      extras.push({ kind, amount, text: cell(at) });
  }
  const inPrice = takeExtras(priceText, currency);
  const price = readAmount(inPrice.rest.replace(/^[-−–]\s*/, ''), currency);
  return finish({
    line,
    raw,
    words,
    name: name || slotCell,
    slotWord: slotOfWord(slotCell),
    price,
    isOwned: isOwned(`${name} ${priceText}`),
    extras: [...extras, ...inPrice.extras],
    shop: strip(cell(columns.shop)) || null,
    quantity: Math.max(1, Number.parseInt(cell(columns.quantity), 10) || 1),
  });
}

const strip = (text: string) =>
  text
    .replace(/\[([^\]]*)\]\([^)]*\)/g, '$1')
    .replace(/[*_`]/g, '')
    .trim();
const isOwned = (text: string) =>
  /\b(owned|already have|have it|from old|reused?|given|free|included)\b/i.test(text);

/** Takes what is said beside the price out of a text. */
function takeExtras(text: string, currency: string): { rest: string; extras: ListExtra[] } {
  let rest = text;
  const extras: ListExtra[] = [];
  for (const [kind, pattern] of EXTRAS) {
    const match = pattern.exec(rest);
    if (!match) continue;
    extras.push({ kind, amount: readAmount(match[1] ?? match[2] ?? '', currency), text: match[0].trim() });
    rest = `${rest.slice(0, match.index)} ${rest.slice(match.index + match[0].length)}`;
  }
  return { rest: rest.replace(/\(\s*[,;]?\s*\)/g, ' '), extras };
}

function readLine(raw: string, line: number, currency: string): ListLine {
  const link = /https?:\/\/\S+/.exec(raw)?.[0] ?? null;
  let text = strip(raw.replace(/^\s*(?:[-*•+]|\d+[.)])\s+/, '').replace(/https?:\/\/\S+/g, ''));
  const slotMatch = /^([A-Za-z][A-Za-z -]{1,20}?)\s*(?::|\s[-–—]\s)\s*/.exec(text);
  const slotWord = slotMatch ? slotOfWord(slotMatch[1]) : null;
  const words = text;
  if (slotMatch && slotWord) text = text.slice(slotMatch[0].length);
  const quantityMatch = /(?:^|\s)(?:(\d)\s?[x×]\s+|[x×]\s?(\d)\b)/i.exec(text);
  const quantity = quantityMatch ? Number(quantityMatch[1] ?? quantityMatch[2]) : 1;
  if (quantityMatch)
    text =
      `${text.slice(0, quantityMatch.index)} ${text.slice(quantityMatch.index + quantityMatch[0].length)}`.trim();
  // What it comes to after everything is said by the line itself; it is worked out again.
  text = text.replace(new RegExp(String.raw`(?:=|\bafter\b[^=]*?)\s*${AMOUNT}\s*$`, 'i'), (all) =>
    /rebate|MIR|cash/i.test(all) && /after/i.test(all) ? all : '',
  );
  // A line that is a charge or a total by itself keeps its amount; a part's line gives its extras away first.
  const whole = kindOf(words);
  const { rest, extras } = whole === 'part' ? takeExtras(text, currency) : { rest: text, extras: [] };
  const shopMatch =
    /(?:@|\bat\b|\bfrom\b)\s+([A-Za-z][\w &.'’-]{2,40}?)(?=\s*(?:[-–—,:=(]|\d|$))|\(([A-Za-z][\w &.'’-]{2,40})\)\s*$/.exec(
      rest,
    );
  const bare = (shopMatch ? rest.replace(shopMatch[0], ' ') : rest).trim();
  const tail = bare.replace(/[\s.,;:–—-]+$/, '');
  const end = END.exec(tail) ?? BARE_END.exec(tail);
  const price = end ? readAmount(end[1], currency) : null;
  const hasMark = end
    ? /[€$£.,?~≈]|EUR|SEK|USD|kr/.test(end[0]) || /[-–—:=|,;@]\s*[0-9]/.test(end[0])
    : false;
  const isPrice = price !== null && (hasMark || whole !== 'part');
  const name = (isPrice && end ? tail.slice(0, end.index) : bare).replace(/[\s,;:–—=|-]+$/, '').trim();
  return finish({
    line,
    raw,
    words,
    name,
    slotWord,
    price: isPrice ? price : null,
    isOwned: isOwned(words),
    extras,
    shop: shopMatch?.[1] ?? shopMatch?.[2] ?? null,
    quantity,
    link,
  });
}

function kindOf(words: string): ListLine['kind'] {
  const text = words.replace(/[*_`#]/g, '').trim();
  if (/^(grand |sub|order )?total\b|^sum\b|^altogether\b|^all in all\b/i.test(text)) return 'total';
  if (/^(shipping|postage|delivery)\b/i.test(text)) return 'shipping';
  if (/^(tax|vat|sales tax)\b/i.test(text)) return 'tax';
  if (/^(mail[- ]in )?(rebates?|MIR)\b|^cash ?back\b/i.test(text)) return 'rebate';
  if (/^(discounts?|promo(tion)?s?|codes?|coupons?|combo)\b/i.test(text)) return 'discount';
  return 'part';
}

function finish(
  parts: Omit<ListLine, 'kind' | 'total' | 'link'> & {
    readonly words: string;
    readonly link?: string | null;
  },
): ListLine {
  const { words, ...line } = parts;
  const named = kindOf(words);
  const kind =
    named === 'part' && line.price === null && !line.isOwned && line.slotWord === null ? 'note' : named;
  const total = kind === 'total' ? (/after|rebate|MIR|cash ?back/i.test(words) ? 'after' : 'dueNow') : null;
  return { ...line, link: line.link ?? null, kind, total };
}
