import { minorPlaces } from '../units/index.ts';
import { readAmount, type AmountRead } from './numbers.ts';
import type { Token } from './tokens.ts';
import { CENT_WORDS } from './vocabulary.ts';

/** An amount of a list, in minor units of its own currency. */
export type ListAmount = AmountRead & {
  readonly currency: string;
  /** A sign whose currency has to be asked for first. */
  readonly sign?: string;
};

/** What is settled for a list as a whole before its amounts are read. */
export interface ListStyle {
  /** The list's own currency. */
  readonly currency: string;
  /** What stands before decimals in it; null: nothing in it says so. */
  readonly decimal: '.' | ',' | null;
  /** Codes that were chosen for signs that can mean several, by sign. */
  readonly signs: ReadonlyMap<string, string>;
}

/** A number that may be money, before it is known what it is for. */
export interface FoundAmount {
  /** Tokens that it is made of, the last one included. */
  readonly from: number;
  readonly to: number;
  /** It has a currency or cents, so that it can be nothing but money. */
  readonly isSure: boolean;
  readonly isPercent: boolean;
  readonly amount: ListAmount;
}

/** The code that a sign stands for in a list; null where several could be meant and none was chosen. */
function codeOf({ text, codes }: Token, { signs, currency }: ListStyle): string | null {
  const chosen = signs.get(text) ?? signs.get(text.toLowerCase());
  if (chosen !== undefined) return chosen;
  if (codes.length === 1) return codes[0];
  return codes.includes(currency) ? currency : null;
}

export const sureAmount = (minor: number, currency: string): ListAmount => ({
  kind: 'sure',
  minor,
  currency,
});

/** A number as it is written, read in a list's style. */
function readWritten(written: string, currency: string, style: ListStyle): AmountRead | null {
  const round = written.replace(/[.,][-–—]+$/, '');
  const read = readAmount(round, currency);
  if (read?.kind !== 'doubtful' || style.decimal === null || minorPlaces(currency) === 3) return read;
  // One mark with three digits behind it: the list's other amounts say which mark parts its decimals.
  const [, mark] = /^\d{1,3}([.,])\d{3}$/.exec(round) ?? [];
  return mark !== undefined && mark !== style.decimal ? { kind: 'sure', minor: read.readings[0] } : read;
}

function readToken(token: Token, currency: string, style: ListStyle, factor = 1): AmountRead | null {
  if (!token.spoken) {
    const read = readWritten(token.text, currency, style);
    if (!read || factor === 1) return read;
    return read.kind === 'sure' ? { kind: 'sure', minor: Math.round(read.minor * factor) } : read;
  }
  const readings = token.spoken.map((value) => Math.round(value * factor * 10 ** minorPlaces(currency)));
  return readings.length === 1
    ? { kind: 'sure', minor: readings[0] }
    : { kind: 'doubtful', text: token.text, readings };
}

const isHundredths = (token: Token | undefined) =>
  token?.kind === 'number' &&
  !token.isMeasure &&
  /^\d{1,2}$/.test(token.text || String(token.spoken?.[0] ?? ''));
const touches = (a: Token | undefined, b: Token | undefined) =>
  a !== undefined && b !== undefined && a.end === b.start;

const hasCents = ({ text }: Token) => /[.,]\d{2}$/.test(text);

/** The currency beside a number: the one that touches it, else the one before, else the one behind. */
function currencyBeside(tokens: readonly Token[], at: number, isFree: (at: number) => boolean) {
  const [before, next] = [at - 1, at + 1].map((place) =>
    tokens[place]?.kind === 'currency' && isFree(place) ? place : null,
  );
  // "Mast 500 $22.99", "Breeze 100 EUR 89.99": the sign belongs to the number that it touches, or that has the cents.
  const after = next === null ? undefined : tokens.at(next + 1);
  const isOfNext =
    next !== null &&
    after?.kind === 'number' &&
    !touches(tokens[at], tokens[next]) &&
    (touches(tokens[next], after) || (hasCents(after) && !hasCents(tokens[at])));
  const behind = isOfNext ? null : next;
  if (before === null || behind === null) return before ?? behind;
  return touches(tokens[at], tokens[behind]) && !touches(tokens[before], tokens[at]) ? behind : before;
}

interface ReadSoFar {
  read: AmountRead;
  /** The last token that belongs to it. */
  to: number;
}

/** "sixty-nine dollars and ninety-nine cents", "69 dollars 99": what is said behind the currency. */
function withCents(
  { read, to }: ReadSoFar,
  tokens: readonly Token[],
  currency: string,
  style: ListStyle,
): ReadSoFar {
  const and = tokens.at(to + 1)?.text.toLowerCase() === 'and' ? 1 : 0;
  const rest = tokens.at(to + 1 + and);
  if (read.kind !== 'sure' || !rest || !isHundredths(rest)) return { read, to };
  const hundredths = readToken(rest, currency, style, 0.01);
  const isCents = CENT_WORDS.has(tokens.at(to + 2 + and)?.text.toLowerCase() ?? '');
  if (hundredths?.kind !== 'sure' || (!isCents && and === 1)) return { read, to };
  return {
    read: { kind: 'sure', minor: read.minor + hundredths.minor },
    to: to + 1 + and + (isCents ? 1 : 0),
  };
}

/** Whether "99 cents" stands here; a bare c or p behind digits is no such word. */
const areCentsAt = (tokens: readonly Token[], at: number) => {
  const word = tokens.at(at + 1)?.text ?? '';
  return CENT_WORDS.has(word.toLowerCase()) && (tokens[at].spoken !== null || word.length > 1);
};
/** What can be nothing but money by the way that it is written. */
const looksLikeMoney = ({ text, spoken }: Token) =>
  /[.,](?:\d{2}|[-–—]{1,2})$/.test(text) || (spoken?.some((value) => value % 1 !== 0) ?? false);

/** A reading as an amount; with a sign that nobody knows the currency of, it has none. */
function amountOf(read: AmountRead, text: string, currency: string, openSign: string | null): ListAmount {
  if (openSign !== null) return { kind: 'doubtful', text, readings: [], currency, sign: openSign };
  return { ...(read.kind === 'sure' ? read : { ...read, text }), currency };
}

/** The amount that begins with a number; null: it is none. */
function amountAt(
  tokens: readonly Token[],
  at: number,
  text: string,
  style: ListStyle,
  isFree: (at: number) => boolean,
): FoundAmount | null {
  const token = tokens[at];
  const sign = currencyBeside(tokens, at, isFree);
  const code = sign === null ? style.currency : codeOf(tokens[sign], style);
  const currency = code ?? style.currency;
  const areCents = areCentsAt(tokens, at);
  const read = readToken(token, currency, style, areCents ? 0.01 : 1);
  if (!read) return null;
  const isSpokenSign = sign !== null && sign > at && /^\p{L}{4,}$/u.test(tokens[sign].text);
  const alone: ReadSoFar = { read, to: Math.max(at + (areCents ? 1 : 0), sign ?? at) };
  let { read: whole, to } = isSpokenSign ? withCents(alone, tokens, currency, style) : alone;
  // "one fifty-four dollars": what is followed by its currency has no cents left unsaid.
  if (isSpokenSign && token.spoken && token.spoken[0] < 1000 && whole.kind === 'doubtful')
    whole = { kind: 'sure', minor: whole.readings[0] };
  const from = Math.min(at, sign ?? at);
  const words = text.slice(tokens[from].start, tokens[to].end);
  const isPercent = ['%', 'percent'].includes(tokens.at(to + 1)?.text ?? '');
  if (isPercent) to++;
  const amount = amountOf(whole, words, currency, code === null ? tokens[sign ?? at].text : null);
  return { from, to, isPercent, isSure: sign !== null || areCents || looksLikeMoney(token), amount };
}

/** What may be money in a line. A sign whose currency is not known leaves the amount doubtful, with no readings. */
export function findAmounts(
  tokens: readonly Token[],
  text: string,
  style: ListStyle,
): readonly FoundAmount[] {
  const found: FoundAmount[] = [];
  const taken = new Set<number>();
  tokens.forEach((token, at) => {
    if (token.kind !== 'number' || token.isMeasure || taken.has(at)) return;
    const amount = amountAt(tokens, at, text, style, (place) => !taken.has(place));
    if (!amount) return;
    for (let place = amount.from; place <= amount.to; place++) taken.add(place);
    found.push(amount);
  });
  return found;
}
