import { watchDebounced } from '@vueuse/core';
import { onBeforeUnmount, onMounted, shallowRef } from 'vue';
import type { Brief } from '@ripe-pick/core/parts';
import type { FrontierStep, Stretch } from '../../workers/solver.worker.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';

/** How far beyond the budget the frontier goes. */
const REACH = 2;

type StretchState = 'idle' | 'working' | 'done' | 'stopped' | 'failed';

/** The frontier of the brief as it stands, and the one with new parts only; redone when the brief changes. */
export function useStretch() {
  const bench = useBench();
  const catalogueStore = useCatalogue();
  const solver = useSolver();
  const workspace = useWorkspace();
  const steps = shallowRef<readonly FrontierStep[]>([]);
  const stretch = shallowRef<Stretch | null>(null);
  const newOnly = shallowRef<readonly FrontierStep[] | null>(null);
  const bound = shallowRef<number | null>(null);
  const state = shallowRef<StretchState>('idle');
  let ticket = 0;

  const hasUsed = (brief: Brief) =>
    brief.whereToBuy.conditions.some((condition) => condition !== 'new') ||
    Object.keys(brief.whereToBuy.conditionsBySlot).length > 0;

  async function work(): Promise<void> {
    const own = ++ticket;
    solver.cancelStretch();
    const { brief } = workspace;
    steps.value = [];
    stretch.value = null;
    newOnly.value = null;
    bound.value = null;
    if (!catalogueStore.catalogue || brief.play.games.length === 0) {
      state.value = 'idle';
      return;
    }
    state.value = 'working';
    try {
      const most = bench.limit * REACH;
      const result = await solver.frontier(brief, most, (report) => {
        if (own !== ticket) return;
        steps.value = report.steps;
        bound.value = report.bound;
      });
      if (own !== ticket) return;
      steps.value = result.steps;
      stretch.value = result;
      state.value = result.isComplete ? 'done' : 'stopped';
      if (!result.isComplete || !hasUsed(brief)) return;
      const onlyNew = { ...brief.whereToBuy, conditions: ['new'] as const, conditionsBySlot: {} };
      const plain = await solver.frontier({ ...brief, whereToBuy: onlyNew }, most, () => {});
      if (own === ticket && plain.isComplete) newOnly.value = plain.steps;
    } catch (error) {
      if (own !== ticket) return;
      state.value = 'failed';
      console.error(error);
    }
  }
  onMounted(work);
  onBeforeUnmount(() => {
    ticket++;
    solver.cancelStretch();
  });
  watchDebounced([() => workspace.brief, () => catalogueStore.catalogue], work, { debounce: 300 });
  return { steps, stretch, newOnly, bound, state, stop: () => solver.cancelStretch(), again: work };
}
