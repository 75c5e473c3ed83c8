import { checkBuild, isBarrier, RULES, type Finding } from '../../compatibility/index.ts';
import { ratesFor, type Interval } from '../../frames/index.ts';
import { costOf } from '../../money/index.ts';
import { SLOTS, type Part, type Picks, type Slot } from '../../parts/index.ts';
import { firstDayWith, monthOf } from './calendar.ts';
import { barrierOf, contextAt, holdingOf, withChanges, type Changed, type Holding } from './holding.ts';
import type { Then } from './outlook.ts';
import type { PathStep } from './path.ts';
import type { GrowthWorld } from './world.ts';
import { worldIn } from './years.ts';

/** A build now and dated steps. Steps may be in any order and on any day. */
export interface Path {
  readonly picks: Picks;
  readonly steps: readonly PathStep[];
}

/** A part that goes in or comes out at a step, with what it costs or fetches then. */
export interface PathLine {
  readonly slot: Slot;
  readonly part: Part;
  readonly way: 'in' | 'out';
  readonly beside: boolean;
  /** Price then, or what it fetches after fees; null where no price is known. */
  readonly then: Then | null;
  /** In: why it has to be changed along, where a rule forces it. Out: whether it is kept for other uses. */
  readonly forcedBy: Finding | null;
  readonly isKept: boolean;
}

/** What one stage of a path is, the first being today. Money in minor units. */
export interface StageReport {
  readonly month: number;
  readonly on: string;
  readonly lines: readonly PathLine[];
  /** There before the step: what is left, what came in since, and what is sold now where that helps to pay. */
  readonly available: number;
  readonly paid: number;
  readonly back: number;
  readonly left: number;
  /** What is missing; 0 where it can be paid. */
  readonly short: number;
  /** The first day on which the money would be there; null when it never is within the horizon, or when nothing is short. */
  readonly paidFrom: string | null;
  /** What does not work, and what could not be told. */
  readonly barriers: readonly Finding[];
  /** What is new and worth knowing: firmware first, unlike kits. */
  readonly notes: readonly Finding[];
  /** Parts that the catalogue no longer has. */
  readonly missing: readonly string[];
  readonly holding: Holding;
  /** Objective just before and just after, in thousandths; null when not known. Before is null for today. */
  readonly before: number | null;
  readonly after: number | null;
  /** 80 % interval of `after` in frames per second, by how sure the frame model is; how games grow is not in it. */
  readonly interval: Interval | null;
}

export interface PathReport {
  readonly stages: readonly StageReport[];
  /** Objective of every month to the horizon, in thousandths; null when a rate is missing. */
  readonly scores: readonly number[] | null;
  /** Every game's average by month; before it is taken up, null. */
  readonly games: readonly {
    readonly game: string;
    readonly preset: string;
    readonly target: number;
    readonly averages: readonly (number | null)[];
  }[];
  /** The objective over the horizon, in thousandths; null when not known. */
  readonly value: number | null;
  /** Money out and back over the whole path, today's purchase included, and what the parts are worth at its end. */
  readonly paid: number;
  readonly back: number;
  readonly worthAtEnd: number;
  /** Whether every step fits and can be paid. */
  readonly isSound: boolean;
}

const SECOND_KIT = RULES.filter((rule) => rule.id === 'second-kit');
const FORCED: readonly Slot[] = ['psu', 'cooler', 'case', 'motherboard', 'memory'];

/** Kits that do not go together, found by the rule about second kits. */
function kitFindings(holding: Holding, context: GrowthWorld['context']): Finding[] {
  const [first, ...more] = holding.kits;
  return more.flatMap((kit) =>
    checkBuild(
      { motherboard: holding.set.motherboard, memory: first },
      { ...context, plannedMemory: kit },
      SECOND_KIT,
    ).map((found): Finding =>
      found.verdict === 'warn' ? { ...found, verdict: 'block', isAdvice: false } : found,
    ),
  );
}

/** Words for what a firmware warning asks for when the old processor is still there. */
function flashFirst(found: Finding): Finding {
  return found.rule === 'firmware' && found.verdict === 'warn'
    ? {
        ...found,
        mend: 'Flash the new firmware while the old processor still runs, then swap. Follow the board maker’s manual.',
      }
    : found;
}

/** What stands against one of the changes being left out: the rule that forces it; null where it is a wish. */
function forcedBy(
  world: GrowthWorld,
  before: Holding,
  step: PathStep,
  slot: Slot,
  canFlash: boolean,
): Finding | null {
  if (!FORCED.includes(slot) || step.changes.length < 2) return null;
  const others = step.changes.filter((change) => change.slot !== slot);
  const without = withChanges(before, others, world.market.parts).holding;
  const rule = barrierOf(without, world.context, canFlash, world.brief.whereToBuy.allowUnknown);
  if (!rule) return null;
  return checkBuild(without.set, contextAt(world.context, without, canFlash), [rule])[0] ?? null;
}

/** What a path is worth and costs, by definition: every figure of the screen comes from here, and the search is held to it. */
export function evaluatePath(world: GrowthWorld, path: Path): PathReport {
  const { outlook, years, brief } = world;
  const { allowUnknown } = brief.whereToBuy;
  const { pays, kept } = brief.growth.resale;
  const steps = [...path.steps]
    .map((step) => ({ ...step, month: monthOf(world.today, step.on) }))
    .filter((step) => step.on > world.today && step.month < years.count && step.changes.length > 0)
    .sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0));
  const cost = costOf(path.picks, world.market).counted;
  const start = holdingOf(path.picks, world.market.parts);
  const holdings: { from: number; holding: Holding }[] = [{ from: 0, holding: start }];
  const known = new Set<string>();
  const look = (holding: Holding, canFlash: boolean, isLast: boolean) => {
    const context = contextAt(world.context, holding, canFlash);
    // What is put off at the start is asked for from the last step on.
    const found = [...checkBuild(holding.set, context), ...kitFindings(holding, context)].map(flashFirst);
    const barriers = found.filter(
      (each) => isBarrier(each, allowUnknown) && (isLast || !PUT_OFF.has(each.rule)),
    );
    const notes = found.filter(
      (each) => !barriers.includes(each) && each.verdict !== 'unknown' && !known.has(each.rule + each.actual),
    );
    for (const each of found) known.add(each.rule + each.actual);
    return { barriers, notes };
  };
  const scoresAt = (holding: Holding): Float64Array | null => {
    const system = world.systemOf(holding.set);
    return system && years.unknownGames.length === 0 ? years.scores(system) : null;
  };

  let spent: number = cost;
  let paidInAll: number = cost;
  let backInAll = 0;
  const firstScores = scoresAt(start);
  const { missing: lost } = missingOf(path.picks, world);
  const stages: StageReport[] = [
    {
      month: 0,
      on: world.today,
      lines: [],
      available: world.limit,
      paid: cost,
      back: 0,
      left: world.limit - cost,
      short: Math.max(0, cost - world.limit),
      paidFrom: null,
      ...look(start, false, steps.length === 0),
      missing: lost,
      holding: start,
      before: null,
      after: firstScores?.[0] ?? null,
      interval: intervalIn(world, 0, start),
    },
  ];
  let holding = start;
  for (const [n, step] of steps.entries()) {
    const { month } = step;
    const canFlash = !step.changes.some((change) => change.slot === 'motherboard');
    const made: Changed = withChanges(holding, step.changes, world.market.parts);
    const lines: PathLine[] = [
      ...made.ins.map(({ slot, part, beside }): PathLine => ({
        slot,
        part,
        beside,
        way: 'in',
        then: outlook.price(part, month),
        forcedBy: forcedBy(world, holding, step, slot, canFlash),
        isKept: false,
      })),
      ...made.outs.map(({ slot, part }): PathLine => ({
        slot,
        part,
        beside: false,
        way: 'out',
        then: outlook.resale(part, month),
        forcedBy: null,
        isKept: kept.includes(part.kind),
      })),
    ];
    const paid = made.ins.reduce((sum, { part }) => sum + (outlook.priceAt(part, month) ?? 0), 0);
    const back = made.outs.reduce((sum, { part }) => sum + outlook.resaleAt(part, month), 0);
    const available = world.limit + world.incomeBy(step.on) - spent + (pays ? back : 0);
    const after = scoresAt(made.holding);
    stages.push({
      month,
      on: step.on,
      lines,
      available,
      paid,
      back,
      left: available - paid,
      short: Math.max(0, paid - available),
      paidFrom: paid > available ? firstDayWith(brief.growth, world.today, step.on, paid - available) : null,
      ...look(made.holding, canFlash, n === steps.length - 1),
      missing: made.missing,
      holding: made.holding,
      before: scoresAt(holding)?.[month] ?? null,
      after: after?.[month] ?? null,
      interval: intervalIn(world, month, made.holding),
    });
    spent += paid - (pays ? back : 0);
    paidInAll += paid;
    backInAll += back;
    holding = made.holding;
    holdings.push({ from: month, holding });
  }

  const parts = [
    ...SLOTS.map((slot) => (slot === 'memory' ? null : holding.set[slot])),
    ...holding.kits,
    ...holding.drives,
  ];
  const worthAtEnd = parts.reduce((sum, part) => sum + (part ? outlook.resaleAt(part, years.count) : 0), 0);
  const runs = holdings.map((each, n) => ({
    system: world.systemOf(each.holding.set),
    from: each.from,
    to: holdings[n + 1]?.from ?? years.count,
  }));
  const isRated =
    years.unknownGames.length === 0 &&
    years.gamesIn(0).length > 0 &&
    runs.every((run) => run.system !== null);
  const scores: number[] = [];
  const averages: (readonly number[])[] = [];
  let worth = 0;
  if (isRated)
    for (const { system, from, to } of runs) {
      if (!system) continue;
      const each = years.scores(system);
      const sums = years.sums(system);
      worth += sums[to] - sums[from];
      for (let month = from; month < to; month++) {
        scores.push(each[month]);
        averages.push(years.averages(system, month));
      }
    }
  const games = years.gamesIn(years.count - 1).map(({ game, preset, target }, n) => ({
    game,
    preset,
    target,
    averages: averages.map((each) => each[n] ?? null),
  }));
  return {
    stages,
    scores: isRated ? scores : null,
    games,
    value: isRated ? Math.round(worth / years.weight(0, years.count)) : null,
    paid: paidInAll,
    back: backInAll,
    worthAtEnd,
    isSound: stages.every(
      (stage) =>
        stage.barriers.length === 0 &&
        stage.short === 0 &&
        stage.missing.length === 0 &&
        stage.lines.every((line) => line.then !== null),
    ),
  };
}

/** Rules about needs that a start with less may put off. */
const PUT_OFF: ReadonlySet<string> = new Set(['memory-need', 'card-need']);

/** Interval of the objective in a month; null when it cannot be told. */
function intervalIn(world: GrowthWorld, month: number, holding: Holding): Interval | null {
  const then = worldIn(world.brief, world.catalogue.frameModel, world.today, month);
  const rates = ratesFor(then.brief, then.model)(holding.set);
  return rates.status === 'known' ? rates.objective.interval : null;
}

function missingOf(picks: Picks, world: GrowthWorld): { missing: string[] } {
  const ids = Object.values(picks).map((pick) => pick.part);
  return { missing: ids.filter((id) => !world.market.parts.has(id)) };
}
