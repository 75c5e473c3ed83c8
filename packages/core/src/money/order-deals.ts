import { kindFor, type PromoCode, type Shop, type Slot } from '../parts/index.ts';
import type { CurrencyRate } from '../units/index.ts';
import { offMinor } from './deal-window.ts';
import { gross, worthAt, type Priced, type Worth } from './priced.ts';
import { codeAppliesTo, type ResolvedCombo } from './shop-deals.ts';

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

/** What a code would take off an order; null when nothing. The minimum spend is not looked at. */
export function valueOf(
  code: PromoCode,
  items: readonly OrderItem[],
  shop: Shop,
  rates: ReadonlyMap<string, CurrencyRate | null>,
): { readonly used: UsedCode; readonly value: number } | null {
  const offs: UsedCode['offs'][number][] = [];
  let eligible = 0;
  for (const { slot, priced } of items) {
    if (!codeAppliesTo(code, priced.offer.part, kindFor(slot))) continue;
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

export type CodeValue = NonNullable<ReturnType<typeof valueOf>>;
/** Codes that an order's goods reach: all that may be entered together, and the best of the others. */
export function codesFor(values: readonly CodeValue[], spent: number): readonly CodeValue[] {
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
export function* comboSets(
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
