import { numberLanguage, readingsOf } from '@ripe-pick/core/units';

/** How a number is written in a field, where that is not all left to the language. */
export interface TypedAs {
  /** BCP 47; the language that numbers are written in where it is left out. */
  readonly language?: string | undefined;
  /** So many decimals at most, as for money: 1.299 is a thousand and more then, in every language. */
  readonly places?: number | undefined;
  /** ISO 4217, where it is an amount of money: its sign and code may be typed too, and those of no other. */
  readonly currency?: string | undefined;
  /** What stands behind the field and may be typed too: mm, %, fps. */
  readonly unit?: string | undefined;
}

/** The mark before decimals in a language. */
const decimalMark = (language?: string): string =>
  new Intl.NumberFormat(language).formatToParts(1.5).find(({ type }) => type === 'decimal')?.value ?? '.';

/** What some currencies are called beside their code and sign. */
const CALLED: Readonly<Record<string, readonly string[]>> = {
  ...{ JPY: ['円'], CNY: ['元'], SEK: ['kr'], NOK: ['kr'], DKK: ['kr'], ISK: ['kr'], PLN: ['zł'] },
  ...{ CZK: ['Kč'], HUF: ['Ft'], RON: ['lei'], BGN: ['лв'], CHF: ['Fr'] },
};
const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
/** Any of these words, not as a piece of another. */
const anyOf = (words: readonly string[]) =>
  new RegExp(`(?<!\\p{L})(?:${words.map(escaped).join('|')})\\.?(?!\\p{L})`, 'giu');

/** What a currency is written as: its code, its signs in the user's language and in others, and its names. */
function writtenAs(currency: string, language: string): RegExp {
  const signs = [language, 'en', 'fr'].flatMap((tag) =>
    (['symbol', 'narrowSymbol'] as const).map(
      (currencyDisplay) =>
        new Intl.NumberFormat(tag, { style: 'currency', currency, currencyDisplay })
          .formatToParts(0)
          .find(({ type }) => type === 'currency')?.value ?? currency,
    ),
  );
  // The longest first: "$US" before "$".
  return anyOf(
    [...new Set([currency, ...signs, ...(CALLED[currency] ?? [])])].sort((a, b) => b.length - a.length),
  );
}

/** Thin, wide and hard spaces, apostrophes and underscores between thousands. */
const BETWEEN = /[\s_'’‘´`]/gu;
/** Arabic digits of both kinds; full-width ones are made plain by normalising. */
const ARABIC = /[\u0660-\u0669\u06f0-\u06f9]/g;

/** Marks of writing from right to left, which stand around signs there. */
const DIRECTION = /[\u061c\u200e\u200f]/g;

/** The text with digits, marks and signs of arithmetic as a keyboard of the west has them. */
const plain = (text: string): string =>
  text
    .normalize('NFKC')
    .replace(DIRECTION, '')
    .replace(ARABIC, (digit) => String(digit.charCodeAt(0) & 0xf))
    .replace(/\u066b|\u3002/g, '.')
    .replace(/[\u066c\u3001\u060c]/g, ',')
    .replace(/[−–—]/g, '-')
    .replace(/[×·∙]/g, '*')
    .replace(/÷/g, '/');

/** One number: 139.90, 139,90, 1.299,00, 1 299, 49,-. NaN for anything else. */
function single(digits: string, { language = numberLanguage(), places }: TypedAs): number {
  const bare = digits.replace(/[.,:]$/, '');
  if (!/^(?:\d[\d.,]*|[.,]\d+)$/.test(bare)) return NaN;
  // A mark that comes again stands between thousands, or between lakhs.
  if (/([.,])\d*\1/.test(bare) && !/^\d{1,3}([.,])(?:\d{2,3}\1)*\d{3}(?:[.,]\d*)?$/.test(bare)) return NaN;
  const [first, decimal] = readingsOf(bare);
  if (decimal === undefined) return first;
  const isTooFine = places !== undefined && places < 3;
  return !isTooFine && bare.includes(decimalMark(language)) ? decimal : first;
}

/** What binds more tightly comes later: + and -, then * and /. */
const LEVELS = ['+-', '*/'];

/** Reads sums, products and brackets, left to right. NaN where it is no arithmetic. */
class Arithmetic {
  private at = 0;
  constructor(
    private readonly tokens: readonly string[],
    private readonly as: TypedAs,
  ) {}

  value(): number {
    const value = this.level(0);
    return this.at === this.tokens.length ? value : NaN;
  }

  private level(n: number): number {
    if (n === LEVELS.length) return this.unit();
    let value = this.level(n + 1);
    while (this.at < this.tokens.length && LEVELS[n].includes(this.tokens[this.at])) {
      const sign = this.tokens[this.at++];
      const next = this.level(n + 1);
      value =
        sign === '+'
          ? value + next
          : sign === '-'
            ? value - next
            : sign === '*'
              ? value * next
              : value / next;
    }
    return value;
  }

  private unit(): number {
    const token = this.tokens[this.at++] ?? '';
    if (token === '-') return -this.unit();
    if (token === '+') return this.unit();
    if (token !== '(') return single(token, this.as);
    const value = this.level(0);
    return this.tokens[this.at++] === ')' ? value : NaN;
  }
}

/**
 * A number as people type it: 139.90 and 139,90, 1.299,00 and 1 299, € 1.299,- and 1,299円, also as arithmetic: 49.90+4.90, 3*(20-1,5). Where one
 * mark with three digits behind it may be of thousands or of decimals, the number of decimals that there can be decides, then the language.
 * Null for nothing, NaN for what is no number.
 */
export function typedNumber(text: string, as: TypedAs = {}): number | null {
  const { unit, currency, language = numberLanguage() } = as;
  const bare = plain(text)
    .replace(unit ? anyOf([unit]) : /(?!)/, ' ')
    .replace(currency ? writtenAs(currency, language) : /(?!)/, ' ')
    .trim();
  if (bare === '') return text.trim() === '' ? null : NaN;
  // Two numbers side by side are no thousands: 12 34.
  if (/\d\s+(?!\d{3}(?!\d))\d/.test(bare)) return NaN;
  const joined = bare.replace(BETWEEN, '');
  // A dash for "no cents" is no sign: 49,- and 49.--.
  const tokens = joined.replace(/(\d)[.,]-+(?=$|[-+*/)])/g, '$1').match(/[-+*/()]|[^-+*/()]+/g) ?? [];
  const value = new Arithmetic(tokens, as).value();
  return Number.isFinite(value) ? value : NaN;
}
