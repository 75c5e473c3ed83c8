import type { Cpu, Gpu } from '../../parts/index.ts';

/** A processor with a card, and what having them at a stage costs at least. */
export interface CpuWithGpu {
  readonly cost: number;
  readonly chip: Cpu;
  readonly gpu: Gpu | null;
}

/** For rising amounts of money the most that a stage can be worth. Pairs that no money asked for so far reaches are not looked at. */
export class StepFunction {
  readonly #pairs: readonly CpuWithGpu[];
  readonly #worthOf: (pair: CpuWithGpu) => number | null;
  readonly #costs: number[] = [];
  readonly #worths: number[] = [];
  #seen = 0;

  constructor(pairs: readonly CpuWithGpu[], worthOf: (pair: CpuWithGpu) => number | null) {
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
