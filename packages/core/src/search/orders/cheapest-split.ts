import { settleOrder, type OrderItem } from '../../money/index.ts';
import type { Slot } from '../../parts/index.ts';
import { creditOf, NO_SHOP, OFF, ON, OPEN, type Coupling, type Option, type Terms } from './terms.ts';

/* Read once: some module loaders make every use of an import a call, and these stand in the innermost loops. */
const ALONE = NO_SHOP;
const creditFor = creditOf;
const [IS_OPEN, IS_OFF, IS_ON] = [OPEN, OFF, ON];

/** A part that may fill a slot, with the ways to get it. `element` is the caller's own number of it. */
export interface Candidate {
  readonly element: number;
  readonly deciwatts: number;
  readonly options: readonly Option[];
}

/** A candidate at its cheapest option within a branch. */
export interface PricedCandidate {
  readonly element: number;
  readonly deciwatts: number;
  readonly price: number;
  readonly option: Option;
}

/** The least sum of prices over candidates that go together, below `limit`; null when there is none. */
export type Relaxation = (
  priced: readonly (readonly PricedCandidate[])[],
  limit: number,
) => { readonly sum: number; readonly chosen: readonly PricedCandidate[] } | null;

export interface SplitTask {
  readonly terms: Terms;
  /** Slots by the index of their candidates, to name them to the orders. */
  readonly slots: readonly Slot[];
  readonly candidates: readonly (readonly Candidate[])[];
  readonly relax: Relaxation;
  /** The most that it may cost. */
  readonly most: number;
  readonly work: { nodes: number };
  readonly faults?: { readonly noThresholdBranch?: boolean; readonly noDealBranch?: boolean };
}

export interface Split {
  readonly cost: number;
  readonly chosen: readonly PricedCandidate[];
}

/* States of a shop: its fee left out, no order there, free sending reached, or a fee paid up to a weight class. */
const UNDECIDED = 0;
const CLOSED = 1;
const FREE = 2;
const PAID = 3;

/** What a slot's choice must keep within a row: what it spends at a shop, or adds to a code's goods, or a combo's role. */
interface RowBound {
  readonly slot: number;
  readonly row: number;
  readonly above: number;
  readonly atMost: number;
}
/** Whether a slot's choice may use a coupling: not at all, without its credit, or must. */
interface SlotRule {
  readonly slot: number;
  readonly coupling: number;
  readonly rule: 'ban' | 'no-credit' | 'must';
}

interface Node {
  readonly shops: Uint8Array;
  readonly couplings: Uint8Array;
  readonly bounds: readonly RowBound[];
  readonly rules: readonly SlotRule[];
  /** What is still worth looking at. */
  readonly candidates: readonly (readonly Candidate[])[];
  /** Prices and choice of the branch above, and the slots (as bits) whose prices are not the same here. */
  readonly above: {
    readonly priced: readonly (readonly PricedCandidate[])[];
    readonly relaxed: NonNullable<ReturnType<Relaxation>>;
  } | null;
  readonly dirty: number;
}

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
  const { terms, slots, relax, work, faults = {} } = task;
  const { shops, couplings } = terms;
  const shopCount = shops.length;
  const slotCount = slots.length;
  const wide = wideOf(task.candidates, couplings);
  const reach = reachOf(task.candidates, shopCount, couplings.length);
  let limit = task.most + 1;
  let best: Split | null = null;
  const stack: Node[] = [
    {
      shops: new Uint8Array(shopCount),
      couplings: new Uint8Array(couplings.length),
      bounds: [],
      rules: [],
      candidates: task.candidates,
      above: null,
      dirty: -1,
    },
  ];
  const spent = new Float64Array(shopCount);
  const count = new Int32Array(shopCount);
  const heaviest = new Int8Array(shopCount);
  const dealt = new Uint8Array(shopCount);

  while (stack.length > 0) {
    const node = stack.pop() as Node; // the stack was just seen not to be empty
    work.nodes++;
    const constant = constantOf(node, terms, wide);
    const all = priceCandidates(node, terms, wide);
    if (!all) continue;
    const needs = needsOf(node);
    let separable = constant;
    for (const list of all) separable += list[0].price;
    if (separable >= limit) continue;
    // What cannot be in a choice below the limit leaves this branch and all below it.
    const room = limit - separable;
    const candidates = narrowed(node, all, room);
    const priced = all.map((list) => within(list, list[0].price + room));
    const here = { ...node, candidates };
    if (needs.length > 0) separable += reachCost(priced, needs, here, terms, wide);
    if (separable > limit - 1) continue;
    // Where no price changed, what goes together best did not change either.
    const relaxed = node.above && node.dirty === 0 ? node.above.relaxed : relax(priced, limit - constant);
    if (!relaxed || relaxed.sum + constant >= limit) continue;
    const { chosen } = relaxed;
    const bound = relaxed.sum + constant;

    spent.fill(0);
    count.fill(0);
    heaviest.fill(0);
    for (const { option } of chosen) {
      if (option.shop === ALONE) continue;
      spent[option.shop] += option.sub;
      count[option.shop]++;
      if (option.weight > heaviest[option.shop]) heaviest[option.shop] = option.weight;
    }
    const cost = trueCost(chosen);
    if (cost < limit) {
      limit = cost;
      best = { cost, chosen };
    }
    // Nothing in this branch is cheaper than its bound.
    if (bound >= limit) continue;
    branch({ ...here, above: { priced, relaxed } }, chosen, needs);
  }
  return best;

  /** What the chosen options cost with the best deals for them; Infinity where one listing would fill two slots. */
  function trueCost(chosen: readonly PricedCandidate[]): number {
    let cost = 0;
    dealt.fill(0);
    let orders: OrderItem[][] | null = null;
    let lots: number[] | null = null;
    let claims: Map<number, number[]> | null = null;
    for (let slot = 0; slot < slotCount; slot++) {
      const { option } = chosen[slot];
      cost += option.net;
      if (option.hasDeal) dealt[option.shop] = 1;
      if (option.shop !== ALONE && shops[option.shop].hasDeals && option.priced) {
        orders ??= [];
        (orders[option.shop] ??= []).push({ slot: slots[slot], priced: option.priced });
      }
      for (const { coupling, value } of option.links) {
        const { kind } = couplings[coupling];
        if (kind === 'claim') {
          claims ??= new Map();
          const list = claims.get(coupling);
          if (list) list.push(value);
          else claims.set(coupling, [value]);
        } else if (kind === 'lot') {
          cost -= value;
          lots ??= [];
          if (!lots.includes(coupling)) lots.push(coupling);
        } else if (kind === 'single') {
          for (let other = 0; other < slot; other++)
            if (chosen[other].option.offer === option.offer) return Infinity;
        }
      }
    }
    for (const at of lots ?? []) {
      const lot = couplings[at];
      if (lot.kind === 'lot') cost += lot.cost;
    }
    for (const [at, values] of claims ?? []) {
      const claim = couplings[at];
      const kept = values.sort((a, b) => b - a).slice(0, claim.kind === 'claim' ? claim.left : 0);
      for (const value of kept) cost -= value;
    }
    for (let s = 0; s < shopCount; s++) {
      if (count[s] === 0) continue;
      const items = dealt[s] === 1 ? orders?.[s] : undefined;
      if (items) {
        const { shop } = items[0].priced;
        cost += settleOrder(shop, items, terms.market.dealsAt(shop.id), terms.market.rates).extra;
      } else if (spent[s] < shops[s].freeFrom) cost += feeAt(s, heaviest[s], count[s]);
    }
    return cost;
  }

  function feeAt(s: number, weight: number, items: number): number {
    const { flat, perItem, byClass } = shops[s];
    return flat + perItem * items + (byClass[weight] ?? 0);
  }

  /** Combos that a branch uses lower what counts towards a threshold. */
  function usedCombos(node: Node, shop: number): number {
    let minor = 0;
    for (let c = 0; c < couplings.length; c++) {
      const each = couplings[c];
      if (each.kind === 'combo' && each.shop === shop && node.couplings[c] === IS_ON) minor += each.minor;
    }
    return minor;
  }

  /** What a branch asks for: a sum at a shop, the goods of a code, the roles of a combo. */
  function needsOf(node: Node): Need[] {
    const needs: Need[] = [];
    for (let c = 0; c < couplings.length; c++) {
      const each = couplings[c];
      // A claim's state says how many slots make it.
      if (each.kind === 'claim' && node.couplings[c] > IS_OFF)
        needs.push({ shop: ALONE, row: shopCount + c * ROLES, need: node.couplings[c] - IS_OFF });
      if (node.couplings[c] !== IS_ON) continue;
      if (each.kind === 'combo')
        for (let role = 0; role < each.roles; role++)
          needs.push({ shop: each.shop, row: shopCount + c * ROLES + role, need: 1 });
      else if (each.kind === 'code') {
        needs.push({ shop: each.shop, row: each.shop, need: each.minSpend + usedCombos(node, each.shop) });
        if (each.amountMinor !== null)
          needs.push({ shop: each.shop, row: shopCount + c * ROLES, need: each.amountMinor });
      }
    }
    for (let s = 0; s < shopCount; s++)
      if (node.shops[s] === FREE)
        needs.push({ shop: s, row: s, need: shops[s].freeFrom + usedCombos(node, s) });
    return needs;
  }

  function branch(node: Node, chosen: readonly PricedCandidate[], needs: readonly Need[]): void {
    for (const { row, need } of needs) if (branchOnRow(node, chosen, row, need)) return;

    // Promised by the bound, and not decided.
    const users = new Map<number, number[]>();
    chosen.forEach(({ option }, slot) => {
      for (const { coupling } of option.links) {
        const list = users.get(coupling);
        if (list) list.push(slot);
        else users.set(coupling, [slot]);
      }
    });
    let open = -1;
    let most = 0;
    for (const [c, at] of users) {
      const each = couplings[c];
      if (each.kind === 'single' && at.length > 1) {
        for (const slot of at) push(node, { rules: [{ slot, coupling: c, rule: 'ban' }] });
        return;
      }
      if (each.kind === 'claim' && wide.worth[c] === 0) {
        const claiming = at.filter(
          (slot) =>
            !node.rules.some(
              (rule) => rule.slot === slot && rule.coupling === c && rule.rule === 'no-credit',
            ),
        );
        if (claiming.length > each.left) {
          branchOnClaim(node, c, each.left, claiming);
          return;
        }
      }
      if (node.couplings[c] !== IS_OPEN || wide.worth[c] > 0 || faults.noDealBranch) continue;
      const credited = () =>
        at.reduce(
          (sum, slot) => sum + (chosen[slot].option.links.find((link) => link.coupling === c)?.value ?? 0),
          0,
        );
      const weight =
        each.kind === 'lot'
          ? at.length < each.size
            ? each.cost
            : 0
          : each.kind === 'combo'
            ? each.off
            : each.kind === 'code'
              ? Math.max(each.off, credited())
              : 0;
      if (weight > most) {
        most = weight;
        open = c;
      }
    }
    if (!faults.noDealBranch)
      for (let c = 0; c < couplings.length; c++) {
        if (wide.worth[c] === 0 || node.couplings[c] !== IS_OPEN) continue;
        const each = couplings[c];
        const left = each.kind === 'claim' ? Math.max(0, each.left - (users.get(c)?.length ?? 0)) : 1;
        if (left * wide.worth[c] > most) {
          most = left * wide.worth[c];
          open = c;
        }
      }
    let unpaid = -1;
    let highest = 0;
    for (let s = 0; s < shopCount; s++) {
      if (node.shops[s] !== UNDECIDED || count[s] === 0) continue;
      const fee = spent[s] - usedCombos(node, s) < shops[s].freeFrom ? feeAt(s, heaviest[s], count[s]) : 0;
      if (fee > highest) {
        highest = fee;
        unpaid = s;
      }
    }
    if (open >= 0 && most >= highest) branchOnCoupling(node, open);
    else if (unpaid >= 0) branchOnShop(node, unpaid);
    else if (open >= 0) branchOnCoupling(node, open);
  }

  function push(
    node: Node,
    change: { shops?: Uint8Array; couplings?: Uint8Array; bounds?: RowBound[]; rules?: SlotRule[] },
  ): void {
    let dirty = 0;
    const { shops: nowShops, couplings: nowCouplings } = change;
    if (nowShops)
      for (let s = 0; s < shopCount; s++) {
        // A flat fee and free sending change no price.
        const changes =
          nowShops[s] === CLOSED ||
          (nowShops[s] >= PAID && (shops[s].perItem > 0 || shops[s].byClass.length > 0));
        if (nowShops[s] !== node.shops[s] && changes) dirty |= reach.shops[s];
      }
    if (nowCouplings)
      for (let c = 0; c < couplings.length; c++)
        if (nowCouplings[c] !== node.couplings[c] && wide.worth[c] === 0) dirty |= reach.couplings[c];
    for (const { slot } of change.bounds ?? []) dirty |= 1 << slot;
    for (const { slot } of change.rules ?? []) dirty |= 1 << slot;
    stack.push({
      shops: nowShops ?? node.shops,
      couplings: nowCouplings ?? node.couplings,
      bounds: change.bounds ? [...node.bounds, ...change.bounds] : node.bounds,
      rules: change.rules ? [...node.rules, ...change.rules] : node.rules,
      candidates: node.candidates,
      above: node.above,
      dirty,
    });
  }

  function branchOnCoupling(node: Node, at: number): void {
    const each = couplings[at];
    if (each.kind === 'claim') {
      for (let times = 0; times <= each.left; times++) {
        const next = node.couplings.slice();
        next[at] = IS_OFF + times;
        push(node, { couplings: next });
      }
      return;
    }
    const off = node.couplings.slice();
    off[at] = IS_OFF;
    push(node, { couplings: off });
    const on = node.couplings.slice();
    on[at] = IS_ON;
    if (each.kind === 'combo') for (const other of each.overlaps) on[other] = IS_OFF;
    if (each.kind === 'code' && !each.stacks)
      couplings.forEach((other, c) => {
        if (c !== at && other.kind === 'code' && other.shop === each.shop && !other.stacks) on[c] = IS_OFF;
      });
    push(node, { couplings: on });
  }

  /** More slots would claim than the household may: one of them claims, or it does not. */
  function branchOnClaim(node: Node, coupling: number, left: number, claiming: readonly number[]): void {
    const [slot] = claiming.filter(
      (each) =>
        !node.rules.some((rule) => rule.slot === each && rule.coupling === coupling && rule.rule === 'must'),
    );
    push(node, { rules: [{ slot, coupling, rule: 'no-credit' }] });
    const musts = 1 + node.rules.filter((rule) => rule.coupling === coupling && rule.rule === 'must').length;
    if (musts > left) return;
    const rules: SlotRule[] = [{ slot, coupling, rule: 'must' }];
    if (musts === left)
      for (let other = 0; other < slotCount; other++) {
        const isClaiming =
          other === slot ||
          node.rules.some(
            (rule) => rule.slot === other && rule.coupling === coupling && rule.rule === 'must',
          );
        if (!isClaiming) rules.push({ slot: other, coupling, rule: 'no-credit' });
      }
    push(node, { rules });
  }

  function branchOnShop(node: Node, shop: number): void {
    const states = [CLOSED];
    const { byClass, freeFrom } = shops[shop];
    for (let weight = 0; weight < Math.max(1, byClass.length); weight++) states.push(PAID + weight);
    if (Number.isFinite(freeFrom) && !faults.noThresholdBranch) states.push(FREE);
    for (const state of states) {
      const next = node.shops.slice();
      next[shop] = state;
      push(node, { shops: next });
    }
  }

  /** Where a row stays below its need: one slot adds more to it than now, or not more. False when the need is met. */
  function branchOnRow(node: Node, chosen: readonly PricedCandidate[], row: number, need: number): boolean {
    let reached = 0;
    for (const { option } of chosen) reached += weightIn(option, row, terms);
    if (reached >= need) return false;
    let possible = 0;
    let slotToBranch = -1;
    let largestGain = 0;
    for (let slot = 0; slot < slotCount; slot++) {
      const now = weightIn(chosen[slot].option, row, terms);
      let cap = Infinity;
      for (const bound of node.bounds)
        if (bound.slot === slot && bound.row === row && bound.atMost < cap) cap = bound.atMost;
      let most = 0;
      for (const candidate of node.candidates[slot])
        for (const option of candidate.options) {
          const weight = weightIn(option, row, terms);
          if (weight <= cap && weight > most) most = weight;
        }
      possible += most;
      if (most - now > largestGain) {
        largestGain = most - now;
        slotToBranch = slot;
      }
    }
    if (possible < need || slotToBranch < 0) return true;
    const now = weightIn(chosen[slotToBranch].option, row, terms);
    if (possible - largestGain >= need)
      push(node, { bounds: [{ slot: slotToBranch, row, above: -1, atMost: now }] });
    push(node, { bounds: [{ slot: slotToBranch, row, above: now, atMost: Infinity }] });
    return true;
  }
}

/** Rows of a coupling: a combo has one for each role, a code one for its goods. At most so many parts make a combo. */
const ROLES = 16;

/** What an option adds to a row: rows below the number of shops are their subtotals, the others those of couplings. */
function weightIn(option: Option, row: number, { shops, couplings }: Terms): number {
  if (row < shops.length) return option.shop === row ? option.sub : 0;
  const at = Math.floor((row - shops.length) / ROLES);
  for (const link of option.links) {
    if (link.coupling !== at) continue;
    if (couplings[at].kind === 'combo') return link.weight === (row - shops.length) % ROLES ? 1 : 0;
    return link.weight;
  }
  return 0;
}

/**
 * What a branch costs beside the prices of its parts: fees that are decided, sums off and combos used, lots bought, and
 * what wide deals may take off that are still open.
 */
function constantOf(node: Node, { shops, couplings }: Terms, wide: Wide): number {
  let constant = 0;
  for (let s = 0; s < shops.length; s++)
    if (node.shops[s] >= PAID) constant += shops[s].flat + (shops[s].byClass[node.shops[s] - PAID] ?? 0);
  let singles: Float64Array | null = null;
  for (let c = 0; c < couplings.length; c++) {
    const state = node.couplings[c];
    const each = couplings[c];
    if (wide.worth[c] > 0 && each.kind === 'claim')
      constant -= wide.worth[c] * (state === IS_OPEN ? each.left : state - IS_OFF);
    else if (state === IS_ON) {
      if (each.kind === 'combo' || each.kind === 'code') constant -= each.off;
      else if (each.kind === 'lot') constant += each.cost;
    } else if (state === IS_OPEN && wide.worth[c] > 0 && each.kind === 'code') {
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

/** What a branch says of one slot, gathered once. */
interface SlotView {
  readonly bounds: readonly RowBound[];
  readonly rules: readonly SlotRule[];
  readonly barred: ((coupling: number) => boolean) | null;
}
function viewOf(node: Node, slot: number, wide: Wide): SlotView {
  if (node.bounds.length === 0 && node.rules.length === 0) return wide.view;
  const rules = node.rules.filter((rule) => rule.slot === slot);
  return {
    bounds: node.bounds.filter((bound) => bound.slot === slot),
    rules,
    barred: (coupling) =>
      wide.worth[coupling] > 0 ||
      rules.some((rule) => rule.coupling === coupling && rule.rule === 'no-credit'),
  };
}

/**
 * Deals that many slots could carry though few of them count: claims with a household limit that more slots could make,
 * and sums off whose shares would add up to far more than the sum. They are credited once for the whole branch instead.
 */
interface Wide {
  /** What one use is worth; 0 for couplings that are not wide. */
  readonly worth: Float64Array;
  readonly view: SlotView;
}

/** Which slots (as bits) have options at a shop, or options that a coupling ties. */
function reachOf(
  candidates: readonly (readonly Candidate[])[],
  shopCount: number,
  couplingCount: number,
): { readonly shops: Int32Array; readonly couplings: Int32Array } {
  const shops = new Int32Array(shopCount);
  const couplings = new Int32Array(couplingCount);
  candidates.forEach((list, slot) => {
    for (const { options } of list)
      for (const { shop, links } of options) {
        if (shop !== ALONE) shops[shop] |= 1 << slot;
        for (const { coupling } of links) couplings[coupling] |= 1 << slot;
      }
  });
  return { shops, couplings };
}

/** Shares that add up to more than this many times the sum off are looser than the sum itself. Measured. */
const TOO_MUCH = 1.5;

function wideOf(candidates: readonly (readonly Candidate[])[], couplings: readonly Coupling[]): Wide {
  const worth = new Float64Array(couplings.length);
  const totals = new Float64Array(couplings.length);
  const slots = new Int32Array(couplings.length);
  const uniform = new Float64Array(couplings.length);
  for (const list of candidates) {
    const most = new Map<number, number>();
    for (const { options } of list)
      for (const { links } of options)
        for (const { coupling, value } of links) {
          most.set(coupling, Math.max(most.get(coupling) ?? 0, value));
          uniform[coupling] = uniform[coupling] === 0 || uniform[coupling] === value ? value : -1;
        }
    for (const [coupling, value] of most) {
      totals[coupling] += value;
      slots[coupling]++;
    }
  }
  couplings.forEach((each, c) => {
    if (each.kind === 'claim' && slots[c] > each.left && uniform[c] > 0) worth[c] = uniform[c];
    if (each.kind === 'code' && each.amountMinor !== null && totals[c] > TOO_MUCH * each.off)
      worth[c] = each.off;
  });
  return { worth, view: { bounds: [], rules: [], barred: (coupling) => worth[coupling] > 0 } };
}

/** What an option costs in a branch, every open deal credited; Infinity where the branch does not permit it. */
function priceIn(option: Option, node: Node, { bounds, rules, barred }: SlotView, terms: Terms): number {
  const { shops, couplings } = terms;
  let price = option.net;
  if (option.shop !== ALONE) {
    const state = node.shops[option.shop];
    if (state === CLOSED) return Infinity;
    if (state >= PAID) {
      if (shops[option.shop].byClass.length > 0 && option.weight > state - PAID) return Infinity;
      price += shops[option.shop].perItem;
    }
  }
  if (option.isTied || (rules.length > 0 && option.links.length > 0)) {
    if (isBanned(option, node, couplings, rules)) return Infinity;
    price -= creditFor(option.links, couplings, node.couplings, barred);
  } else if (rules.length > 0 && rules.some((rule) => rule.rule === 'must')) return Infinity;
  for (const bound of bounds) {
    const weight = weightIn(option, bound.row, terms);
    if (weight <= bound.above || weight > bound.atMost) return Infinity;
  }
  return price;
}

/** The cheapest option of every candidate that a branch permits, sorted by price; null when a slot has none. */
function priceCandidates(node: Node, terms: Terms, wide: Wide): PricedCandidate[][] | null {
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
          isPlain && !each.isTied && (each.shop === ALONE || node.shops[each.shop] === UNDECIDED)
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

/** A sum or a part that a branch asks for. */
interface Need {
  readonly shop: number;
  readonly row: number;
  readonly need: number;
}

/**
 * What it costs at least, beyond every slot at its cheapest, to reach what a branch asks for: for each need the slots that
 * gain most for their money, taken in parts. Needs of one shop are not added up, nor those of claims; those of several shops
 * are: a slot buys at one.
 * Infinity when something cannot be reached.
 */
function reachCost(
  priced: readonly (readonly PricedCandidate[])[],
  needs: readonly Need[],
  node: Node,
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
    if (shop === ALONE) elsewhere = Math.max(elsewhere, extra);
    else byShop.set(shop, Math.max(byShop.get(shop) ?? 0, extra));
  }
  let sum = 0;
  for (const extra of byShop.values()) sum += extra;
  sum = Math.max(sum, elsewhere);
  // A hair less, for the last digits of the divisions above.
  return sum * (1 - 1e-12) - 1e-6;
}

function isBanned(
  option: Option,
  node: Node,
  couplings: readonly Coupling[],
  rules: readonly SlotRule[],
): boolean {
  for (const { coupling } of option.links)
    if (couplings[coupling].kind === 'lot' && node.couplings[coupling] === IS_OFF) return true;
  for (const { coupling, rule } of rules) {
    const isLinked = option.links.some((link) => link.coupling === coupling);
    if ((rule === 'ban' && isLinked) || (rule === 'must' && !isLinked)) return true;
  }
  return false;
}

/** The part of a sorted list below a price. */
function within(list: readonly PricedCandidate[], most: number): readonly PricedCandidate[] {
  let end = list.length;
  while (end > 0 && list[end - 1].price >= most) end--;
  return end === list.length ? list : list.slice(0, end);
}

/**
 * The candidates and options of a branch that can be in a choice below the limit: what they cost beyond their slot's
 * cheapest must be less than `room`, the limit less the sum of every slot at its cheapest. Holds for all branches below.
 */
function narrowed(
  node: Node,
  priced: readonly (readonly PricedCandidate[])[],
  room: number,
): readonly (readonly Candidate[])[] {
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
    const out: Candidate[] = [];
    for (const candidate of list) {
      if (!kept.has(candidate.element)) continue;
      const options = candidate.options.filter(
        (option) => option.shop === ALONE || node.shops[option.shop] !== CLOSED,
      );
      out.push(options.length === candidate.options.length ? candidate : { ...candidate, options });
    }
    return out;
  });
}
