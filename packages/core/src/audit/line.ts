import { findAmounts, sureAmount, type ListAmount, type ListStyle } from './amounts.ts';
import { nameOf, NO_NAME_WORDS, withoutOwned } from './line-name.ts';
import { Amounts, priceOf, type ListExtra } from './line-price.ts';
import { quantityOf } from './line-quantity.ts';
import { rolesOf } from './roles.ts';
import { tokensOf, type Token } from './tokens.ts';
import { CHARGE_STARTS, LINE_WORDS, SLOT_BY_WORD, WHOLE_LIST_WORDS } from './vocabulary.ts';

/** Which sum a total states; `listed`: before what comes off, `parts`: without shipping and tax. */
export type TotalKind = 'dueNow' | 'expected' | 'after' | 'listed' | 'parts';

export type LineKind =
  | 'part'
  | ListExtra['kind']
  | 'total'
  | 'budget'
  | 'unclear' // an amount, and nothing that says what for
  | 'remark' // an amount that is worked out again
  | 'note';

/** One line of a list, or one sentence of it. */
export interface ListLine {
  /** Counted from 1. */
  readonly line: number;
  readonly raw: string;
  readonly kind: LineKind;
  readonly slotWord: string | null;
  readonly name: string;
  readonly quantity: number;
  /** At the till, for all pieces, before the extras. */
  readonly price: ListAmount | null;
  /** Said to be owned, or free. */
  readonly isOwned: boolean;
  readonly extras: readonly ListExtra[];
  /** Of a total: what it states. */
  readonly totals: readonly { readonly which: TotalKind; readonly amount: ListAmount }[];
  /** What the line itself says that it comes to. */
  readonly result: ListAmount | null;
  readonly includesShipping: boolean;
  readonly includesTax: boolean;
  /** What it says comes on top, without saying how much. */
  readonly onTop: readonly ('shipping' | 'tax')[];
  readonly shop: string | null;
  readonly link: string | null;
}

const LINK = /https?:\/\/\S+/g;
const BULLET = /^\s*(?:>\s*)?(?:(?:[-*•+–]|\d{1,2}[.)]|\[[ xX]?\])\s+)*/u;

/** Text without the signs of Markdown. */
export const plainText = (text: string): string =>
  text
    .replace(/\[([^[\]]*)\]\([^()]*\)/g, '$1')
    .replace(/[*_`#~](?=[*_`#~])|(?<![\p{L}\p{N}])[*_`#]|[*_`#](?![\p{L}\p{N}])/gu, '')
    .trim();

/** The slot that a word at the start of a line names; null when it names none. */
export const slotOfWord = (word: string): string | null =>
  SLOT_BY_WORD.get(
    word
      .replace(/[*_`:]/g, '')
      .trim()
      .toLowerCase(),
  ) ?? null;

const BLANK = {
  slotWord: null,
  name: '',
  quantity: 1,
  price: null,
  isOwned: false,
  extras: [],
  totals: [],
  result: null,
  includesShipping: false,
  includesTax: false,
  onTop: [],
  shop: null,
} as const;

const which = (text: string): TotalKind => {
  const has = (pattern: RegExp) => pattern.test(text);
  if (has(/\bexpected\b/i)) return 'expected';
  if (has(/\bbefore\b[^,;(]*\b(?:rebates?|mirs?|cash ?-?back|mail)/i)) return 'dueNow';
  if (
    has(
      /\b(?:before|without|excl\w*)\b[^,;(]*\b(?:codes?|promos?|discounts?|coupons?|combo|savings?|instant)/i,
    )
  )
    return 'listed';
  if (has(/\bafter\W*$|\bAR\b/i)) return 'after';
  if (has(/\b(?:after|net|less|minus|with|once)\b[^,;(]*\b(?:rebates?|mirs?|cash ?-?back|mail)/i))
    return 'after';
  if (
    has(/\bsub-?total\b|\b(?:before|without|excl\w*|plus)\b[^,;(]*\b(?:tax|vat|shipping|delivery|postage)/i)
  )
    return 'parts';
  return 'dueNow';
};

/** A longer line is no line of a list: it is shown with what counts as nothing, and not read. Chosen. */
export const LONGEST_LINE = 1000;

/** Reads one line, or one sentence, in its list's style. Nothing is dropped: what is no part is a note. */
export function readLine(raw: string, line: number, style: ListStyle): ListLine {
  if (raw.length <= LONGEST_LINE) return readShort(raw, line, style);
  return { ...BLANK, line, raw, link: null, kind: 'remark', name: raw.slice(0, 80) };
}

function readShort(raw: string, line: number, style: ListStyle): ListLine {
  const link = raw.match(LINK)?.[0] ?? null;
  const whole = plainText(raw.replace(LINK, '').replace(BULLET, ''));
  const head = slotHead(whole);
  const text = whole.slice(head.length);
  const tokens = tokensOf(text);
  const found = findAmounts(tokens, text, style);
  const roled = rolesOf(tokens, found, text);
  const amounts = new Amounts(roled, text);
  const base = { ...BLANK, line, raw, link, slotWord: head.slot };
  const every = roled.amounts.map((each) => each.found.amount);
  if (head.slot === null && every.length > 0) {
    const stated = statedLine(text, amounts, every, tokens, style);
    if (stated) return { ...base, ...stated };
  }
  const isMoney = new Set(
    roled.amounts.flatMap(({ found: { from, to } }) =>
      Array.from({ length: to - from + 1 }, (_, n) => from + n),
    ),
  );
  const pieces = quantityOf(tokens, isMoney, amounts.of('each', 'forAll').length > 0);
  const money = priceOf(amounts, pieces.quantity, text);
  const isOwned = money.price === null && LINE_WORDS.owned.test(text);
  const named = nameOf(text, tokens, new Set([...roled.used, ...pieces.used]));
  const { shop } = named;
  const name = isOwned ? withoutOwned(named.name) : named.name;
  const says = roled.says;
  const shared = {
    ...base,
    name,
    shop,
    isOwned,
    quantity: pieces.quantity,
    extras: says.has('freeShipping')
      ? [...money.extras, { kind: 'shipping', amount: sureAmount(0, style.currency) } as const]
      : money.extras,
    result: money.result,
    includesShipping: says.has('shippingIncluded'),
    includesTax: says.has('taxIncluded'),
    onTop: (['shipping', 'tax'] as const).filter((each) => says.has(`${each}OnTop`)),
  };
  if (money.loose) return { ...shared, kind: 'unclear', price: money.loose };
  const isPart = money.price !== null || isOwned || (head.slot !== null && name !== '');
  if (isPart && head.slot === null && isOfWholeList(name.toLowerCase().split(/\s+/)))
    return { ...shared, kind: 'unclear', price: money.price };
  if (/^(?:none|n\/a|nothing|tbd|tba)$/i.test(name)) return { ...shared, kind: 'note' };
  if (isPart) return { ...shared, kind: 'part', price: money.price, slotWord: head.slot ?? spokenSlot(text) };
  if (shared.extras.length === 1)
    return { ...shared, kind: shared.extras[0].kind, price: shared.extras[0].amount, extras: [] };
  return { ...shared, kind: 'note' };
}

/** Whether words name nothing but the list as a whole. */
const isOfWholeList = (words: readonly string[]) =>
  words.every((word) => WHOLE_LIST_WORDS.has(word) || !/\p{L}/u.test(word));

/** Lines about the whole list: totals, budgets, charges, and what is only worked out. */
function statedLine(
  text: string,
  amounts: Amounts,
  every: readonly ListAmount[],
  tokens: readonly Token[],
  style: ListStyle,
): (Pick<ListLine, 'kind'> & Partial<ListLine>) | null {
  const charge = CHARGE_STARTS.find(([, pattern]) => pattern.test(text))?.[0];
  if (charge) {
    const [base] = amounts.of('price');
    return {
      kind: charge,
      price: amounts.sharesOf(base ?? null, 'discount', 'code', 'maybeDiscount').at(0) ?? every[0],
      name: text,
    };
  }
  if (LINE_WORDS.remark.test(text)) return { kind: 'remark', price: every[0], name: text };
  const isOfWhole = isOfWholeList(amounts.roled.unknown);
  if (LINE_WORDS.budget.test(text) && isOfWhole) return { kind: 'budget', price: every[0], name: text };
  if (!isTotal(text, tokens[amounts.roled.amounts[0].found.from].start)) return null;
  // "Total Silence fan: $15" begins like a total and names something: it is asked about.
  if (!isOfWhole) return { kind: 'unclear', price: every[0], name: text };
  return { kind: 'total', name: text, totals: totalsIn(text, amounts, style) };
}

/** "Total: 15", "that is 15 total"; but "3 fans: 15 total" is a part. */
const isTotal = (text: string, amountAt: number) => {
  const word = LINE_WORDS.total.exec(text);
  return (
    word !== null &&
    (word.index < amountAt || !/\p{L}/u.test(text.slice(0, amountAt).replace(NO_NAME_WORDS, '')))
  );
};

/** A line of totals may state several, each with its own words. */
function totalsIn(text: string, amounts: Amounts, style: ListStyle): ListLine['totals'] {
  const [after] = amounts.of('priceAfterRebate');
  if (after) {
    const others = amounts.of('price', 'forAll').map((amount) => ({ which: 'dueNow' as const, amount }));
    return [...others, { which: /\bexpected\b/i.test(text) ? 'expected' : 'after', amount: after }];
  }
  const chunks = text.split(/[;(]|,\s+/);
  const stated = chunks.flatMap((chunk) => {
    const tokens = tokensOf(chunk);
    const roled = rolesOf(tokens, findAmounts(tokens, chunk, style), chunk);
    const [first] = roled.amounts;
    return first ? [{ which: which(chunk), amount: first.found.amount }] : [];
  });
  const [only] = amounts.roled.amounts;
  return stated.length > 1 || !only ? stated : [{ which: which(text), amount: only.found.amount }];
}

/** "CPU:", "Board -", "Power supply –" before the part. */
function slotHead(text: string): { readonly slot: string | null; readonly length: number } {
  const match = /^([\p{L}][\p{L}\p{N} -]{1,24}?)\s*(?::|\s[-–—|]\s|$)\s*/u.exec(text);
  const slot = match ? slotOfWord(match[1]) : null;
  return slot !== null && match ? { slot, length: match[0].length } : { slot: null, length: 0 };
}
/** The first word of a sentence that names a slot: "for the board we went with …". */
function spokenSlot(text: string): string | null {
  const words = text.toLowerCase().match(/[\p{L}-]+/gu) ?? [];
  for (let at = 0; at < Math.min(words.length, 6); at++)
    for (const length of [2, 1]) {
      const slot = SLOT_BY_WORD.get(words.slice(at, at + length).join(' '));
      if (slot !== undefined && words[at] !== 'other') return slot;
    }
  return null;
}
