import { ratesFor, type Interval } from '../../frames/index.ts';
import { costOf } from '../../money/index.ts';
import { SLOTS } from '../../parts/index.ts';
import { firstDayWith, monthOf } from './calendar.ts';
import { holdingOf, withChanges, type Changed, type Holding } from './holding.ts';
import { figuresOf } from './path-figures.ts';
import type { Path, PathLine, PathReport, StageReport } from './path-report.ts';
import type { PathStep } from './path.ts';
import { forcedBy, StageFindings } from './stage-findings.ts';
import type { GrowthWorld } from './world.ts';
import { worldIn } from './years.ts';

type DatedStep = PathStep & { readonly month: number };

/** Steps that fall into the horizon and change something, in order. */
const stepsOf = ({ steps }: Path, { today, years }: GrowthWorld): DatedStep[] =>
  steps
    .map((step) => ({ ...step, month: monthOf(today, step.on) }))
    .filter((step) => step.on > today && step.month < years.count && step.changes.length > 0)
    .sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0));

/** Walks a path of so many steps stage by stage, with the parts and the money as they are then. */
class StageWalk {
  private readonly findings: StageFindings;
  private spent: number;
  readonly stages: StageReport[] = [];
  readonly holdings: { readonly from: number; readonly holding: Holding }[] = [];

  constructor(
    private readonly world: GrowthWorld,
    path: Path,
    private readonly count: number,
  ) {
    this.findings = new StageFindings(world);
    this.spent = costOf(path.picks, world.priceIndex).counted;
    const ids = Object.values(path.picks).map((pick) => pick.part);
    const missing = ids.filter((id) => !world.priceIndex.parts.has(id));
    const holding = holdingOf(path.picks, world.priceIndex.parts);
    const money = { available: world.limit, paid: this.spent, back: 0, paidFrom: null };
    const on = { month: 0, on: world.today, lines: [], missing, before: null };
    this.push({ ...on, ...money }, holding, false);
  }

  private get holding(): Holding {
    return this.holdings[this.holdings.length - 1].holding;
  }

  take(step: DatedStep): void {
    const { world } = this;
    const { month, on } = step;
    const { pays } = world.brief.growth.resale;
    const made = withChanges(this.holding, step.changes, world.priceIndex.parts);
    const paid = made.ins.reduce((sum, { part }) => sum + (world.outlook.priceAt(part, month) ?? 0), 0);
    const back = made.outs.reduce((sum, { part }) => sum + world.outlook.resaleAt(part, month), 0);
    const available = world.limit + world.incomeBy(on) - this.spent + (pays ? back : 0);
    const missingMoney = paid - available;
    const canFlash = !step.changes.some((change) => change.slot === 'motherboard');
    const stage = {
      month,
      on,
      lines: linesOf(world, step, this.holding, made, canFlash),
      missing: made.missing,
      before: scoresAt(world, this.holding)?.[month] ?? null,
      available,
      paid,
      back,
      paidFrom: missingMoney > 0 ? firstDayWith(world.brief.growth, world.today, on, missingMoney) : null,
    };
    this.push(stage, made.holding, canFlash);
    this.spent += paid - (pays ? back : 0);
  }

  private push(
    stage: Omit<StageReport, 'left' | 'short' | 'barriers' | 'notes' | 'holding' | 'after' | 'interval'>,
    holding: Holding,
    canFlash: boolean,
  ): void {
    const { month, available, paid } = stage;
    this.holdings.push({ from: month, holding });
    this.stages.push({
      ...stage,
      left: available - paid,
      short: Math.max(0, paid - available),
      ...this.findings.of(holding, canFlash, this.stages.length === this.count),
      holding,
      after: scoresAt(this.world, holding)?.[month] ?? null,
      interval: intervalIn(this.world, month, holding),
    });
  }
}

/** What goes in and comes out at a step. */
function linesOf(
  world: GrowthWorld,
  step: DatedStep,
  before: Holding,
  made: Changed,
  canFlash: boolean,
): PathLine[] {
  const { outlook, brief } = world;
  const ins = made.ins.map(({ slot, part, beside }): PathLine => ({
    slot,
    part,
    beside,
    way: 'in',
    then: outlook.price(part, step.month),
    forcedBy: forcedBy(world, before, step, slot, canFlash),
    isKept: false,
  }));
  const outs = made.outs.map(({ slot, part }): PathLine => ({
    slot,
    part,
    beside: false,
    way: 'out',
    then: outlook.resale(part, step.month),
    forcedBy: null,
    isKept: brief.growth.resale.kept.includes(part.kind),
  }));
  return [...ins, ...outs];
}

/** Objective by month with what is held; null when a rate is missing. */
function scoresAt({ years, systemOf }: GrowthWorld, holding: Holding): Float64Array | null {
  const system = systemOf(holding.set);
  return system && years.unknownGames.length === 0 ? years.scores(system) : null;
}

/** Interval of the objective in a month; null when it cannot be told. */
function intervalIn(world: GrowthWorld, month: number, holding: Holding): Interval | null {
  const then = worldIn(world.brief, world.catalogue.frameModel, world.today, month);
  const rates = ratesFor(then.brief, then.model)(holding.set);
  return rates.status === 'known' ? rates.objective.interval : null;
}

/** What all parts held fetch at the end of the horizon. */
function worthAtEnd({ outlook, years }: GrowthWorld, { set, kits, drives }: Holding): number {
  const parts = [...SLOTS.map((slot) => (slot === 'memory' ? null : set[slot])), ...kits, ...drives];
  return parts.reduce((sum, part) => sum + (part ? outlook.resaleAt(part, years.count) : 0), 0);
}

const isSound = ({ barriers, short, missing, lines }: StageReport): boolean =>
  barriers.length === 0 && short === 0 && missing.length === 0 && lines.every((line) => line.then !== null);

/** What a path is worth and costs, by definition: every figure of the screen comes from here, and the search is held to it. */
export function evaluatePath(world: GrowthWorld, path: Path): PathReport {
  const steps = stepsOf(path, world);
  const walk = new StageWalk(world, path, steps.length);
  for (const step of steps) walk.take(step);
  const { stages, holdings } = walk;
  return {
    stages,
    ...figuresOf(world, holdings),
    paid: stages.reduce((sum, stage) => sum + stage.paid, 0),
    back: stages.reduce((sum, stage) => sum + stage.back, 0),
    worthAtEnd: worthAtEnd(world, holdings[holdings.length - 1].holding),
    isSound: stages.every(isSound),
  };
}
