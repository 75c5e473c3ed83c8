import type { FrontierReport, FrontierStep, Solver, Stretch } from '../../workers/solver.worker.ts';
import type {
  Flip,
  FlipProgress,
  ForksProgress,
  ForkTurns,
  LookedUp,
  LookUpProgress,
  NearBest,
  SolvedForks,
  WishCosts,
} from '@ripe-pick/core/compare';
import type { ShoppingResult } from '@ripe-pick/core/search/orders';
import type { Explanation, Progress } from '@ripe-pick/core/search';
import type { Brief, ForkCode, Picks, Slot } from '@ripe-pick/core/parts';
import { proxy, type Remote } from 'comlink';
import { defineStore } from 'pinia';
import { ref, shallowRef, watch } from 'vue';
import { desksOf } from './desks.ts';
import { useCatalogue } from './catalogue.ts';

/** Each kind of work has a worker of its own, so that a long one never keeps a quick one waiting. */
type SolverDesk = 'search' | 'stretch' | 'repair' | 'lookUp' | 'forks';

/** Questions about forks and wishes, to their desk. */
const forkQuestions = (
  ask: <R>(task: (solver: Remote<Solver>) => R) => Promise<Awaited<R>>,
  stop: () => void,
) => ({
  forks: (brief: Brief, report: (progress: ForksProgress) => void): Promise<SolvedForks> =>
    ask((solver) => solver.forks(brief, proxy(report))),
  forkTurns: (brief: Brief, code: ForkCode, report: (done: number) => void): Promise<ForkTurns> =>
    ask((solver) => solver.forkTurns(brief, code, proxy(report))),
  wishCosts: (brief: Brief, report: (done: number) => void): Promise<WishCosts> =>
    ask((solver) => solver.wishCosts(brief, proxy(report))),
  stopForks: stop,
});

/** Questions about other sums, to their desk. */
const stretchQuestions = (
  ask: <R>(task: (solver: Remote<Solver>) => R) => Promise<Awaited<R>>,
  stop: () => void,
) => ({
  frontier: (brief: Brief, most: number, report: (progress: FrontierReport) => void): Promise<Stretch> =>
    ask((solver) => solver.frontier(brief, most, proxy(report))),
  sums: (
    brief: Brief,
    sums: readonly number[],
    tell: (sum: number, best: FrontierStep | null) => void,
  ): Promise<boolean> => ask((solver) => solver.sums(brief, [...sums], proxy(tell))),
  flips: (brief: Brief, report: (progress: FlipProgress) => void): Promise<readonly Flip[]> =>
    ask((solver) => solver.flips(brief, proxy(report))),
  cancelStretch: stop,
});

/** The searches, in their workers. */
export const useSolver = defineStore('solver', () => {
  const catalogueStore = useCatalogue();
  const isBusy = ref(false);
  const progress = shallowRef<Progress | null>(null);
  const { begin, ask, stop } = desksOf<SolverDesk, Solver>(
    () => new Worker(new URL('../../workers/solver.worker.ts', import.meta.url), { type: 'module' }),
  );
  // The first search must not wait for its worker to start.
  watch(
    () => catalogueStore.catalogue,
    (catalogue) => void (catalogue && begin('search')),
    { immediate: true },
  );

  async function run<R>(
    task: (solver: Remote<Solver>, report: (progress: Progress) => void) => Promise<R>,
  ): Promise<Awaited<R>> {
    isBusy.value = true;
    progress.value = null;
    try {
      const report = proxy((each: Progress) => (progress.value = each));
      return await ask('search', (solver) => task(solver, report));
    } finally {
      isBusy.value = false;
    }
  }
  return {
    isBusy,
    progress,
    best: (brief: Brief) => run((solver, report) => solver.best(brief, report)),
    runnersUp: (brief: Brief, k: number) =>
      run((solver, report) => solver.runnersUp(brief, k, 'pair', report)),
    nearBest: (brief: Brief): Promise<NearBest | null> =>
      run((solver, report) => solver.nearBest(brief, report)),
    explain: (brief: Brief): Promise<Explanation> => ask('search', (solver) => solver.explain(brief)),
    cancel: () => stop('search'),
    ...stretchQuestions(
      (task) => ask('stretch', task),
      () => stop('stretch'),
    ),
    ...forkQuestions(
      (task) => ask('forks', task),
      () => stop('forks'),
    ),
    worthLookingUp: (brief: Brief, report: (progress: LookUpProgress) => void): Promise<LookedUp> =>
      ask('lookUp', (solver) => solver.worthLookingUp(brief, proxy(report))),
    stopLookUp: () => stop('lookUp'),
    companions: (brief: Brief, picks: Picks, slot: Slot, part: string | null, offer: string | null) =>
      ask('repair', (solver) => solver.companions(brief, picks, slot, part, offer)),
    mend: (brief: Brief, picks: Picks, rule: string) =>
      ask('repair', (solver) => solver.mend(brief, picks, rule)),
    shopping: (brief: Brief, picks: Picks): Promise<ShoppingResult> =>
      ask('repair', (solver) => solver.shopping(brief, picks)),
    againstBest: (brief: Brief, picks: Picks) => ask('repair', (solver) => solver.againstBest(brief, picks)),
  };
});
