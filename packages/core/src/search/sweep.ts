import type { Basket } from './cheapest-fit.ts';
import type { CostBound } from './cost-bound.ts';
import { MaxHeap } from './heap.ts';
import type { ScoreSpace } from './pair-classes.ts';

/** A platform and a card class, by their indices. */
export interface Pair {
  readonly platform: number;
  readonly gpuClass: number;
}

export interface FoundPair extends Pair {
  /** Null when it was not asked for. */
  readonly score: number | null;
  readonly basket: Basket;
}

export interface SweepTask {
  readonly space: ScoreSpace;
  readonly costBound: CostBound;
  readonly basketFor: (platform: number, gpuClass: number, most: number) => Basket | null;
  readonly budget: number;
  readonly work: { scored: number };
  /** How many answers are wanted. */
  readonly wanted: number;
  /** What makes answers distinct; null when only the very best is wanted. A key of null: not wanted any more. */
  readonly keyOf: ((pair: Pair) => string | null) | null;
  /** Whether every answer lowers the sum below its own cost, so that what follows is the frontier. */
  readonly isFrontier?: boolean;
  /** Scores below this are of no interest; 0 takes all. */
  readonly leastScore?: number;
}

/** Platforms that share one look at their least cost. */
const BLOCK = 32;
/** Steps between two reports, so that a caller can stop a long search. */
const STEPS_PER_REPORT = 2000;

interface Report {
  readonly found: FoundPair | null;
  /** Everything that scores above this is known. */
  readonly bound: number;
}

/**
 * Goes through pairs of platform and card class in falling order of score, and yields those that the money buys.
 *
 * Two queues. The first holds, for every card class, the next platform in falling order of the platform's own bound;
 * its key is the smaller of both sides' bounds. What leaves it, and could be paid for by the cost bound, enters the
 * second queue under the pair's finer bound, is scored exactly when it comes up there, and is put back under its
 * score. Pairs of equal score are taken together, least cost bound first, because a cap gives thousands of pairs the
 * same score. For a frontier the sum falls below the cost of every answer, so that one pass gives all of it.
 */
export function* sweep(task: SweepTask): Generator<Report, void, unknown> {
  const { wanted, keyOf, isFrontier = false, leastScore = 0 } = task;
  const queues = new Queues(task);
  const seen = new Set<string>();
  let { budget } = task;
  let found = 0;
  let steps = 0;
  for (let score = queues.top; score >= leastScore; score = queues.top) {
    if (++steps % STEPS_PER_REPORT === 0) yield { found: null, bound: score };
    if (queues.advance(budget)) continue;
    const group = queues.scoredAs(score);
    if (group.length === 0) continue;
    const room = isFrontier ? 1 : wanted - found;
    for (const result of yield* cheapestOf(group, score, task, { budget, seen, room })) {
      const key = keyOf?.(result) ?? null;
      if (key !== null) seen.add(key);
      found++;
      if (isFrontier) budget = result.basket.cost - 1;
      yield { found: result, bound: score };
    }
    if (found >= wanted) return;
  }
}

/** The two queues of a sweep; a pair is one number, its platform times the number of card classes and its class. */
class Queues {
  private readonly first = new MaxHeap();
  private readonly second = new MaxHeap();
  private readonly exact = new Map<number, number>();
  /** Platforms in falling order of their own bound, and by card class the place of the next one in it. */
  private readonly order: readonly number[];
  private readonly next: Int32Array;
  /** Least cost over blocks of the order: most stand too dear for a given card class, and are passed over at once. */
  private readonly blockLeast: Float64Array;

  constructor(private readonly task: SweepTask) {
    const { platforms, gpuClasses, platformBound } = task.space;
    this.order = platforms.map((_, p) => p).sort((a, b) => platformBound[b] - platformBound[a] || a - b);
    this.next = new Int32Array(gpuClasses.length);
    this.blockLeast = new Float64Array(Math.ceil(platforms.length / BLOCK)).fill(Infinity);
    this.order.forEach((p, at) => {
      const block = Math.floor(at / BLOCK);
      this.blockLeast[block] = Math.min(this.blockLeast[block], task.costBound.platformLeast[p]);
    });
    for (let g = 0; g < gpuClasses.length; g++) this.line(g, task.budget);
  }

  /** The largest key of both; -Infinity when both are empty. */
  get top(): number {
    return Math.max(this.first.topKey, this.second.topKey);
  }

  /** Puts a card class into the first queue with its next platform that it could be paid for with. */
  private line(g: number, budget: number): void {
    const { costBound, space } = this.task;
    const most = budget - costBound.gpuLeast[g];
    let at = this.next[g];
    while (at < this.order.length) {
      if (at % BLOCK === 0 && this.blockLeast[at / BLOCK] > most) at += BLOCK;
      else if (costBound.platformLeast[this.order[at]] > most) at++;
      else break;
    }
    this.next[g] = at;
    if (at < this.order.length)
      this.first.push(Math.min(space.platformBound[this.order[at]], space.gpuBound[g]), g);
  }

  /** Hands the top of the first queue on to the second; false when the second queue's top is the larger one. */
  advance(budget: number): boolean {
    if (this.first.size === 0 || this.first.topKey < this.second.topKey) return false;
    const { costBound, space } = this.task;
    const g = this.first.pop();
    const p = this.order[this.next[g]++];
    this.line(g, budget);
    if (costBound.of(p, g) > budget) return true;
    const bound = space.bound(p, g);
    if (bound >= 0) this.second.push(bound, p * space.gpuClasses.length + g);
    return true;
  }

  /** Takes all that has this key or more from the second queue, scores what is only bounded, and gives what scores so. */
  scoredAs(score: number): number[] {
    const { space, work } = this.task;
    const G = space.gpuClasses.length;
    const group: number[] = [];
    while (this.second.topKey >= score) {
      const pair = this.second.pop();
      let value = this.exact.get(pair);
      if (value === undefined) {
        value = space.score(Math.floor(pair / G), pair % G);
        work.scored++;
        this.exact.set(pair, value);
        if (value > score) throw new Error('sweep: a score exceeds its bound; this is our bug');
        if (value >= 0 && value < score) this.second.push(value, pair);
      }
      if (value === score) group.push(pair);
    }
    return group;
  }
}

/** What a group of pairs of one score may still bring. */
interface Room {
  readonly budget: number;
  /** Keys that have their answer. */
  readonly seen: ReadonlySet<string>;
  /** How many answers are wanted yet. */
  readonly room: number;
}

/** The cheapest baskets of pairs of one score. Reports after every basket, since a hard one may take long. */
function* cheapestOf(
  group: readonly number[],
  score: number,
  { space, costBound, keyOf, basketFor }: SweepTask,
  { budget, seen, room }: Room,
): Generator<Report, FoundPair[], unknown> {
  const G = space.gpuClasses.length;
  const sorted = group
    .map((pair) => {
      const [platform, gpuClass] = [Math.floor(pair / G), pair % G];
      return { platform, gpuClass, least: costBound.of(platform, gpuClass), pair };
    })
    .sort((a, b) => a.least - b.least || a.pair - b.pair);
  const best = new Map<string, FoundPair>();
  /** Cost above which a new answer cannot enter any more. */
  const cut = (key: string): number => {
    const own = best.get(key);
    const costs = [...best.values()].map((each) => each.basket.cost).sort((a, b) => a - b);
    const full = costs.length >= room ? costs[room - 1] - 1 : budget;
    return Math.min(budget, own ? own.basket.cost - 1 : full);
  };
  for (const { platform, gpuClass, least } of sorted) {
    const key = keyOf ? keyOf({ platform, gpuClass }) : '';
    if (key === null || seen.has(key)) continue;
    const most = cut(key);
    if (least > most) continue;
    const basket = basketFor(platform, gpuClass, most);
    if (basket) best.set(key, { platform, gpuClass, score, basket });
    yield { found: null, bound: score };
  }
  return [...best.values()]
    .sort((a, b) => a.basket.cost - b.basket.cost || a.platform - b.platform)
    .slice(0, room);
}
