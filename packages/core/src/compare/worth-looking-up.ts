import type { Assumption } from '../assumptions/index.ts';
import { decided, firstBarrier } from '../compatibility/index.ts';
import type { Catalogue, Part, Slot } from '../parts/index.ts';
import type { Answer } from '../search/index.ts';
import { openSession, type Session } from '../session/index.ts';
import { partsForRules } from '../swaps/index.ts';
import type { Work } from '../work/index.ts';
import { changedSlots, solved } from './best-set.ts';

/** An assumed figure that would make another set the best, if it turned out so. */
export interface WorthLookingUp {
  readonly assumption: Assumption;
  /** The value at which the answer changes: the figure's worst or its best. */
  readonly turnsOut: unknown;
  /** Whether that is its worst. */
  readonly isWorse: boolean;
  /** Whether the part is in the best set. */
  readonly isInBest: boolean;
  readonly becomes: Answer | null;
  /** Slots whose part changes. */
  readonly changes: readonly Slot[];
  /** How much the objective changes, in thousandths; null when nothing fits any more. */
  readonly difference: number | null;
}

export interface LookUpProgress {
  readonly found: readonly WorthLookingUp[];
  /** Share of the figures that are judged. */
  readonly done: number;
}

export interface LookedUp {
  readonly found: readonly WorthLookingUp[];
  /** Whether every figure was judged: a search that was stopped says nothing of the others. */
  readonly isComplete: boolean;
}

/** A figure and what it might turn out to be. */
interface Trial {
  readonly assumption: Assumption;
  readonly turnsOut: unknown;
  readonly isInBest: boolean;
  readonly isWorse: boolean;
}

/** The filled-in catalogue with some figures as they might turn out. */
function turned(catalogue: Catalogue, trials: readonly Trial[]): Catalogue {
  const changes = new Map<string, Record<string, unknown>>();
  for (const { assumption, turnsOut } of trials)
    changes.set(assumption.part, { ...changes.get(assumption.part), [assumption.figure]: turnsOut });
  const parts = catalogue.parts.map((part) => {
    const change = changes.get(part.id);
    return change ? ({ ...part, ...change } as Part) : part; // the same figures of the same kind
  });
  return { ...catalogue, parts };
}

const isSame = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** Solves what becomes of a session when figures turn out otherwise. */
class Turning {
  private readonly brief: Session['brief'];
  readonly best: Answer | null;

  constructor(private readonly session: Session) {
    const { brief } = session;
    // Nothing more is assumed of a catalogue that is filled in already.
    this.brief = { ...brief, whereToBuy: { ...brief.whereToBuy, assume: 'none' } };
    this.best = solved(this.opened([]));
  }

  private opened(trials: readonly Trial[]): Session {
    return openSession(turned(this.session.catalogue, trials), this.brief);
  }

  /** Whether the best set is as good as another answer in its world: what is equally good is no reason to change. */
  private stands({ rules, priceIndex, scoreOf }: Session, becomes: Answer | null): boolean {
    if (!this.best || !becomes || becomes.cost !== this.best.cost) return false;
    const set = decided(partsForRules(this.best.picks, priceIndex));
    const { allowUnknown } = this.brief.whereToBuy;
    return scoreOf(set) === becomes.score && firstBarrier(set, rules, allowUnknown) === null;
  }

  changes(
    trials: readonly Trial[],
  ): { readonly becomes: Answer | null; readonly changes: readonly Slot[] } | null {
    const session = this.opened(trials);
    const becomes = solved(session);
    if (this.stands(session, becomes)) return null;
    const changes = changedSlots(this.best, becomes);
    return changes.length > 0 ? { becomes, changes } : null;
  }

  trials(): Trial[] {
    const inBest = new Set(Object.values(this.best?.picks ?? {}).map(({ part }) => part));
    return [...this.session.assumed.values()].flat().flatMap((assumption) => {
      const isInBest = inBest.has(assumption.part);
      const { value, worst, best } = assumption;
      return [...(isInBest ? [worst] : []), best]
        .filter((turnsOut) => !isSame(turnsOut, value))
        .map((turnsOut) => ({ assumption, turnsOut, isInBest, isWorse: turnsOut !== best }));
    });
  }

  lookedUp(trial: Trial): WorthLookingUp | null {
    const changed = this.changes([trial]);
    if (!changed) return null;
    const { becomes } = changed;
    const before = this.best?.score ?? 0;
    return { ...trial, ...changed, difference: becomes ? Math.abs(becomes.score - before) : null };
  }
}

/** Figures of the best set before others; what changes most before what changes less. */
const byWeight = (a: WorthLookingUp, b: WorthLookingUp) =>
  Number(b.isInBest) - Number(a.isInBest) ||
  (b.difference ?? Number.MAX_VALUE) - (a.difference ?? Number.MAX_VALUE);

/**
 * Which assumed figures could change the best set, each by itself with all others as assumed: those of its own parts at
 * their worst, and those of all parts at their best. Each is confirmed by solving the market anew. The better ones are
 * first tried together, and by halves where that changes anything: a more favourable figure never takes a set away, so
 * that a group which leaves the best set alone has nothing in it.
 */
export function* worthLookingUp(session: Session): Work<LookUpProgress, LookedUp> {
  const turning = new Turning(session);
  const trials = turning.trials();
  const found: WorthLookingUp[] = [];
  let judged = 0;
  const groups: Trial[][] = [
    ...trials.filter(({ isWorse }) => isWorse).map((trial) => [trial]),
    trials.filter(({ isWorse }) => !isWorse),
  ].filter((group) => group.length > 0);
  for (let group = groups.shift(); group; group = groups.shift()) {
    if (group.length === 1) {
      const each = turning.lookedUp(group[0]);
      if (each) found.push(each);
      judged += 1;
    } else if (turning.changes(group)) {
      const middle = group.length >> 1;
      groups.unshift(group.slice(0, middle), group.slice(middle));
    } else judged += group.length;
    if (yield { found: [...found].sort(byWeight), done: judged / trials.length }) break;
  }
  return { found: found.sort(byWeight), isComplete: judged === trials.length };
}
