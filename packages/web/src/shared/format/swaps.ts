import type { PriceIndex } from '@ripe-pick/core/money';
import type { Pick, Slot } from '@ripe-pick/core/parts';
import type { Swap } from '@ripe-pick/core/swaps';
import { EMPTY_NAMES, SLOT_NAMES } from './slots.ts';

/** The part of a pick by maker and name; what an empty slot means otherwise. */
export function pickName(pick: Pick | null, slot: Slot, market: PriceIndex): string {
  if (!pick) return EMPTY_NAMES[slot] ?? 'open';
  const part = market.parts.get(pick.part);
  return part ? `${part.brand} ${part.name}` : pick.part;
}

/** One line per swap: the slot, and what comes in. */
export function swapLines(swaps: readonly Swap[], market: PriceIndex): string[] {
  return swaps.map(
    (swap) => `${SLOT_NAMES[swap.slot].toLowerCase()} → ${pickName(swap.to, swap.slot, market)}`,
  );
}
