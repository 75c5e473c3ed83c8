import { firstBarrier, decided, openSlots, ruleContext } from '../compatibility/index.ts';
import { indexModel, scenesOf, scorerFor } from '../frames/index.ts';
import { costOf, indexMarket, type Market } from '../money/index.ts';
import { partSetOf, type Brief, type Catalogue, type Pick, type Picks } from '../parts/index.ts';
import { ownedDriveDeciwatts } from '../power/index.ts';
import { cents, type Cents } from '../units/index.ts';
import { cheapestBasket, type Basket, type BasketContext, type BasketWork, type Sabotage } from './basket.ts';
import { emptyBits, setBit, type Bits } from './bits.ts';
import { costBoundOf } from './bound.ts';
import { compatibilityOf } from './compat.ts';
import { AT, domainsOf, REST } from './domains.ts';
import { scoreSpaceOf } from './platforms.ts';
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

export interface Work extends BasketWork {
  platforms: number;
  cardClasses: number;
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
  readonly work: Work;
}

export type Search = Generator<Progress, SearchResult, boolean | undefined>;

export interface Prepared {
  /** The best build within a sum. Higher score first, then lower cost. Send `true` into the generator to stop it. */
  solve(budget: number): Search;
  /** The k best builds that differ in processor and card (or in memory too), best first. */
  topK(budget: number, k: number, by: DistinctBy): Search;
  /** The least that a build costs that keeps every rule and need, whatever it scores; null when none does. */
  cheapest(): Answer | null;
  readonly work: Work;
  readonly market: Market;
}

export interface PrepareOptions {
  readonly sabotage?: Sabotage;
}

/** Runs a search to its end. */
export function runSearch(search: Search): SearchResult {
  let step = search.next();
  while (!step.done) step = search.next();
  return step.value;
}

/**
 * Prepares a catalogue and a brief for searching. All but the sum is read from the brief: the budget is an argument
 * of each search, so that another sum costs no new preparation.
 */
export function prepare(catalogue: Catalogue, brief: Brief, options: PrepareOptions = {}): Prepared {
  const market = indexMarket(catalogue, brief.money.currency);
  const context = ruleContext(brief, market.parts);
  const index = indexModel(catalogue.frameModel);
  const { scenes, unknownGames } = scenesOf(brief, catalogue.frameModel);
  const domains = domainsOf(catalogue.parts, market, brief, context, index);
  const { allowUnknown } = brief.market;
  const compatibility = compatibilityOf(domains, context, allowUnknown);
  const work: Work = { baskets: 0, nodes: 0, platforms: 0, cardClasses: 0, scored: 0 };
  const hasEverySlot = domains.processors.length > 0 && domains.rest.every((elements) => elements.length > 0);
  const isRated = scenes.length > 0 && unknownGames.length === 0;

  const basketContext: BasketContext = {
    domains,
    compatibility,
    supplyRule: brief.needs.supplyRule,
    ownedDriveDeciwatts: ownedDriveDeciwatts(context),
    allowUnknown,
    sabotage: options.sabotage ?? {},
    work,
  };
  const space = hasEverySlot && isRated ? scoreSpaceOf(brief, domains, compatibility, index, scenes) : null;
  const costBound = space
    ? costBoundOf(
        domains,
        compatibility,
        space.platforms,
        space.cardClasses,
        brief.needs.supplyRule,
        allowUnknown,
      )
    : null;
  work.platforms = space?.platforms.length ?? 0;
  work.cardClasses = space?.cardClasses.length ?? 0;

  const basketFor = (platform: number, cardClass: number, most: number): Basket | null => {
    if (!space) return null;
    const { processor, boards, memory } = space.platforms[platform];
    const { members, card } = space.cardClasses[cardClass];
    const links = compatibility.linksOf(processor);
    return cheapestBasket(
      basketContext,
      { processor, links, boards, memory, cards: members, hasCard: card !== null },
      most,
    );
  };

  const picksOf = (processor: number, basket: Basket): Picks => {
    const picks: Record<string, Pick> = {};
    const processorPart = domains.processors[processor].part;
    if (processorPart) picks.processor = { part: processorPart.id, offer: basket.processorOption.offer };
    REST.forEach((slot, at) => {
      const { part } = domains.rest[at][basket.elements[at]];
      if (part) picks[slot] = { part: part.id, offer: basket.options[at].offer };
    });
    return picks;
  };

  const scoreSet = scorerFor(brief, catalogue.frameModel);
  /** Checks an answer by the rule engine, the plain sum and the plain score; what differs is our bug. */
  const confirm = (picks: Picks, score: number | null, cost: number): Answer => {
    const { set } = partSetOf(picks, market.parts);
    const full = decided(set);
    const barrier = firstBarrier(full, context, allowUnknown);
    const counted = costOf(picks, market, brief.owned);
    const rated = scoreSet(full) ?? -1;
    const broken = options.sabotage
      ? null
      : barrier
        ? `breaks rule ${barrier.id}`
        : openSlots(set).length > 0
          ? `leaves ${openSlots(set).join(', ')} open`
          : counted.total !== cost
            ? `costs ${counted.total}, not ${cost}`
            : score !== null && rated !== score
              ? `scores ${rated}, not ${score}`
              : null;
    if (broken) throw new Error(`search: an answer ${broken}; this is our bug`);
    return { picks, score: score ?? rated, cost: cents(cost) };
  };
  const answerOf = (found: Found): Answer => {
    const processor = space ? space.platforms[found.platform].processor : 0;
    return confirm(picksOf(processor, found.basket), found.score, found.basket.cost);
  };

  function* search(budget: number, k: number, keyOf: ((found: Found) => string) | null): Search {
    const answers: Answer[] = [];
    let bound: number | null = null;
    if (space && costBound) {
      const steps = sweep({ space, costBound, basketFor, budget, work, wanted: k, keyOf });
      let step = steps.next(false);
      while (!step.done) {
        const { found, bound: top } = step.value;
        bound = top;
        if (found) answers.push(answerOf(found));
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

  const cheapest = (): Answer | null => {
    if (!hasEverySlot) return null;
    const cards: { bits: Bits; hasCard: boolean }[] = [];
    const withCard = emptyBits(domains.rest[AT.card].length);
    domains.rest[AT.card].forEach((element, j) => {
      if (element.part) setBit(withCard, j);
      else {
        const none = emptyBits(domains.rest[AT.card].length);
        setBit(none, j);
        cards.push({ bits: none, hasCard: false });
      }
    });
    cards.push({ bits: withCard, hasCard: true });
    const all = (slot: number): Bits => {
      const bits = emptyBits(domains.rest[slot].length);
      domains.rest[slot].forEach((_, j) => setBit(bits, j));
      return bits;
    };
    const least = domains.rest.map((elements) => Math.min(...elements.map((element) => element.price)));
    const rest = least.reduce((sum, price) => sum + price, 0);
    const order = domains.processors
      .map((_, i) => i)
      .sort((a, b) => domains.processors[a].price - domains.processors[b].price || a - b);
    let best: Answer | null = null;
    for (const processor of order) {
      const most = best ? best.cost - 1 : Number.MAX_SAFE_INTEGER - 1;
      if (domains.processors[processor].price + rest > most) break;
      const links = compatibility.linksOf(processor);
      for (const { bits, hasCard } of cards) {
        const chip = domains.processors[processor].part;
        // Without a card the graphics need a rate, or there is nothing to compare.
        if (!hasCard && !(chip && index.integrated.has(chip.id))) continue;
        const task = {
          processor,
          links,
          boards: all(AT.board),
          memory: all(AT.memory),
          cards: bits,
          hasCard,
        };
        const basket = cheapestBasket(basketContext, task, best ? best.cost - 1 : most);
        if (basket) best = confirm(picksOf(processor, basket), null, basket.cost);
      }
    }
    return best;
  };

  return {
    solve: (budget) => search(budget, 1, null),
    topK: (budget, k, by) =>
      search(budget, k, ({ platform, cardClass }) => {
        if (!space) return '';
        const { processor, kitClass } = space.platforms[platform];
        return by === 'pair' ? `${processor}|${cardClass}` : `${processor}|${kitClass}|${cardClass}`;
      }),
    cheapest,
    work,
    market,
  };
}
