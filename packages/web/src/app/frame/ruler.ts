import { SLOTS, type Slot } from '@ripe-pick/core/parts';
import type { Cost } from '@ripe-pick/core/money';

/** A stretch of the ruler, in minor units from its left end. */
export interface Segment {
  readonly slot: Slot | 'shipping';
  readonly from: number;
  readonly to: number;
}

/** Lays the lines of a total end to end: picks in slot order, shipping last. */
export function segmentsOf(cost: Cost): Segment[] {
  const segments: Segment[] = [];
  let at = 0;
  const add = (slot: Segment['slot'], amount: number) => {
    if (amount <= 0) return;
    segments.push({ slot, from: at, to: at + amount });
    at += amount;
  };
  for (const slot of SLOTS) {
    add(slot, cost.lines.reduce((sum, line) => sum + (line.slot === slot && line.kind === 'part' ? line.amount : 0), 0)); // prettier-ignore
  }
  add('shipping', cost.lines.reduce((sum, line) => sum + (line.kind === 'shipping' ? line.amount : 0), 0)); // prettier-ignore
  return segments;
}
