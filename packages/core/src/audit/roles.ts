import type { FoundAmount, ListAmount } from './amounts.ts';
import type { Token } from './tokens.ts';
import { SIGNED } from './vocabulary.ts';

/*
 * The grammar of a line. Each token becomes one sign (A: an amount, b: a number that may be one, n: a word of a name; the
 * others are in vocabulary.ts; M: a minus, E: equals, X: the name of a code, and marks as they are), so that a rule is a short
 * pattern over signs. Rules run in their order, each on what the ones before left.
 */

/** What an amount of a line is for. */
export type AmountRole =
  | 'price' // due at checkout, before what comes off by itself in the line
  | 'priceAfterRebate'
  | 'priceAfterCode'
  | 'listPrice' // what it costs where nothing else is said, else what it cost before
  | 'rebate'
  | 'cashback'
  | 'code'
  | 'discount'
  | 'maybeDiscount' // off, and perhaps off already
  | 'shipping'
  | 'tax'
  | 'was'
  | 'each'
  | 'forAll'
  | 'result'
  | 'minus'; // comes off, nobody says as what

interface Symbol {
  readonly sign: string;
  /** Tokens that it covers, the last one included. */
  readonly from: number;
  readonly to: number;
  readonly found: FoundAmount | null;
}

export interface RoledAmount {
  readonly role: AmountRole;
  readonly found: FoundAmount;
}
type Saying =
  | 'rebateUnknown'
  | 'freeAfterRebate'
  | 'freeShipping'
  | 'taxIncluded'
  | 'shippingIncluded'
  | 'taxOnTop'
  | 'shippingOnTop';
export interface RoledLine {
  readonly amounts: readonly RoledAmount[];
  /** What is said without an amount. */
  readonly says: ReadonlySet<Saying>;
  /** Words that nothing here knows, in lower case: what a line may be named by. */
  readonly unknown: readonly string[];
  /** Tokens that are no part of a name. */
  readonly used: ReadonlySet<number>;
}

type PhraseRule = readonly [pattern: string, roles: Readonly<Record<string, AmountRole>>, says?: Saying];
/** In a pattern `_` stands for what may stand between: commas, colons, brackets. */
const RULES: readonly PhraseRule[] = [
  // What it comes to, said by the line itself.
  ['(?<=A.*)E(?<a>A)', { a: 'result' }],
  // After a rebate: the till asks for more.
  ['(?<a>A)_U_[MZ]+(?<b>A)', { a: 'priceAfterRebate', b: 'rebate' }],
  ['(?<=A_)U[G:]*(?<a>A)', { a: 'priceAfterRebate' }, 'rebateUnknown'],
  ['[GN]*(?<a>A)_U', { a: 'priceAfterRebate' }, 'rebateUnknown'],
  ['Q_F_(?<b>A)R', { b: 'rebate' }, 'freeAfterRebate'],
  ['[GN]*(?<a>A)_F_(?<b>A)R', { a: 'priceAfterRebate', b: 'rebate' }],
  ['[GN]*(?<a>A)_F_(?<b>A)K', { a: 'priceAfterRebate', b: 'cashback' }],
  ['F_(?<b>A)R[,:()n]*[GN]*(?<a>A)', { a: 'priceAfterRebate', b: 'rebate' }],
  ['F_(?<b>A)K[,:()n]*[GN]*(?<a>A)', { a: 'priceAfterRebate', b: 'cashback' }],
  ['F_R_(?<b>A)_[GN]+(?<a>A)', { a: 'priceAfterRebate', b: 'rebate' }],
  ['[GN]*(?<a>A)_F_[RK]', { a: 'priceAfterRebate' }, 'rebateUnknown'],
  ['F_[RK]_[GN]*(?<a>A)', { a: 'priceAfterRebate' }, 'rebateUnknown'],
  ['(?<=[:,(])[HZ]?R[G:]*M?(?<a>A)(?!R)', { a: 'rebate' }],
  ['[HZMP(]*(?<a>A)\\(?R', { a: 'rebate' }],
  ['[HZ]?R[G:]?M?(?<a>A)(?!R)', { a: 'rebate' }],
  ['(?<=[:,(])[HZ]?K[G:]*M?(?<a>A)(?!K)', { a: 'cashback' }],
  ['[HZMP(]*(?<a>A)\\(?K', { a: 'cashback' }],
  ['[HZ]?K[G:]?M?(?<a>A)', { a: 'cashback' }],
  // Codes: what comes off, and what is left.
  ['[HF]?CX?_[MZ](?<a>A)D?', { a: 'code' }],
  ['[MZ]+(?<a>A)D?[HF(]*CX?', { a: 'code' }],
  ['(?<a>A)D[HF(]*CX?', { a: 'code' }],
  ['[GN]*(?<a>A)_[HF]+CX?', { a: 'priceAfterCode' }],
  ['[HF]+CX?_[GN]*(?<a>A)', { a: 'priceAfterCode' }],
  ['CX?_[GN]+(?<a>A)', { a: 'priceAfterCode' }],
  ['(?<a>A)CX?', { a: 'maybeDiscount' }],
  ['CX?_(?<a>A)', { a: 'maybeDiscount' }],
  // Off at checkout.
  ['[MZ]+(?<a>A)_D', { a: 'discount' }],
  ['D_[MZ]+(?<a>A)', { a: 'discount' }],
  ['[GN]*(?<a>A)_F_(?<b>A)D', { a: 'price', b: 'was' }],
  ['[HP(]*(?<a>A)D', { a: 'maybeDiscount' }],
  ['D_(?<a>A)', { a: 'maybeDiscount' }],
  // Shipping and tax.
  ['QS', {}, 'freeShipping'],
  ['[HZP(]*(?<a>A)_S', { a: 'shipping' }],
  ['[P(]?S[G:P]*(?<a>A)', { a: 'shipping' }],
  ['[GN]*(?<a>A)_I', { a: 'price' }, 'shippingIncluded'],
  ['I_[GN]*(?<a>A)', { a: 'price' }, 'shippingIncluded'],
  ['[P(]*(?<a>A)_T', { a: 'tax' }],
  ['P?T[G:P]*(?<a>A)', { a: 'tax' }],
  ['[GN]*(?<a>A)_V', { a: 'price' }, 'taxIncluded'],
  // What it cost elsewhere or before.
  ['W_[GO]*(?<a>A)', { a: 'was' }],
  ['O[G:]*(?<a>A)', { a: 'listPrice' }],
  ['(?<a>A)O', { a: 'listPrice' }],
  ['(?<b>A)_N[GN]*(?<a>A)', { a: 'price', b: 'was' }],
  ['N[GN:]*(?<a>A)', { a: 'price' }],
  ['[GN]*(?<a>A)L', { a: 'each' }],
  ['L[G:]?(?<a>A)', { a: 'each' }],
  ['[GN]*(?<a>A)J', { a: 'forAll' }],
  ['J[G:]*(?<a>A)', { a: 'forAll' }],
  ['PT(?!_[GP]*A)', {}, 'taxOnTop'],
  ['PS(?!_[GP]*A)', {}, 'shippingOnTop'],
  ['[MZ]+(?<a>A)', { a: 'minus' }],
];
const COMPILED = RULES.map(([pattern, roles, says]) => ({
  pattern: new RegExp(pattern.replaceAll('_', '[,:()G]{0,3}'), 'd'),
  roles,
  says,
}));

const MARKS: Readonly<Record<string, string>> = {
  '(': '(',
  ')': ')',
  '[': '(',
  ']': ')',
  ',': ',',
  ';': ',',
  '.': ',',
  ':': ':',
  '|': ':',
  '=': 'E',
  '+': 'P',
  '@': 'G',
  '~': 'Y',
  '≈': 'Y',
  '→': 'N',
  '->': 'N',
  '=>': 'N',
};
const DASH = /^[-–—−]$/;

/** A dash takes away before an amount that it touches, between two amounts, or before what is said to come off; else it only parts. */
function dashSign(
  tokens: readonly Token[],
  at: number,
  before: string | undefined,
  next: FoundAmount | undefined,
) {
  if (!next) return ':';
  if (/[ARKDCXSO]/.test(before ?? '')) return 'M';
  const touchesNext = tokens[at].end === tokens[at + 1].start;
  const touchesBefore = at > 0 && tokens[at - 1].end === tokens[at].start;
  if (touchesNext && (!touchesBefore || before === '(')) return 'M';
  // Behind the number of a name a dash only parts: "Mast 500 - 50.00", but "100 - 15 MIR".
  return before === 'b' && /[RKDC]/.test(phraseAt(tokens, next.to + 1)?.sign ?? '') ? 'M' : ':';
}

/** Phrases by their first word, the longest first. */
const phrasesBy = new Map<string, (typeof SIGNED)[number][]>();
for (const phrase of SIGNED)
  phrasesBy.set(phrase.words[0], [...(phrasesBy.get(phrase.words[0]) ?? []), phrase]);
const phraseAt = (tokens: readonly Token[], at: number) =>
  tokens.at(at) &&
  phrasesBy
    .get(tokens[at].text.toLowerCase())
    ?.find(({ words }) =>
      words.every(
        (word, n) => tokens[at + n]?.kind !== 'number' && tokens[at + n]?.text.toLowerCase() === word,
      ),
    );

function symbolsOf(tokens: readonly Token[], amounts: readonly FoundAmount[]): Symbol[] {
  const starts = new Map(amounts.map((found) => [found.from, found]));
  const symbols: Symbol[] = [];
  let at = 0;
  const add = (sign: string, to: number, found: FoundAmount | null = null) => {
    symbols.push({ sign, from: at, to, found });
    at = to + 1;
  };
  while (at < tokens.length) {
    const token = tokens[at];
    const found = starts.get(at);
    const before = symbols.at(-1)?.sign;
    if (found) add(found.isSure ? 'A' : 'b', found.to, found);
    else if (DASH.test(token.text)) add(dashSign(tokens, at, before, starts.get(at + 1)), at);
    else if (before === 'C' && /^(?=.*[A-Z\d])[A-Z\d][A-Z\d-]{2,}$/.test(token.text)) add('X', at);
    else {
      const phrase = phraseAt(tokens, at);
      if (phrase) add(phrase.sign, at + phrase.words.length - 1);
      else if (token.kind === 'mark') add(MARKS[token.text] ?? 'f', at);
      else add('n', at);
    }
  }
  return symbols;
}

/** Numbers without currency or cents are money where they stand as money does. */
function settleBare(symbols: readonly Symbol[]): Symbol[] {
  const kept = symbols.filter(({ sign }) => sign !== 'f');
  const hasSure = kept.some(({ sign }) => sign === 'A');
  const nearRole = (n: number) => {
    const [before, after] = [kept[n - 1]?.sign ?? '', kept[n + 1]?.sign ?? ''];
    return (
      /[RKDSTLJIO]/.test(after) ||
      (/[MZERKDSTYW]/.test(before) && after !== 'n') ||
      (before === 'P' && after === 'S')
    );
  };
  const atPrice = (n: number) => /[:,GNEP(XJ]/.test(kept[n - 1]?.sign ?? '') && kept[n + 1]?.sign !== 'n';
  const last = hasSure
    ? -1
    : kept.findLastIndex(({ sign }, n) => sign === 'b' && (atPrice(n) || nearRole(n)));
  // A bare number at the place of the price, before what comes off it: "Case - 100 - 15 MIR".
  const first = hasSure
    ? -1
    : kept.findIndex(
        ({ sign }, n) => sign === 'b' && atPrice(n) && /[MZF,(HP]/.test(kept[n + 1]?.sign ?? 'x'),
      );
  return kept.map((symbol, n) => {
    if (symbol.sign !== 'b') return symbol;
    const isMoney = nearRole(n) || n === last || (n === first && n < last);
    return { ...symbol, sign: isMoney ? 'A' : 'n' };
  });
}

/** Two amounts with "to" or a dash between them are one that is not known. */
function joinRanges(symbols: readonly Symbol[], tokens: readonly Token[], text: string): Symbol[] {
  const out: Symbol[] = [];
  for (let n = 0; n < symbols.length; n++) {
    const [low, mark, high] = symbols.slice(n, n + 3);
    const between = mark ? text.slice(tokens[low.to].end, tokens[high?.from ?? 0]?.start) : '';
    const isRange =
      low.found !== null &&
      high?.found &&
      /^(?:[-–—]|\s*(?:to|or|bis)\s*)$/u.test(between) &&
      least(low.found.amount) < least(high.found.amount);
    if (!isRange || !high.found) {
      out.push(low);
      continue;
    }
    const words = text.slice(tokens[low.from].start, tokens[high.to].end);
    const readings = [low.found.amount, high.found.amount].flatMap(readingsIn);
    const amount: ListAmount = {
      kind: 'doubtful',
      text: words,
      readings,
      currency: high.found.amount.currency,
    };
    out.push({
      sign: low.sign === 'A' || high.sign === 'A' ? 'A' : 'b',
      from: low.from,
      to: high.to,
      found: { ...low.found, to: high.to, isSure: true, amount },
    });
    n += 2;
  }
  return out;
}
const readingsIn = (amount: ListAmount) => (amount.kind === 'sure' ? [amount.minor] : amount.readings);
const least = (amount: ListAmount) => Math.min(...readingsIn(amount), Infinity);

/** "About 120" and "120 or so" are not known to the cent. */
function hedge(symbols: readonly Symbol[], tokens: readonly Token[], text: string): Symbol[] {
  return symbols.flatMap((symbol, n) => {
    if (symbol.sign === 'Y') return [];
    const isHedged = symbols[n - 1]?.sign === 'Y' || symbols[n + 1]?.sign === 'Y';
    if (!symbol.found || symbol.sign !== 'A' || !isHedged) return [symbol];
    const from = symbols[n - 1]?.sign === 'Y' ? symbols[n - 1].from : symbol.from;
    const words = text.slice(tokens[from].start, tokens[symbol.to].end);
    const amount: ListAmount = {
      kind: 'doubtful',
      text: words,
      readings: readingsIn(symbol.found.amount),
      currency: symbol.found.amount.currency,
    };
    return [{ ...symbol, from, found: { ...symbol.found, amount } }];
  });
}

/** Gives every amount of a line what it is for. An amount that no rule speaks of is a price. */
export function rolesOf(tokens: readonly Token[], amounts: readonly FoundAmount[], text: string): RoledLine {
  const raw = joinRanges(symbolsOf(tokens, amounts), tokens, text);
  const symbols = hedge(settleBare(raw), tokens, text);
  const signs = symbols.map(({ sign }) => sign);
  const roled: RoledAmount[] = [];
  const used = new Set<number>();
  const says = new Set<Saying>();
  const use = (from: number, to: number) => {
    for (let at = from; at <= to; at++) {
      if (symbols[at].sign === 'n') continue;
      // What says nothing between two signs goes with them.
      const start = at > from && symbols[at - 1].sign !== 'n' ? symbols[at - 1].to + 1 : symbols[at].from;
      for (let token = start; token <= symbols[at].to; token++) used.add(token);
    }
  };
  let line = signs.join('');
  for (const { pattern, roles, says: said } of COMPILED)
    for (let match = pattern.exec(line); match; match = pattern.exec(line)) {
      use(match.index, match.index + match[0].length - 1);
      for (const [group, role] of Object.entries(roles)) {
        const place = match.indices?.groups?.[group]?.[0];
        const found = place === undefined ? null : symbols[place].found;
        if (found) roled.push({ role, found });
      }
      if (said) says.add(said);
      signs.fill('_', match.index, match.index + match[0].length);
      line = signs.join('');
    }
  if (signs.includes('V')) says.add('taxIncluded');
  if (signs.includes('I')) says.add('shippingIncluded');
  symbols.forEach(({ found }, n) => {
    if (signs[n] !== 'A' || !found) return;
    roled.push({ role: 'price', found });
    let from = n;
    while (from > 0 && /[GNMEHPB:,Z]/.test(signs[from - 1])) from--;
    use(from, n);
  });
  for (const [n, { sign }] of symbols.entries())
    if (/[RKUCXDSITVQWOFLJ]/.test(sign) && signs[n] !== '_' && isBeside(signs, n)) use(n, n);
  const unknown = symbols.flatMap(({ sign, from, to }) =>
    sign === 'n' ? tokens.slice(from, to + 1).map(({ text: word }) => word.toLowerCase()) : [],
  );
  return { amounts: roled, says, unknown, used };
}
/** A word of money beside something that was read belongs to it, and to no name. */
const isBeside = (signs: readonly string[], n: number) =>
  [signs[n - 1], signs[n + 1]].some((sign) => sign === '_' || sign === 'A');
