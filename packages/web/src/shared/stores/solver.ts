import type { FrontierReport, Solver, Solved, Stretch } from '../../workers/solver.worker.ts';
import type {
  Flip,
  FlipProgress,
  ForksProgress,
  ForkTurns,
  LookedUp,
  LookUpProgress,
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
const forkQuestions = (desk: () => Promise<Remote<Solver>>, stop: () => void) => ({
  forks: async (brief: Brief, report: (progress: ForksProgress) => void): Promise<SolvedForks> =>
    (await desk()).forks(brief, proxy(report)),
  forkTurns: async (brief: Brief, code: ForkCode, report: (done: number) => void): Promise<ForkTurns> =>
    (await desk()).forkTurns(brief, code, proxy(report)),
  wishCosts: async (brief: Brief, report: (done: number) => void): Promise<WishCosts> =>
    (await desk()).wishCosts(brief, proxy(report)),
  stopForks: stop,
});

/** The searches, in their workers. */
export const useSolver = defineStore('solver', () => {
  const catalogueStore = useCatalogue();
  const isBusy = ref(false);
  const progress = shallowRef<Progress | null>(null);
  const { at, stop } = desksOf<SolverDesk, Solver>(
    () => new Worker(new URL('../../workers/solver.worker.ts', import.meta.url), { type: 'module' }),
  );
  // The first search must not wait for its worker to start.
  watch(
    () => catalogueStore.catalogue,
    (catalogue) => void (catalogue && at('search')),
    { immediate: true },
  );

  async function run(
    task: (solver: Remote<Solver>, report: (progress: Progress) => void) => Promise<Solved>,
  ): Promise<Solved> {
    isBusy.value = true;
    progress.value = null;
    try {
      return await task(
        await at('search'),
        proxy((each: Progress) => (progress.value = each)),
      );
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
    explain: async (brief: Brief): Promise<Explanation> => (await at('search')).explain(brief),
    cancel: () => stop('search'),
    frontier: async (
      brief: Brief,
      most: number,
      report: (progress: FrontierReport) => void,
    ): Promise<Stretch> => (await at('stretch')).frontier(brief, most, proxy(report)),
    flips: async (brief: Brief, report: (progress: FlipProgress) => void): Promise<readonly Flip[]> =>
      (await at('stretch')).flips(brief, proxy(report)),
    ...forkQuestions(
      () => at('forks'),
      () => stop('forks'),
    ),
    worthLookingUp: async (brief: Brief, report: (progress: LookUpProgress) => void): Promise<LookedUp> =>
      (await at('lookUp')).worthLookingUp(brief, proxy(report)),
    stopLookUp: () => stop('lookUp'),
    cancelStretch: () => stop('stretch'),
    companions: async (brief: Brief, picks: Picks, slot: Slot, part: string | null, offer: string | null) =>
      (await at('repair')).companions(brief, picks, slot, part, offer),
    mend: async (brief: Brief, picks: Picks, rule: string) => (await at('repair')).mend(brief, picks, rule),
    shopping: async (brief: Brief, picks: Picks): Promise<ShoppingResult> =>
      (await at('repair')).shopping(brief, picks),
    againstBest: async (brief: Brief, picks: Picks) => (await at('repair')).againstBest(brief, picks),
  };
});
