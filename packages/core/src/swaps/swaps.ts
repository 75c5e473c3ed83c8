import { costOf } from '../money/index.ts';
import { SLOTS, type Pick, type Picks, type Slot } from '../parts/index.ts';
import type { Session } from '../session/index.ts';
import { partsForRules } from './rule-parts.ts';

/** One step from a set of picks to another. */
export interface Swap {
  readonly slot: Slot;
  readonly from: Pick | null;
  readonly to: Pick | null;
  /** Change of the total when this step is taken after those above it, shipping included. */
  readonly money: number;
  /** Change of the objective in thousandths, likewise; null while either side has no rate. */
  readonly score: number | null;
}

/** Lists what turns one set of picks into another, in slot order; money and score add up to the whole difference. */
export function swapsBetween(from: Picks, to: Picks, { priceIndex, scoreOf }: Session): Swap[] {
  const swaps: Swap[] = [];
  let picks: Picks = from;
  const countedOf = (of: Picks): number => costOf(of, priceIndex).counted;
  let total = countedOf(picks);
  let score = scoreOf(partsForRules(picks, priceIndex));
  for (const slot of SLOTS) {
    const before = from[slot] ?? null;
    const after = to[slot] ?? null;
    if (before?.part === after?.part && before?.offer === after?.offer) continue;
    picks = withPick(picks, slot, after);
    const nextTotal = countedOf(picks);
    const nextScore = scoreOf(partsForRules(picks, priceIndex));
    swaps.push({
      slot,
      from: before,
      to: after,
      money: nextTotal - total,
      score: score === null || nextScore === null ? null : nextScore - score,
    });
    total = nextTotal;
    score = nextScore;
  }
  return swaps;
}

/** Picks with one slot changed; null empties it. */
export function withPick(picks: Picks, slot: Slot, pick: Pick | null): Picks {
  const { [slot]: _, ...rest } = picks;
  return pick ? { ...rest, [slot]: pick } : rest;
}
