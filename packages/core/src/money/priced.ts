import type {
  Brief,
  Catalogue,
  Claim,
  CostBasis,
  InstantDiscount,
  Offer,
  Shop,
  WeightClass,
} from '../parts/index.ts';
import { addDays, convertMinor, findRate, type Cents, type CurrencyRate } from '../units/index.ts';
import { shareMinor } from './deal-window.ts';
import type { UsedCost } from './used-risk.ts';

/** An amount in the brief's currency, with the tax that comes on top of it. Each is converted by itself. */
export interface Worth {
  readonly amount: Cents;
  readonly tax: Cents;
}

/** Money that may come back after the purchase of one offer. */
export interface BackTerm {
  readonly claim: Claim;
  readonly kind: 'rebate' | 'cashback' | 'review';
  readonly face: Cents;
  readonly expected: Cents;
  /** Claims that the household may still make; Infinity without a limit. */
  readonly left: number;
  readonly sendBy: string | null;
}

/** An offer with everything that hangs on it alone. Amounts in the brief's currency unless said. */
export interface Priced {
  readonly offer: Offer;
  readonly shop: Shop;
  /** List price in the shop's minor units: what thresholds and minimum spends count. */
  readonly sub: number;
  /** Price after instant discounts in the shop's minor units: what codes take their share of. */
  readonly paidMinor: number;
  readonly goods: Worth;
  readonly instants: readonly {
    readonly deal: InstantDiscount;
    readonly minor: number;
    readonly off: Worth;
  }[];
  /** Shipping of a listing in a market. */
  readonly ownShipping: Worth;
  /** Goods less instant discounts, tax and own shipping. */
  readonly dueNow: number;
  readonly backs: readonly BackTerm[];
  /** What is kept back for the risk of a used part; 0 when the brief does not. */
  readonly reserve: Cents;
  readonly risk: UsedCost | null;
  /** What it adds to the counted total, claims with a household limit left out. */
  readonly net: number;
  readonly weight: WeightClass;
}

/** Adds an amount and its tax. */
export const gross = ({ amount, tax }: Worth): number => amount + tax;

/** What money that may come back counts for by a cost basis. */
export function backCounted(back: Pick<BackTerm, 'face' | 'expected'>, costBasis: CostBasis): number {
  return costBasis === 'strict' ? 0 : costBasis === 'expected' ? back.expected : back.face;
}

/** Rates from every currency that shops and deals use; null when none is known. */
export function ratesTo(catalogue: Catalogue, currency: string): Map<string, CurrencyRate | null> {
  const rates = new Map<string, CurrencyRate | null>();
  const known = new Set(catalogue.shops.map((shop) => shop.currency));
  for (const deal of catalogue.deals) if ('currency' in deal) known.add(deal.currency);
  for (const from of known) {
    const same: CurrencyRate = { from, to: from, rate: 1, on: '' };
    rates.set(from, from === currency ? same : findRate(catalogue.currencyRates, from, currency));
  }
  return rates;
}

/** An amount of a shop, with the tax that the shop adds; null when the currency has no rate. */
export function worthAt(
  shop: Shop,
  minor: number,
  rates: ReadonlyMap<string, CurrencyRate | null>,
): Worth | null {
  const rate = rates.get(shop.currency);
  if (!rate) return null;
  const tax = shop.taxAddedPercent ? shareMinor(minor, shop.taxAddedPercent) : 0;
  return { amount: convertMinor(minor, rate), tax: convertMinor(tax, rate) };
}

/** The day of the purchase: the brief's, or today; a day that has passed is today. */
export function buyingDay(brief: Brief, today: string): string {
  const { buyOn } = brief.dates;
  return buyOn !== null && buyOn > today ? buyOn : today;
}

/** The day on which an offer bought on a day arrives; null when nothing is known. */
export function arrivalOf(offer: Offer, shop: Shop, boughtOn: string): string | null {
  const days = offer.sendsInDays ?? shop.sendsInDays;
  return days === undefined ? null : addDays(boughtOn, days);
}
