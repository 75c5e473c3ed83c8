import { FREE, type OrderBranch, type PricedCandidate, type Wide } from './node.ts';
import { priceIn } from './pricing.ts';
import { ROLES, weightIn } from './rows.ts';
import { NO_SHOP, OFF, ON, type Terms } from './terms.ts';
import { viewOf } from './wide.ts';

/** A sum or a part that a branch asks for. */
export interface Need {
  readonly shop: number;
  readonly row: number;
  readonly need: number;
}

/** Combos that a branch uses lower what counts towards a threshold. */
export function usedCombos({ couplings: states }: OrderBranch, { couplings }: Terms, shop: number): number {
  let minor = 0;
  couplings.forEach((each, c) => {
    if (each.kind === 'combo' && each.shop === shop && states[c] === ON) minor += each.minor;
  });
  return minor;
}

/** What a branch asks for: a sum at a shop, the goods of a code, the roles of a combo. */
export function needsOf(node: OrderBranch, terms: Terms): Need[] {
  const { shops, couplings } = terms;
  const needs: Need[] = [];
  const rowOf = (c: number, role = 0) => shops.length + c * ROLES + role;
  couplings.forEach((each, c) => {
    const state = node.couplings[c];
    // A claim's state says how many slots make it.
    if (each.kind === 'claim' && state > OFF) needs.push({ shop: NO_SHOP, row: rowOf(c), need: state - OFF });
    if (state !== ON) return;
    if (each.kind === 'combo')
      for (let role = 0; role < each.roles; role++)
        needs.push({ shop: each.shop, row: rowOf(c, role), need: 1 });
    else if (each.kind === 'code') {
      const spent = each.minSpend + usedCombos(node, terms, each.shop);
      needs.push({ shop: each.shop, row: each.shop, need: spent });
      if (each.amountMinor !== null) needs.push({ shop: each.shop, row: rowOf(c), need: each.amountMinor });
    }
  });
  shops.forEach(({ freeFrom }, s) => {
    if (node.shops[s] === FREE) needs.push({ shop: s, row: s, need: freeFrom + usedCombos(node, terms, s) });
  });
  return needs;
}

/**
 * What it costs at least, beyond every slot at its cheapest, to reach what a branch asks for: for each need the slots that
 * gain most for their money, taken in parts. Needs of one shop are not added up, nor those of claims; those of several shops
 * are: a slot buys at one.
 * Infinity when something cannot be reached.
 */
export function reachCost(
  priced: readonly (readonly PricedCandidate[])[],
  needs: readonly Need[],
  node: OrderBranch,
  terms: Terms,
  wide: Wide,
): number {
  const { candidates } = node;
  const byShop = new Map<number, number>();
  let elsewhere = 0;
  for (const { shop, row, need } of needs) {
    let deficit = need;
    for (const list of priced) deficit -= weightIn(list[0].option, row, terms);
    if (deficit <= 0) continue;
    const steps: { readonly ratio: number; readonly gain: number }[] = [];
    for (let slot = 0; slot < candidates.length; slot++) {
      const base = priced[slot][0];
      const now = weightIn(base.option, row, terms);
      const view = viewOf(node, slot, wide);
      let ratio = Infinity;
      let gain = 0;
      for (const candidate of candidates[slot])
        for (const option of candidate.options) {
          const more = weightIn(option, row, terms) - now;
          if (more <= 0) continue;
          const price = priceIn(option, node, view, terms);
          if (price === Infinity) continue;
          ratio = Math.min(ratio, (price - base.price) / more);
          gain = Math.max(gain, more);
        }
      if (gain > 0) steps.push({ ratio, gain });
    }
    steps.sort((a, b) => a.ratio - b.ratio);
    let extra = 0;
    for (const step of steps) {
      if (deficit <= 0) break;
      extra += step.ratio * Math.min(step.gain, deficit);
      deficit -= step.gain;
    }
    if (deficit > 0) return Infinity;
    if (shop === NO_SHOP) elsewhere = Math.max(elsewhere, extra);
    else byShop.set(shop, Math.max(byShop.get(shop) ?? 0, extra));
  }
  let sum = 0;
  for (const extra of byShop.values()) sum += extra;
  sum = Math.max(sum, elsewhere);
  // A hair less, for the last digits of the divisions above.
  return sum * (1 - 1e-12) - 1e-6;
}
