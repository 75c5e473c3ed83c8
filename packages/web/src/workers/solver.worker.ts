import { openSession, type Session } from '@ripe-pick/core/session';
import {
  against,
  flips,
  forkTurns,
  kneesOf,
  rungsOf,
  solveForks,
  nearBest,
  worthLookingUp,
  type Against,
  type Flip,
  type FlipProgress,
  type ForksProgress,
  type ForkTurns,
  type LookUpProgress,
  type LookedUp,
  type NearBest,
  type SolvedForks,
  type WishCosts,
  wishCosts,
} from '@ripe-pick/core/compare';
import {
  explainInfeasible,
  prepare,
  type Answer,
  type DistinctBy,
  type Explanation,
  type Frontier,
  type FrontierProgress,
  type PreparedSearch,
  type Progress,
  type SearchResult,
} from '@ripe-pick/core/search';
import { ratesFor, ratesOnScreens, type RatesResult, type SideScreen } from '@ripe-pick/core/frames';
import type { Brief, Catalogue, ForkCode, Picks, Slot } from '@ripe-pick/core/parts';
import { partsForRules, repairsFor, type Mend, type Repair, type Repairs } from '@ripe-pick/core/swaps';
import { shoppingFor, type ShoppingResult } from '@ripe-pick/core/search/orders';
import { serveWork } from './serve.ts';
import { drive, Tickets } from './drive.ts';

/** Sets that are judged together: those further down are hardly the best. Chosen. */
const MOST_JUDGED = 40;

const tickets = new Tickets();

let catalogue: Catalogue | null = null;
let searched: { key: string; session: Session; prepared: PreparedSearch } | null = null;
let repaired: { key: string; session: Session; repairs: Repairs } | null = null;

function loaded(): Catalogue {
  if (!catalogue) throw new Error('solver: no catalogue was loaded; this is our bug');
  return catalogue;
}

/** The budget is not part of the preparation: sliding it costs a warm search. */
function searchOf(brief: Brief): { readonly session: Session; readonly prepared: PreparedSearch } {
  const money = { ...brief.money, budgetMinor: 0, allowedOverMinor: 0 };
  const key = JSON.stringify({ ...brief, name: '', money });
  if (searched?.key !== key) {
    const session = openSession(loaded(), brief);
    searched = { key, session, prepared: prepare(session) };
  }
  return searched;
}
function repairsOf(brief: Brief): { readonly session: Session; readonly repairs: Repairs } {
  const key = JSON.stringify(brief);
  if (repaired?.key !== key) {
    const session = openSession(loaded(), brief);
    repaired = { key, session, repairs: repairsFor(session) };
  }
  return repaired;
}
const limitOf = (brief: Brief) => brief.money.budgetMinor + brief.money.allowedOverMinor;

export interface Solved extends SearchResult {
  /** Preparation and search, in ms. */
  readonly ms: number;
}

interface StepGame {
  readonly game: string;
  readonly average: number;
  readonly target: number;
}
/** A step of the frontier with what each game runs at there, on the brief's screen and on those beside it. */
export interface FrontierStep extends Answer {
  readonly games: readonly StepGame[];
  /** The same build there; its score is null where it is not known. */
  readonly beside: readonly {
    readonly screen: SideScreen;
    readonly score: number | null;
    readonly games: readonly StepGame[];
  }[];
}
const stepGames = (rates: RatesResult): readonly StepGame[] =>
  rates.status === 'known' ? rates.games.map(({ game, average, target }) => ({ game, average, target })) : [];

/** Adds to an answer what each game runs at with it. */
function stepMaker(session: Session): (answer: Answer) => FrontierStep {
  const { brief, priceIndex } = session;
  const { frameModel } = session.catalogue;
  const rates = ratesFor(brief, frameModel);
  const screens = ratesOnScreens(brief, frameModel);
  return (answer) => {
    const set = partsForRules(answer.picks, priceIndex);
    const beside = screens.map((each) => {
      const there = each.rates(set);
      const score = there.status === 'known' ? there.objective.score : null;
      return { screen: each.screen, score, games: stepGames(there) };
    });
    return { ...answer, games: stepGames(rates(set)), beside };
  };
}

export interface FrontierReport {
  readonly steps: readonly FrontierStep[];
  /** Everything that scores above this is known. */
  readonly bound: number;
}

/** The frontier in rising order of money, with its knees and its ladder by index of steps. */
export interface Stretch {
  readonly steps: readonly FrontierStep[];
  readonly knees: readonly number[];
  readonly rungs: readonly { readonly from: number; readonly to: number; readonly perFrame: number }[];
  readonly isComplete: boolean;
  readonly work: Frontier['work'];
  readonly ms: number;
  readonly firstMs: number | null;
}

const solver = {
  load(next: Catalogue): void {
    catalogue = next;
    searched = null;
    repaired = null;
  },
  /** Stops whatever runs; it ends with what it has proved so far. */
  cancel(): void {
    tickets.next();
  },
  async best(brief: Brief, report: ((progress: Progress) => void) | null): Promise<Solved> {
    const start = performance.now();
    const result = await drive(searchOf(brief).prepared.solve(limitOf(brief)), tickets, report);
    return { ...result, ms: performance.now() - start };
  },
  async runnersUp(
    brief: Brief,
    k: number,
    by: DistinctBy,
    report: ((progress: Progress) => void) | null,
  ): Promise<Solved> {
    const start = performance.now();
    const result = await drive(searchOf(brief).prepared.topK(limitOf(brief), k, by), tickets, report);
    return { ...result, ms: performance.now() - start };
  },
  /** The likeliest best sets, and how sure it is that the first is truly the best; null where rates are not known. */
  async nearBest(brief: Brief, report: ((progress: Progress) => void) | null): Promise<NearBest | null> {
    const { session, prepared } = searchOf(brief);
    const search = prepared.topK(limitOf(brief), MOST_JUDGED, 'pair');
    const { status, answers } = await drive(search, tickets, report);
    return status === 'optimal' ? nearBest(session, answers) : null;
  },
  /** The best of single sums, each told as soon as it is proved; null: no build costs so little. False where it was stopped: the rest stays open. */
  async sums(
    brief: Brief,
    sums: readonly number[],
    tell: (sum: number, best: FrontierStep | null) => unknown,
  ): Promise<boolean> {
    const { session, prepared } = searchOf(brief);
    const stepOf = stepMaker(session);
    for (const sum of sums) {
      const { status, answers } = await drive(prepared.solve(sum), tickets, null);
      if (status === 'limit') return false;
      await tell(sum, answers.length > 0 ? stepOf(answers[0]) : null); // before the answer, see drive()
    }
    return true;
  },
  /** All sums up to one. Steps are sent as they are proved, the dearest first. */
  async frontier(
    brief: Brief,
    most: number,
    report: ((progress: FrontierReport) => unknown) | null,
  ): Promise<Stretch> {
    const start = performance.now();
    let firstMs: number | null = null;
    const { session, prepared } = searchOf(brief);
    const stepOf = stepMaker(session);
    const steps: FrontierStep[] = [];
    const add = ({ step }: FrontierProgress) => {
      if (!step) return;
      firstMs ??= performance.now() - start;
      steps.unshift(stepOf(step));
    };
    let sent = 0;
    const send = report
      ? ({ bound }: FrontierProgress) => {
          if (steps.length === sent) return;
          sent = steps.length;
          return report({ steps: [...steps], bound });
        }
      : null;
    const result = await drive(prepared.frontier(most), tickets, send, add);
    const at = new Map(steps.map((step, n) => [step, n]));
    const index = (step: FrontierStep) => at.get(step) ?? 0;
    return {
      steps,
      knees: kneesOf(steps).map((knee) => index(knee.point)),
      rungs: rungsOf(steps).map(({ from, to, perFrame }) => ({ from: index(from), to: index(to), perFrame })),
      isComplete: result.isComplete,
      work: result.work,
      ms: performance.now() - start,
      firstMs,
    };
  },
  /** What would change the best set. */
  async flips(brief: Brief, report: ((progress: FlipProgress) => void) | null): Promise<readonly Flip[]> {
    return drive(flips(openSession(loaded(), brief)), tickets, report);
  },
  /** The best of each way at every fork, the forks that matter most first. */
  async forks(brief: Brief, report: ((progress: ForksProgress) => void) | null): Promise<SolvedForks> {
    return drive(solveForks(openSession(loaded(), brief)), tickets, report);
  },
  async forkTurns(brief: Brief, code: ForkCode, report: ((done: number) => void) | null): Promise<ForkTurns> {
    const send = report ? ({ done }: { readonly done: number }) => report(done) : null;
    return drive(forkTurns(openSession(loaded(), brief), code), tickets, send);
  },
  /** What each wish of the brief costs. */
  async wishCosts(brief: Brief, report: ((done: number) => void) | null): Promise<WishCosts> {
    const send = report ? ({ done }: { readonly done: number }) => report(done) : null;
    return drive(wishCosts(openSession(loaded(), brief)), tickets, send);
  },
  /** Which assumed figures could change the best set. */
  async worthLookingUp(brief: Brief, report: ((progress: LookUpProgress) => void) | null): Promise<LookedUp> {
    return drive(worthLookingUp(openSession(loaded(), brief)), tickets, report);
  },
  async companions(
    brief: Brief,
    picks: Picks,
    slot: Slot,
    part: string | null,
    offer: string | null,
  ): Promise<Repair | null> {
    return drive(repairsOf(brief).repairs.companions(picks, slot, part, offer), tickets, null);
  },
  async mend(brief: Brief, picks: Picks, rule: string): Promise<Mend> {
    return drive(repairsOf(brief).repairs.mend(picks, rule), tickets, null);
  },
  /** A candidate held against the proved best build of the brief; null when nothing fits the brief. */
  async againstBest(
    brief: Brief,
    picks: Picks,
  ): Promise<{ readonly best: Answer; readonly against: Against } | null> {
    const best = (await drive(searchOf(brief).prepared.solve(limitOf(brief)), tickets, null)).answers[0];
    return best ? { best, against: against(picks, best.picks, repairsOf(brief).session) } : null;
  },
  /** Where to buy the parts of a build. */
  async shopping(brief: Brief, picks: Picks): Promise<ShoppingResult> {
    return drive(shoppingFor(picks, repairsOf(brief).session), tickets, null);
  },
  async explain(brief: Brief): Promise<Explanation> {
    return drive(explainInfeasible(openSession(loaded(), brief)), tickets, null);
  },
};

export type Solver = typeof solver;
serveWork(solver);
