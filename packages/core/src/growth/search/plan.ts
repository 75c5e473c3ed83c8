import { partOf, type Work } from '../../work/index.ts';
import { costOf } from '../../money/index.ts';
import type { Picks } from '../../parts/index.ts';
import { baseGroups } from './bases.ts';
import { searchCacheFor, type SearchCache } from './search-cache.ts';
import { isPutOff, type Base, type FoundPath } from '../model/path.ts';
import { pathSearch, searchAll } from './search.ts';
import type { GrowthWorld } from '../model/world.ts';

interface GrowthProgress {
  /** What the builds that are gone through now were asked for. */
  readonly asked: string;
  /** Share of the work done, roughly. */
  readonly done: number;
  readonly best: FoundPath | null;
  readonly today: FoundPath | null;
}

/**
 * The best path and the next best ones, each with another processor or card bought today. `optimal`: proved over all
 * builds to start from, the parts that later steps may bring in, and the dates. `limit`: stopped before.
 */
export interface GrowthPlan {
  readonly status: 'optimal' | 'infeasible' | 'limit';
  readonly answers: readonly FoundPath[];
  /** The best that can become of the build that is best today. */
  readonly today: FoundPath | null;
  /** The best path that starts with less than the brief asks for: without a card, or with half of the memory. */
  readonly paced: FoundPath | null;
  readonly bases: readonly Base[];
  readonly checks: number;
}

const DEFAULT_ANSWERS = 11;

type PlanSearch = Work<GrowthProgress, GrowthPlan>;

/** Finds the best paths of a world. Send `true` into the generator to stop it. */
export function* planGrowth(
  world: GrowthWorld,
  k: number = DEFAULT_ANSWERS,
  cache: SearchCache = searchCacheFor(world),
): PlanSearch {
  const search = pathSearch(cache, k, 'today');
  const paced = pathSearch(cache, 1, 'today');
  const bases: Base[] = [];
  let today: FoundPath | null = null;
  const plan = (status: GrowthPlan['status']): GrowthPlan => ({
    status: status === 'optimal' && search.answers.length === 0 ? 'infeasible' : status,
    answers: search.answers,
    today,
    paced: paced.answers[0] ?? null,
    bases,
    checks: cache.checks(),
  });
  for (const group of baseGroups(world)) {
    const isFirst = bases.length === 0 && group.bases.length > 0;
    bases.push(...group.bases);
    const less = group.bases.filter(isPutOff);
    for (const [each, some] of [
      [search, group.bases],
      [paced, less],
    ] as const) {
      if (some.length === 0) continue;
      const isThrough = yield* partOf(each.add(some), ({ best }) => ({
        asked: group.asked,
        done: group.done,
        best: search.answers[0] ?? best,
        today,
      }));
      if (!isThrough) return plan('limit');
    }
    if (isFirst && !isPutOff(group.bases[0])) today = search.answers[0] ?? null;
    if (yield { asked: group.asked, done: group.done, best: search.answers[0] ?? null, today })
      return plan('limit');
  }
  return plan('optimal');
}

/** Picks as a build to start from, whatever they cost: what they lack of the brief is taken to be put off. */
export function baseOf(world: GrowthWorld, picks: Picks): Base {
  const { needs } = world.brief;
  const kit = world.priceIndex.parts.get(picks.memory?.part ?? '');
  const gb = kit?.kind === 'memory' ? (kit.modules ?? 0) * (kit.gbPerModule ?? 0) : 0;
  return {
    picks,
    cost: costOf(picks, world.priceIndex).counted,
    putsOff: { memory: gb < needs.memoryGb, gpu: needs.gpuRequired && !picks.gpu },
  };
}

/** The best that can become of given picks; null when nothing works, or a rate is missing. */
export function bestFrom(cache: SearchCache, picks: Picks): FoundPath | null {
  return searchAll(pathSearch(cache, 1, 'today'), [baseOf(cache.world, picks)])[0] ?? null;
}
