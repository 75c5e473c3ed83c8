import type { Work } from '../work/index.ts';
import { firstBarrier, decided, openSlots } from '../compatibility/index.ts';
import { scenesOf } from '../frames/index.ts';
import { costOf, salesOf } from '../money/index.ts';
import { partSetOf, type Pick, type Picks } from '../parts/index.ts';
import { ownedDriveDeciwatts } from '../power/index.ts';
import type { Session } from '../session/index.ts';
import { cents, type Cents } from '../units/index.ts';
import {
  cheapestBasket,
  type Basket,
  type BasketContext,
  type BasketWork,
  type SearchFaults,
} from './cheapest-fit.ts';
import { costBoundOf } from './cost-bound.ts';
import { compatibilityOf } from './pair-compatibility.ts';
import { domainsOf, REST } from './domains.ts';
import { pairSpaceOf, type Platform } from './pair-space.ts';
import { sweep, type Found } from './sweep.ts';

/** A build that the search found, with what it costs and scores. */
export interface Answer {
  readonly picks: Picks;
  /** The objective in thousandths. */
  readonly score: number;
  readonly cost: Cents;
}

/** What tells two runners-up apart: processor and card, or processor, memory and card. */
export type DistinctBy = 'pair' | 'triple';

/** How many builds are wanted that differ in processor and card, and how many different processors and cards among all. */
export interface Spread {
  readonly pairs: number;
  readonly cpus: number;
  readonly gpus: number;
}

export interface WorkCounts extends BasketWork {
  platforms: number;
  gpuClasses: number;
  scored: number;
}

export interface Progress {
  /** No build within the money scores above this. */
  readonly bound: number;
  readonly best: Answer | null;
  readonly baskets: number;
}

/**
 * How a search ended. `optimal`: the answers are proved to be the best ones. `infeasible`: proved that nothing fits.
 * `limit`: stopped before the proof; nothing scores above `bound`.
 */
export interface SearchResult {
  readonly status: 'optimal' | 'infeasible' | 'limit';
  readonly answers: readonly Answer[];
  readonly bound: number | null;
  readonly work: WorkCounts;
}

export type Search = Work<Progress, SearchResult>;

/** A frontier on its way: the step proved last, and the score above which all steps are known. */
export interface FrontierProgress {
  readonly step: Answer | null;
  readonly bound: number;
}

/**
 * Every sum's best build: steps in falling order of score and cost. Each is the best that its cost buys, and the
 * cheapest of its score. `isComplete` is false when the search was stopped: steps below `bound` may then be missing.
 */
export interface Frontier {
  readonly steps: readonly Answer[];
  readonly isComplete: boolean;
  readonly bound: number;
  readonly work: WorkCounts;
}

export type FrontierSearch = Work<FrontierProgress, Frontier>;

export interface Prepared {
  /** The best build within a sum. Higher score first, then lower cost. Send `true` into the generator to stop it. */
  solve(budget: number): Search;
  /** The k best builds that differ in processor and card (or in memory too), best first. */
  topK(budget: number, k: number, by: DistinctBy): Search;
  /**
   * The best build of each of the best pairs of processor and card, then of each further processor and each further
   * card, until there are as many as wanted: one pass for all three.
   */
  spread(budget: number, wanted: Spread): Search;
  /** The best builds of all sums up to one, in a single pass; scores under `leastScore` are left out. */
  frontier(budget: number, leastScore?: number): FrontierSearch;
  /** Whether any build keeps every rule and need within a sum. Needs no score, so it is quicker than a search. */
  exists(budget?: number): boolean;
  /** The least that a build costs that keeps every rule and need, whatever it scores; null when none does. */
  cheapest(): Answer | null;
  readonly work: WorkCounts;
}

export interface PrepareOptions {
  readonly faults?: SearchFaults;
}

/**
 * Prepares a session for searching. All but the sum is read from the brief: the budget is an argument
 * of each search, so that another sum costs no new preparation.
 */
export function prepare(session: Session, options: PrepareOptions = {}): Prepared {
  const { catalogue, brief, market, rules: context, rates: index, scoreOf: scoreSet } = session;
  const { scenes, unknownGames } = scenesOf(brief, catalogue.frameModel);
  /** What all owned parts that are to be sold would fetch; one that the build uses costs that much there. */
  const sales = salesOf(market).reduce((sum, { amount }) => sum + amount, 0);
  const domains = domainsOf(catalogue.parts, market, brief, context, index);
  const { allowUnknown } = brief.whereToBuy;
  const compatibility = compatibilityOf(domains, context, allowUnknown);
  const work: WorkCounts = { baskets: 0, nodes: 0, platforms: 0, gpuClasses: 0, scored: 0 };
  const hasEverySlot = domains.cpus.length > 0 && domains.rest.every((elements) => elements.length > 0);
  const isRated = scenes.length > 0 && unknownGames.length === 0;

  const basketContext: BasketContext = {
    domains,
    compatibility,
    rules: context,
    ownedDriveDeciwatts: ownedDriveDeciwatts(context),
    allowUnknown,
    faults: options.faults ?? {},
    work,
  };
  const space = hasEverySlot && isRated ? pairSpaceOf(brief, domains, compatibility, index, scenes) : null;
  const costBound = space
    ? costBoundOf(domains, compatibility, space.platforms, space.gpuClasses, context, allowUnknown)
    : null;
  work.platforms = space?.platforms.length ?? 0;
  work.gpuClasses = space?.gpuClasses.length ?? 0;

  const basketFor = (platform: number, gpuClass: number, most: number): Basket | null => {
    if (!space) return null;
    const { cpu, motherboards, memory } = space.platforms[platform];
    const { members, gpu } = space.gpuClasses[gpuClass];
    const links = compatibility.linksOf(cpu);
    return cheapestBasket(
      basketContext,
      { cpu, links, motherboards, memory, gpus: members, hasGpu: gpu !== null },
      most,
    );
  };

  const picksOf = (cpu: number, basket: Basket): Picks => {
    const picks: Record<string, Pick> = {};
    const cpuPart = domains.cpus[cpu].part;
    if (cpuPart) picks.cpu = { part: cpuPart.id, offer: basket.cpuOption.offer };
    REST.forEach((slot, at) => {
      const { part } = domains.rest[at][basket.elements[at]];
      if (part) picks[slot] = { part: part.id, offer: basket.options[at].offer };
    });
    return picks;
  };

  /** Checks an answer by the rule engine, the plain sum and the plain score; what differs is our bug. */
  const confirm = (picks: Picks, score: number | null, cost: number): Answer => {
    const { set } = partSetOf(picks, market.parts);
    const full = decided(set);
    const barrier = firstBarrier(full, context, allowUnknown);
    const counted = costOf(picks, market).counted;
    const rated = scoreSet(full) ?? -1;
    const broken = options.faults
      ? null
      : barrier
        ? `breaks rule ${barrier.id}`
        : openSlots(set).length > 0
          ? `leaves ${openSlots(set).join(', ')} open`
          : counted !== cost
            ? `costs ${counted}, not ${cost}`
            : score !== null && rated !== score
              ? `scores ${rated}, not ${score}`
              : null;
    if (broken) throw new Error(`search: an answer ${broken}; this is our bug`);
    return { picks, score: score ?? rated, cost: cents(cost) };
  };
  const answerOf = (found: Found): Answer => {
    const cpu = space ? space.platforms[found.platform].cpu : 0;
    return confirm(
      picksOf(cpu, found.basket),
      found.score < 0 ? null : found.score,
      found.basket.cost - sales,
    );
  };

  function* search(
    budget: number,
    k: number,
    keyOf: ((found: Found) => string | null) | null,
    isEnough: (found: Found) => boolean = () => false,
  ): Search {
    const answers: Answer[] = [];
    let bound: number | null = null;
    if (space && costBound) {
      const steps = sweep({
        space: space.scores(),
        costBound,
        basketFor,
        budget: budget + sales,
        work,
        wanted: k,
        keyOf,
      });
      let step = steps.next(false);
      while (!step.done) {
        const { found, bound: top } = step.value;
        bound = top;
        if (found) answers.push(answerOf(found));
        if (found && isEnough(found)) break;
        const stop = yield { bound: top, best: answers[0] ?? null, baskets: work.baskets };
        if (stop) return { status: 'limit', answers, bound, work: { ...work } };
        step = steps.next();
      }
    }
    return {
      status: answers.length > 0 ? 'optimal' : 'infeasible',
      answers,
      bound: answers[0]?.score ?? null,
      work: { ...work },
    };
  }

  function* frontier(budget: number, leastScore = 0): FrontierSearch {
    const steps: Answer[] = [];
    let bound = Infinity;
    if (space && costBound) {
      const pass = sweep({
        space: space.scores(),
        costBound,
        basketFor,
        budget: budget + sales,
        work,
        wanted: Infinity,
        keyOf: null,
        isFrontier: true,
        leastScore,
      });
      for (let next = pass.next(); !next.done; next = pass.next()) {
        const { found } = next.value;
        bound = next.value.bound;
        const step = found ? answerOf(found) : null;
        if (step) steps.push(step);
        if (yield { step, bound }) return { steps, isComplete: false, bound, work: { ...work } };
      }
    }
    return { steps, isComplete: true, bound: leastScore, work: { ...work } };
  }

  const hasGraphics = ({ cpu }: Platform): boolean => {
    const chip = domains.cpus[cpu].part;
    return chip?.kind === 'cpu' && chip.integratedGraphics === true && index.integrated.has(chip.id);
  };
  const isAllowed = (platform: number, gpuClass: number): boolean =>
    brief.play.objective.balanceLimit === null || (space?.scores().score(platform, gpuClass) ?? -1) >= 0;

  const ANY = Number.MAX_SAFE_INTEGER - 1;
  /** The cheapest basket of any pair, or the first that is found within a sum: cheap sides first. */
  const cheapestOfAll = (budget: number, isAnyEnough: boolean): Found | null => {
    if (!space || !costBound) return null;
    const { platformLeast, gpuLeast } = costBound;
    const rising = (least: Float64Array) =>
      Array.from(least, (_, n) => n).sort((a, b) => least[a] - least[b] || a - b);
    const platforms = rising(platformLeast);
    const gpus = rising(gpuLeast);
    let most = Math.min(budget + sales, ANY);
    let best: Found | null = null;
    for (const platform of platforms) {
      if (platformLeast[platform] + gpuLeast[gpus[0]] > most) break;
      for (const gpuClass of gpus) {
        if (platformLeast[platform] + gpuLeast[gpuClass] > most) break;
        if (!space.gpuClasses[gpuClass].gpu && !hasGraphics(space.platforms[platform])) continue;
        if (costBound.of(platform, gpuClass) > most || !isAllowed(platform, gpuClass)) continue;
        const basket = basketFor(platform, gpuClass, most);
        if (!basket) continue;
        best = { platform, gpuClass, score: -1, basket };
        if (isAnyEnough) return best;
        most = basket.cost - 1;
      }
    }
    return best;
  };

  const exists = (budget = ANY): boolean => cheapestOfAll(budget, true) !== null;
  const cheapest = (): Answer | null => {
    const found = cheapestOfAll(ANY, false);
    return found ? answerOf(found) : null;
  };

  return {
    solve: (budget) => search(budget, 1, null),
    topK: (budget, k, by) =>
      search(budget, k, ({ platform, gpuClass }) => {
        if (!space) return '';
        const { cpu, kitClass } = space.platforms[platform];
        return by === 'pair' ? `${cpu}|${gpuClass}` : `${cpu}|${kitClass}|${gpuClass}`;
      }),
    spread: (budget, wanted) => {
      const pairs = new Set<string>();
      const cpus = new Set<number>();
      const gpus = new Set<number>();
      const cpuOf = ({ platform }: Found) => space?.platforms[platform].cpu ?? -1;
      const keyOf = (found: Found): string | null => {
        const cpu = cpuOf(found);
        const isWanted =
          pairs.size < wanted.pairs ||
          (cpus.size < wanted.cpus && !cpus.has(cpu)) ||
          (gpus.size < wanted.gpus && !gpus.has(found.gpuClass));
        return isWanted ? `${cpu}|${found.gpuClass}` : null;
      };
      return search(budget, Infinity, keyOf, (found) => {
        pairs.add(`${cpuOf(found)}|${found.gpuClass}`);
        cpus.add(cpuOf(found));
        gpus.add(found.gpuClass);
        return pairs.size >= wanted.pairs && cpus.size >= wanted.cpus && gpus.size >= wanted.gpus;
      });
    },
    frontier,
    exists,
    cheapest,
    work,
  };
}
