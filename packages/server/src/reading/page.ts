import type { PriceDoubt } from '@ripe-pick/contract';
import { collected, type FoundRead, type Raw } from './found.ts';
import { isItem, itemsOf, type PageItem, type Value } from './items.ts';

/** Longest page that is read, in characters. Product pages have some hundred thousand. */
export const MAX_PAGE = 8_000_000;

const PRODUCTS = new Set([
  'Product',
  'IndividualProduct',
  'ProductModel',
  'SomeProducts',
  'Vehicle',
  'ProductGroup',
]);
const OFFERS = new Set(['Offer', 'OfferForPurchase', 'AggregateOffer', 'Demand']);
const FOR_SALE = /^(InStock|LimitedAvailability|OnlineOnly|MadeToOrder|in.?stock|available|yes|true)$/i;
const NOT_FOR_SALE =
  /^(OutOfStock|SoldOut|Discontinued|BackOrder|PreOrder|PreSale|Reserved|InStoreOnly|out.?of.?stock|sold.?out|no|false)$/i;
/** Prices that are not asked: what is struck out, recommended, or to be paid per month. */
const NOT_ASKED = /List|SRP|MSRP|RRP|Strikethrough|Minimum|Suggested|Installment|Subscription/i;

const all = (item: PageItem, name: string): readonly Value[] => item.props.get(name) ?? [];
const isType = (item: PageItem, types: ReadonlySet<string>) => item.types.some((type) => types.has(type));
function text(item: PageItem, ...names: string[]): string | undefined {
  for (const name of names)
    for (const value of all(item, name)) {
      if (typeof value === 'string' && value.trim() !== '') return value.trim();
      if (typeof value === 'number') return String(value);
      if (isItem(value)) {
        const inner = text(value, 'name', 'value');
        if (inner) return inner;
      }
    }
  return undefined;
}
const scalar = (item: PageItem, name: string): string | number | null => {
  const value = all(item, name).find((each) => typeof each === 'string' || typeof each === 'number');
  return typeof value === 'string' || typeof value === 'number' ? value : null;
};
const word = (value: string | undefined) => value?.replace(/^.*[/#:]/, '').trim();
const gtinIn = (item: PageItem) =>
  text(item, 'gtin13', 'gtin', 'gtin14', 'gtin12', 'gtin8', 'ean') ??
  /^(?:gtin|ean|upc)[\s:]*(\d{8,14})$/i.exec(text(item, 'productID') ?? '')?.[1];

interface AskedPrice {
  readonly price: string | number | null;
  readonly currency: string | null;
  readonly problem?: string;
}

/** The price that is asked: never one that is struck out, and never one end of a range. */
function askedOf(offer: PageItem): AskedPrice {
  const currency = text(offer, 'priceCurrency', 'currency') ?? null;
  if (offer.types.includes('AggregateOffer')) {
    const [low, high] = [scalar(offer, 'lowPrice'), scalar(offer, 'highPrice')];
    const price = scalar(offer, 'price') ?? low;
    if (high !== null && low !== null && String(high) !== String(low))
      return { price: null, currency, problem: `the page states a range, ${low} to ${high}, not a price` };
    if (
      high === null &&
      scalar(offer, 'price') === null &&
      low !== null &&
      Number(scalar(offer, 'offerCount') ?? 1) > 1
    )
      return { price: null, currency, problem: `the page states a price from ${low} on over several offers` };
    return { price, currency };
  }
  const prices = all(offer, 'price').filter((each) => typeof each === 'string' || typeof each === 'number');
  if (new Set(prices.map(String)).size > 1)
    return {
      price: null,
      currency,
      problem: `the offer states several prices: ${prices.slice(0, 3).join(', ')}`,
    };
  if (prices.length > 0) return { price: prices[0], currency };
  const specs = all(offer, 'priceSpecification')
    .filter(isItem)
    .filter(
      (spec) =>
        !NOT_ASKED.test(`${text(spec, 'priceType') ?? ''} ${text(spec, 'name') ?? ''}`) &&
        !spec.types.includes('DeliveryChargeSpecification'),
    );
  const stated = specs
    .map((spec) => ({ price: scalar(spec, 'price'), currency: text(spec, 'priceCurrency') ?? currency }))
    .filter((spec) => spec.price !== null);
  if (new Set(stated.map((spec) => String(spec.price))).size > 1)
    return {
      price: null,
      currency,
      problem: `the offer states several prices: ${stated
        .map((spec) => spec.price)
        .slice(0, 3)
        .join(', ')}`,
    };
  return stated[0] ?? { price: null, currency };
}

function shippingOf(offer: PageItem): string | number | undefined {
  for (const detail of all(offer, 'shippingDetails').filter(isItem))
    for (const rate of all(detail, 'shippingRate').filter(isItem)) return scalar(rate, 'value') ?? undefined;
  return undefined;
}

/** Name of an article with its maker in front, where the name does not begin with it. */
function fullName(product: PageItem | null, offer: PageItem, where: string): string {
  if (!product) return text(offer, 'name') ?? where;
  const brand = text(product, 'brand', 'manufacturer');
  return brand === undefined || where.toLowerCase().startsWith(brand.toLowerCase())
    ? where
    : `${brand} ${where}`;
}

const isForSaleBy = (stated: string | undefined): boolean | null =>
  stated === undefined ? null : NOT_FOR_SALE.test(stated) ? false : FOR_SALE.test(stated) ? true : null;

/** Collects the offers of a page's items. */
class OfferReader {
  readonly raws: Raw[] = [];
  readonly doubts: PriceDoubt[] = [];
  private readonly seen = new Set<PageItem>();

  /** All offers of the items: those of articles, then those that name their article, rather than the other way round. */
  read(items: readonly PageItem[]): void {
    for (const item of items)
      if (isType(item, PRODUCTS))
        for (const offer of all(item, 'offers')) if (isItem(offer)) this.add(offer, item);
    for (const item of items)
      if (isType(item, OFFERS) && !this.seen.has(item)) {
        const product = all(item, 'itemOffered').find(isItem) ?? null;
        if (product || text(item, 'name')) this.add(item, product);
      }
  }

  private add(offer: PageItem, product: PageItem | null): void {
    if (this.seen.has(offer)) return;
    this.seen.add(offer);
    // Offers inside an aggregate say more than it does.
    const inner = offer.types.includes('AggregateOffer') ? all(offer, 'offers').filter(isItem) : [];
    if (inner.length > 0) {
      for (const each of inner) this.add(each, product);
      return;
    }
    const where = (product && text(product, 'name')) ?? text(offer, 'name') ?? 'an offer without a name';
    const { price, currency, problem } = askedOf(offer);
    const isForSale = isForSaleBy(word(text(offer, 'availability')));
    if (problem && isForSale !== false)
      this.doubts.push({
        where: where.slice(0, 300),
        what: problem,
        mend: 'Open the page of the one article, or type its price in by hand.',
      });
    else this.raws.push(rawOf(offer, product, { where, price, currency, isForSale }));
  }
}

/** What is read of an offer, and of its article where the offer does not say it. */
function rawOf(
  offer: PageItem,
  product: PageItem | null,
  asked: Pick<Raw, 'where' | 'price' | 'currency' | 'isForSale'>,
): Raw {
  const both = (name: string) => text(offer, name) ?? (product ? text(product, name) : undefined);
  return {
    ...asked,
    name: fullName(product, offer, asked.where),
    gtin: gtinIn(offer) ?? (product ? gtinIn(product) : undefined),
    mpn: both('mpn'),
    sku: both('sku'),
    url: both('url'),
    seller: text(offer, 'seller', 'offeredBy'),
    condition: word(both('itemCondition')),
    shipping: shippingOf(offer),
    stock: all(offer, 'inventoryLevel')
      .filter(isItem)
      .map((level) => scalar(level, 'value') ?? undefined)[0],
  };
}

const nothing = (doubt: PriceDoubt): FoundRead => ({ found: [], doubts: [doubt] });

/** Reads the source of a product page. `shop` is the currency that the shop sells in. */
export function readPage(html: string, shop: string | null): FoundRead {
  const mb = (characters: number) => Math.round(characters / 1e6);
  if (html.length > MAX_PAGE)
    return nothing({
      where: 'the page',
      what: `it has ${mb(html.length)} MB, more than the ${mb(MAX_PAGE)} MB that are read`,
      mend: 'Save the page’s source alone, without what is in it.',
    });
  const { items, broken, isWhole, isTooDeep } = itemsOf(html);
  if (isTooDeep)
    return nothing({
      where: 'the page',
      what: 'its parts are nested deeper than those of any page',
      mend: 'Type the price in by hand.',
    });
  const reader = new OfferReader();
  reader.read(items);
  const read = collected(reader.raws, shop);
  const doubts: PriceDoubt[] = [
    ...broken.map((start) => ({
      where: 'a block of JSON-LD',
      what: `it is not JSON: ${start}`,
      mend: 'The shop’s page is broken; type the price in by hand if it happens again.',
    })),
    ...reader.doubts,
    ...read.doubts,
  ];
  if (read.found.length > 0 || doubts.length > 0) return { found: unique(read.found), doubts };
  return nothing(
    isWhole || !/<html|<body/i.test(html)
      ? {
          where: 'the page',
          what: 'it states no offer that a program can read',
          mend: 'The page may have changed, or makes its price with a script: type it in by hand.',
        }
      : { where: 'the page', what: 'it breaks off before an offer', mend: 'Fetch or save it again.' },
  );
}

/** A page often states the same offer twice, once for each kind of reader. */
function unique(found: FoundRead['found']): FoundRead['found'] {
  const seen = new Map<string, FoundRead['found'][number]>();
  for (const each of found) {
    const key = [
      each.gtin ?? each.mpn ?? each.sku ?? each.name,
      each.priceMinor,
      each.condition,
      each.seller ?? '',
    ].join('|');
    if (!seen.has(key)) seen.set(key, each);
  }
  return [...seen.values()];
}
