import {
  CLOSED,
  PAID,
  UNDECIDED,
  type SlotCandidate,
  type OrderBranch,
  type PricedCandidate,
  type SlotRule,
  type SlotView,
  type Wide,
} from './node.ts';
import { weightIn } from './rows.ts';
import { creditOf, NO_SHOP, OFF, ON, OPEN, type Coupling, type Option, type Terms } from './terms.ts';
import { viewOf } from './wide.ts';

/**
 * What a branch costs beside the prices of its parts: fees that are decided, sums off and combos used, lots bought, and
 * what wide deals may take off that are still open.
 */
export function constantOf(node: OrderBranch, { shops, couplings }: Terms, wide: Wide): number {
  let constant = 0;
  for (let s = 0; s < shops.length; s++)
    if (node.shops[s] >= PAID) constant += shops[s].flat + (shops[s].byClass[node.shops[s] - PAID] ?? 0);
  let singles: Float64Array | null = null;
  for (let c = 0; c < couplings.length; c++) {
    const state = node.couplings[c];
    const each = couplings[c];
    if (wide.worth[c] > 0 && each.kind === 'claim')
      constant -= wide.worth[c] * (state === OPEN ? each.left : state - OFF);
    else if (state === ON) {
      if (each.kind === 'combo' || each.kind === 'code') constant -= each.off;
      else if (each.kind === 'lot') constant += each.cost;
    } else if (state === OPEN && wide.worth[c] > 0 && each.kind === 'code') {
      if (each.stacks) constant -= each.off;
      else {
        singles ??= new Float64Array(shops.length);
        singles[each.shop] = Math.max(singles[each.shop], each.off);
      }
    }
  }
  if (singles) for (const off of singles) constant -= off;
  return constant;
}

function isBanned(
  option: Option,
  node: OrderBranch,
  couplings: readonly Coupling[],
  rules: readonly SlotRule[],
): boolean {
  for (const { coupling } of option.links)
    if (couplings[coupling].kind === 'lot' && node.couplings[coupling] === OFF) return true;
  for (const { coupling, rule } of rules) {
    const isLinked = option.links.some((link) => link.coupling === coupling);
    if ((rule === 'ban' && isLinked) || (rule === 'must' && !isLinked)) return true;
  }
  return false;
}

/** What an option costs in a branch, every open deal credited; Infinity where the branch does not permit it. */
export function priceIn(
  option: Option,
  node: OrderBranch,
  { bounds, rules, barred }: SlotView,
  terms: Terms,
): number {
  const { shops, couplings } = terms;
  let price = option.net;
  if (option.shop !== NO_SHOP) {
    const state = node.shops[option.shop];
    if (state === CLOSED) return Infinity;
    if (state >= PAID) {
      if (shops[option.shop].byClass.length > 0 && option.weight > state - PAID) return Infinity;
      price += shops[option.shop].perItem;
    }
  }
  if (option.isTied || (rules.length > 0 && option.links.length > 0)) {
    if (isBanned(option, node, couplings, rules)) return Infinity;
    price -= creditOf(option.links, couplings, node.couplings, barred);
  } else if (rules.length > 0 && rules.some((rule) => rule.rule === 'must')) return Infinity;
  for (const bound of bounds) {
    const weight = weightIn(option, bound.row, terms);
    if (weight <= bound.above || weight > bound.atMost) return Infinity;
  }
  return price;
}

/** The cheapest option of every candidate that a branch permits, sorted by price; null when a slot has none. */
export function priceCandidates(node: OrderBranch, terms: Terms, wide: Wide): PricedCandidate[][] | null {
  const { candidates } = node;
  const out: PricedCandidate[][] = [];
  for (let slot = 0; slot < candidates.length; slot++) {
    if (node.above && (node.dirty & (1 << slot)) === 0) {
      out.push(node.above.priced[slot] as PricedCandidate[]); // never written to again
      continue;
    }
    const view = viewOf(node, slot, wide);
    const isPlain = view.bounds.length === 0 && view.rules.length === 0;
    const list: PricedCandidate[] = [];
    for (const candidate of candidates[slot]) {
      let option: Option | null = null;
      let price = Infinity;
      for (const each of candidate.options) {
        if (!each.isTied && each.net >= price) continue;
        const own =
          isPlain && !each.isTied && (each.shop === NO_SHOP || node.shops[each.shop] === UNDECIDED)
            ? each.net
            : priceIn(each, node, view, terms);
        if (own >= price) continue;
        option = each;
        price = own;
      }
      if (option) list.push({ element: candidate.element, deciwatts: candidate.deciwatts, price, option });
    }
    if (list.length === 0) return null;
    list.sort((a, b) => a.price - b.price || a.element - b.element);
    out.push(list);
  }
  return out;
}

/** The part of a sorted list below a price. */
export function within(list: readonly PricedCandidate[], most: number): readonly PricedCandidate[] {
  let end = list.length;
  while (end > 0 && list[end - 1].price >= most) end--;
  return end === list.length ? list : list.slice(0, end);
}

/**
 * The candidates and options of a branch that can be in a choice below the limit: what they cost beyond their slot's
 * cheapest must be less than `room`, the limit less the sum of every slot at its cheapest. Holds for all branches below.
 */
export function narrowed(
  node: OrderBranch,
  priced: readonly (readonly PricedCandidate[])[],
  room: number,
): readonly (readonly SlotCandidate[])[] {
  return node.candidates.map((list, slot) => {
    const prices = priced[slot];
    const most = prices[0].price + room;
    // Sorted by price: nothing to do where even the last one stays, and all were priced.
    if (prices.length === list.length && prices[prices.length - 1].price < most) return list;
    const kept = new Set<number>();
    for (const each of prices) {
      if (each.price >= most) break;
      kept.add(each.element);
    }
    const out: SlotCandidate[] = [];
    for (const candidate of list) {
      if (!kept.has(candidate.element)) continue;
      const options = candidate.options.filter(
        (option) => option.shop === NO_SHOP || node.shops[option.shop] !== CLOSED,
      );
      out.push(options.length === candidate.options.length ? candidate : { ...candidate, options });
    }
    return out;
  });
}
