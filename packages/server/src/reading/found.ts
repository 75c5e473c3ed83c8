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

/** Makes an offer of what was said, or says why not. `shop` is the currency that the shop sells in, where it is known. */
export function foundOf(
  raw: Raw,
  shop: string | null,
): { readonly found: Found } | { readonly doubt: PriceDoubt } {
  const doubt = (what: string, mend?: string) => ({
    doubt: { where: raw.where.slice(0, 300), what: what.slice(0, 500), ...(mend ? { mend } : {}) },
  });
  const name = raw.name.replace(/\s+/g, ' ').trim().slice(0, 400);
  const stated = raw.currency ?? (typeof raw.price === 'string' ? signIn(raw.price) : null);
  const currency = currencyOf(stated, shop);
  if (currency === null)
    return doubt(
      stated ? `the currency “${stated.slice(0, 20)}” can mean several, or none` : 'no currency is stated',
      'Say which shop it is from: its currency is then taken.',
    );
  if (shop !== null && currency !== shop)
    return doubt(
      `the price is in ${currency}, the shop sells in ${shop}`,
      'Check the address, or the shop’s currency.',
    );
  let condition: Found['condition'] = 'new';
  if (raw.condition) {
    const known = CONDITIONS.find(([word]) => word.test(raw.condition ?? ''));
    if (known?.[1] === null) return doubt('it is sold as damaged');
    if (known?.[1]) condition = known[1];
  }
  let priceMinor: number | null = null;
  if (raw.isForSale !== false) {
    if (raw.price === null || raw.price === '') return doubt('no price is stated');
    const amount = amountOf(raw.price, currency);
    if ('problem' in amount) return doubt(amount.problem, 'Type the price in by hand.');
    if (amount.minor === 0)
      return doubt('the price is 0', 'A price of nothing is taken for a slip of the source.');
    priceMinor = amount.minor;
  }
  const at = minuteOf(raw.seen);
  if (at === null)
    return doubt(`“${raw.seen?.slice(0, 30) ?? ''}” is no date`, 'Dates are written as 2026-11-20.');
  const gtin = raw.gtin === undefined || raw.gtin.trim() === '' ? undefined : gtinOf(raw.gtin);
  if (gtin === null)
    return doubt(
      `the item number ${raw.gtin?.slice(0, 20) ?? ''} has a wrong check digit or length`,
      'Correct it, or leave it out: the name is then used.',
    );
  const shipping =
    raw.shipping === undefined || raw.shipping === '' ? undefined : amountOf(raw.shipping, currency);
  const grade = (['A', 'B', 'C'] as const).find((each) => each === raw.grade?.trim().toUpperCase());
  const [good, rated] = [count(raw.good), count(raw.rated)];
  const read = foundSchema.safeParse({
    name,
    gtin,
    mpn: raw.mpn?.trim().slice(0, 80) || undefined,
    sku: raw.sku?.trim().slice(0, 100) || undefined,
    url: raw.url?.slice(0, 2000),
    seller: raw.seller?.trim().slice(0, 200) || undefined,
    priceMinor,
    currency,
    stock: priceMinor === null ? undefined : count(raw.stock),
    condition,
    shippingMinor: shipping && 'minor' in shipping ? shipping.minor : undefined,
    at,
    grade,
    monthsOld: count(raw.monthsOld),
    returnDays: count(raw.returnDays),
    ...(good !== undefined && rated !== undefined && good <= rated ? { good, rated } : {}),
  });
  return read.success ? { found: read.data } : doubt(read.error.issues[0]?.message ?? 'it is not an offer');
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
