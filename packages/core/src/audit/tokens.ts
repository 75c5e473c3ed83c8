import { CENT_WORDS, CURRENCIES, MEASURE_WORDS } from './vocabulary.ts';
import { readSpoken } from './spoken.ts';

/** A piece of a line. Places are in the line as it is given. */
export interface Token {
  readonly kind: 'number' | 'currency' | 'word' | 'mark';
  readonly text: string;
  readonly start: number;
  readonly end: number;
  /** Of a currency: the codes that it may stand for. */
  readonly codes: readonly string[];
  /** Of a number that was spoken: what it may mean. */
  readonly spoken: readonly number[] | null;
  /** Of a number: a word behind it makes it a measure. */
  readonly isMeasure: boolean;
}

const NUMBER = /\d[\dOolI?]*(?:[.,'’\u00a0\u202f][\dOolI?]+)*(?:[.,](?:[-–—]{1,2})(?=\s|$|[€£)]))?/uy;
/** Blanks part thousands only where nothing but money can stand: see {@link canBeParted}. */
const PARTED = /\d{1,3}(?: \d{3})+(?:[.,]\d{1,2})?(?![\d.,\p{L}])/uy;
const WORD = /[\p{L}\p{N}]+(?:[-'’./+&][\p{L}\p{N}]+)*(?:\/(?=\s))?/uy;
const ARROW = /->|=>|→/uy;
/** Signs and codes by their first character, the longest first. */
const signsBy = new Map<string, string[]>();
for (const sign of [...CURRENCIES.keys()].sort((a, b) => b.length - a.length))
  if (!/^\p{L}{4,}$/u.test(sign)) signsBy.set(sign[0], [...(signsBy.get(sign[0]) ?? []), sign]);

const plain = (kind: Token['kind'], text: string, start: number): Token => ({
  kind,
  text,
  start,
  end: start + text.length,
  codes: [],
  spoken: null,
  isMeasure: false,
});
const taken = (pattern: RegExp, text: string, at: number): string | null => {
  pattern.lastIndex = at;
  return pattern.exec(text)?.[0] ?? null;
};
const isLetter = (letter: string | undefined) => letter !== undefined && /\p{L}/u.test(letter);

/** A sign or code of a currency that begins here; letters must not go on into a word. */
function signAt(text: string, at: number, isAfterNumber: boolean): string | null {
  const sign = signsBy.get(text[at])?.find((each) => text.startsWith(each, at));
  if (!sign) return null;
  const hasLetterEnd = isLetter(sign.at(-1));
  if (hasLetterEnd && (isLetter(text[at + sign.length]) || (isLetter(text[at - 1]) && !isAfterNumber)))
    return null;
  return isLetter(sign[0]) && isLetter(text[at - 1]) ? null : sign;
}

const canBeParted = (before: Token | undefined) =>
  before?.kind === 'currency' || (before?.kind === 'mark' && /[-–—:=|@,;(]/.test(before.text));

/** Words that are written short, with a point. */
const SHORTENED = /^(?:incl|excl|approx|ca|ea|pcs?|qty)$/iu;

/** Cuts a line into tokens; numbers in words are found afterwards. */
function scan(text: string): Token[] {
  const tokens: Token[] = [];
  let at = 0;
  while (at < text.length) {
    const before = tokens.at(-1);
    const isPointOfShort = text[at] === '.' && before?.end === at && SHORTENED.test(before.text);
    if (/\s/u.test(text[at]) || isPointOfShort) {
      at++;
      continue;
    }
    const sign = signAt(text, at, before?.kind === 'number' && before.end === at);
    if (sign) tokens.push({ ...plain('currency', sign, at), codes: CURRENCIES.get(sign) ?? [] });
    else tokens.push(numberAt(text, at, before) ?? plainAt(text, at));
    at = tokens.at(-1)?.end ?? text.length;
  }
  return tokens;
}

function numberAt(text: string, at: number, before: Token | undefined): Token | null {
  if (!/\d/.test(text[at]) || isLetter(text[at - 1])) return null;
  const parted = canBeParted(before) ? taken(PARTED, text, at) : null;
  const number = parted ?? taken(NUMBER, text, at);
  if (number === null) return null;
  const end = at + number.length;
  // A number that runs on into letters is a word (8GB, 2x8), but for a currency (120EUR) and a multiplier (2x).
  const runsOn =
    isLetter(text[end]) && !signAt(text, end, true) && !/^[x×](?![\p{L}\p{N}])/iu.test(text.slice(end));
  return runsOn ? null : plain('number', number, at);
}

function plainAt(text: string, at: number): Token {
  const arrow = taken(ARROW, text, at);
  if (arrow) return plain('mark', arrow, at);
  const word = taken(WORD, text, at);
  return word ? plain('word', word, at) : plain('mark', text.slice(at, at + 1), at);
}

/** Numbers in words become numbers; the words of a currency become currencies. */
function withSpoken(tokens: readonly Token[]): Token[] {
  // A word with hyphens counts as its pieces here.
  const pieces = tokens.flatMap((token, of) =>
    (token.kind === 'word' ? token.text.toLowerCase().split('-') : ['\u0000']).map((word) => ({ word, of })),
  );
  const words = pieces.map(({ word }) => word);
  const out: Token[] = [];
  let at = 0;
  while (at < pieces.length) {
    const token = tokens[pieces[at].of];
    const isStart = at === 0 || pieces[at - 1].of !== pieces[at].of;
    const found = isStart && token.kind === 'word' ? readSpoken(words, at) : null;
    const last = found ? pieces[at + found.length - 1] : null;
    const endsThere = found && pieces[at + found.length]?.of !== last?.of;
    if (found && last && endsThere) {
      const { end } = tokens[last.of];
      out.push({ ...plain('number', '', token.start), end, spoken: found.readings });
      at += found.length;
      continue;
    }
    if (isStart) out.push(token.kind === 'word' ? asCurrency(token) : token);
    at++;
  }
  return out;
}
function asCurrency(token: Token): Token {
  const codes = CURRENCIES.get(token.text.toLowerCase());
  return codes && token.text.length > 3 ? { ...token, kind: 'currency', codes } : token;
}

/** The tokens of a line: words, marks, currencies, and numbers as digits or in words. */
export function tokensOf(text: string): readonly Token[] {
  const tokens = withSpoken(scan(text));
  return tokens.map((token, n) => {
    const next = tokens.at(n + 1);
    if (token.kind !== 'number' || !next || next.kind === 'currency') return token;
    // Of units with one letter the case tells: 8 A, and "8 a piece".
    const word = next.text.length === 1 ? next.text : next.text.toLowerCase();
    const isMeasure =
      (MEASURE_WORDS.has(word) || next.text === '"' || next.text === '″') && !CENT_WORDS.has(word);
    return isMeasure ? { ...token, isMeasure } : token;
  });
}
