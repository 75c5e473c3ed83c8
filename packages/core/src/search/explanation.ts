import { openSession, type Session } from '../session/index.ts';
import type { Brief, Catalogue } from '../parts/index.ts';
import type { Work } from '../work/index.ts';
import { wishesOf, type Wish, type WishKind, type WishStep } from './brief-wishes.ts';
import {
  missingGames,
  missingRates,
  missingSpecs,
  blockersOf,
  passedReadyBy,
  type Blocker,
} from './blockers.ts';
import { prepare } from './prepare.ts';
import type { PreparedSearch } from './results.ts';

/** A change of the brief that makes a build possible, or cheaper. */
export interface Relaxation {
  readonly kind: 'budget' | WishKind;
  /** What to do, in one short sentence. */
  readonly sentence: string;
  /** The brief with the change, and with the money that is still missing. */
  readonly brief: Brief;
  /** Least cost after the change. */
  readonly cost: number;
  /** How much more money is needed beside the change; 0 when it is enough by itself. */
  readonly shortMinor: number;
}

/** Wishes that cannot all be kept: without any one of them this conflict is gone. */
interface Conflict {
  /** What is kept, in short words, in the order of the brief. */
  readonly wishes: readonly string[];
}

/** Why nothing fits a brief, and what would have to give. */
export interface Explanation {
  readonly relaxations: readonly Relaxation[];
  /** Only when no sum would do. Dropping all that they name makes a build possible. */
  readonly conflicts: readonly Conflict[];
  /** What is not the brief's fault: put right in the catalogue. Where there are some they come first. */
  readonly blockers: readonly Blocker[];
}

/** The brief with as much more money as the least cost asks for, so that taking the advice leaves something that fits. */
function withMoney(brief: Brief, limit: number, cost: number): Brief {
  const more = Math.max(0, cost - limit);
  return more === 0
    ? brief
    : { ...brief, money: { ...brief.money, budgetMinor: brief.money.budgetMinor + more } };
}

const dropped = (wish: Wish): WishStep => wish.steps[wish.steps.length - 1];

/** How many searches the explanation has asked for. */
interface ExplainProgress {
  readonly asked: number;
}

type Explaining<Result> = Work<ExplainProgress, Result>;

/** What is told of an explanation that was stopped: nothing that is not proved. */
const STOPPED: Explanation = { relaxations: [], conflicts: [], blockers: [] };

/**
 * Why nothing fits a brief. When a sum would do: how much, and what each wish less would save. When none would: single
 * wishes to drop, else pairs, and one conflict after another until dropping what they name leaves something. Whether
 * anything fits is asked without scores; only what is offered is priced, and each price is that of a proved cheapest
 * build. Stopped, it tells nothing.
 */
export function* explainInfeasible(session: Session): Explaining<Explanation> {
  const { stated: catalogue, brief } = session;
  const games = missingGames(brief, catalogue);
  if (games.length > 0) return { ...STOPPED, blockers: games };
  const passed = passedReadyBy(session);
  if (passed.length > 0) return { ...STOPPED, blockers: passed };
  const wishes = wishesOf(brief);
  const world = new Possible(catalogue, brief, wishes);
  try {
    const least = yield* world.priced('budget', 'more money', brief);
    if (least)
      return {
        ...STOPPED,
        relaxations: sorted([least, ...(yield* savings(wishes, least.cost, world))]),
      };
    const blockers = missingRates(session);
    if (!(yield* world.withOnly(new Set()))) {
      const loosest = openSession(catalogue, world.loosest);
      const either = [blockers, missingRates(loosest)].find((each) => each.length > 0);
      return { ...STOPPED, blockers: either ?? blockersOf(loosest) };
    }
    const single = yield* singles(wishes, world);
    const relaxations = single.length > 0 ? single : yield* pairs(wishes, world);
    const isForGaps = relaxations.some(({ kind }) => kind === 'gaps');
    return {
      blockers: isForGaps ? [...blockers, ...missingSpecs(session)] : blockers,
      relaxations: sorted(relaxations),
      conflicts: yield* conflictsOf(wishes, world),
    };
  } catch (error) {
    if (error instanceof Stop) return STOPPED;
    throw error;
  }
}

/** Thrown through the steps of an explanation when it is to stop; caught by the explanation alone. */
class Stop extends Error {}

/**
 * Asks the search what fits once some wishes are dropped. Dropping more never hurts, so an answer for one set answers for
 * larger or smaller ones too; what is left is asked without scores.
 */
class Possible {
  readonly #feasible: ReadonlySet<Wish>[] = [];
  readonly #infeasible: ReadonlySet<Wish>[] = [];
  #asked = 0;

  constructor(
    private readonly catalogue: Catalogue,
    readonly brief: Brief,
    private readonly wishes: readonly Wish[],
  ) {}

  /** The brief that asks for the least. */
  get loosest(): Brief {
    return this.#dropping(() => true);
  }

  #dropping(isGone: (wish: Wish) => boolean): Brief {
    return this.wishes.reduce(
      (brief, wish) => (isGone(wish) ? dropped(wish).change(brief) : brief),
      this.brief,
    );
  }

  /** A brief, prepared for a search of its own. */
  *#prepared(brief: Brief): Explaining<PreparedSearch> {
    if (yield { asked: ++this.#asked }) throw new Stop();
    return prepare(openSession(this.catalogue, brief));
  }

  *fits(brief: Brief): Explaining<boolean> {
    return (yield* this.#prepared(brief)).exists();
  }

  /** A changed brief with the least that it costs; null when nothing fits it at any sum. */
  *priced(kind: Relaxation['kind'], sentence: string, changed: Brief): Explaining<Relaxation | null> {
    const cost = (yield* this.#prepared(changed)).cheapest()?.cost ?? null;
    if (cost === null) return null;
    const limit = this.brief.money.budgetMinor + this.brief.money.allowedOverMinor;
    const shortMinor = Math.max(0, cost - limit);
    return { kind, sentence, brief: withMoney(changed, limit, cost), cost, shortMinor };
  }

  /** With some wishes dropped. */
  *without(gone: Iterable<Wish>): Explaining<boolean> {
    const set = new Set(gone);
    if (this.#feasible.some((known) => isSubset(known, set))) return true;
    if (this.#infeasible.some((known) => isSubset(set, known))) return false;
    const changed = this.#dropping((wish) => set.has(wish));
    const answer = yield* this.fits(changed);
    (answer ? this.#feasible : this.#infeasible).push(set);
    return answer;
  }

  /** With all wishes dropped but some. */
  *withOnly(kept: ReadonlySet<Wish>): Explaining<boolean> {
    return yield* this.without(this.wishes.filter((wish) => !kept.has(wish)));
  }
}

function isSubset<T>(small: ReadonlySet<T>, large: ReadonlySet<T>): boolean {
  for (const each of small) if (!large.has(each)) return false;
  return true;
}

/** What each wish saves: the smallest of its steps that is enough, or its last one when none is but it helps. */
function* savings(wishes: readonly Wish[], now: number, world: Possible): Explaining<Relaxation[]> {
  const out: Relaxation[] = [];
  for (const wish of wishes) {
    const priced = (step: WishStep) => world.priced(wish.kind, step.sentence, step.change(world.brief));
    const last = yield* priced(dropped(wish));
    if (!last || last.cost >= now) continue;
    let enough: Relaxation | null = null;
    if (last.shortMinor === 0)
      for (const step of wish.steps) {
        const relaxation = yield* priced(step);
        if (relaxation?.shortMinor !== 0) continue;
        enough = relaxation;
        break;
      }
    out.push(enough ?? last);
  }
  return out;
}

/** Wishes that are enough to drop by themselves, each by the smallest of its steps that is. */
function* singles(wishes: readonly Wish[], world: Possible): Explaining<Relaxation[]> {
  const out: Relaxation[] = [];
  for (const wish of wishes) {
    if (!(yield* world.without([wish]))) continue;
    for (const step of wish.steps) {
      if (step !== dropped(wish) && !(yield* world.fits(step.change(world.brief)))) continue;
      const relaxation = yield* world.priced(wish.kind, step.sentence, step.change(world.brief));
      if (relaxation) out.push(relaxation);
      break;
    }
  }
  return out;
}

/** Two wishes to drop together. A wish without which all the others do not help has to be one of the two. */
function* pairs(wishes: readonly Wish[], world: Possible): Explaining<Relaxation[]> {
  const musts: Wish[] = [];
  for (const wish of wishes) if (!(yield* world.withOnly(new Set([wish])))) musts.push(wish);
  if (musts.length > 2) return [];
  const out: Relaxation[] = [];
  for (const [n, first] of wishes.entries())
    for (const second of wishes.slice(n + 1)) {
      if (!musts.every((must) => must === first || must === second)) continue;
      if (!(yield* world.without([first, second]))) continue;
      const changed = dropped(second).change(dropped(first).change(world.brief));
      const sentence = `${dropped(first).sentence}, and ${dropped(second).sentence}`;
      const relaxation = yield* world.priced(first.kind, sentence, changed);
      if (relaxation) out.push(relaxation);
    }
  return out;
}

/**
 * Sets of wishes that cannot be kept together, none of which can be made smaller: by leaving out one wish after another
 * while nothing fits yet. Each conflict's wishes are dropped before the next is looked for.
 */
function* conflictsOf(wishes: readonly Wish[], world: Possible): Explaining<Conflict[]> {
  const conflicts: Conflict[] = [];
  let rest = new Set(wishes);
  while (!(yield* world.withOnly(rest))) {
    // What helps alone is in every conflict; often that is the whole of it.
    const alone = new Set<Wish>();
    for (const wish of rest) if (yield* world.without([wish])) alone.add(wish);
    const isWhole = alone.size > 0 && !(yield* world.withOnly(alone));
    const kept = isWhole ? alone : new Set(rest);
    for (const wish of [...kept]) {
      kept.delete(wish);
      if (yield* world.withOnly(kept)) kept.add(wish);
    }
    if (kept.size === 0) break; // nothing fits even without any wish
    conflicts.push({ wishes: [...kept].map((wish) => wish.kept) });
    rest = new Set([...rest].filter((wish) => !kept.has(wish)));
  }
  return conflicts;
}

const MOST_SHOWN = 12;

/** What is enough by itself first, then what leaves the least money missing. */
function sorted(relaxations: readonly Relaxation[]): Relaxation[] {
  return [...relaxations].sort((a, b) => a.shortMinor - b.shortMinor || a.cost - b.cost).slice(0, MOST_SHOWN);
}
