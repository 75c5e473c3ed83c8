import type { Gpu, Part, Cpu } from '../../parts/index.ts';
import type { Holding } from '../model/holding.ts';
import { memoize } from '../../stats/memoize.ts';
import type { GrowthWorld } from '../model/world.ts';

/** What the bound is made of; see `Kitchen`. */
interface Stock {
  readonly world: GrowthWorld;
  readonly ends: readonly number[];
  readonly priceAt: (part: Part, stage: number) => number | null;
  readonly resaleAt: (part: Part, stage: number) => number;
  readonly idealSums: (chip: Cpu, gpu: Gpu | null) => Float64Array | null;
}

/** A processor with a card, and what having them at a stage costs at least. */
interface Pair {
  readonly cost: number;
  readonly chip: Cpu;
  readonly gpu: Gpu | null;
}

/** For rising amounts of money the most that a stage can be worth. Pairs that no money asked for so far reaches are not looked at. */
class StepFunction {
  readonly #pairs: readonly Pair[];
  readonly #worthOf: (pair: Pair) => number | null;
  readonly #costs: number[] = [];
  readonly #worths: number[] = [];
  #seen = 0;

  constructor(pairs: readonly Pair[], worthOf: (pair: Pair) => number | null) {
    this.#pairs = pairs.filter(({ cost }) => cost < Infinity).sort((a, b) => a.cost - b.cost);
    this.#worthOf = worthOf;
  }
  /** Most worth that the money reaches; 0 when it reaches nothing. */
  within(money: number): number {
    const [pairs, costs, worths] = [this.#pairs, this.#costs, this.#worths];
    for (; this.#seen < pairs.length && pairs[this.#seen].cost <= money; this.#seen++) {
      const pair = pairs[this.#seen];
      const worth = this.#worthOf(pair);
      if (worth === null || worth <= (worths.at(-1) ?? -1)) continue;
      costs.push(pair.cost);
      worths.push(worth);
    }
    let [low, high] = [0, costs.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (costs[middle] <= money) low = middle + 1;
      else high = middle;
    }
    return low === 0 ? 0 : worths[low - 1];
  }
}

/**
 * Bounds what all stages from one on can be worth from a holding, whatever is done at them. Every later core is taken to
 * run with the best memory and the best slot there may be, to cost its processor, the cheapest board for it and its card
 * at the price of the stage in question, and to be paid from all the money that can be there by then: what is left, what
 * comes in, and what everything that is held would fetch at most. Where waiting can make parts dearer, or prices are
 * shaken, money bounds nothing.
 */
export function boundFor(
  cache: Stock,
): (holding: Holding, money: number, stage: number, soldFrom?: number) => number {
  const { world, ends, priceAt, resaleAt, idealSums } = cache;
  const { lists, outlook, stages, brief } = world;
  const { pays } = brief.growth.resale;
  const isBoundByMoney = outlook.falls.every((fall) => fall.yearly >= 0) && !outlook.isShaken;

  const motherboards = new Map<string, number>();
  const cheapestMotherboard = (socket: string | null, stage: number): number => {
    const key = `${socket}|${stage}`;
    let least = motherboards.get(key);
    if (least === undefined) {
      least = Math.min(
        ...lists.motherboards
          .filter((each) => each.socket === socket)
          .map((each) => priceAt(each, stage) ?? Infinity),
      );
      motherboards.set(key, least);
    }
    return least;
  };

  /** Costs nothing where money bounds nothing. */
  const bounded = (cost: number) => (isBoundByMoney ? cost : 0);
  const worthAt = (stage: number) => (pair: Pair) => {
    const sums = idealSums(pair.chip, pair.gpu);
    return sums ? sums[ends[stage + 1]] - sums[ends[stage]] : null;
  };
  const chipCost = (chip: Cpu, socket: string | null, stage: number) =>
    (priceAt(chip, stage) ?? Infinity) +
    (chip.socket === socket ? 0 : cheapestMotherboard(chip.socket, stage));
  const gpuCost = (gpu: Gpu, stage: number) => priceAt(gpu, stage) ?? Infinity;

  // What may be had at a stage is one of four: both parts bought, either bought to the other that is there, both there.
  // The first is by far the most pairs, and is the same whatever is held in a socket.
  const bothBought = memoize(
    (socket: string | null, stage: number) => `${socket}|${stage}`,
    (socket, stage) => {
      const gpus = lists.gpus.map((gpu) => ({ gpu, cost: gpuCost(gpu, stage) }));
      const pairs = lists.cpus.flatMap((chip) => {
        const own = chipCost(chip, socket, stage);
        return gpus.map(({ gpu, cost }) => ({ cost: bounded(own + cost), chip, gpu }));
      });
      return new StepFunction(pairs, worthAt(stage));
    },
  );
  const gpuBought = memoize(
    (chip: Cpu, stage: number) => `${chip.id}|${stage}`,
    (chip, stage) =>
      new StepFunction(
        lists.gpus.map((gpu) => ({ cost: bounded(gpuCost(gpu, stage)), chip, gpu })),
        worthAt(stage),
      ),
  );
  const chipBought = memoize(
    (socket: string | null, gpu: Gpu | null, stage: number) => `${socket}|${gpu?.id ?? ''}|${stage}`,
    (socket, gpu, stage) =>
      new StepFunction(
        lists.cpus.map((chip) => ({ cost: bounded(chipCost(chip, socket, stage)), chip, gpu })),
        worthAt(stage),
      ),
  );
  const known = new Map<Cpu, Map<Gpu | null, Map<string, readonly StepFunction[]>>>();
  const stairsOf = (
    own: Cpu,
    socket: string | null,
    gpu: Gpu | null,
    stage: number,
  ): readonly StepFunction[] => {
    let byGpu = known.get(own);
    if (!byGpu) known.set(own, (byGpu = new Map()));
    let byRest = byGpu.get(gpu);
    if (!byRest) byGpu.set(gpu, (byRest = new Map()));
    const key = `${socket}|${stage}`;
    let stepFunction = byRest.get(key);
    if (!stepFunction) {
      const asItIs = new StepFunction([{ cost: 0, chip: own, gpu }], worthAt(stage));
      byRest.set(
        key,
        (stepFunction = [
          bothBought(socket, stage),
          gpuBought(own, stage),
          chipBought(socket, gpu, stage),
          asItIs,
        ]),
      );
    }
    return stepFunction;
  };
  const mostWithin = (all: readonly StepFunction[], money: number): number => {
    let most = 0;
    for (const stepFunction of all) most = Math.max(most, stepFunction.within(money));
    return most;
  };

  return ({ set, kits }, money, from, soldFrom = from) => {
    const { cpu, motherboard, gpu } = set;
    if (!cpu || !motherboard) return 0;
    let fetched = 0;
    if (pays && isBoundByMoney) {
      const fetch = (part: Part | null | undefined) => {
        let most = 0;
        if (part)
          for (let stage = soldFrom; stage < stages.length; stage++)
            most = Math.max(most, resaleAt(part, stage));
        fetched += most;
      };
      // Only what a step can put something else in the place of; drives stay.
      for (const part of [cpu, motherboard, gpu, set.psu, set.cooler, set.case, ...kits]) fetch(part);
    }
    let sum = 0;
    let there = money + fetched;
    for (let stage = from; stage < stages.length; stage++) {
      there += stages[stage].income;
      sum += mostWithin(stairsOf(cpu, motherboard.socket, gpu ?? null, stage), there);
    }
    return sum;
  };
}
