import { payoutDay } from './claims.ts';
import type { ShopOrder, RebateClaim } from './types.ts';

/** Money on a day. `out` and `back` have happened, `due` is expected at its chance, `face` what it would be at best. */
export interface CashDay {
  readonly day: string;
  readonly out: number;
  readonly back: number;
  readonly due: number;
  readonly face: number;
  /** Sum of everything up to this day: what happened and what is expected; negative is money laid out. */
  readonly sum: number;
}

/** What an order line has cost: what was paid, else what was planned, less what came back; nothing for what was cancelled. */
export function lineCost(line: ShopOrder['lines'][number]): number {
  const paid = line.paidMinor ?? line.plannedMinor;
  switch (line.state) {
    case 'cancelled':
      return 0;
    case 'returned':
      return paid - (line.backMinor ?? paid);
    case 'sold':
      return paid - (line.backMinor ?? 0);
    default:
      return paid;
  }
}

/** Money out and back by day, in day order. Money without a day is left out and given apart. */
export function cashFlow(
  orders: readonly ShopOrder[],
  slips: readonly RebateClaim[],
  currency: string,
): { readonly days: readonly CashDay[]; readonly undated: number } {
  const days = new Map<string, { out: number; back: number; due: number; face: number }>();
  const at = (day: string) => {
    const known = days.get(day);
    if (known) return known;
    const fresh = { out: 0, back: 0, due: 0, face: 0 };
    days.set(day, fresh);
    return fresh;
  };
  let undated = 0;
  for (const order of orders)
    if (order.currency === currency)
      at(order.placedOn).out += order.lines.reduce((sum, line) => sum + lineCost(line), 0);
  for (const slip of slips) {
    if (slip.currency !== currency || slip.state === 'refused' || slip.state === 'missed') continue;
    if (slip.state === 'paid') {
      if (slip.paidOn) at(slip.paidOn).back += slip.paidMinor ?? 0;
      continue;
    }
    const day = payoutDay(slip);
    if (day === null) undated += slip.expectedMinor;
    else {
      at(day).due += slip.expectedMinor;
      at(day).face += slip.faceMinor;
    }
  }
  let sum = 0;
  const sorted = [...days.keys()].sort();
  return {
    undated,
    days: sorted.map((day) => {
      const money = at(day);
      sum += money.back + money.due - money.out;
      return { day, ...money, sum };
    }),
  };
}
