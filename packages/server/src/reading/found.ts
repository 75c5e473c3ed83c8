import { foundSchema, type Found, type PriceDoubt } from '@ripe-pick/contract';
import { readAmount } from '@ripe-pick/core/audit';
import { gtinOf } from '@ripe-pick/core/parts';
import { minorPlaces } from '@ripe-pick/core/units';

/** What a page, table or feed held: offers as stated, and everything that could not be taken, with its place. */
export interface FoundRead {
  readonly found: readonly Found[];
  readonly doubts: readonly PriceDoubt[];
}

/** What a source said of one offer, as text. */
export interface Raw {
  readonly where: string;
  readonly name: string;
  readonly price: string | number | null;
  readonly currency: string | null;
  /** false: not for sale; null: not said. */
  readonly isForSale: boolean | null;
  readonly gtin?: string | undefined;
  readonly mpn?: string | undefined;
  readonly sku?: string | undefined;
  readonly url?: string | undefined;
  readonly seller?: string | undefined;
  readonly shop?: string | undefined;
  readonly stock?: string | number | undefined;
  readonly condition?: string | undefined;
  readonly shipping?: string | number | undefined;
  readonly seen?: string | undefined;
  readonly grade?: string | undefined;
  readonly monthsOld?: string | number | undefined;
  readonly good?: string | number | undefined;
  readonly rated?: string | number | undefined;
  readonly returnDays?: string | number | undefined;
}

/** Signs that mean one currency alone. $, £ and kr are left out where several countries write them. */
const SIGNS: Readonly<Record<string, string>> = {
  '€': 'EUR',
  EURO: 'EUR',
  ZŁ: 'PLN',
  KČ: 'CZK',
  '₹': 'INR',
  '₩': 'KRW',
  '₺': 'TRY',
  'FR.': 'CHF',
};
const AMBIGUOUS: Readonly<Record<string, readonly string[]>> = {
  $: ['USD', 'CAD', 'AUD', 'NZD', 'SGD', 'MXN'],
  KR: ['SEK', 'NOK', 'DKK', 'ISK'],
  'KR.': ['SEK', 'NOK', 'DKK'],
  '£': ['GBP', 'EGP'],
  '¥': ['JPY', 'CNY'],
};

/**
 * The currency that a source means: a code, a sign that stands for one currency, or a sign of several, one of which is the shop’s own. Null
 * when it cannot be told.
 */
function currencyOf(text: string | null, shop: string | null): string | null {
  const bare = (text ?? '').trim().toUpperCase();
  if (bare === '') return shop;
  if (/^[A-Z]{3}$/.test(bare)) return bare;
  if (SIGNS[bare]) return SIGNS[bare];
  const several = AMBIGUOUS[bare];
  return several && shop !== null && several.includes(shop) ? shop : null;
}

/** A sign or code inside the text of an amount: 129,00 €, SEK 1 299. */
const signIn = (text: string) => /[€$£¥₹₩₺]|zł|kč|\bkr\.?|\b[A-Z]{3}\b/i.exec(text)?.[0] ?? null;

/** Letters that an amount with its currency may have. */
const LONGEST_AMOUNT = 80;

type AmountOf = { readonly minor: number } | { readonly problem: string };

function amountOf(price: string | number, currency: string): AmountOf {
  const places = minorPlaces(currency);
  if (typeof price === 'number') {
    const minor = price * 10 ** places;
    if (!Number.isFinite(minor) || minor < 0) return { problem: `${price} is no price` };
    // A number of a machine: digits beyond the smallest coin are no rounding error of a few units of the last place.
    return Math.abs(minor - Math.round(minor)) > 1e-6 * Math.max(1, minor)
      ? { problem: `${price} has more places than ${currency} has` }
      : { minor: Math.round(minor) };
  }
  if (price.length > LONGEST_AMOUNT) return { problem: `“${price.slice(0, 40)}…” is too long for a price` };
  const read = readAmount(price.replace(/[₹₩₺]|zł|kč|kr\.?/gi, ''), currency);
  if (!read) return { problem: `“${price.slice(0, 40)}” holds no number` };
  if (read.kind === 'sure') return { minor: read.minor };
  return { problem: `“${price.slice(0, 40)}” can be read in ${read.readings.length || 'no'} ways` };
}

const CONDITIONS: readonly (readonly [RegExp, Found['condition'] | null])[] = [
  [/damaged|defect|broken/i, null],
  [/refurb|renewed/i, 'refurbished'],
  [/used|second/i, 'used'],
  [/new/i, 'new'],
];

const count = (value: string | number | undefined) => {
  const number = typeof value === 'string' ? Number(value.trim() || NaN) : (value ?? NaN);
  return Number.isInteger(number) && number >= 0 ? number : undefined;
};

/** A date or a moment as the source writes it, in minutes; undefined when it says none, null when it is no date. */
function minuteOf(seen: string | undefined): number | null | undefined {
  if (seen === undefined || seen.trim() === '') return undefined;
  const bare = seen.trim();
  if (!/^\d{4}-\d{2}-\d{2}([T ]\d{2}:\d{2}(:\d{2}(\.\d+)?)?(Z|[+-]\d{2}:?\d{2})?)?$/.test(bare)) return null;
  // A date alone: noon, so that no time zone makes another day of it.
  const time = Date.parse(
    bare.length === 10
      ? `${bare}T12:00:00Z`
      : /[Zz]|[+-]\d{2}:?\d{2}$/.test(bare.slice(10))
        ? bare
        : `${bare.replace(' ', 'T')}Z`,
  );
  return Number.isNaN(time) || time < 0 ? null : Math.floor(time / 60_000);
}

/** Why something is no offer, and how to mend it. */
class Doubtful extends Error {
  constructor(
    message: string,
    readonly mend?: string,
  ) {
    super(message);
  }
}

const trimmed = (text: string | undefined, most: number) => text?.trim().slice(0, most) || undefined;

function currencyIn(raw: Raw, shop: string | null): string {
  const stated = raw.currency ?? (typeof raw.price === 'string' ? signIn(raw.price) : null);
  const currency = currencyOf(stated, shop);
  if (currency === null)
    throw new Doubtful(
      stated ? `the currency “${stated.slice(0, 20)}” can mean several, or none` : 'no currency is stated',
      'Say which shop it is from: its currency is then taken.',
    );
  if (shop !== null && currency !== shop)
    throw new Doubtful(
      `the price is in ${currency}, the shop sells in ${shop}`,
      'Check the address, or the shop’s currency.',
    );
  return currency;
}

function conditionIn({ condition }: Raw): Found['condition'] {
  const known = condition ? CONDITIONS.find(([word]) => word.test(condition)) : undefined;
  if (known?.[1] === null) throw new Doubtful('it is sold as damaged');
  return known?.[1] ?? 'new';
}

/** The price in minor units; null for what is not for sale. */
function priceIn({ price, isForSale }: Raw, currency: string): number | null {
  if (isForSale === false) return null;
  if (price === null || price === '') throw new Doubtful('no price is stated');
  const amount = amountOf(price, currency);
  if ('problem' in amount) throw new Doubtful(amount.problem, 'Type the price in by hand.');
  if (amount.minor === 0)
    throw new Doubtful('the price is 0', 'A price of nothing is taken for a mistake of the source.');
  return amount.minor;
}

function timeIn({ seen }: Raw): number | undefined {
  const at = minuteOf(seen);
  if (at === null)
    throw new Doubtful(`“${seen?.slice(0, 30) ?? ''}” is no date`, 'Dates are written as 2026-11-20.');
  return at;
}

function gtinIn({ gtin }: Raw): string | undefined {
  if (gtin === undefined || gtin.trim() === '') return undefined;
  const known = gtinOf(gtin);
  if (known === null)
    throw new Doubtful(
      `the item number ${gtin.slice(0, 20)} has a wrong check digit or length`,
      'Correct it, or leave it out: the name is then used.',
    );
  return known;
}

/** Everything of an offer. Throws what makes it doubtful. */
function readOffer(raw: Raw, shop: string | null) {
  const currency = currencyIn(raw, shop);
  const condition = conditionIn(raw);
  const priceMinor = priceIn(raw, currency);
  const shipping =
    raw.shipping === undefined || raw.shipping === '' ? undefined : amountOf(raw.shipping, currency);
  const [good, rated] = [count(raw.good), count(raw.rated)];
  return {
    name: raw.name.replace(/\s+/g, ' ').trim().slice(0, 400),
    at: timeIn(raw),
    gtin: gtinIn(raw),
    mpn: trimmed(raw.mpn, 80),
    sku: trimmed(raw.sku, 100),
    url: raw.url?.slice(0, 2000),
    seller: trimmed(raw.seller, 200),
    shop: trimmed(raw.shop, 200),
    priceMinor,
    currency,
    stock: priceMinor === null ? undefined : count(raw.stock),
    condition,
    shippingMinor: shipping && 'minor' in shipping ? shipping.minor : undefined,
    grade: (['A', 'B', 'C'] as const).find((each) => each === raw.grade?.trim().toUpperCase()),
    monthsOld: count(raw.monthsOld),
    returnDays: count(raw.returnDays),
    ...(good !== undefined && rated !== undefined && good <= rated ? { good, rated } : {}),
  };
}

/** Makes an offer of what was said, or says why not. `shop` is the currency that the shop sells in, where it is known. */
function foundOf(raw: Raw, shop: string | null): { readonly found: Found } | { readonly doubt: PriceDoubt } {
  const doubt = (what: string, mend?: string) => ({
    doubt: { where: raw.where.slice(0, 300), what: what.slice(0, 500), ...(mend ? { mend } : {}) },
  });
  try {
    const read = foundSchema.safeParse(readOffer(raw, shop));
    return read.success ? { found: read.data } : doubt(read.error.issues[0]?.message ?? 'it is not an offer');
  } catch (error) {
    if (error instanceof Doubtful) return doubt(error.message, error.mend);
    throw error;
  }
}

export function collected(raws: readonly Raw[], shop: string | null): FoundRead {
  const found: Found[] = [];
  const doubts: PriceDoubt[] = [];
  for (const raw of raws) {
    const each = foundOf(raw, shop);
    if ('found' in each) found.push(each.found);
    else doubts.push(each.doubt);
  }
  return { found, doubts };
}
