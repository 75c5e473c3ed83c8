import { memoize } from '../../stats/memoize.ts';
import type { Cpu, Gpu, Part } from '../../parts/index.ts';
import type { Holding } from '../model/holding.ts';
import type { GrowthWorld } from '../model/world.ts';
import { StepFunction, type CpuWithGpu } from './step-function.ts';

/** What the bound is made of; see `SearchCache`. */
interface Stock {
  readonly world: GrowthWorld;
  readonly ends: readonly number[];
  readonly priceAt: (part: Part, stage: number) => number | null;
  readonly resaleAt: (part: Part, stage: number) => number;
  readonly idealSums: (chip: Cpu, gpu: Gpu | null) => Float64Array | null;
}

/** Whether money keeps anything out: not where waiting can make parts dearer, or prices are shaken. */
const isBoundByMoney = ({ outlook }: GrowthWorld) =>
  outlook.falls.every((fall) => fall.yearly >= 0) && !outlook.isShaken;

/**
 * What may be had at a stage, as the most that it is worth by money. It is one of four: both parts bought, either bought
 * to the other that is there, both there. The first is by far the most pairs, and is the same whatever is held in a
 * socket.
 */
function choicesFor({ world, ends, priceAt, idealSums }: Stock) {
  const { gpus, cpus, motherboards } = world.lists;
  const isBound = isBoundByMoney(world);
  /** Costs nothing where money bounds nothing. */
  const bounded = (cost: number) => (isBound ? cost : 0);
  const priceOf = (part: Part, stage: number) => priceAt(part, stage) ?? Infinity;
  const steps = (pairs: readonly CpuWithGpu[], stage: number) =>
    new StepFunction(pairs, ({ chip, gpu }) => {
      const sums = idealSums(chip, gpu);
      return sums ? sums[ends[stage + 1]] - sums[ends[stage]] : null;
    });
  const cheapestMotherboard = memoize(
    (socket: string | null, stage: number) => `${socket}|${stage}`,
    (socket, stage) =>
      Math.min(...motherboards.filter((each) => each.socket === socket).map((each) => priceOf(each, stage))),
  );
  const chipCost = (chip: Cpu, socket: string | null, stage: number) =>
    priceOf(chip, stage) + (chip.socket === socket ? 0 : cheapestMotherboard(chip.socket, stage));

  const bothBought = memoize(
    (socket: string | null, stage: number) => `${socket}|${stage}`,
    (socket, stage) => {
      const priced = gpus.map((gpu) => ({ gpu, price: priceOf(gpu, stage) }));
      const pairs = cpus.flatMap((chip) => {
        const own = chipCost(chip, socket, stage);
        return priced.map(({ gpu, price }) => ({ cost: bounded(own + price), chip, gpu }));
      });
      return steps(pairs, stage);
    },
  );
  const gpuBought = memoize(
    (chip: Cpu, stage: number) => `${chip.id}|${stage}`,
    (chip, stage) =>
      steps(
        gpus.map((gpu) => ({ cost: bounded(priceOf(gpu, stage)), chip, gpu })),
        stage,
      ),
  );
  const chipBought = memoize(
    (socket: string | null, gpu: Gpu | null, stage: number) => `${socket}|${gpu?.id ?? ''}|${stage}`,
    (socket, gpu, stage) =>
      steps(
        cpus.map((chip) => ({ cost: bounded(chipCost(chip, socket, stage)), chip, gpu })),
        stage,
      ),
  );
  return memoize(
    (chip: Cpu, socket: string | null, gpu: Gpu | null, stage: number) =>
      `${chip.id}|${socket}|${gpu?.id ?? ''}|${stage}`,
    (chip, socket, gpu, stage): readonly StepFunction[] => [
      bothBought(socket, stage),
      gpuBought(chip, stage),
      chipBought(socket, gpu, stage),
      steps([{ cost: 0, chip, gpu }], stage),
    ],
  );
}

/**
 * Bounds what all stages from one on can be worth from a holding, whatever is done at them. Every later core is taken to
 * run with the best memory and the best slot there may be, to cost its processor, the cheapest board for it and its card
 * at the price of the stage in question, and to be paid from all the money that can be there by then: what is left, what
 * comes in, and what everything that is held would fetch at most. Where waiting can make parts dearer, or prices are
 * shaken, money bounds nothing.
 */
export function boundFor(
  stock: Stock,
): (holding: Holding, money: number, stage: number, soldFrom?: number) => number {
  const { stages, brief } = stock.world;
  const choices = choicesFor(stock);
  const isSold = brief.growth.resale.pays && isBoundByMoney(stock.world);
  const mostFetched = (part: Part | null | undefined, from: number): number => {
    let most = 0;
    for (let stage = from; part && stage < stages.length; stage++)
      most = Math.max(most, stock.resaleAt(part, stage));
    return most;
  };
  return ({ set, kits }, money, from, soldFrom = from) => {
    const { cpu, motherboard, gpu } = set;
    if (!cpu || !motherboard) return 0;
    let there = money;
    // Only what a step can put something else in the place of; drives stay.
    if (isSold)
      for (const part of [cpu, motherboard, gpu, set.psu, set.cooler, set.case, ...kits])
        there += mostFetched(part, soldFrom);
    let sum = 0;
    for (let stage = from; stage < stages.length; stage++) {
      there += stages[stage].income;
      let most = 0;
      for (const steps of choices(cpu, motherboard.socket, gpu ?? null, stage))
        most = Math.max(most, steps.within(there));
      sum += most;
    }
    return sum;
  };
}
