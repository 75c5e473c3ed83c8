import { dealSchema, type StoredDeal } from '@ripe-pick/contract';
import { z } from 'zod';
import { records } from './tables.ts';

/*
 * Deals of the demo's week, around parts that the seat is likely to want. About half of them are worth having; the others
 * are the traps that people fall into, each marked by what makes it one.
 */
const { deals } = z.strictObject({ deals: z.array(dealSchema) }).parse(records('deals'));

/** Deals whose parts a market has; what a deal names and the market lacks is left out of it. */
export function dealsFor(parts: ReadonlySet<string>): StoredDeal[] {
  return deals.flatMap((deal): StoredDeal[] => {
    if (deal.parts === null) return [deal];
    const kept = deal.parts.filter((part) => parts.has(part));
    if (deal.kind === 'combo' && kept.length < deal.parts.length) return [];
    if (deal.kind === 'gift' && deal.gift.part !== null && !parts.has(deal.gift.part)) return [];
    return kept.length > 0 ? [{ ...deal, parts: kept }] : [];
  });
}
