import type { Work } from '../../work/index.ts';
import type { Part, PartKind } from '../../parts/index.ts';
import { drawsFrom, seedOf } from '../../stats/index.ts';
import { quantileSorted } from '../../stats/index.ts';
import { monthOf } from '../model/calendar.ts';
import { holdingOf, withChanges } from '../model/holding.ts';
import { searchCacheFor, type SearchCache } from '../search/search-cache.ts';
import type { OutlookOptions, Shocks } from '../model/outlook.ts';
import { choiceOf, type Base, type FoundPath, type PathStep } from '../model/path.ts';
import { pathSearch, searchAll } from '../search/search.ts';
import { growthWorld, type GrowthWorld } from '../model/world.ts';

/** How many futures of prices are drawn. */
export const FUTURES = 400;
/** Paths kept for each build to start from, for every amount of later money below. */
const PATHS_A_BASE = 24;
/** Later money as shares of what is expected: with dearer parts less can be had, with cheaper ones more. */
const SHARES = [0.7, 0.85, 1, 1.2] as const;

/** What comes of one purchase of today over futures of prices, if what is best is done each time once prices are known. */
export interface Chance {
  readonly base: Base;
  readonly choice: string;
  /** Share of futures in which it ends best; futures in which several do are shared out. */
  readonly best: number;
  /** Its value, in thousandths: 10 %, middle and 90 % of futures. */
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}

export interface Chances {
  readonly futures: number;
  readonly each: readonly Chance[];
  /** For every step of the best path, the share of futures in which it can be paid as planned, the earlier ones done. */
  readonly steps: readonly { readonly on: string; readonly payable: number }[];
}

export interface ChanceProgress {
  readonly done: number;
}

/** One drawn future: what moves all of a kind, and each part's own way. Straight in time: a future is dear or cheap throughout. */
function drawnShocks(world: GrowthWorld, seed: number): Shocks {
  const draws = drawsFrom(seed);
  const kinds = new Map<PartKind, number>();
  for (const { kind } of world.outlook.falls) kinds.set(kind, draws.normal());
  return {
    of: (part: Part, month: number) => {
      const spread = world.outlook.spread(part.kind, month);
      const own = drawsFrom(seedOf(seed, part.id)).normal();
      return (kinds.get(part.kind) ?? 0) * spread.kind + own * spread.own;
    },
  };
}

/** Parts in and out of every stage, worked out once for all futures. */
interface Flow {
  readonly path: FoundPath;
  readonly stages: readonly {
    readonly on: string;
    readonly month: number;
    readonly ins: readonly Part[];
    readonly outs: readonly Part[];
  }[];
}

function flowOf(world: GrowthWorld, path: FoundPath): Flow {
  let holding = holdingOf(path.base.picks, world.market.parts);
  const stages = path.steps.map((step: PathStep) => {
    const made = withChanges(holding, step.changes, world.market.parts);
    holding = made.holding;
    return {
      on: step.on,
      month: monthOf(world.today, step.on),
      ins: made.ins.map(({ part }) => part),
      outs: made.outs.map(({ part }) => part),
    };
  });
  return { path, stages };
}

/**
 * The chance of each purchase of today to end best, by drawing futures of prices. Frames are taken as expected; money
 * comes as the brief says. Send `true` to stop.
 */
export function* growthChances(
  wish: OutlookOptions,
  world: GrowthWorld,
  answers: readonly FoundPath[],
  futures: number = FUTURES,
): Work<ChanceProgress, Chances | null> {
  const { growth } = wish.brief;
  const { pays } = growth.resale;
  const caches = SHARES.map((share): SearchCache => {
    const sums = growth.sums.map((sum) => ({ ...sum, amountMinor: Math.round(sum.amountMinor * share) }));
    const brief = {
      ...wish.brief,
      growth: { ...growth, sums, monthlyMinor: Math.round(growth.monthlyMinor * share) },
    };
    return searchCacheFor(share === 1 ? world : growthWorld({ ...wish, brief }, world));
  });
  const pools: Flow[][] = [];
  for (const [n, { base }] of answers.entries()) {
    const paths = new Map<string, FoundPath>();
    for (const cache of caches) {
      if (yield { done: (0.6 * n) / answers.length }) return null;
      for (const path of searchAll(pathSearch(cache, PATHS_A_BASE, 'path'), [base]))
        paths.set(JSON.stringify(path.steps), path);
    }
    pools.push([...paths.values()].sort((a, b) => b.value - a.value).map((path) => flowOf(world, path)));
  }
  /** How many stages of a flow can be paid one after the other. */
  const payable = (
    { path, stages }: Flow,
    price: (part: Part, month: number) => number,
    resale: (part: Part, month: number) => number,
  ): number => {
    let spent = path.base.cost;
    for (const [n, { on, month, ins, outs }] of stages.entries()) {
      spent += ins.reduce((sum, part) => sum + price(part, month), 0);
      if (pays) spent -= outs.reduce((sum, part) => sum + resale(part, month), 0);
      if (world.limit + world.incomeBy(on) - spent < 0) return n;
    }
    return stages.length;
  };
  const wins = answers.map(() => 0);
  const values = answers.map(() => new Float64Array(futures));
  const best = answers[0] ? flowOf(world, answers[0]) : null;
  const paid = new Array<number>(best?.stages.length ?? 0).fill(0);
  for (let future = 0; future < futures; future++) {
    if (future % 20 === 0 && (yield { done: 0.6 + (0.4 * future) / futures })) return null;
    const outlook = world.outlook.shaken(drawnShocks(world, seedOf('growth', future)));
    const known = new Map<string, number>();
    const keep = (kind: string, of: (part: Part, month: number) => number) => (part: Part, month: number) => {
      const key = `${kind}|${part.id}|${month}`;
      let value = known.get(key);
      if (value === undefined) known.set(key, (value = of(part, month)));
      return value;
    };
    const price = keep('in', (part, month) => outlook.priceAt(part, month) ?? Infinity);
    const resale = keep('out', (part, month) => outlook.resaleAt(part, month));
    const reached = pools.map(
      (pool) =>
        pool.find((flow) => payable(flow, price, resale) === flow.stages.length)?.path.value ?? -Infinity,
    );
    const top = Math.max(...reached);
    const many = reached.filter((value) => value === top).length;
    reached.forEach((value, n) => {
      values[n][future] = value;
      if (value === top) wins[n] += 1 / many;
    });
    if (best) for (let n = payable(best, price, resale) - 1; n >= 0; n--) paid[n]++;
  }
  return {
    futures,
    each: answers.map((path, n): Chance => {
      const sorted = values[n].filter(Number.isFinite).sort();
      const at = (p: number) => (sorted.length === 0 ? 0 : Math.round(quantileSorted(sorted, p)));
      return {
        base: path.base,
        choice: choiceOf(path),
        best: wins[n] / futures,
        low: at(0.1),
        middle: at(0.5),
        high: at(0.9),
      };
    }),
    steps: (best?.path.steps ?? []).map(({ on }, n) => ({ on, payable: paid[n] / futures })),
  };
}
