import { finish } from '@ripe-pick/core/work';
import {
  alternativesFor,
  baseOf,
  bestFrom,
  evaluatePath,
  growthChances,
  growthFlips,
  growthWorld,
  searchCacheFor,
  overtaking,
  planGrowth,
  priceOfRoom,
  regretOf,
  roomToGrow,
  runsFrom,
  whyNot,
  type Alternative,
  type Base,
  type ChanceProgress,
  type Chances,
  type FlipsProgress,
  type FoundPath,
  type GrowthFlip,
  type GrowthPlan,
  type GrowthWorld,
  type SearchCache,
  type LaneSwap,
  type MeasuredFalls,
  type Obstacle,
  type Overtaking,
  type Path,
  type PathReport,
  type Regret,
  type RoomAfter,
  type RoomPrice,
  type RunsFrom,
  type StageReport,
  type Fall,
} from '@ripe-pick/core/growth';
import type { Brief, Catalogue, Picks } from '@ripe-pick/core/parts';
import type { PriceEvent } from '@ripe-pick/core/prices';
import { serveWork } from './serve.ts';
import { drive, Tickets } from './drive.ts';

/** What the years to come are reckoned with, beside the catalogue. */
export interface GrowthOptions {
  readonly brief: Brief;
  readonly events: readonly PriceEvent[];
  readonly measured: MeasuredFalls;
}

/** A path as the page shows it: what it is, and what comes of it. Holdings stay in the worker. */
export interface ToldPath {
  readonly picks: Picks;
  readonly cost: number;
  readonly steps: Path['steps'];
  readonly report: Omit<PathReport, 'stages'> & { readonly stages: readonly ToldStage[] };
  readonly runs: readonly RunsFrom[];
}
export type ToldStage = Omit<StageReport, 'holding'>;

export interface ToldPlan {
  readonly status: GrowthPlan['status'];
  readonly answers: readonly ToldPath[];
  readonly today: ToldPath | null;
  /** The build that is best today, left as it is. */
  readonly still: ToldPath | null;
  readonly paced: ToldPath | null;
  readonly against: AgainstBest | null;
  readonly falls: readonly Fall[];
  readonly bases: number;
  readonly checks: number;
  readonly ms: number;
  readonly firstMs: number | null;
}

/** The best path held against what becomes of the build that is best today. */
export interface AgainstBest {
  readonly overtaking: Overtaking | null;
  /** Why the other build cannot grow the same way; null when it can. */
  readonly obstacle: Obstacle | null;
}

/** What is worked out about one path beside the others. */
export interface Study {
  readonly room: readonly RoomPrice[];
  readonly regret: readonly Regret[];
}

export interface PlanReport {
  readonly asked: string;
  readonly done: number;
  readonly first: ToldPath | null;
}

const tickets = { plan: new Tickets(), flips: new Tickets(), chances: new Tickets(), room: new Tickets() };
let catalogue: Catalogue | null = null;
let cached: { key: string; world: GrowthWorld; cache: SearchCache } | null = null;
let last: { key: string; plan: GrowthPlan } | null = null;

function loaded(): Catalogue {
  if (!catalogue) throw new Error('growth: no catalogue was loaded; this is our bug');
  return catalogue;
}
const wishOf = ({ brief, events, measured }: GrowthOptions) => ({
  catalogue: loaded(),
  brief,
  events,
  measured,
});
const keyOf = (wish: GrowthOptions) => JSON.stringify({ ...wish, brief: { ...wish.brief, name: '' } });

function cacheOf(wish: GrowthOptions): SearchCache {
  const key = keyOf(wish);
  if (cached?.key !== key) {
    const world = growthWorld(wishOf(wish));
    cached = { key, world, cache: searchCacheFor(world) };
  }
  return cached.cache;
}

function told(world: GrowthWorld, path: Path): ToldPath {
  const { stages, ...rest } = evaluatePath(world, path);
  const bare = stages.map(({ holding: _, ...stage }): ToldStage => stage);
  return {
    picks: path.picks,
    cost: stages[0].paid,
    steps: path.steps,
    report: { ...rest, stages: bare },
    runs: runsFrom(rest, world.brief.growth.start.playableFps),
  };
}
const found = (world: GrowthWorld, { base, steps }: FoundPath) => told(world, { picks: base.picks, steps });

/** The builds of the last plan; worked out anew where the wish has changed since. */
function planOf(wish: GrowthOptions): GrowthPlan {
  const key = keyOf(wish);
  if (last?.key !== key) {
    const { world } = cacheOf(wish);
    const search = planGrowth(world, undefined, cacheOf(wish));
    const ended = finish(search);
    last = { key, plan: ended };
  }
  return last.plan;
}

const growth = {
  load(next: Catalogue): void {
    catalogue = next;
    cached = null;
    last = null;
  },
  /** Stops whatever runs; it ends with what it has so far. */
  cancel(): void {
    for (const each of Object.values(tickets)) each.next();
  },
  /** The best paths. The first is sent as soon as there is one, and again when a better one is found. */
  async plan(wish: GrowthOptions, report: (progress: PlanReport) => unknown): Promise<ToldPlan> {
    const start = performance.now();
    const cache = cacheOf(wish);
    const { world } = cache;
    let firstMs: number | null = null;
    let sent: FoundPath | null = null;
    const send = ({ asked, done, best }: { asked: string; done: number; best: FoundPath | null }) => {
      const isNew = best !== null && best.value !== sent?.value;
      if (isNew) sent = best;
      return report({ asked, done, first: isNew && best ? found(world, best) : null });
    };
    const plan = await drive(planGrowth(world, undefined, cache), tickets.plan, send, ({ best }) => {
      if (best) firstMs ??= performance.now() - start;
    });
    last = { key: keyOf(wish), plan };
    const [best] = plan.answers;
    const today = plan.today ? found(world, plan.today) : null;
    const first = best ? found(world, best) : null;
    const answers = first ? [first, ...plan.answers.slice(1).map((each) => found(world, each))] : [];
    return {
      status: plan.status,
      answers,
      today,
      still: plan.today ? told(world, { picks: plan.today.base.picks, steps: [] }) : null,
      paced: plan.paced ? found(world, plan.paced) : null,
      against:
        first && today && plan.today
          ? {
              overtaking: overtaking(first.report, today.report),
              obstacle: whyNot(world, today.picks, { picks: first.picks, steps: first.steps }),
            }
          : null,
      falls: world.outlook.falls,
      bases: plan.bases.length,
      checks: plan.checks,
      ms: performance.now() - start,
      firstMs,
    };
  },
  evaluate(wish: GrowthOptions, path: Path): ToldPath {
    return told(cacheOf(wish).world, path);
  },
  /** The best that can become of given picks. */
  bestFrom(wish: GrowthOptions, picks: Picks): ToldPath | null {
    const cache = cacheOf(wish);
    const best = bestFrom(cache, picks);
    return best ? found(cache.world, best) : null;
  },
  alternatives(wish: GrowthOptions, path: Path, on: string): readonly Alternative[] {
    return alternativesFor(cacheOf(wish), path, on);
  },
  study(wish: GrowthOptions, path: Path): Study {
    const cache = cacheOf(wish);
    const { today } = planOf(wish);
    const base: Base = baseOf(cache.world, path.picks);
    const mine: FoundPath = { base, steps: path.steps, value: 0, net: 0, key: '' };
    return {
      room: priceOfRoom(cache, path),
      regret: today ? regretOf(wishOf(wish), cache.world, mine, today) : [],
    };
  },
  async flips(
    wish: GrowthOptions,
    report: (progress: FlipsProgress) => void,
  ): Promise<readonly GrowthFlip[] | null> {
    const { world } = cacheOf(wish);
    const { answers, bases } = planOf(wish);
    return answers[0]
      ? drive(growthFlips(wishOf(wish), world, bases, answers[0]), tickets.flips, null, report)
      : null;
  },
  async chances(wish: GrowthOptions, report: (progress: ChanceProgress) => void): Promise<Chances | null> {
    const { world } = cacheOf(wish);
    return drive(growthChances(wishOf(wish), world, planOf(wish).answers), tickets.chances, report);
  },
  /** Room to grow of swaps, sent in batches as they are known. */
  async room(
    wish: GrowthOptions,
    picks: Picks,
    swaps: readonly LaneSwap[],
    send: (rooms: readonly RoomAfter[]) => unknown,
  ): Promise<void> {
    let batch: RoomAfter[] = [];
    const flush = () => {
      const full = batch;
      batch = [];
      return full.length > 0 ? send(full) : null;
    };
    await drive(roomToGrow(cacheOf(wish), picks, swaps), tickets.room, flush, (each) => batch.push(each));
    await flush();
  },
};

export type GrowthWorker = typeof growth;
serveWork(growth);
