import type { PromoCode, Shop, Slot, WeightClass } from '../parts/index.ts';
import { WEIGHT_CLASSES } from '../parts/index.ts';
import { cents, type CurrencyRate } from '../units/index.ts';
import { offMinor } from './deal-window.ts';
import { gross, worthAt, type Priced, type Worth } from './priced.ts';
import { codeAppliesTo, type ResolvedCombo, type ShopDeals } from './shop-deals.ts';

/** One offer in an order, with the slot that it fills. */
export interface OrderItem {
  readonly slot: Slot;
  readonly priced: Priced;
}

/** What a code takes off, line by line for shares, once for amounts. */
export interface UsedCode {
  readonly code: PromoCode;
  readonly offs: readonly { readonly slot: Slot | null; readonly minor: number; readonly off: Worth }[];
}

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

/** What a code would take off an order; null when nothing. The minimum spend is not looked at. */
function valueOf(
  code: PromoCode,
  items: readonly OrderItem[],
  shop: Shop,
  rates: ReadonlyMap<string, CurrencyRate | null>,
): { readonly used: UsedCode; readonly value: number } | null {
  const offs: UsedCode['offs'][number][] = [];
  let eligible = 0;
  for (const { slot, priced } of items) {
    if (!codeAppliesTo(code, priced.offer.part, slot === 'secondaryStorage' ? 'storage' : slot)) continue;
    eligible += priced.paidMinor;
    if (code.off.kind !== 'percent') continue;
    const minor = offMinor(code.off, priced.paidMinor);
    const off = worthAt(shop, minor, rates);
    if (off && minor > 0) offs.push({ slot, minor, off });
  }
  // A sum off never exceeds the goods that it applies to.
  if (code.off.kind === 'amount' && eligible >= code.off.minor) {
    const off = worthAt(shop, code.off.minor, rates);
    if (off && code.off.minor > 0) offs.push({ slot: null, minor: code.off.minor, off });
  }
  const value = offs.reduce((sum, each) => sum + gross(each.off), 0);
  return value > 0 ? { used: { code, offs }, value } : null;
}

type CodeValue = NonNullable<ReturnType<typeof valueOf>>;

/** Codes that an order's goods reach: all that may be entered together, and the best of the others. */
function codesFor(values: readonly CodeValue[], spent: number): readonly CodeValue[] {
  const together: CodeValue[] = [];
  let single: CodeValue | null = null;
  for (const each of values) {
    if (spent < each.used.code.minSpendMinor) continue;
    if (each.used.code.stacks) together.push(each);
    else if (!single || each.value > single.value) single = each;
  }
  return single ? [...together, single] : together;
}

/** Every set of combos that share no part, with what it lowers the list prices by; the empty one is left out. */
function* comboSets(
  combos: readonly ResolvedCombo[],
  from = 0,
  used: readonly ResolvedCombo[] = [],
  minor = 0,
): Generator<{ readonly used: readonly ResolvedCombo[]; readonly minor: number }> {
  for (let n = from; n < combos.length; n++) {
    const combo = combos[n];
    if (used.some((other) => other.parts.some((part) => combo.parts.includes(part)))) continue;
    const next = { used: [...used, combo], minor: minor + combo.minor };
    yield next;
    yield* comboSets(combos, n + 1, next.used, next.minor);
  }
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
