import { watchDebounced } from '@vueuse/core';
import { amountsAround } from '@ripe-pick/core/compare';
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

const hasUsed = (brief: Brief) =>
  brief.whereToBuy.conditions.some((condition) => condition !== 'new') ||
  Object.keys(brief.whereToBuy.conditionsBySlot).length > 0;

/** The sums that are asked about before all others. */
const sumsAround = (limit: number) => [limit, ...amountsAround(limit).map((amount) => limit + amount)];

/** What is known so far. */
function useFound() {
  const steps = shallowRef<readonly FrontierStep[]>([]);
  const stretch = shallowRef<Stretch | null>(null);
  const newOnly = shallowRef<readonly FrontierStep[] | null>(null);
  const bound = shallowRef<number | null>(null);
  /** The best of single sums around the budget; a sum that is not there yet is still being proved. */
  const around = shallowRef<ReadonlyMap<number, FrontierStep | null>>(new Map());
  const state = shallowRef<StretchState>('idle');
  function clear(): void {
    steps.value = [];
    stretch.value = null;
    newOnly.value = null;
    bound.value = null;
    around.value = new Map();
  }
  return { steps, stretch, newOnly, bound, around, state, clear };
}

/** The frontier of the brief as it stands, and the one with new parts only; redone when the brief changes. */
export function useStretch() {
  const bench = useBench();
  const catalogueStore = useCatalogue();
  const solver = useSolver();
  const workspace = useWorkspace();
  const found = useFound();
  const { steps, stretch, newOnly, bound, around, state, clear } = found;
  let ticket = 0;

  async function work(): Promise<void> {
    const own = ++ticket;
    solver.cancelStretch();
    const { brief } = workspace;
    clear();
    if (!catalogueStore.catalogue || brief.play.games.length === 0) {
      state.value = 'idle';
      return;
    }
    state.value = 'working';
    try {
      const most = bench.limit * REACH;
      const isWhole = await solver.sums(brief, sumsAround(bench.limit), (sum, best) => {
        if (own === ticket) around.value = new Map(around.value).set(sum, best);
      });
      if (own !== ticket) return;
      if (!isWhole) {
        state.value = 'stopped';
        return;
      }
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
  return { steps, stretch, newOnly, bound, around, state, stop: () => solver.cancelStretch(), again: work };
}
