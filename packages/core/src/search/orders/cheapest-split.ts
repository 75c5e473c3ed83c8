import { Branching } from './branching.ts';
import { needsOf, reachCost } from './needs.ts';
import type { OrderBranch, Split, SplitTask } from './node.ts';
import { OrderSums } from './order-sums.ts';
import { constantOf, narrowed, priceCandidates, within } from './pricing.ts';
import { wideOf } from './wide.ts';

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
  const { shops, couplings } = terms;
  const wide = wideOf(task.candidates, couplings);
  const sums = new OrderSums(terms, task.slots);
  const root: OrderBranch = {
    shops: new Uint8Array(shops.length),
    couplings: new Uint8Array(couplings.length),
    bounds: [],
    rules: [],
    candidates: task.candidates,
    above: null,
    dirty: -1,
  };
  const stack = [root];
  const branching = new Branching(task, wide, sums, stack);
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
    const relaxed = node.above && node.dirty === 0 ? node.above.relaxed : relax(priced, limit - constant);
    if (!relaxed || relaxed.sum + constant >= limit) continue;
    const { chosen } = relaxed;
    const cost = sums.take(chosen);
    if (cost < limit) {
      limit = cost;
      best = { cost, chosen };
    }
    // Nothing in this branch is cheaper than its bound.
    if (relaxed.sum + constant < limit)
      branching.branch({ ...here, above: { priced, relaxed } }, chosen, needs);
  }
  return best;
}
