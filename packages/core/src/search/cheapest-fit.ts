import { neededPsuWatts } from '../power/index.ts';
import {
  cheapestSplit,
  type Candidate,
  type Option,
  type PricedCandidate,
  type Relaxation,
} from './orders/index.ts';
import type { Gpu, Slot } from '../parts/index.ts';
import { psuNeed, type RuleContext } from '../compatibility/index.ts';
import { hasBit, members, type Bits } from './bits.ts';
import type { Compatibility, CpuLinks } from './pair-compatibility.ts';
import { AT, REST, REST_COUNT, type Domains } from './domains.ts';

/** What one basket is to be found for: a processor, and the elements that each other slot may take. */
export interface BasketTask {
  readonly cpu: number;
  readonly links: CpuLinks;
  /** Boards, kits and cards allowed beside the processor's own links. */
  readonly motherboards: Bits;
  readonly memory: Bits;
  readonly gpus: Bits;
  readonly hasGpu: boolean;
}

/** The cheapest way to complete a task: an element and an option for the processor and every rest slot. */
export interface Basket {
  readonly cost: number;
  readonly cpuOption: Option;
  readonly elements: readonly number[];
  readonly options: readonly Option[];
}

/** Switches that break the search on purpose, so that a test can show that the checks would notice. */
export interface SearchFaults {
  /** Leave out the branch in which an order is filled up to reach free sending. */
  readonly noThresholdBranch?: boolean;
  /** Never branch on deals: take them where the cheapest parts happen to allow them. */
  readonly noDealBranch?: boolean;
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
  readonly faults: SearchFaults;
  readonly work: BasketWork;
}

/** The processor takes part in orders like any other slot; its index among them. */
const PROCESSOR = REST_COUNT;
const SLOTS_HERE: readonly Slot[] = [...REST, 'cpu'];

/* Read once: some module loaders make every use of an import a call, and these stand in the innermost loops. */
const { case: CASE, gpu: CARD, cooler: COOLER, psu: SUPPLY, motherboard: BOARD, memory: MEMORY } = AT;
const COUNT = REST_COUNT;

/** Rated watts that a draw with a card needs; Infinity where a figure is missing and gaps are not allowed. */
export function wattsFor(draw: number, gpu: Gpu | null, rules: RuleContext, allowUnknown: boolean): number {
  const need = psuNeed(draw, gpu, rules);
  return need.isLeast && !allowUnknown ? Infinity : need.watts;
}

/**
 * Finds the exact cheapest basket for a task that costs at most `most`, or null: the search over orders and deals, with
 * what goes together as its relaxation.
 */
export function cheapestBasket(context: BasketContext, task: BasketTask, most: number): Basket | null {
  const { domains, work, faults } = context;
  work.baskets++;
  const candidates = startingCandidates(context, task);
  if (!candidates) return null;
  const relax: Relaxation = (priced, limit) => cheapestFit(context, task, priced, limit);
  const split = cheapestSplit({
    terms: domains.terms,
    slots: SLOTS_HERE,
    candidates,
    relax,
    most,
    work,
    faults,
  });
  return split ? basketOf(split.chosen, split.cost) : null;
}

function startingCandidates(context: BasketContext, task: BasketTask): Candidate[][] | null {
  const { domains, faults } = context;
  const out: Candidate[][] = [];
  const candidateOf = (elements: (typeof domains.rest)[number], element: number): Candidate => {
    const { deciwatts, options } = elements[element];
    const kept = faults.cheapestOptionOnly
      ? [options.reduce((a, b) => (b.least < a.least ? b : a))]
      : options;
    return { element, deciwatts, options: kept };
  };
  for (let slot = 0; slot < COUNT; slot++) {
    const elements = domains.rest[slot];
    const allowed = (task.hasGpu ? task.links.allowed : task.links.withoutGpu)[slot];
    const extra =
      slot === BOARD ? task.motherboards : slot === MEMORY ? task.memory : slot === CARD ? task.gpus : null;
    const list: Candidate[] = [];
    for (const element of members(allowed)) {
      if (extra && !hasBit(extra, element)) continue;
      list.push(candidateOf(elements, element));
    }
    if (list.length === 0) return null;
    out.push(list);
  }
  out.push([candidateOf(domains.cpus, task.cpu)]);
  return out;
}

/** Least sum of prices over parts that fit together, below `limit`; depth first, in order of price. */
function cheapestFit(
  context: BasketContext,
  task: BasketTask,
  priced: readonly (readonly PricedCandidate[])[],
  limit: number,
): ReturnType<Relaxation> {
  const { compatibility, domains, rules } = context;
  const chosen: PricedCandidate[] = [];
  let best: PricedCandidate[] | null = null;
  let bestSum = limit;
  const cpu = priced[PROCESSOR][0];
  let leastDraw = context.ownedDriveDeciwatts + cpu.deciwatts;
  for (let slot = 0; slot < COUNT; slot++) {
    let least = Infinity;
    for (const each of priced[slot]) least = Math.min(least, each.deciwatts);
    leastDraw += least;
  }

  const fits = (slot: number, candidate: PricedCandidate, draw: number): boolean => {
    for (let earlier = 0; earlier < chosen.length; earlier++) {
      const other = chosen[earlier].element;
      if (earlier === CASE && slot === COOLER && candidate.element === emptyCooler) {
        if (!hasBit(task.links.withoutCooler[CASE], other)) return false;
      }
      if (!compatibility.linked(earlier, slot)) continue;
      const row = compatibility.row(earlier, other, slot, task.hasGpu);
      if (row && !hasBit(row, candidate.element)) return false;
    }
    if (slot !== SUPPLY)
      return !compatibility.hasWide[slot] || compatibility.fitsWide(slot, candidate.element, chosen);
    const gpu =
      chosen.length > CARD ? (domains.rest[CARD][chosen[CARD].element].part as Gpu | null) : undefined;
    // While no card is chosen this is a bound: nothing is asked beside the draw.
    const needed =
      gpu === undefined
        ? neededPsuWatts(rules.needs.psuRule, draw, 0)
        : wattsFor(draw, gpu, rules, context.allowUnknown);
    const psu = domains.rest[SUPPLY][candidate.element].part;
    const stated = psu?.kind === 'psu' ? psu.ratedWatts : 0;
    // What is not stated is NaN where gaps are allowed (a draw may be, too), and NaN is never "too little".
    const rated = stated ?? (context.allowUnknown ? NaN : 0);
    return !(rated < needed);
  };
  const emptyCooler = domains.rest[COOLER].findIndex((element) => element.part === null);

  /** What the open slots cost at least, each with its cheapest part that goes with those chosen; Infinity if none. */
  const restBound = (from: number): number => {
    let sum = 0;
    for (let slot = from; slot < COUNT; slot++) {
      let found = Infinity;
      for (const candidate of priced[slot]) {
        if (fits(slot, candidate, leastDraw)) {
          found = candidate.price;
          break;
        }
      }
      if (found === Infinity) return Infinity;
      sum += found;
    }
    return sum;
  };

  const descend = (slot: number, sum: number, draw: number): void => {
    if (slot === COUNT) {
      if (sum < bestSum) {
        bestSum = sum;
        best = [...chosen, cpu];
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
  descend(0, cpu.price, context.ownedDriveDeciwatts + cpu.deciwatts);
  return best ? { sum: bestSum, chosen: best } : null;
}

function basketOf(chosen: readonly PricedCandidate[], cost: number): Basket {
  return {
    cost,
    cpuOption: chosen[PROCESSOR].option,
    elements: chosen.slice(0, COUNT).map((each) => each.element),
    options: chosen.slice(0, COUNT).map((each) => each.option),
  };
}
