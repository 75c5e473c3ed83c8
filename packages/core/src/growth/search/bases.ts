import { openSession } from '../../session/index.ts';
import { prepare, type Answer, type Search, type Spread } from '../../search/index.ts';
import { firstBarrier, ruleContext } from '../../compatibility/index.ts';
import { SLOTS, type Brief, type Gpu, type Part, type Picks, type Cpu } from '../../parts/index.ts';
import { holdingOf } from '../model/holding.ts';
import { thinned } from './lists.ts';
import type { Base } from '../model/path.ts';
import type { GrowthWorld } from '../model/world.ts';

/*
 * Builds to start from, each proved best under some condition: the brief as it is; with room for a later part; with
 * something put off. Together they are the set over which the best path is exact.
 */

/** How many builds are taken under the plain brief, and under each condition. */
const PLAIN: Spread = { pairs: 12, cpus: 8, gpus: 4 };
const WITH_ROOM: Spread = { pairs: 4, cpus: 3, gpus: 0 };
/** Builds around one of the fastest processors or cards, whatever is left for the rest: what is weak today can be what grows. */
const LOPSIDED: Spread = { pairs: 2, cpus: 0, gpus: 0 };
const FASTEST_PROCESSORS = 4;
const FASTEST_CARDS = 3;
const PUT_OFF: Spread = { pairs: 6, cpus: 4, gpus: 0 };
/** Later cards and processors that room is asked for. */
const MOST_CARDS = 6;
const MOST_PROCESSORS = 3;

function setKey(picks: Picks): string {
  return SLOTS.map((slot) => picks[slot]?.part ?? '').join('|');
}

const NOTHING: Base['putsOff'] = { memory: false, gpu: false };

/** What a group of builds was asked for, and the builds. Groups come one by one, so that work can start with the first. */
interface BaseGroup {
  readonly asked: string;
  readonly bases: readonly Base[];
  /** Share of the groups that have come. */
  readonly done: number;
}

interface BaseWish {
  readonly asked: string;
  readonly brief: Brief;
  readonly counts: Spread;
  readonly putsOff: Base['putsOff'];
}

/** Dearest later card that room is asked for, as a share of today's sum. */
const DEAREST = 1.5;

/*
 * Which parts room is asked for does not depend on the money to come, but for leaving out what it can never pay; and the
 * cheaper are asked for first. So more money later only ever adds builds, and never lowers the best value.
 */

function payable(world: GrowthWorld, part: Part): boolean {
  const last = world.stages.at(-1);
  const price = last ? world.outlook.priceAt(part, last.month) : null;
  return last !== undefined && price !== null && price <= world.limit + world.incomeBy(last.on);
}

/** Cards of different chips, spread over prices. */
function gpusToPrepareFor(world: GrowthWorld): string[] {
  const { outlook, lists, limit } = world;
  const chips = new Map<string, Gpu>();
  for (const gpu of lists.gpus)
    if ((outlook.base(gpu) ?? Infinity) <= limit * DEAREST) chips.set(gpu.chip ?? gpu.id, gpu);
  const inOrder = [...chips.values()].sort((a, b) => (outlook.base(a) ?? 0) - (outlook.base(b) ?? 0));
  return thinned(inOrder, MOST_CARDS)
    .filter((gpu) => payable(world, gpu))
    .map((gpu) => gpu.id);
}

/** The fastest processor of each socket. */
function cpusToPrepareFor(world: GrowthWorld): string[] {
  const rate = (id: string) => world.index.cpus.get(id)?.rateLn ?? 0;
  const sockets = new Map<string, Cpu>();
  for (const chip of [...world.lists.cpus].sort((a, b) => rate(b.id) - rate(a.id)))
    if (chip.socket !== null && !sockets.has(chip.socket)) sockets.set(chip.socket, chip);
  const price = (chip: Cpu) => world.outlook.base(chip) ?? 0;
  return [...sockets.values()]
    .sort((a, b) => price(a) - price(b))
    .slice(0, MOST_PROCESSORS)
    .filter((chip) => payable(world, chip))
    .map((chip) => chip.id);
}

/** The fastest parts of a list that today's sum could pay. */
function fastest(world: GrowthWorld, parts: readonly (Gpu | Cpu)[], most: number): (Gpu | Cpu)[] {
  const { outlook, limit, index } = world;
  const rate = (part: Gpu | Cpu) => (part.kind === 'gpu' ? index.gpus : index.cpus).get(part.id)?.rateLn ?? 0;
  const inReach = parts.filter((part) => (outlook.base(part) ?? Infinity) <= limit);
  return [...inReach].sort((a, b) => rate(b) - rate(a)).slice(0, most);
}

/** A first step without a graphics card, or with half of the memory, where the brief allows it. */
function putOffWishes({ brief, catalogue }: GrowthWorld, isLocked: (slot: string) => boolean): BaseWish[] {
  const { start } = brief.growth;
  const { memoryGb } = brief.needs;
  const wishes: BaseWish[] = [];
  if (start.withoutGpu && !isLocked('gpu'))
    wishes.push({
      asked: 'without a graphics card at first',
      brief: {
        ...brief,
        needs: { ...brief.needs, gpuRequired: false },
        locks: [...brief.locks, { slot: 'gpu', part: null, offer: null }],
      },
      counts: PUT_OFF,
      putsOff: { memory: false, gpu: true },
    });
  if (!start.withLessMemory || memoryGb <= 0) return wishes;
  // Kits that meet the need in full are in the plain builds already.
  const full = catalogue.parts.filter(
    (part) => part.kind === 'memory' && (part.modules ?? 0) * (part.gbPerModule ?? 0) >= memoryGb,
  );
  wishes.push({
    asked: 'with half of the memory at first',
    brief: {
      ...brief,
      needs: { ...brief.needs, memoryGb: memoryGb / 2 },
      excluded: [...brief.excluded, ...full.map(({ id }) => ({ part: id, reason: '' }))],
    },
    counts: PUT_OFF,
    putsOff: { memory: true, gpu: false },
  });
  return wishes;
}

/** What is asked for, in order: the plain brief first. */
export function baseWishes(world: GrowthWorld): BaseWish[] {
  const { brief, stages, lists } = world;
  const asBrief: BaseWish = { asked: 'as the brief', brief, counts: PLAIN, putsOff: NOTHING };
  if (stages.length === 0) return [asBrief];
  const name = (id: string) => {
    const part = world.priceIndex.parts.get(id);
    return part ? `${part.brand} ${part.name}` : id;
  };
  const withRoom = (asked: string, planned: Partial<Brief['planned']>): BaseWish => ({
    asked,
    brief: { ...brief, planned: { ...brief.planned, ...planned, isFirm: true } },
    counts: WITH_ROOM,
    putsOff: NOTHING,
  });
  const isLocked = (slot: string) => brief.locks.some((lock) => lock.slot === slot);
  const inReach = [
    ...fastest(world, lists.cpus, FASTEST_PROCESSORS),
    ...fastest(world, lists.gpus, FASTEST_CARDS),
  ].filter(({ kind }) => !isLocked(kind));
  return [
    asBrief,
    ...gpusToPrepareFor(world).map((gpu) => withRoom(`with room for ${name(gpu)}`, { gpu })),
    ...cpusToPrepareFor(world).map((cpu) => withRoom(`with a motherboard for ${name(cpu)}`, { cpu })),
    ...inReach.map(({ kind, id }): BaseWish => ({
      asked: `around ${name(id)}`,
      brief: { ...brief, locks: [...brief.locks, { slot: kind, part: id, offer: null }] },
      counts: LOPSIDED,
      putsOff: NOTHING,
    })),
    ...putOffWishes(world, isLocked),
  ];
}

const MET_BY = 2;

/** Whether builds at hand already have the room that a wish asks for, so that it would bring little new. */
function isMet(world: GrowthWorld, wish: BaseWish, bases: readonly Base[]): boolean {
  const lock = wish.brief.locks.at(-1);
  if (wish.counts === LOPSIDED)
    return bases.some(({ picks }) => lock && picks[lock.slot]?.part === lock.part);
  if (!wish.brief.planned.isFirm) return false;
  const { parts } = world.priceIndex;
  const context = ruleContext(wish.brief, parts, world.catalogue.frameModel);
  const meets = ({ picks }: Base) =>
    firstBarrier(holdingOf(picks, parts).set, context, wish.brief.whereToBuy.allowUnknown) === null;
  return bases.filter(meets).length >= MET_BY;
}

/**
 * All groups of builds to start from, without repeats. The first is the best build of today alone, so that there is a
 * path to show at once. Between them groups without builds say that work goes on, so that it can be stopped.
 */
export function* baseGroups(world: GrowthWorld): Generator<BaseGroup, void, unknown> {
  const seen = new Set<string>();
  const all: Base[] = [];
  const wishes = baseWishes(world);
  function* searched(
    search: Search,
    asked: string,
    done: number,
  ): Generator<BaseGroup, readonly Answer[], unknown> {
    let step = search.next();
    while (!step.done) {
      yield { asked, bases: [], done };
      step = search.next();
    }
    return step.value.answers;
  }
  const fresh = (answers: readonly Answer[], putsOff: Base['putsOff']): Base[] => {
    const out: Base[] = [];
    for (const { picks, cost } of answers) {
      const key = setKey(picks);
      if (seen.has(key)) continue;
      seen.add(key);
      out.push({ picks, cost, putsOff });
    }
    all.push(...out);
    return out;
  };
  for (const [n, { asked, brief, counts, putsOff }] of wishes.entries()) {
    if (isMet(world, wishes[n], all)) continue;
    const done = n / wishes.length;
    const prepared = prepare(openSession(world.catalogue, brief));
    if (n === 0) {
      const best = yield* searched(prepared.solve(world.limit), asked, done);
      yield { asked: 'the best of today', bases: fresh(best, putsOff), done };
    }
    const answers = yield* searched(prepared.spread(world.limit, counts), asked, done);
    yield { asked, bases: fresh(answers, putsOff), done: (n + 1) / wishes.length };
  }
}
