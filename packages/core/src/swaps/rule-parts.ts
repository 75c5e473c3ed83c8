import type { PriceIndex } from '../money/index.ts';
import { OPTIONAL_SLOTS, partSetOf, type PartSet, type Picks } from '../parts/index.ts';

/** The parts of picks as rules see them: optional slots that are open count as left empty. */
export function partsForRules(picks: Picks, priceIndex: PriceIndex): PartSet {
  const { set } = partSetOf(picks, priceIndex.parts);
  const out: Record<string, unknown> = { ...set };
  for (const slot of OPTIONAL_SLOTS) out[slot] ??= null;
  return out as PartSet; // the same parts, with null for open optional slots
}
