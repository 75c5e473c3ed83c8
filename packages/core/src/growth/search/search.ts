import { finish, type Work } from '../../work/index.ts';
import type { Gpu } from '../../parts/index.ts';
import { advance, cheapest, companionsWorth, sumOf, worthOf, type Node } from './advance.ts';
import { holdingOf, relaxedNeeds } from '../model/holding.ts';
import type { SearchCache } from './search-cache.ts';
import { coreSystem, type Platform } from './options.ts';
import { baseKey, byWorth, isPutOff, type Base, type FoundPath } from '../model/path.ts';
import type { GrowthWorld } from '../model/world.ts';

/**
 * What tells runners-up apart: what is bought today that sets frames (`today`), or that and every later change that does
 * (`path`).
 */
export type PathsBy = 'today' | 'path';

export interface SearchProgress {
  readonly best: FoundPath | null;
  /** No path from the builds looked at so far and to come is worth more. */
  readonly bound: number;
  readonly basesDone: number;
}

export interface PathSearch {
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

/**
 * The best paths over all that the builds given, the parts in the world's lists and its stages allow. Exact: a branch is
 * left only when no path in it can be worth more than what is known, by a bound that takes every core within all the
 * money to come. Prices are medians. What is equal in value and cost may be any of them.
 */
export function pathSearch(cache: SearchCache, k: number, by: PathsBy): PathSearch {
  const { world, ends, priceAt, resaleAt, platformsOf, allowedFrom, gpusInOrder, bound } = cache;
  const { years, stages, brief, market } = world;
  const { pays } = brief.growth.resale;
  const last = stages.length;
  const fullWeight = years.weight(0, years.count);
  const found = new Map<string, FoundPath>();
  let kth = -Infinity;

  const valueOf = (worth: number) => Math.round(worth / fullWeight);
  const keep = (path: FoundPath): void => {
    const known = found.get(path.key);
    if (known && byWorth(known, path) <= 0) return;
    found.set(path.key, path);
    if (found.size < k) return;
    const values = [...found.values()].map((each) => each.value).sort((a, b) => b - a);
    kth = values[k - 1];
  };
  /** Whether a branch that can be worth so much may still matter. Equal worth may, because it may cost less. */
  const matters = (worth: number, key: string | null): boolean => {
    const own = key === null ? undefined : found.get(key);
    return valueOf(worth) >= Math.max(kth, own?.value ?? -Infinity);
  };

  /** Whether a path that can be worth no more than the one known of its kind cannot cost less either. */
  const dearerThan =
    (key: string | null) =>
    (worth: number, leastNet: number): boolean => {
      const own = key === null ? undefined : found.get(key);
      return own !== undefined && valueOf(worth) === own.value && leastNet >= own.net;
    };

  /** Goes through everything that can follow a base. */
  function* walk(base: Base, start: Node): Generator<void, void, unknown> {
    const ownKey = by === 'today' ? baseKey(base.picks) : null;
    const { needs } = world.context;
    const relaxed = relaxedNeeds(needs, base.putsOff.memory, base.putsOff.gpu);
    let visits = 0;
    const isDearer = dearerThan(ownKey);

    function* visit(node: Node, stage: number): Generator<void, void, unknown> {
      if (++visits % VISITS_PER_LOOK === 0) yield;
      if (stage === last) {
        const key = ownKey ?? `${baseKey(base.picks)}|${base.picks.memory?.part}${node.cores}`;
        keep({ base, steps: node.steps, value: valueOf(node.worth), net: node.spent, key });
        return;
      }
      const { holding } = node;
      if (!matters(node.worth + bound(holding, node.money, stage), ownKey)) return;
      const isLast = stage === last - 1;
      /** What comes after this stage is worth no more, even with nothing spent at it. */
      const rest = isLast ? 0 : bound(holding, node.money + stages[stage].income, stage + 1, stage);
      const money = node.money + stages[stage].income;
      const current = holding.set.gpu ?? null;
      const gpuBack = pays && current ? resaleAt(current, stage) : 0;
      const fromCompanions = companionsWorth(cache, holding, stage);
      const canMatter = (worth: number) => matters(node.worth + worth + rest, ownKey);
      function* take(platform: Platform, gpu: Gpu | null): Generator<void, void, unknown> {
        const worth = worthOf(cache, platform, gpu ?? current, stage);
        if (worth === null || !canMatter(worth)) return;
        // Before any rule is asked: what may still come with the money that is left; at the end, whether it can be cheaper.
        const nodes = advance(
          cache,
          node,
          stage,
          platform,
          gpu,
          worth,
          isLast ? needs : relaxed,
          (core, left, spent) =>
            isLast
              ? !isDearer(node.worth + worth, spent)
              : matters(node.worth + worth + bound(core, left, stage + 1), ownKey),
        );
        // At the last stage nothing comes after: the cheapest will do.
        const taken = isLast && nodes.length > 1 ? [cheapest(nodes)] : nodes;
        for (const next of taken) yield* visit(next, stage + 1);
      }

      for (const platform of platformsOf(holding)) {
        const left =
          money - sumOf(platform.ins, stage, priceAt) + (pays ? sumOf(platform.outs, stage, resaleAt) : 0);
        if (left + gpuBack + fromCompanions < 0) continue;
        const allowedHere = allowedFrom(current);
        for (const { gpu, most } of gpusInOrder(platform.cpu, stage)) {
          if (!canMatter(most)) break;
          const price = priceAt(gpu, stage) ?? Infinity;
          if (allowedHere.has(gpu) && left - price + gpuBack + fromCompanions >= 0)
            yield* take(platform, gpu);
        }
        yield* take(platform, null);
      }
    }
    yield* visit(start, 0);
  }

  function* add(bases: readonly Base[]): Work<SearchProgress, boolean> {
    const ready = bases.flatMap((base) => {
      const holding = holdingOf(base.picks, market.parts);
      const { cpu, motherboard, memory, gpu } = holding.set;
      if (!cpu || !motherboard || !memory) return [];
      // What was put off has to come in at a stage.
      if (last === 0 && isPutOff(base)) return [];
      const system = coreSystem(world, { cpu, motherboard, memory }, gpu ?? null);
      if (!system || (isPutOff(base) && !isPlayable(world, system))) return [];
      const first = years.sums(system)[ends[0]];
      return [{ base, holding, first, top: first + bound(holding, world.limit - base.cost, 0) }];
    });
    ready.sort((a, b) => b.top - a.top || a.base.cost - b.base.cost);
    for (const [basesDone, { base, holding, first, top }] of ready.entries()) {
      if (matters(top, by === 'today' ? baseKey(base.picks) : null)) {
        const start: Node = {
          holding,
          money: world.limit - base.cost,
          spent: base.cost,
          worth: first,
          steps: [],
          cores: '',
        };
        const steps = walk(base, start);
        while (!steps.next().done) if (yield { best: best(), bound: valueOf(top), basesDone }) return false;
      }
      if (yield { best: best(), bound: valueOf(top), basesDone: basesDone + 1 }) return false;
    }
    return true;
  }
  const sorted = () => [...found.values()].sort(byWorth);
  const best = () => sorted()[0] ?? null;
  return {
    add,
    seed: keep,
    get answers() {
      return sorted().slice(0, k);
    },
  };
}

/** Whether every game of today reaches the rate that a start with less must reach. */
function isPlayable(world: GrowthWorld, system: NonNullable<ReturnType<typeof coreSystem>>): boolean {
  const { playableFps } = world.brief.growth.start;
  return world.years.averages(system, 0).every((fps) => fps >= playableFps);
}
