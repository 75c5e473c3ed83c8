import { Branching } from './branching.ts';
import { needsOf, reachCost } from './needs.ts';
import type { OrderBranch, SlotCandidate, Split, SplitStart, SplitTask, Wide } from './node.ts';
import { OrderSums } from './order-sums.ts';
import { constantOf, narrowed, priceCandidates, within } from './pricing.ts';
import type { Terms } from './terms.ts';
import { wideOf } from './wide.ts';

/** The branch in which nothing is decided. */
const rootOf = (
  { shops, couplings }: Terms,
  candidates: readonly (readonly SlotCandidate[])[],
  start: SplitStart | undefined,
): OrderBranch => ({
  shops: new Uint8Array(shops.length),
  couplings: new Uint8Array(couplings.length),
  bounds: [],
  rules: [],
  candidates,
  above: start ? { priced: start.priced, relaxed: null } : null,
  dirty: start ? start.dirty : -1,
});

/** What a search over these candidates, or over some of them, begins with; null where a slot has nothing that can be had. */
export function splitStartOf(
  candidates: readonly (readonly SlotCandidate[])[],
  terms: Terms,
): SplitStart | null {
  const wide = wideOf(candidates, terms.couplings);
  const priced = priceCandidates(rootOf(terms, candidates, undefined), terms, wide);
  return priced && { wide, dirty: 0, priced };
}

/** What wide deals may take off everything while nothing is decided, as a sum below 0. */
export const wideOff = (terms: Terms, wide: Wide): number =>
  constantOf(rootOf(terms, [], undefined), terms, wide);

/**
 * Finds the exact cheapest choice of one candidate and option for every slot under fees, thresholds, combos, codes, claims
 * with a household limit, lots and single listings; null when nothing costs at most `most`.
 *
 * Branch and bound. In a branch, fees that are not decided are left out and every open deal is credited to each part
 * that could carry a share of it, so that the slots separate by price (only `relax` ties them): that is a bound. What
 * the bound promised and the parts found do not keep is branched on: a shop (no order, free, or paid by weight), a deal
 * (used or not), or, where a used deal or free sending asks for a sum, one slot that spends more than now or does not.
 */
export function cheapestSplit(task: SplitTask): Split | null {
  const { terms, relax, work } = task;
  const wide = task.start?.wide ?? wideOf(task.candidates, terms.couplings);
  const sums = new OrderSums(terms, task.slots);
  const stack = [rootOf(terms, task.candidates, task.start)];
  let branching: Branching | null = null;
  let limit = task.most + 1;
  let best: Split | null = null;
  for (let node = stack.pop(); node; node = stack.pop()) {
    work.nodes++;
    const constant = constantOf(node, terms, wide);
    const all = priceCandidates(node, terms, wide);
    if (!all) continue;
    let separable = constant;
    for (const list of all) separable += list[0].price;
    if (separable >= limit) continue;
    // What cannot be in a choice below the limit leaves this branch and all below it.
    const room = limit - separable;
    const priced = all.map((list) => within(list, list[0].price + room));
    const here = { ...node, candidates: narrowed(node, all, room) };
    const needs = needsOf(node, terms);
    if (needs.length > 0) separable += reachCost(priced, needs, here, terms, wide);
    if (separable > limit - 1) continue;
    // Where no price changed, what goes together best did not change either.
    const same = node.dirty === 0 ? node.above?.relaxed : null;
    const relaxed = same ?? relax(priced, limit - constant);
    if (!relaxed || relaxed.sum + constant >= limit) continue;
    const { chosen } = relaxed;
    const cost = sums.take(chosen);
    if (cost < limit) {
      limit = cost;
      best = { cost, chosen };
    }
    // Nothing in this branch is cheaper than its bound.
    if (relaxed.sum + constant < limit)
      (branching ??= new Branching(task, wide, sums, stack)).branch(
        { ...here, above: { priced, relaxed } },
        chosen,
        needs,
      );
  }
  return best;
}
