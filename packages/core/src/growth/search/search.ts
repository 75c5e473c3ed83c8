import { finish, type Work } from '../../work/index.ts';
import type { Brief, Gpu } from '../../parts/index.ts';
import { advance, cheapest, companionsWorth, sumOf, worthOf, type PathNode } from './advance.ts';
import { holdingOf, relaxedNeeds } from '../model/holding.ts';
import type { SearchCache } from './search-cache.ts';
import { coreSystem, type PlatformOption } from './options.ts';
import { baseKey, byWorth, isPutOff, type Base, type FoundPath } from '../model/path.ts';
import type { GrowthWorld } from '../model/world.ts';

/**
 * What tells runners-up apart: what is bought today that sets frames (`today`), or that and every later change that does
 * (`path`).
 */
type PathsBy = 'today' | 'path';

interface SearchProgress {
  readonly best: FoundPath | null;
  /** No path from the builds looked at so far and to come is worth more. */
  readonly bound: number;
  readonly basesDone: number;
}

interface PathSearch {
  /** Goes through further builds to start from. Send `true` to stop; gives back whether it went through all of them. */
  add(bases: readonly Base[]): Work<SearchProgress, boolean>;
  /** Takes a path that is known to go into account, so that what is worth less is not looked at. */
  seed(path: FoundPath): void;
  /** The k best so far, best first; then the one that costs less. */
  readonly answers: readonly FoundPath[];
}

/** Runs a search over builds to its end. */
export function searchAll(search: PathSearch, bases: readonly Base[]): readonly FoundPath[] {
  finish(search.add(bases));
  return search.answers;
}

/** Visits between two looks for a stop. */
const VISITS_PER_LOOK = 200;

/** The best paths found, one of each key, and what may still become one of them. */
class FoundPaths {
  private readonly known = new Map<string, FoundPath>();
  private kth = -Infinity;

  constructor(private readonly k: number) {}

  get sorted(): FoundPath[] {
    return [...this.known.values()].sort(byWorth);
  }

  keep(path: FoundPath): void {
    const known = this.known.get(path.key);
    if (known && byWorth(known, path) <= 0) return;
    this.known.set(path.key, path);
    if (this.known.size < this.k) return;
    const values = [...this.known.values()].map((each) => each.value).sort((a, b) => b - a);
    this.kth = values[this.k - 1];
  }

  private own(key: string | null): FoundPath | undefined {
    return key === null ? undefined : this.known.get(key);
  }

  /** Whether a branch of that value at most may still matter. Equal value may, because it may cost less. */
  matters(value: number, key: string | null): boolean {
    return value >= Math.max(this.kth, this.own(key)?.value ?? -Infinity);
  }

  /** Whether a path of that value at most cannot cost less than the one known of its kind either. */
  isDearer(value: number, leastNet: number, key: string | null): boolean {
    const own = this.own(key);
    return own !== undefined && value === own.value && leastNet >= own.net;
  }
}

/** Goes through everything that can follow a build. */
class PathWalk {
  private readonly ownKey: string | null;
  private readonly relaxed: Brief['needs'];
  private visits = 0;

  constructor(
    private readonly cache: SearchCache,
    private readonly found: FoundPaths,
    private readonly base: Base,
    by: PathsBy,
  ) {
    this.ownKey = by === 'today' ? baseKey(base.picks) : null;
    const { memory, gpu } = base.putsOff;
    this.relaxed = relaxedNeeds(cache.world.context.needs, memory, gpu);
  }

  private matters(worth: number): boolean {
    return this.found.matters(valueOf(this.cache, worth), this.ownKey);
  }

  *visit(node: PathNode, stage: number): Generator<void, void, unknown> {
    const { world, priceAt, resaleAt, platformsOf, allowedFrom, gpusInOrder, bound } = this.cache;
    const { stages, brief } = world;
    if (++this.visits % VISITS_PER_LOOK === 0) yield;
    if (stage === stages.length) {
      this.end(node);
      return;
    }
    const { holding } = node;
    if (!this.matters(node.worth + bound(holding, node.money, stage))) return;
    const isLast = stage === stages.length - 1;
    const money = node.money + stages[stage].income;
    /** What comes after this stage is worth no more, even with nothing spent at it. */
    const rest = isLast ? 0 : bound(holding, money, stage + 1, stage);
    const { pays } = brief.growth.resale;
    const current = holding.set.gpu ?? null;
    const others =
      (pays && current ? resaleAt(current, stage) : 0) + companionsWorth(this.cache, holding, stage);
    for (const platform of platformsOf(holding)) {
      const sold = pays ? sumOf(platform.outs, stage, resaleAt) : 0;
      const left = money - sumOf(platform.ins, stage, priceAt) + sold + others;
      if (left < 0) continue;
      const allowed = allowedFrom(current);
      for (const { gpu, most } of gpusInOrder(platform.cpu, stage)) {
        if (!this.matters(node.worth + most + rest)) break;
        if (allowed.has(gpu) && left >= (priceAt(gpu, stage) ?? Infinity))
          yield* this.take(node, stage, rest, platform, gpu);
      }
      yield* this.take(node, stage, rest, platform, null);
    }
  }

  /** What follows a step to a platform with a card; null as the card: it stays as it is. */
  private *take(
    node: PathNode,
    stage: number,
    rest: number,
    platform: PlatformOption,
    gpu: Gpu | null,
  ): Generator<void, void, unknown> {
    const { cache } = this;
    const { stages, context } = cache.world;
    const worth = worthOf(cache, platform, gpu ?? node.holding.set.gpu ?? null, stage);
    if (worth === null || !this.matters(node.worth + worth + rest)) return;
    const isLast = stage === stages.length - 1;
    const needs = isLast ? context.needs : this.relaxed;
    // Before any rule is asked: what may still come with the money that is left; at the end, whether it can be cheaper.
    const nodes = advance(cache, node, stage, platform, gpu, worth, needs, (core, left, spent) =>
      isLast
        ? !this.found.isDearer(valueOf(cache, node.worth + worth), spent, this.ownKey)
        : this.matters(node.worth + worth + cache.bound(core, left, stage + 1)),
    );
    // At the last stage nothing comes after: the cheapest will do.
    const taken = isLast && nodes.length > 1 ? [cheapest(nodes)] : nodes;
    for (const next of taken) yield* this.visit(next, stage + 1);
  }

  private end(node: PathNode): void {
    const { base } = this;
    const key = this.ownKey ?? `${baseKey(base.picks)}|${base.picks.memory?.part}${node.cores}`;
    this.found.keep({
      base,
      steps: node.steps,
      value: valueOf(this.cache, node.worth),
      net: node.spent,
      key,
    });
  }
}

const valueOf = ({ world: { years } }: SearchCache, worth: number) =>
  Math.round(worth / years.weight(0, years.count));

/** A build to start from, with what it is worth until the first stage, and with all that may follow at most. */
interface Start {
  readonly base: Base;
  readonly node: PathNode;
  readonly top: number;
}

/** Null for a build that cannot be started from. */
function startOf({ world, ends, bound }: SearchCache, base: Base): Start | null {
  const holding = holdingOf(base.picks, world.priceIndex.parts);
  const { cpu, motherboard, memory, gpu } = holding.set;
  if (!cpu || !motherboard || !memory) return null;
  // What was put off has to come in at a stage.
  if (world.stages.length === 0 && isPutOff(base)) return null;
  const system = coreSystem(world, { cpu, motherboard, memory }, gpu ?? null);
  if (!system || (isPutOff(base) && !isPlayable(world, system))) return null;
  const worth = world.years.sums(system)[ends[0]];
  const money = world.limit - base.cost;
  const node: PathNode = { holding, money, spent: base.cost, worth, steps: [], cores: '' };
  return { base, node, top: worth + bound(holding, money, 0) };
}

/**
 * The best paths over all that the builds given, the parts in the world's lists and its stages allow. Exact: a branch is
 * left only when no path in it can be worth more than what is known, by a bound that takes every core within all the
 * money to come. Prices are medians. What is equal in value and cost may be any of them.
 */
export function pathSearch(cache: SearchCache, k: number, by: PathsBy): PathSearch {
  const found = new FoundPaths(k);
  function* add(bases: readonly Base[]): Work<SearchProgress, boolean> {
    const starts = bases
      .flatMap((base) => startOf(cache, base) ?? [])
      .sort((a, b) => b.top - a.top || a.base.cost - b.base.cost);
    for (const [basesDone, { base, node, top }] of starts.entries()) {
      const bound = valueOf(cache, top);
      const progress = (done: number) => ({ best: found.sorted.at(0) ?? null, bound, basesDone: done });
      if (found.matters(bound, by === 'today' ? baseKey(base.picks) : null))
        for (const _ of new PathWalk(cache, found, base, by).visit(node, 0))
          if (yield progress(basesDone)) return false;
      if (yield progress(basesDone + 1)) return false;
    }
    return true;
  }
  return {
    add,
    seed: (path) => found.keep(path),
    get answers() {
      return found.sorted.slice(0, k);
    },
  };
}

/** Whether every game of today reaches the rate that a start with less must reach. */
function isPlayable(world: GrowthWorld, system: NonNullable<ReturnType<typeof coreSystem>>): boolean {
  const { playableFps } = world.brief.growth.start;
  return world.years.averages(system, 0).every((fps) => fps >= playableFps);
}
