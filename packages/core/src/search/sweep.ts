import type { Basket } from './cheapest-fit.ts';
import type { CostBound } from './cost-bound.ts';
import { MaxHeap } from './heap.ts';
import type { ScoreSpace } from './pair-space.ts';

export interface Found {
  readonly platform: number;
  readonly gpuClass: number;
  readonly score: number;
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
  readonly keyOf: ((found: Found) => string | null) | null;
  /** Whether every answer lowers the sum below its own cost, so that what follows is the frontier. */
  readonly isFrontier?: boolean;
  /** Scores below this are of no interest; 0 takes all. */
  readonly leastScore?: number;
}

/** Platforms that share one look at their least cost. */
const BLOCK = 32;
/** Steps between two reports, so that a caller can stop a long search. */
const STEPS_PER_REPORT = 2000;

/**
 * Goes through pairs of platform and card class in falling order of score, and yields those that the money buys.
 *
 * Two queues. The first holds, for every card class, the next platform in falling order of the platform's own bound;
 * its key is the smaller of both sides' bounds. What leaves it, and could be paid for by the cost bound, enters the
 * second queue under the pair's finer bound, is scored exactly when it comes up there, and is put back under its
 * score. Pairs of equal score are taken together, least cost bound first, because a cap gives thousands of pairs the
 * same score. For a frontier the sum falls below the cost of every answer, so that one pass gives all of it.
 */
export function* sweep(task: SweepTask): Generator<{ found: Found | null; bound: number }, void, unknown> {
  const { space, costBound, work, wanted, keyOf, isFrontier = false, leastScore = 0 } = task;
  let { budget } = task;
  const { platforms, gpuClasses, platformBound, gpuBound } = space;
  const count = platforms.length;
  const order = Array.from({ length: count }, (_, i) => i).sort(
    (a, b) => platformBound[b] - platformBound[a] || a - b,
  );
  const next = new Int32Array(gpuClasses.length);
  // What stands in the order is mostly too dear for a given card class: blocks of it are passed over at once.
  const { platformLeast, gpuLeast } = costBound;
  const blockLeast = new Float64Array(Math.ceil(count / BLOCK)).fill(Infinity);
  order.forEach((p, at) => {
    const block = Math.floor(at / BLOCK);
    blockLeast[block] = Math.min(blockLeast[block], platformLeast[p]);
  });
  const passOver = (g: number): void => {
    const most = budget - gpuLeast[g];
    let at = next[g];
    while (at < count) {
      if (at % BLOCK === 0 && blockLeast[at / BLOCK] > most) at += BLOCK;
      else if (platformLeast[order[at]] > most) at++;
      else break;
    }
    next[g] = Math.min(at, count);
  };
  const first = new MaxHeap();
  const second = new MaxHeap();
  const exact = new Map<number, number>();
  const keyAt = (g: number) => Math.min(platformBound[order[next[g]]], gpuBound[g]);
  for (let g = 0; g < gpuClasses.length; g++) {
    passOver(g);
    if (next[g] < count) first.push(keyAt(g), g);
  }

  const seen = new Set<string>();
  let found = 0;
  let steps = 0;
  while (first.size > 0 || second.size > 0) {
    const score = Math.max(first.topKey, second.topKey);
    if (score < leastScore) break;
    if (++steps % STEPS_PER_REPORT === 0) yield { found: null, bound: score };
    if (first.topKey >= second.topKey) {
      const g = first.pop();
      const p = order[next[g]];
      next[g]++;
      passOver(g);
      if (next[g] < count) first.push(keyAt(g), g);
      if (costBound.of(p, g) > budget) continue;
      const bound = space.bound(p, g);
      if (bound >= 0) second.push(bound, p * gpuClasses.length + g);
      continue;
    }
    // Everything with this key or more is in the second queue now; score what is only bounded.
    const group: number[] = [];
    while (second.topKey >= score) {
      const payload = second.pop();
      let value = exact.get(payload);
      if (value === undefined) {
        value = space.score(Math.floor(payload / gpuClasses.length), payload % gpuClasses.length);
        work.scored++;
        exact.set(payload, value);
        if (value > score) throw new Error('sweep: a score exceeds its bound; this is our bug');
        if (value >= 0 && value < score) second.push(value, payload);
      }
      if (value === score) group.push(payload);
    }
    if (group.length === 0) continue;
    const results = yield* cheapestOfGroup(group, score, task, seen, isFrontier ? 1 : wanted - found);
    for (const result of results) {
      const key = keyOf?.(result) ?? null;
      if (key !== null) seen.add(key);
      found++;
      if (isFrontier) budget = result.basket.cost - 1;
      yield { found: result, bound: score };
    }
    if (found >= wanted) return;
  }

  /** Reports after every basket, since a hard one may take long. */
  function* cheapestOfGroup(
    group: readonly number[],
    score: number,
    { basketFor }: SweepTask,
    known: ReadonlySet<string>,
    room: number,
  ): Generator<{ found: null; bound: number }, Found[], unknown> {
    const sorted = group
      .map((payload) => {
        const platform = Math.floor(payload / gpuClasses.length);
        const gpuClass = payload % gpuClasses.length;
        return { platform, gpuClass, least: costBound.of(platform, gpuClass), payload };
      })
      .sort((a, b) => a.least - b.least || a.payload - b.payload);
    const best = new Map<string, Found>();
    /** Cost above which a new answer cannot enter any more. */
    const cut = (key: string): number => {
      const own = best.get(key);
      const costs = [...best.values()].map((each) => each.basket.cost).sort((a, b) => a - b);
      const full = costs.length >= room ? costs[room - 1] - 1 : budget;
      return Math.min(budget, own ? own.basket.cost - 1 : full);
    };
    for (const { platform, gpuClass, least } of sorted) {
      const probe = { platform, gpuClass, score } as Found; // keys read neither basket nor cost
      const key = keyOf ? keyOf(probe) : '';
      if (key === null || known.has(key)) continue;
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
}
