import {
  costOf,
  offerBarrier,
  usableOffers,
  type Cost,
  type OfferBarrier,
  type PriceIndex,
} from '../../money/index.ts';
import { SLOTS, type Brief, type Deal, type Pick, type Picks, type Slot } from '../../parts/index.ts';
import { openSession, type Session } from '../../session/index.ts';
import type { Work } from '../../work/index.ts';
import { cheapestSplit } from './cheapest-split.ts';
import type { SlotCandidate, BestTogether } from './node.ts';
import { termsOf } from './read-terms.ts';
import { plainOption, type Option, type Terms } from './terms.ts';

/** One way to buy the parts of a build, with what it costs. */
export interface BasketAnswer {
  readonly picks: Picks;
  readonly cost: Cost;
}

/** Something that would make another basket the best one, with what the best one would then cost more (or less). */
export type BasketChange =
  | { readonly kind: 'offer-gone'; readonly slot: Slot; readonly offer: string; readonly more: number | null }
  | {
      readonly kind: 'deal-gone';
      readonly deal: string;
      readonly lastDay: string | null;
      readonly more: number;
    };

export interface Shopping {
  readonly best: BasketAnswer;
  /** The cheapest way that buys at least one part at another shop; null when there is none. */
  readonly second: BasketAnswer | null;
  /** What doing without an order at a shop costs more; null basket: some part is then not to be had. */
  readonly without: readonly {
    readonly shop: string;
    readonly answer: BasketAnswer | null;
    readonly more: number | null;
  }[];
  readonly changes: readonly BasketChange[];
  readonly nodes: number;
}

export type ShoppingResult =
  | ({ readonly status: 'optimal' } & Shopping)
  | { readonly status: 'nothing' }
  | {
      readonly status: 'unavailable';
      /** Slots whose part cannot be bought, with why for each of its offers. */
      readonly slots: readonly {
        readonly slot: Slot;
        readonly part: string;
        readonly barriers: readonly OfferBarrier[];
      }[];
    };

/** Every slot at its cheapest: nothing but orders ties the parts of a given build. */
const cheapestOfEach: BestTogether = (priced, limit) => {
  let sum = 0;
  for (const list of priced) sum += list[0].price;
  return sum < limit ? { sum, chosen: priced.map((list) => list[0]) } : null;
};

interface ShoppingTask {
  readonly slots: readonly Slot[];
  readonly candidates: readonly (readonly SlotCandidate[])[];
}

/** The ways to get the part of a pick: at no cost where it is owned, else at every offer that the brief and its lock let in. */
function optionsIn(brief: Brief, priceIndex: PriceIndex, terms: Terms) {
  const locks = new Map(brief.locks.map((lock) => [lock.slot, lock]));
  return (slot: Slot, pick: Pick): Option[] => {
    if (pick.offer === null && brief.owned.includes(pick.part)) return [plainOption(null, 0)];
    const lock = locks.get(slot);
    return usableOffers(priceIndex, brief, pick.part, slot)
      .filter((offer) => !lock?.offer || lock.offer === offer.id)
      .flatMap((offer) => {
        const priced = priceIndex.priced(offer);
        return priced ? [terms.optionOf(priced, slot)] : [];
      });
  };
}

/** Finds the exact cheapest basket for the parts of a build: which offer of each, with which deals. */
export function basketsFor({ brief, priceIndex }: Session): {
  /** The cheapest basket within the options that are allowed; null when some slot has none. */
  best(picks: Picks, allowed?: (slot: Slot, option: Option) => boolean): BasketAnswer | null;
  taskOf(picks: Picks): ShoppingTask;
  readonly work: { nodes: number };
} {
  const terms = termsOf(priceIndex);
  const work = { nodes: 0 };
  const optionsOf = optionsIn(brief, priceIndex, terms);
  const taskOf = (picks: Picks): ShoppingTask => {
    const slots: Slot[] = [];
    const candidates: SlotCandidate[][] = [];
    for (const slot of SLOTS) {
      const pick = picks[slot];
      if (!pick) continue;
      slots.push(slot);
      candidates.push([{ element: 0, deciwatts: 0, options: optionsOf(slot, pick) }]);
    }
    return { slots, candidates };
  };
  return {
    work,
    taskOf,
    best(picks, allowed) {
      const task = taskOf(picks);
      const candidates = allowed
        ? task.candidates.map((list, at) =>
            list.map((each) => ({
              ...each,
              options: each.options.filter((option) => allowed(task.slots[at], option)),
            })),
          )
        : task.candidates;
      if (candidates.some((list) => list[0].options.length === 0)) return null;
      const split = cheapestSplit({
        terms,
        slots: task.slots,
        candidates,
        relax: cheapestOfEach,
        most: Number.MAX_SAFE_INTEGER - 1,
        work,
      });
      if (!split) return null;
      const chosen: Record<string, Pick> = {};
      task.slots.forEach((slot, at) => {
        const pick = picks[slot];
        if (pick) chosen[slot] = { part: pick.part, offer: split.chosen[at].option.offer };
      });
      return { picks: chosen, cost: costOf(chosen, priceIndex) };
    },
  };
}

/** Share of the work done. */
interface ShoppingProgress {
  readonly done: number;
}

/**
 * Where to buy every part of a build so that all of it together costs least by what the brief counts, proved; with the
 * second-best split, what each order is worth, and what would change it. Stopped, it gives the best basket with as much
 * of the rest as is known.
 */
export function* shoppingFor(picks: Picks, session: Session): Work<ShoppingProgress, ShoppingResult> {
  const { priceIndex } = session;
  const baskets = basketsFor(session);
  const { slots, candidates } = baskets.taskOf(picks);
  if (slots.length === 0) return { status: 'nothing' };
  const missing = unavailable(picks, slots, candidates, session);
  if (missing.length > 0) return { status: 'unavailable', slots: missing };
  const best = baskets.best(picks);
  if (!best) return { status: 'nothing' };
  /** The offer that is still to be bought; null for what is owned or ordered. */
  const offerOf = (slot: Slot) => {
    const offer = priceIndex.offers.get(best.picks[slot]?.offer ?? '');
    return offer && !offer.ordered ? offer : null;
  };
  const shopOf = (slot: Slot) => offerOf(slot)?.shop ?? null;
  const moreThanBest = (answer: BasketAnswer | null) =>
    answer ? answer.cost.counted - best.cost.counted : null;
  const shops = [...new Set(slots.map(shopOf).filter((shop) => shop !== null))];
  const deals = usedDeals(best.cost, priceIndex.deals);
  let second: BasketAnswer | null = null;
  const without: { shop: string; answer: BasketAnswer | null; more: number | null }[] = [];
  const changes: BasketChange[] = [];
  const tasks = [
    ...slots.map((slot) => () => {
      const shop = shopOf(slot);
      if (shop === null) return;
      const other = baskets.best(picks, (at, option) => at !== slot || option.priced?.shop.id !== shop);
      if (other && (!second || other.cost.counted < second.cost.counted)) second = other;
    }),
    ...shops.map((shop) => () => {
      const answer = baskets.best(picks, (_, option) => option.priced?.shop.id !== shop);
      without.push({ shop, answer, more: moreThanBest(answer) });
    }),
    ...slots.map((slot) => () => {
      const offer = offerOf(slot)?.id;
      if (!offer) return;
      const answer = baskets.best(picks, (_, option) => option.offer !== offer);
      changes.push({ kind: 'offer-gone', slot, offer, more: moreThanBest(answer) });
    }),
    ...deals.map((deal) => () => {
      const answer = basketsFor(withoutDeal(session, deal.id)).best(picks);
      changes.push({ kind: 'deal-gone', deal: deal.id, lastDay: deal.to, more: moreThanBest(answer) ?? 0 });
    }),
  ];
  for (const [n, task] of tasks.entries()) {
    if (yield { done: n / tasks.length }) break;
    task();
  }
  return { status: 'optimal', best, second, without, changes, nodes: baskets.work.nodes };
}

/** Slots whose part cannot be bought, with why for each of its offers. */
function unavailable(
  picks: Picks,
  slots: readonly Slot[],
  candidates: ShoppingTask['candidates'],
  { brief, priceIndex }: Session,
) {
  return slots.flatMap((slot, at) => {
    const part = picks[slot]?.part ?? '';
    if (candidates[at][0].options.length > 0) return [];
    const barriers = (priceIndex.offersByPart.get(part) ?? []).flatMap(
      (offer) => offerBarrier(priceIndex, brief, offer, slot) ?? [],
    );
    return [{ slot, part, barriers }];
  });
}

const withoutDeal = ({ catalogue, brief }: Session, deal: string): Session =>
  openSession({ ...catalogue, deals: catalogue.deals.filter((each) => each.id !== deal) }, brief);

/** The deals that a cost makes use of, claims among them. */
export function usedDeals(cost: Cost, deals: readonly Deal[]): Deal[] {
  const used = new Set<string>();
  for (const line of cost.lines) if (line.deal !== null) used.add(line.deal);
  for (const back of cost.backs) used.add(back.deal);
  return deals.filter((deal) => used.has(deal.id));
}
