import type { Solver, Solved } from '../../workers/solver.worker.ts';
import type { Progress, Relaxation } from '@ripe-pick/core/optimise';
import type { Brief } from '@ripe-pick/core/parts';
import { proxy, wrap, type Remote } from 'comlink';
import { defineStore } from 'pinia';
import { ref, shallowRef, watch } from 'vue';
import { useMarket } from './market.ts';

/** The search, in its worker. */
export const useSolver = defineStore('solver', () => {
  const market = useMarket();
  const isBusy = ref(false);
  const progress = shallowRef<Progress | null>(null);
  let remote: Remote<Solver> | null = null;
  let loaded: Promise<unknown> = Promise.resolve();

  function worker(): Remote<Solver> {
    remote ??= wrap<Solver>(
      new Worker(new URL('../../workers/solver.worker.ts', import.meta.url), { type: 'module' }),
    );
    return remote;
  }
  watch(
    () => market.catalogue,
    (catalogue) => {
      if (catalogue) loaded = worker().load(catalogue);
    },
    { immediate: true },
  );

  async function run(
    task: (solver: Remote<Solver>, report: (progress: Progress) => void) => Promise<Solved>,
  ): Promise<Solved> {
    isBusy.value = true;
    progress.value = null;
    try {
      await loaded;
      return await task(
        worker(),
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
    explain: async (brief: Brief): Promise<Relaxation[]> => {
      await loaded;
      return worker().explain(brief);
    },
    cancel: () => void worker().cancel(),
  };
});
