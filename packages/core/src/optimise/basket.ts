import { neededSupplyWatts } from '../power/index.ts';
import type { Card } from '../parts/index.ts';
import { supplyNeed, type RuleContext } from '../compatibility/index.ts';
import { hasBit, members, type Bits } from './bits.ts';
import type { Compatibility, ProcessorLinks } from './compat.ts';
import { AT, NO_SHOP, REST_COUNT, type Domains, type Option } from './domains.ts';

/** What one basket is to be found for: a processor, and the elements that each other slot may take. */
export interface BasketTask {
  readonly processor: number;
  readonly links: ProcessorLinks;
  /** Boards, kits and cards allowed beside the processor's own links. */
  readonly boards: Bits;
  readonly memory: Bits;
  readonly cards: Bits;
  readonly hasCard: boolean;
}

/** The cheapest way to complete a task: an element and an option for the processor and every rest slot. */
export interface Basket {
  readonly cost: number;
  readonly processorOption: Option;
  readonly elements: readonly number[];
  readonly options: readonly Option[];
}

/** Switches that break the search on purpose, so that a test can show that the checks would notice. */
export interface Sabotage {
  /** Leave out the branch in which an order is filled up to reach free sending. */
  readonly noThresholdBranch?: boolean;
  /** Keep only the cheapest option of every part. */
  readonly cheapestOptionOnly?: boolean;
}

export interface BasketWork {
  baskets: number;
  nodes: number;
}

export interface BasketContext {
  readonly domains: Domains;
  readonly compatibility: Compatibility;
  readonly rules: RuleContext;
  readonly ownedDriveDeciwatts: number;
  readonly allowUnknown: boolean;
  readonly sabotage: Sabotage;
  readonly work: BasketWork;
}

const SLOT_COUNT = REST_COUNT + 1;
/** The processor takes part in orders like any other slot; its index among them. */
const PROCESSOR = REST_COUNT;

/* Read once: some module loaders make every use of an import a call, and these stand in the innermost loops. */
const { case: CASE, card: CARD, cooler: COOLER, supply: SUPPLY, board: BOARD, memory: MEMORY } = AT;
const COUNT = REST_COUNT;
const ALONE = NO_SHOP;

/** Rated watts that a draw with a card needs; Infinity where a figure is missing and gaps are not allowed. */
export function wattsFor(draw: number, card: Card | null, rules: RuleContext, allowUnknown: boolean): number {
  const need = supplyNeed(draw, card, rules);
  return need.isLeast && !allowUnknown ? Infinity : need.watts;
}

const UNDECIDED = 0;
const CLOSED = 1;
const PAID = 2;
const FREE = 3;

/**
 * A branch of the search over orders. Every shop is undecided (its fee left out), closed, paid, or has to reach its
 * threshold; `atLeast` and `atMost` bound what a slot spends at a shop, where -1 and Infinity mean no bound.
 */
interface Node {
  readonly shops: Uint8Array;
  readonly above: Float64Array;
  readonly atMost: Float64Array;
}

/** The parts that are still worth looking at, with their options. */
interface Candidate {
  readonly element: number;
  readonly deciwatts: number;
  readonly options: readonly Option[];
}

interface Priced {
  readonly element: number;
  readonly deciwatts: number;
  readonly price: number;
  readonly option: Option;
}

interface Relaxed {
  readonly sum: number;
  readonly chosen: readonly Priced[];
}

/**
 * Finds the exact cheapest basket for a task that costs at most `most`, or null.
 *
 * Branch and bound over the shops' shipping states. In a node the fees of undecided shops are left out, so that the
 * parts separate by price and only fit has to be searched; that is a bound. Where the bound left out a fee that the
 * parts found would pay, the shop is branched: closed, paid, or filled up to its threshold.
 */
export function cheapestBasket(context: BasketContext, task: BasketTask, most: number): Basket | null {
  const { domains, work } = context;
  work.baskets++;
  let candidates = startingCandidates(context, task);
  if (!candidates) return null;
  const { shops } = domains;
  const shopCount = shops.length;
  let limit = most + 1;
  let best: Basket | null = null;
  // Prices of the root node, where every offer is open: what elimination measures against.
  let rootPriced: Priced[][] | null = null;
  let hasImproved = true;

  const root: Node = {
    shops: new Uint8Array(shopCount),
    above: new Float64Array(SLOT_COUNT * shopCount).fill(-1),
    atMost: new Float64Array(SLOT_COUNT * shopCount).fill(Infinity),
  };
  const stack: Node[] = [root];
  const spent = new Float64Array(shopCount);
  const used = new Uint8Array(shopCount);

  while (stack.length > 0) {
    const node = stack.pop() as Node; // the stack was just seen not to be empty
    work.nodes++;
    let fees = 0;
    for (let s = 0; s < shopCount; s++) if (node.shops[s] === PAID) fees += shops[s].feeNet;
    const priced = priceCandidates(candidates, node, shopCount);
    if (!priced) continue;
    const relaxed = cheapestFit(context, task, priced, limit - fees);
    if (!relaxed) continue;

    spent.fill(0);
    used.fill(0);
    for (const { option } of relaxed.chosen) {
      if (option.shop === ALONE) continue;
      spent[option.shop] += option.sub;
      used[option.shop] = 1;
    }
    let cost = relaxed.sum;
    let unpaid = -1;
    let short = -1;
    for (let s = 0; s < shopCount; s++) {
      const pays = used[s] === 1 && spent[s] < shops[s].freeFrom;
      if (pays) cost += shops[s].feeNet;
      if (node.shops[s] === FREE && spent[s] < shops[s].freeFrom) short = s;
      else if (node.shops[s] === UNDECIDED && pays && shops[s].feeNet > 0) {
        if (unpaid < 0 || shops[s].feeNet > shops[unpaid].feeNet) unpaid = s;
      }
    }
    if (cost < limit) {
      limit = cost;
      best = basketOf(relaxed.chosen, cost);
      hasImproved = true;
    }
    rootPriced ??= priced;
    if (hasImproved) {
      hasImproved = false;
      candidates = eliminate(candidates, limit, rootPriced);
    }
    if (short >= 0) branchOnSlot(stack, node, short, relaxed.chosen, candidates, domains, shopCount);
    else if (unpaid >= 0) branchOnShop(stack, node, unpaid, context);
  }
  return best;
}

function startingCandidates(context: BasketContext, task: BasketTask): Candidate[][] | null {
  const { domains, sabotage } = context;
  const out: Candidate[][] = [];
  const candidateOf = (elements: (typeof domains.rest)[number], element: number): Candidate => {
    const { deciwatts, options } = elements[element];
    const kept = sabotage.cheapestOptionOnly ? [options.reduce((a, b) => (b.net < a.net ? b : a))] : options;
    return { element, deciwatts, options: kept };
  };
  for (let slot = 0; slot < COUNT; slot++) {
    const elements = domains.rest[slot];
    const allowed = (task.hasCard ? task.links.allowed : task.links.withoutCard)[slot];
    const extra =
      slot === BOARD ? task.boards : slot === MEMORY ? task.memory : slot === CARD ? task.cards : null;
    const list: Candidate[] = [];
    for (const element of members(allowed)) {
      if (extra && !hasBit(extra, element)) continue;
      list.push(candidateOf(elements, element));
    }
    if (list.length === 0) return null;
    out.push(list);
  }
  out.push([candidateOf(domains.processors, task.processor)]);
  return out;
}

/** The cheapest option of every candidate that a node permits, sorted by price; null when a slot has none. */
function priceCandidates(
  candidates: readonly (readonly Candidate[])[],
  node: Node,
  shopCount: number,
): Priced[][] | null {
  const out: Priced[][] = [];
  for (let slot = 0; slot < SLOT_COUNT; slot++) {
    const base = slot * shopCount;
    let bound = -1;
    for (let s = 0; s < shopCount; s++) {
      if (node.above[base + s] < 0) continue;
      if (bound >= 0) return null; // a slot cannot be bought at two shops
      bound = s;
    }
    const list: Priced[] = [];
    for (const candidate of candidates[slot]) {
      let option: Option | null = null;
      for (const each of candidate.options) {
        if (option && each.net >= option.net) continue;
        const { shop } = each;
        if (bound >= 0 && (shop !== bound || each.sub <= node.above[base + bound])) continue;
        if (shop !== ALONE && (node.shops[shop] === CLOSED || each.sub > node.atMost[base + shop])) continue;
        option = each;
      }
      if (option)
        list.push({ element: candidate.element, deciwatts: candidate.deciwatts, price: option.net, option });
    }
    if (list.length === 0) return null;
    list.sort((a, b) => a.price - b.price || a.element - b.element);
    out.push(list);
  }
  return out;
}

/** Least sum of prices over parts that fit together, below `limit`; depth first, in order of price. */
function cheapestFit(
  context: BasketContext,
  task: BasketTask,
  priced: readonly (readonly Priced[])[],
  limit: number,
): Relaxed | null {
  const { compatibility, domains, rules } = context;
  const chosen: Priced[] = [];
  let best: Priced[] | null = null;
  let bestSum = limit;
  const processor = priced[PROCESSOR][0];
  let leastDraw = context.ownedDriveDeciwatts + processor.deciwatts;
  for (let slot = 0; slot < COUNT; slot++) {
    let least = Infinity;
    for (const each of priced[slot]) least = Math.min(least, each.deciwatts);
    leastDraw += least;
  }

  const fits = (slot: number, candidate: Priced, draw: number): boolean => {
    for (let earlier = 0; earlier < chosen.length; earlier++) {
      const other = chosen[earlier].element;
      if (earlier === CASE && slot === COOLER && candidate.element === emptyCooler) {
        if (!hasBit(task.links.withoutCooler[CASE], other)) return false;
      }
      if (!compatibility.linked(earlier, slot)) continue;
      const row = compatibility.row(earlier, other, slot, task.hasCard);
      if (row && !hasBit(row, candidate.element)) return false;
    }
    if (slot !== SUPPLY)
      return !compatibility.hasWide[slot] || compatibility.fitsWide(slot, candidate.element, chosen);
    const card =
      chosen.length > CARD ? (domains.rest[CARD][chosen[CARD].element].part as Card | null) : undefined;
    // While no card is chosen this is a bound: nothing is asked beside the draw.
    const needed =
      card === undefined
        ? neededSupplyWatts(rules.needs.supplyRule, draw, 0)
        : wattsFor(draw, card, rules, context.allowUnknown);
    const supply = domains.rest[SUPPLY][candidate.element].part;
    const stated = supply?.slot === 'supply' ? supply.ratedWatts : 0;
    // What is not stated is NaN where gaps are allowed (a draw may be, too), and NaN is never "too little".
    const rated = stated ?? (context.allowUnknown ? NaN : 0);
    return !(rated < needed);
  };
  const emptyCooler = domains.rest[COOLER].findIndex((element) => element.part === null);

  /** What the open slots cost at least, each with its cheapest part that goes with those chosen; Infinity if none. */
  const restBound = (from: number): number => {
    let sum = 0;
    for (let slot = from; slot < COUNT; slot++) {
      let found = -1;
      for (const candidate of priced[slot]) {
        if (fits(slot, candidate, leastDraw)) {
          found = candidate.price;
          break;
        }
      }
      if (found < 0) return Infinity;
      sum += found;
    }
    return sum;
  };

  const descend = (slot: number, sum: number, draw: number): void => {
    if (slot === COUNT) {
      if (sum < bestSum) {
        bestSum = sum;
        best = [...chosen, processor];
      }
      return;
    }
    const after = restBound(slot + 1);
    for (const candidate of priced[slot]) {
      // Sorted by price: once even the cheapest that fits what is chosen is too much, so are all that follow.
      if (sum + candidate.price + after >= bestSum) break;
      if (!fits(slot, candidate, draw)) continue;
      chosen.push(candidate);
      descend(slot + 1, sum + candidate.price, draw + candidate.deciwatts);
      chosen.pop();
    }
  };
  descend(0, processor.price, context.ownedDriveDeciwatts + processor.deciwatts);
  return best ? { sum: bestSum, chosen: best } : null;
}

function basketOf(chosen: readonly Priced[], cost: number): Basket {
  return {
    cost,
    processorOption: chosen[PROCESSOR].option,
    elements: chosen.slice(0, COUNT).map((each) => each.element),
    options: chosen.slice(0, COUNT).map((each) => each.option),
  };
}

/**
 * Drops every part and offer that cannot be in a basket below the limit: swapping it into the separable minimum
 * (each slot at its cheapest, fit ignored) already costs too much.
 */
function eliminate(
  candidates: Candidate[][],
  limit: number,
  priced: readonly (readonly Priced[])[],
): Candidate[][] {
  let minimum = 0;
  for (const list of priced) minimum += list[0].price;
  return candidates.map((list, slot) => {
    const others = minimum - priced[slot][0].price;
    const kept: Candidate[] = [];
    for (const candidate of list) {
      const options = candidate.options.filter((option) => others + option.net < limit);
      if (options.length > 0) kept.push({ ...candidate, options });
    }
    return kept.length > 0 ? kept : list;
  });
}

function branchOnShop(stack: Node[], node: Node, shop: number, { domains, sabotage }: BasketContext): void {
  const states = [CLOSED, PAID];
  if (Number.isFinite(domains.shops[shop].freeFrom) && !sabotage.noThresholdBranch) states.push(FREE);
  for (const state of states) {
    const shops = node.shops.slice();
    shops[shop] = state;
    stack.push({ ...node, shops });
  }
}

/** A shop that has to reach its threshold does not: one slot spends more there than now, or not more. */
function branchOnSlot(
  stack: Node[],
  node: Node,
  shop: number,
  chosen: readonly Priced[],
  candidates: readonly (readonly Candidate[])[],
  domains: Domains,
  shopCount: number,
): void {
  let possible = 0;
  let slotToBranch = -1;
  let largestGain = 0;
  for (let slot = 0; slot < SLOT_COUNT; slot++) {
    const now = chosen[slot].option.shop === shop ? chosen[slot].option.sub : 0;
    const cap = node.atMost[slot * shopCount + shop];
    let most = 0;
    for (const candidate of candidates[slot]) {
      for (const option of candidate.options)
        if (option.shop === shop && option.sub <= cap) most = Math.max(most, option.sub);
    }
    possible += most;
    if (most - now > largestGain) {
      largestGain = most - now;
      slotToBranch = slot;
    }
  }
  if (possible < domains.shops[shop].freeFrom || slotToBranch < 0) return;
  const now = chosen[slotToBranch].option.shop === shop ? chosen[slotToBranch].option.sub : 0;
  const at = slotToBranch * shopCount + shop;
  const atMost = node.atMost.slice();
  atMost[at] = now;
  stack.push({ ...node, atMost });
  const above = node.above.slice();
  above[at] = Math.max(above[at], now);
  stack.push({ ...node, above });
}
