import { neededPsuWatts } from '../power/index.ts';
import {
  cheapestSplit,
  type SlotCandidate,
  type Option,
  type PricedCandidate,
  type BestTogether,
} from './orders/index.ts';
import type { Gpu } from '../parts/index.ts';
import { psuNeed, type RuleContext } from '../compatibility/index.ts';
import { hasBit, members, type Bits } from './bits.ts';
import type { Compatibility } from './pair-compatibility.ts';
import type { CpuLinks } from './rule-questions.ts';
import { AT, REST, REST_COUNT, type Domains } from './domains.ts';

/** What one basket is to be found for: a processor, and the elements that each other slot may take. */
interface BasketTask {
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
  /** Of what the user added, in its order. */
  readonly addedOptions: readonly Option[];
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
  /** Draw of what is in every build: owned drives, and what the user added. */
  readonly settledDeciwatts: number;
  readonly allowUnknown: boolean;
  readonly faults: SearchFaults;
  readonly work: BasketWork;
}

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
  const relax: BestTogether = (priced, limit) => new CheapestFit(context, task, priced, limit).run();
  const split = cheapestSplit({
    terms: domains.terms,
    slots: [...REST, ...domains.added.map(({ slot }) => slot), 'cpu'],
    candidates,
    relax,
    most,
    work,
    faults,
  });
  return split ? basketOf(split.chosen, split.cost) : null;
}

function startingCandidates(context: BasketContext, task: BasketTask): SlotCandidate[][] | null {
  const { domains, faults } = context;
  const out: SlotCandidate[][] = [];
  const candidateOf = (elements: (typeof domains.rest)[number], element: number): SlotCandidate => {
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
    const list: SlotCandidate[] = [];
    for (const element of members(allowed)) {
      if (extra && !hasBit(extra, element)) continue;
      list.push(candidateOf(elements, element));
    }
    if (list.length === 0) return null;
    out.push(list);
  }
  // What is settled takes part in orders like any other slot: what the user added, and the processor as the last.
  for (const { elements } of domains.added) out.push([candidateOf(elements, 0)]);
  out.push([candidateOf(domains.cpus, task.cpu)]);
  return out;
}

type PricedSlots = readonly (readonly PricedCandidate[])[];

/** Least sum of prices over parts that fit together, below a limit; depth first, in order of price. */
class CheapestFit {
  private readonly chosen: PricedCandidate[] = [];
  private best: PricedCandidate[] | null = null;
  private readonly emptyCooler: number;
  private readonly leastDraw: number;

  constructor(
    private readonly context: BasketContext,
    private readonly task: BasketTask,
    private readonly priced: PricedSlots,
    private bestSum: number,
  ) {
    this.emptyCooler = context.domains.rest[COOLER].findIndex((element) => element.part === null);
    this.leastDraw = priced
      .slice(0, COUNT)
      .reduce((sum, list) => sum + Math.min(...list.map((each) => each.deciwatts)), this.settledDraw);
  }

  /** Added parts and the processor: one candidate each. */
  private get settled(): readonly PricedCandidate[] {
    return this.priced.slice(COUNT).map(([candidate]) => candidate);
  }
  private get settledDraw(): number {
    return this.context.settledDeciwatts + this.priced[this.priced.length - 1][0].deciwatts;
  }

  run(): ReturnType<BestTogether> {
    const sum = this.settled.reduce((total, { price }) => total + price, 0);
    this.descend(0, sum, this.settledDraw);
    return this.best ? { sum: this.bestSum, chosen: this.best } : null;
  }

  private descend(slot: number, sum: number, draw: number): void {
    if (slot === COUNT) {
      if (sum >= this.bestSum) return;
      this.bestSum = sum;
      this.best = [...this.chosen, ...this.settled];
      return;
    }
    const after = this.restBound(slot + 1);
    for (const candidate of this.priced[slot]) {
      // Sorted by price: once even the cheapest that fits what is chosen is too much, so are all that follow.
      if (sum + candidate.price + after >= this.bestSum) break;
      if (!this.fits(slot, candidate, draw)) continue;
      this.chosen.push(candidate);
      this.descend(slot + 1, sum + candidate.price, draw + candidate.deciwatts);
      this.chosen.pop();
    }
  }

  /** What the open slots cost at least, each with its cheapest part that goes with those chosen; Infinity if none. */
  private restBound(from: number): number {
    let sum = 0;
    for (let slot = from; slot < COUNT && sum < Infinity; slot++)
      sum +=
        this.priced[slot].find((candidate) => this.fits(slot, candidate, this.leastDraw))?.price ?? Infinity;
    return sum;
  }

  private fits(slot: number, candidate: PricedCandidate, draw: number): boolean {
    const { chosen, task } = this;
    const { compatibility } = this.context;
    for (let earlier = 0; earlier < chosen.length; earlier++) {
      const other = chosen[earlier].element;
      if (earlier === CASE && slot === COOLER && candidate.element === this.emptyCooler) {
        if (!hasBit(task.links.withoutCooler[CASE], other)) return false;
      }
      if (!compatibility.linked(earlier, slot)) continue;
      const row = compatibility.row(earlier, other, slot, task.hasGpu);
      if (row && !hasBit(row, candidate.element)) return false;
    }
    if (slot === SUPPLY) return this.isFed(candidate, draw);
    return !compatibility.hasWide[slot] || compatibility.fitsWide(slot, candidate.element, chosen);
  }

  private isFed(psu: PricedCandidate, draw: number): boolean {
    const { domains, rules, allowUnknown } = this.context;
    const { chosen } = this;
    // While no card is chosen this is a bound: nothing is asked beside the draw.
    const needed =
      chosen.length > CARD
        ? wattsFor(draw, domains.rest[CARD][chosen[CARD].element].part as Gpu | null, rules, allowUnknown)
        : neededPsuWatts(rules.needs.psuRule, draw, 0);
    const { part } = domains.rest[SUPPLY][psu.element];
    const stated = part?.kind === 'psu' ? part.ratedWatts : 0;
    // What is not stated is NaN where gaps are allowed (a draw may be, too), and NaN is never "too little".
    const rated = stated ?? (allowUnknown ? NaN : 0);
    return !(rated < needed);
  }
}

function basketOf(chosen: readonly PricedCandidate[], cost: number): Basket {
  return {
    cost,
    cpuOption: chosen[chosen.length - 1].option,
    elements: chosen.slice(0, COUNT).map((each) => each.element),
    options: chosen.slice(0, COUNT).map((each) => each.option),
    addedOptions: chosen.slice(COUNT, -1).map((each) => each.option),
  };
}
