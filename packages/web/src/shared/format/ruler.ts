import { apportion } from '@ripe-pick/core';
import { SLOTS, type Brief, type Slot } from '@ripe-pick/core/parts';
import type { Cost } from '@ripe-pick/core/money';
import { countWords, money } from './format.ts';

/** A stretch of the ruler, in minor units from its left end. */
export interface Segment {
  readonly slot: Slot | 'shipping' | 'lot' | 'risk' | 'beside';
  readonly from: number;
  readonly to: number;
  /** How much of its right end may come back. */
  readonly back: number;
}

/**
 * Lays the lines of a total end to end: picks in slot order less what deals take off, the rest of lots, shipping and tax;
 * after the till what is kept back for risk. What an order takes off as a whole is shared by its parts.
 */
export function segmentsOf(cost: Cost): Segment[] {
  const bySlot = new Map<Slot, number>();
  for (const line of cost.lines)
    if (line.slot !== null && ['part', 'instant', 'code', 'charges'].includes(line.kind))
      bySlot.set(line.slot, (bySlot.get(line.slot) ?? 0) + line.amount);
  for (const order of cost.orders) {
    const off = cost.lines.reduce(
      (sum, line) =>
        sum +
        (line.slot === null && line.shop === order.shop && ['combo', 'gift', 'code'].includes(line.kind)
          ? line.amount
          : 0),
      0,
    );
    if (off === 0) continue;
    const slots = order.items.map((item) => item.slot);
    const shares = apportion(
      -off,
      slots.map((slot) => Math.max(0, bySlot.get(slot) ?? 0)),
    );
    slots.forEach((slot, n) => bySlot.set(slot, (bySlot.get(slot) ?? 0) - shares[n]));
  }
  const segments: Segment[] = [];
  let at = 0;
  const add = (slot: Segment['slot'], amount: number, back = 0) => {
    if (amount <= 0) return;
    segments.push({ slot, from: at, to: at + amount, back: Math.min(back, amount) });
    at += amount;
  };
  for (const slot of SLOTS)
    add(
      slot,
      bySlot.get(slot) ?? 0,
      cost.backs.reduce((sum, back) => sum + (back.slot === slot ? back.face : 0), 0),
    );
  const sumOf = (kinds: readonly string[]) =>
    cost.lines.reduce((sum, line) => sum + (kinds.includes(line.kind) ? line.amount : 0), 0);
  add('lot', sumOf(['lot']));
  add('shipping', sumOf(['shipping', 'tax']));
  add(
    'risk',
    cost.aside.reduce((sum, line) => sum + (line.kind === 'risk' ? line.amount : 0), 0),
  );
  add(
    'beside',
    cost.aside.reduce((sum, line) => sum + (line.kind === 'beside' ? line.amount : 0), 0),
  );
  return segments;
}

/** How a total lies to the sum and what is allowed over it. Minor units. */
interface SumRoom {
  readonly state: 'left' | 'allowed' | 'over' | 'gone';
  readonly words: string;
}

/**
 * What is left of a sum, or by how much it is passed; what is allowed hides no overrun. @param gone picks of the total
 * that cannot be bought any more: their prices are of the past, and so is what is left
 */
export function roomIn(total: number, money: Brief['money'], gone = 0): SumRoom {
  const room = liveRoomIn(total, money);
  return gone === 0
    ? room
    : { state: 'gone', words: `${room.words} if ${countWords(gone, 'pick')} could still be bought` };
}

function liveRoomIn(total: number, { budgetMinor, allowedOverMinor, currency }: Brief['money']): SumRoom {
  const over = total - budgetMinor;
  if (over <= 0) return { state: 'left', words: `${money(-over, currency)} left` };
  const words = `${money(over, currency)} over`;
  if (allowedOverMinor === 0) return { state: 'over', words };
  const beyond = over - allowedOverMinor;
  return beyond <= 0
    ? { state: 'allowed', words: `${words}, within the allowed ${money(allowedOverMinor, currency)}` }
    : { state: 'over', words: `${words}, ${money(beyond, currency)} beyond what is allowed over` };
}
