import { neededPsuWatts } from '../power/index.ts';
import { cheapestSplit, type Option, type PricedCandidate, type BestTogether } from './orders/index.ts';
import type { Gpu } from '../parts/index.ts';
import { psuNeed, type RuleContext } from '../compatibility/index.ts';
import { emptyBits, hasBit, setBit, type Bits } from './bits.ts';
import type { Compatibility } from './pair-compatibility.ts';
import type { CpuLinks } from './rule-questions.ts';
import { AT, REST, REST_COUNT, type Domains } from './domains.ts';
import { rootStart, type Allowed, type RootPrices } from './root-prices.ts';

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
  /** Null where a slot has nothing to fill it. */
  readonly root: RootPrices | null;
  /** By supply: see {@link ratedWattsOf}. */
  readonly ratedWatts: Float64Array;
}

const { case: CASE, gpu: CARD, cooler: COOLER, psu: SUPPLY, motherboard: BOARD, memory: MEMORY } = AT;
const COUNT = REST_COUNT;

/** Rated watts that a draw with a card needs; Infinity where a figure is missing and gaps are not allowed. */
export function wattsFor(draw: number, gpu: Gpu | null, rules: RuleContext, allowUnknown: boolean): number {
  const need = psuNeed(draw, gpu, rules);
  return need.isLeast && !allowUnknown ? Infinity : need.watts;
}

/** Rated watts of all supplies. What is not stated is NaN where gaps are allowed (a draw may be, too), and NaN is never "too little". */
export const ratedWattsOf = (domains: Domains, allowUnknown: boolean): Float64Array =>
  Float64Array.from(domains.rest[SUPPLY], ({ part }) => {
    const stated = part?.kind === 'psu' ? part.ratedWatts : 0;
    return stated ?? (allowUnknown ? NaN : 0);
  });

/**
 * Finds the exact cheapest basket for a task that costs at most `most`, or null: the search over orders and deals, with
 * what goes together as its relaxation.
 */
export function cheapestBasket(context: BasketContext, task: BasketTask, most: number): Basket | null {
  const { domains, work, faults, root } = context;
  work.baskets++;
  const start = root && rootStart(root, allowedBy(domains, task), most + 1);
  if (!start) return null;
  const relax: BestTogether = (priced, limit) => new CheapestFit(context, task, priced, limit).run();
  const split = cheapestSplit({
    terms: domains.terms,
    slots: [...REST, ...domains.added.map(({ slot }) => slot), 'cpu'],
    candidates: start.candidates,
    start,
    relax,
    most,
    work,
    faults,
  });
  return split ? basketOf(split.chosen, split.cost) : null;
}

/** What a task allows: by slot of the rest, then what was added, then the processor. */
function allowedBy(domains: Domains, task: BasketTask): Allowed[] {
  const own: Readonly<Record<number, Bits>> = {
    [BOARD]: task.motherboards,
    [MEMORY]: task.memory,
    [CARD]: task.gpus,
  };
  const rest = (task.hasGpu ? task.links.allowed : task.links.withoutGpu).map((bits, slot) =>
    own[slot] ? [bits, own[slot]] : [bits],
  );
  const cpu = emptyBits(domains.cpus.length);
  setBit(cpu, task.cpu);
  // What is settled takes part in orders like any other slot: what the user added, and the processor as the last.
  return [...rest, ...domains.added.map(() => []), [cpu]];
}

type PricedSlots = readonly (readonly PricedCandidate[])[];

/** Least sum of prices over parts that fit together, below a limit; depth first, in order of price. */
class CheapestFit {
  private readonly chosen: PricedCandidate[] = [];
  private best: PricedCandidate[] | null = null;
  private readonly emptyCooler: number;
  private readonly leastDraw: number;
  /** By slot: rows of what goes with those chosen. */
  private readonly rows: Bits[][] = REST.map(() => []);
  /** By how many are chosen, and by slot: the first candidate that goes with them. Those before it go with none chosen further. */
  private readonly first = new Int32Array((COUNT + 1) * COUNT);
  /** Watts that a supply has to have whatever else is chosen: before a card is, and with it. */
  private readonly neededBare: number;
  private neededWithCard = 0;

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
    this.neededBare = neededPsuWatts(context.rules.needs.psuRule, this.leastDraw, 0);
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
    const after = this.lookAhead(slot);
    const list = this.priced[slot];
    const needed = slot === SUPPLY ? this.wattsBeside(draw) : 0;
    for (let at = this.first[slot * COUNT + slot]; at < list.length; at++) {
      const candidate = list[at];
      // Sorted by price: once even the cheapest that fits what is chosen is too much, so are all that follow.
      if (sum + candidate.price + after >= this.bestSum) break;
      if (!this.fits(slot, candidate.element, needed)) continue;
      this.choose(slot, candidate);
      this.descend(slot + 1, sum + candidate.price, draw + candidate.deciwatts);
      this.unchoose(slot);
    }
  }

  /**
   * Finds the first candidate of a slot, and of each one after it, that goes with those chosen; gives what those after it cost, Infinity where
   * there is none.
   */
  private lookAhead(from: number): number {
    const needed = from > CARD ? this.neededWithCard : this.neededBare;
    let sum = 0;
    for (let slot = from; slot < COUNT; slot++) {
      const list = this.priced[slot];
      let at = from === 0 ? 0 : this.first[(from - 1) * COUNT + slot];
      while (at < list.length && !this.fits(slot, list[at].element, needed)) at++;
      if (at === list.length) return Infinity;
      this.first[from * COUNT + slot] = at;
      if (slot > from) sum += list[at].price;
    }
    return sum;
  }

  private choose(slot: number, candidate: PricedCandidate): void {
    const { compatibility } = this.context;
    const { hasGpu } = this.task;
    this.chosen.push(candidate);
    for (const later of compatibility.linkedAfter[slot]) {
      const row = compatibility.row(slot, candidate.element, later, hasGpu);
      if (row) this.rows[later].push(row);
    }
    if (slot === CARD) this.neededWithCard = this.wattsBeside(this.leastDraw);
  }

  private unchoose(slot: number): void {
    this.chosen.pop();
    for (const later of this.context.compatibility.linkedAfter[slot]) this.rows[later].pop();
  }

  private fits(slot: number, element: number, neededWatts: number): boolean {
    const { chosen } = this;
    for (const row of this.rows[slot]) if (!hasBit(row, element)) return false;
    if (slot === COOLER && element === this.emptyCooler && chosen.length > CASE)
      if (!hasBit(this.task.links.withoutCooler[CASE], chosen[CASE].element)) return false;
    if (slot === SUPPLY) return !(this.context.ratedWatts[element] < neededWatts);
    const { compatibility } = this.context;
    return !compatibility.hasWide[slot] || compatibility.fitsWide(slot, element, chosen);
  }

  /** Watts that a supply has to have for a draw and the card that is chosen. */
  private wattsBeside(draw: number): number {
    const { domains, rules, allowUnknown } = this.context;
    const card = domains.rest[CARD][this.chosen[CARD].element].part as Gpu | null; // the cards' own domain
    return wattsFor(draw, card, rules, allowUnknown);
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
