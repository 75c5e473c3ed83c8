import type { Work } from '../../work/index.ts';
import type { Part, PartKind } from '../../parts/index.ts';
import { drawsFrom, quantileSorted, seedOf } from '../../stats/index.ts';
import { memoize } from '../../stats/memoize.ts';
import { monthOf } from '../model/calendar.ts';
import { holdingOf, withChanges } from '../model/holding.ts';
import { searchCacheFor, type SearchCache } from '../search/search-cache.ts';
import type { OutlookOptions, Shocks } from '../model/outlook.ts';
import { choiceOf, type Base, type FoundPath, type PathStep } from '../model/path.ts';
import { pathSearch, searchAll } from '../search/search.ts';
import { growthWorld, type GrowthWorld } from '../model/world.ts';

/** How many futures of prices are drawn. */
const FUTURES = 400;
/** Paths kept for each build to start from, for every amount of later money below. */
const PATHS_A_BASE = 24;
/** Later money as shares of what is expected: with dearer parts less can be had, with cheaper ones more. */
const SHARES = [0.7, 0.85, 1, 1.2] as const;
/** Share of the work that looking for paths is; told to whoever waits. */
const SEARCH_SHARE = 0.6;

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
  let holding = holdingOf(path.base.picks, world.priceIndex.parts);
  const stages = path.steps.map((step: PathStep) => {
    const made = withChanges(holding, step.changes, world.priceIndex.parts);
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

type PriceThen = (part: Part, month: number) => number;

/** How many stages of a flow can be paid one after the other at some prices. */
function payable(world: GrowthWorld, { path, stages }: Flow, price: PriceThen, resale: PriceThen): number {
  const { pays } = world.brief.growth.resale;
  let spent = path.base.cost;
  for (const [n, { on, month, ins, outs }] of stages.entries()) {
    spent += ins.reduce((sum, part) => sum + price(part, month), 0);
    if (pays) spent -= outs.reduce((sum, part) => sum + resale(part, month), 0);
    if (world.limit + world.incomeBy(on) - spent < 0) return n;
  }
  return stages.length;
}

/** The world with a share of the later money. */
function worldWith(share: number, wish: OutlookOptions, world: GrowthWorld): GrowthWorld {
  if (share === 1) return world;
  const { growth } = wish.brief;
  const sums = growth.sums.map((sum) => ({ ...sum, amountMinor: Math.round(sum.amountMinor * share) }));
  const monthlyMinor = Math.round(growth.monthlyMinor * share);
  return growthWorld({ ...wish, brief: { ...wish.brief, growth: { ...growth, sums, monthlyMinor } } }, world);
}

/** For every answer the paths that may follow its purchase of today, the best first; null when stopped. */
function* poolsOf(
  wish: OutlookOptions,
  world: GrowthWorld,
  answers: readonly FoundPath[],
): Work<ChanceProgress, Flow[][] | null> {
  const caches = SHARES.map((share): SearchCache => searchCacheFor(worldWith(share, wish, world)));
  const pools: Flow[][] = [];
  for (const [n, { base }] of answers.entries()) {
    const paths = new Map<string, FoundPath>();
    for (const cache of caches) {
      if (yield { done: (SEARCH_SHARE * n) / answers.length }) return null;
      for (const path of searchAll(pathSearch(cache, PATHS_A_BASE, 'path'), [base]))
        paths.set(JSON.stringify(path.steps), path);
    }
    pools.push([...paths.values()].sort((a, b) => b.value - a.value).map((path) => flowOf(world, path)));
  }
  return pools;
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
  const pools = yield* poolsOf(wish, world, answers);
  if (!pools) return null;
  const wins = answers.map(() => 0);
  const values = answers.map(() => new Float64Array(futures));
  const best = answers.length > 0 ? flowOf(world, answers[0]) : null;
  const paid = (best?.stages ?? []).map(() => 0);
  const keyOf = (part: Part, month: number) => `${part.id}|${month}`;
  for (let future = 0; future < futures; future++) {
    if (future % 20 === 0 && (yield { done: SEARCH_SHARE + ((1 - SEARCH_SHARE) * future) / futures }))
      return null;
    const outlook = world.outlook.shaken(drawnShocks(world, seedOf('growth', future)));
    const price = memoize(keyOf, (part: Part, month: number) => outlook.priceAt(part, month) ?? Infinity);
    const resale = memoize(keyOf, (part: Part, month: number) => outlook.resaleAt(part, month));
    const isPayable = (flow: Flow) => payable(world, flow, price, resale) === flow.stages.length;
    const reached = pools.map((pool) => pool.find(isPayable)?.path.value ?? -Infinity);
    const top = Math.max(...reached);
    const many = reached.filter((value) => value === top).length;
    reached.forEach((value, n) => {
      values[n][future] = value;
      if (value === top) wins[n] += 1 / many;
    });
    if (best) for (let n = payable(world, best, price, resale) - 1; n >= 0; n--) paid[n]++;
  }
  return {
    futures,
    each: answers.map((path, n) => chanceOf(path, wins[n] / futures, values[n])),
    steps: (best?.path.steps ?? []).map(({ on }, n) => ({ on, payable: paid[n] / futures })),
  };
}

function chanceOf(path: FoundPath, best: number, values: Float64Array): Chance {
  const sorted = values.filter(Number.isFinite).sort();
  const at = (p: number) => (sorted.length === 0 ? 0 : Math.round(quantileSorted(sorted, p)));
  return { base: path.base, choice: choiceOf(path), best, low: at(0.1), middle: at(0.5), high: at(0.9) };
}
