import type { Card, Part, Processor } from '../parts/index.ts';
import type { Holding } from './holding.ts';
import type { GrowthWorld } from './world.ts';

/** What the bound is made of; see `Kitchen`. */
interface Stock {
  readonly world: GrowthWorld;
  readonly ends: readonly number[];
  readonly priceAt: (part: Part, stage: number) => number | null;
  readonly resaleAt: (part: Part, stage: number) => number;
  readonly idealSums: (chip: Processor, card: Card | null) => Float64Array | null;
}

/** For rising amounts of money the most that a stage can be worth. */
interface Stairs {
  readonly costs: Float64Array;
  readonly worths: Float64Array;
}

/**
 * Bounds what all stages from one on can be worth from a holding, whatever is done at them. Every later core is taken to
 * run with the best memory and the best slot there may be, to cost its processor, the cheapest board for it and its card
 * at the price of the stage in question, and to be paid from all the money that can be there by then: what is left, what
 * comes in, and what everything that is held would fetch at most. Where waiting can make parts dearer, or prices are
 * shaken, money bounds nothing.
 */
export function boundFor(
  kitchen: Stock,
): (holding: Holding, money: number, stage: number, soldFrom?: number) => number {
  const { world, ends, priceAt, resaleAt, idealSums } = kitchen;
  const { lists, outlook, stages, brief } = world;
  const { pays } = brief.growth.resale;
  const isBoundByMoney = outlook.falls.every((fall) => fall.yearly >= 0) && !outlook.isShaken;

  const boards = new Map<string, number>();
  const cheapestBoard = (socket: string | null, stage: number): number => {
    const key = `${socket}|${stage}`;
    let least = boards.get(key);
    if (least === undefined) {
      least = Math.min(...lists.boards.filter((each) => each.socket === socket).map((each) => priceAt(each, stage) ?? Infinity)); // prettier-ignore
      boards.set(key, least);
    }
    return least;
  };

  const buildStairs = (own: Processor, socket: string | null, card: Card | null, stage: number): Stairs => {
    const rows: { cost: number; worth: number }[] = [];
    const add = (chip: Processor, chipCost: number, other: Card | null, cardCost: number) => {
      const cost = isBoundByMoney ? chipCost + cardCost : 0;
      const sums = cost < Infinity ? idealSums(chip, other) : null;
      if (sums) rows.push({ cost, worth: sums[ends[stage + 1]] - sums[ends[stage]] });
    };
    const cards = [{ card, cost: 0 }, ...lists.cards.filter((each) => each.id !== card?.id).map((each) => ({ card: each, cost: priceAt(each, stage) ?? Infinity }))]; // prettier-ignore
    const chips = [
      { chip: own, cost: 0 },
      ...lists.processors
        .filter((chip) => chip.id !== own.id)
        .map((chip) => ({
          chip,
          cost: (priceAt(chip, stage) ?? Infinity) + (chip.socket === socket ? 0 : cheapestBoard(chip.socket, stage)), // prettier-ignore
        })),
    ];
    for (const each of chips) for (const other of cards) add(each.chip, each.cost, other.card, other.cost);
    rows.sort((a, b) => a.cost - b.cost || b.worth - a.worth);
    const steps: typeof rows = [];
    for (const row of rows) if (row.worth > (steps.at(-1)?.worth ?? -1)) steps.push(row);
    return { costs: Float64Array.from(steps, (row) => row.cost), worths: Float64Array.from(steps, (row) => row.worth) }; // prettier-ignore
  };
  const known = new Map<Processor, Map<Card | null, Map<string, Stairs>>>();
  const stairsOf = (own: Processor, socket: string | null, card: Card | null, stage: number): Stairs => {
    let byCard = known.get(own);
    if (!byCard) known.set(own, (byCard = new Map()));
    let byRest = byCard.get(card);
    if (!byRest) byCard.set(card, (byRest = new Map()));
    const key = `${socket}|${stage}`;
    let stairs = byRest.get(key);
    if (!stairs) byRest.set(key, (stairs = buildStairs(own, socket, card, stage)));
    return stairs;
  };
  const mostWithin = ({ costs, worths }: Stairs, money: number): number => {
    let [low, high] = [0, costs.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (costs[middle] <= money) low = middle + 1;
      else high = middle;
    }
    return low === 0 ? 0 : worths[low - 1];
  };

  return ({ set, kits }, money, from, soldFrom = from) => {
    const { processor, board, card } = set;
    if (!processor || !board) return 0;
    let fetched = 0;
    if (pays && isBoundByMoney) {
      const fetch = (part: Part | null | undefined) => {
        let most = 0;
        if (part) for (let stage = soldFrom; stage < stages.length; stage++) most = Math.max(most, resaleAt(part, stage)); // prettier-ignore
        fetched += most;
      };
      // Only what a step can put something else in the place of; drives stay.
      for (const part of [processor, board, card, set.supply, set.cooler, set.case, ...kits]) fetch(part);
    }
    let sum = 0;
    let there = money + fetched;
    for (let stage = from; stage < stages.length; stage++) {
      there += stages[stage].income;
      sum += mostWithin(stairsOf(processor, board.socket, card ?? null, stage), there);
    }
    return sum;
  };
}
