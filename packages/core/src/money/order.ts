import type { Shop, WeightClass } from '../parts/index.ts';
import { WEIGHT_CLASSES } from '../parts/index.ts';
import { cents, type CurrencyRate } from '../units/index.ts';
import {
  codesFor,
  comboSets,
  valueOf,
  type CodeValue,
  type OrderItem,
  type UsedCode,
} from './order-deals.ts';
import { gross, worthAt, type Worth } from './priced.ts';
import { type ResolvedCombo, type ShopDeals } from './shop-deals.ts';

/** An order at one shop with the deals that make it cheapest. */
export interface Settled {
  readonly combos: readonly ResolvedCombo[];
  readonly codes: readonly UsedCode[];
  /** Null when sending costs nothing. */
  readonly fee: { readonly minor: number; readonly worth: Worth } | null;
  /** What deals take off and sending adds, in the brief's currency: the order comes to its goods plus this. */
  readonly extra: number;
}

/** What sending an order costs below the threshold: its parts are converted each by itself, so that they add up. */
export function feeOf(
  shop: Shop,
  items: number,
  heaviest: WeightClass,
  rates: ReadonlyMap<string, CurrencyRate | null>,
): Settled['fee'] {
  const { feeMinor: flat, perItemMinor = 0, byClassMinor } = shop.shipping;
  const byClass = byClassMinor?.[heaviest] ?? 0;
  const [first, item, weight] = [flat, perItemMinor, byClass].map((minor) => worthAt(shop, minor, rates));
  if (!first || !item || !weight) return null;
  const amount = first.amount + items * item.amount + weight.amount;
  const tax = first.tax + items * item.tax + weight.tax;
  const minor = flat + perItemMinor * items + byClass;
  return minor > 0 ? { minor, worth: { amount: cents(amount), tax: cents(tax) } } : null;
}

function heavier(a: WeightClass, b: WeightClass): WeightClass {
  return WEIGHT_CLASSES.indexOf(a) >= WEIGHT_CLASSES.indexOf(b) ? a : b;
}

/**
 * Finds the combos and codes that make an order cheapest, by trying every set of combos that share no part. Thresholds
 * and minimum spends count the list prices of the goods less the combos used; codes come off after that, at most one
 * beside those that may be entered together. Exact.
 */
export function settleOrder(
  shop: Shop,
  items: readonly OrderItem[],
  deals: ShopDeals | null,
  rates: ReadonlyMap<string, CurrencyRate | null>,
): Settled {
  let subtotal = 0;
  let heaviest: WeightClass = 'small';
  for (const { priced } of items) {
    subtotal += priced.sub;
    heaviest = heavier(heaviest, priced.weight);
  }
  const charged = feeOf(shop, items.length, heaviest, rates);
  const threshold = shop.shipping.freeFromMinor ?? Infinity;
  const settle = (combos: readonly ResolvedCombo[], spent: number, values: readonly CodeValue[]): Settled => {
    const codes = codesFor(values, spent);
    const fee = spent < threshold ? charged : null;
    let extra = fee ? gross(fee.worth) : 0;
    for (const { off } of combos) extra -= gross(off);
    for (const { value } of codes) extra -= value;
    return { combos, codes: codes.map(({ used }) => used), fee, extra };
  };
  if (!deals) return settle([], subtotal, []);
  const values = deals.codes.flatMap((code) => valueOf(code, items, shop, rates) ?? []);
  const present = new Set(
    items.filter(({ priced }) => priced.offer.condition === 'new').map(({ priced }) => priced.offer.part),
  );
  const combos = deals.combos.filter((combo) => combo.parts.every((part) => present.has(part)));
  let best = settle([], subtotal, values);
  for (const { used, minor } of comboSets(combos)) {
    const tried = settle(used, subtotal - minor, values);
    if (tried.extra < best.extra) best = tried;
  }
  return best;
}
