import type { Assumption } from '../assumptions/index.ts';
import {
  decided,
  firstFinding,
  isBarred,
  RULES,
  type Finding,
  type Rule,
  type Verdict,
} from '../compatibility/index.ts';
import type { Interval, RatesResult } from '../frames/index.ts';
import type { Part, PartSet, Slot } from '../parts/index.ts';
import type { Session } from '../session/index.ts';

/** An assumed figure that a build rests on, and what becomes of the build when it turns out at its worst. */
export interface RestingOn {
  readonly slot: Slot;
  readonly assumption: Assumption;
  /** What could not be told without it: whether the parts fit, the rates, or only a piece of advice. */
  readonly neededFor: 'fit' | 'rates' | 'advice';
  /** Whether rates change with it. */
  readonly movesRates: boolean;
  /** What does not fit when it turns out at its worst; null when all still fits. */
  readonly breaks: Finding | null;
  /** Objective lost at its worst, in thousandths; 0 where rates do not depend on it, null when none is left. */
  readonly lost: number | null;
}

const withFigure = (set: PartSet, slot: Slot, figure: string, value: unknown): PartSet => ({
  ...set,
  [slot]: { ...(set[slot] as Part), [figure]: value },
});

/** Slots whose figures frame rates read. */
const RATED_SLOTS: ReadonlySet<Slot> = new Set(['cpu', 'motherboard', 'memory', 'gpu']);

/** Judges variants of one build against the build as it is counted with. */
class Judge {
  private readonly averagesNow: string;
  private readonly score: number | null;
  private readonly verdictsNow: ReadonlyMap<Rule, Verdict>;

  constructor(
    private readonly session: Session,
    readonly set: PartSet,
    private readonly ratesOf: (set: PartSet) => RatesResult,
  ) {
    this.score = session.scoreOf(set);
    this.averagesNow = this.averages(set);
    this.verdictsNow = new Map(RULES.map((rule) => [rule, rule.judge(set, session.rules).verdict]));
  }

  private isBarred(verdict: Verdict): boolean {
    return isBarred(verdict, this.session.brief.whereToBuy.allowUnknown);
  }

  /** Rules whose verdict is another one for a variant in one slot. */
  private changedBy(variant: PartSet, slot: Slot): Rule[] {
    return RULES.filter(
      (rule) =>
        rule.slots.includes(slot) &&
        rule.judge(variant, this.session.rules).verdict !== this.verdictsNow.get(rule),
    );
  }

  private averages(set: PartSet): string {
    const rates = this.ratesOf(set);
    return rates.status === 'known' ? rates.games.map(({ average }) => average).join() : '';
  }

  /** What could not be told without a figure of the build; null when nothing reads it. */
  neededFor(slot: Slot, figure: string): RestingOn['neededFor'] | null {
    const silent = withFigure(this.set, slot, figure, null);
    const changed = this.changedBy(silent, slot);
    if (changed.some((rule) => !rule.advice)) return 'fit';
    if (RATED_SLOTS.has(slot) && this.session.scoreOf(silent) !== this.score) return 'rates';
    return changed.length > 0 ? 'advice' : null;
  }

  /** The first rule that a variant in one slot breaks and this build keeps. */
  breaks(variant: PartSet, slot: Slot): Finding | null {
    const isKept = (rule: Rule) => !this.isBarred(this.verdictsNow.get(rule) ?? 'pass');
    const changed = this.changedBy(variant, slot).filter((rule) => !rule.advice && isKept(rule));
    return firstFinding(variant, this.session.rules, (verdict) => this.isBarred(verdict), changed);
  }

  movesRates(slot: Slot, { figure, value, worst, best }: Assumption): boolean {
    if (!RATED_SLOTS.has(slot)) return false;
    return [worst, best].some(
      (turned) =>
        turned !== value && this.averages(withFigure(this.set, slot, figure, turned)) !== this.averagesNow,
    );
  }

  /** Objective that a variant in one slot loses. */
  lost(variant: PartSet, slot: Slot): number | null {
    if (this.score === null || !RATED_SLOTS.has(slot)) return 0;
    const then = this.session.scoreOf(variant);
    return then === null ? null : Math.max(0, this.score - then);
  }
}

/** What would hurt most comes first: what breaks the build, then what costs frames. */
const harmOf = ({ breaks, lost }: RestingOn) => (breaks ? Infinity : (lost ?? Number.MAX_VALUE));
const byHarm = (a: RestingOn, b: RestingOn) => Math.sign(harmOf(b) - harmOf(a)) || 0;

/**
 * The assumed figures that a build rests on: those that some rule or rate reads of these very parts. Each is tried at its
 * worst with all others as assumed. Advice alone is told last.
 */
export function restingOn(
  parts: PartSet,
  session: Session,
  ratesOf: (set: PartSet) => RatesResult,
): readonly RestingOn[] {
  if (session.assumed.size === 0) return [];
  const judge = new Judge(session, decided(parts), ratesOf);
  const found: RestingOn[] = [];
  for (const [slot, part] of Object.entries(judge.set) as [Slot, Part | null][])
    for (const assumption of part ? (session.assumed.get(part.id) ?? []) : []) {
      const neededFor = judge.neededFor(slot, assumption.figure);
      if (neededFor === null) continue;
      const worst = withFigure(judge.set, slot, assumption.figure, assumption.worst);
      const breaks = neededFor === 'advice' ? null : judge.breaks(worst, slot);
      const lost = neededFor === 'advice' ? 0 : judge.lost(worst, slot);
      const movesRates = judge.movesRates(slot, assumption);
      found.push({ slot, assumption, neededFor, movesRates, breaks, lost });
    }
  const needed = found.filter((each) => each.neededFor !== 'advice').sort(byHarm);
  return [...needed, ...found.filter((each) => each.neededFor === 'advice')];
}

const span = (a: Interval, b: Interval): Interval => ({
  low: Math.min(a.low, b.low),
  high: Math.max(a.high, b.high),
});

/** Rates whose intervals reach over those of other rates of the same games. */
function reachingOver(rates: RatesResult, others: RatesResult): RatesResult {
  if (rates.status !== 'known' || others.status !== 'known') return rates;
  const { objective } = rates;
  return {
    ...rates,
    objective: { ...objective, interval: span(objective.interval, others.objective.interval) },
    games: rates.games.map((game, at) => ({
      ...game,
      interval: span(game.interval, others.games[at].interval),
    })),
  };
}

/** Rates with intervals that reach over what they would be with all assumed figures at their worst, and at their best. */
export function widened(
  rates: RatesResult,
  set: PartSet,
  resting: readonly RestingOn[],
  ratesOf: (set: PartSet) => RatesResult,
): RatesResult {
  const moving = resting.filter((each) => each.movesRates);
  if (moving.length === 0) return rates;
  const turned = (side: 'worst' | 'best') =>
    ratesOf(
      moving.reduce(
        (all, { slot, assumption }) => withFigure(all, slot, assumption.figure, assumption[side]),
        set,
      ),
    );
  return reachingOver(reachingOver(rates, turned('worst')), turned('best'));
}
