import { watchDebounced } from '@vueuse/core';
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import type { Path } from '@ripe-pick/core/growth';
import type { ToldPath, ToldPlan } from '../../workers/growth.worker.ts';
import { useGrowth } from '../../shared/stores/growth.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';

type GrowthState = 'idle' | 'working' | 'done' | 'stopped' | 'failed';
/** Which path is shown large: the candidate's own, what becomes of the best of today, a start with less, or an answer by number. */
export type ShownPath = 'mine' | 'today' | 'still' | 'paced' | number;

/** The plan of the brief; of several asked for in a row the last one counts. */
function usePlan() {
  const growth = useGrowth();
  const catalogueStore = useCatalogue();
  const workspace = useWorkspace();
  const plan = shallowRef<ToldPlan | null>(null);
  const first = shallowRef<ToldPath | null>(null);
  const asked = ref('');
  const done = ref(0);
  const state = ref<GrowthState>('idle');
  let ticket = 0;

  async function work(): Promise<void> {
    const own = ++ticket;
    growth.stop();
    if (!catalogueStore.catalogue || workspace.brief.play.games.length === 0) {
      plan.value = null;
      state.value = 'idle';
      return;
    }
    state.value = 'working';
    first.value = null;
    done.value = 0;
    try {
      const result = await growth.plan((progress) => {
        if (own !== ticket) return;
        asked.value = progress.asked;
        done.value = progress.done;
        if (progress.first) first.value = progress.first;
      });
      if (own !== ticket) return;
      plan.value = result;
      state.value = result.status === 'limit' ? 'stopped' : 'done';
    } catch (error) {
      if (own !== ticket) return;
      state.value = 'failed';
      console.error(error);
    }
  }
  onMounted(() => void work());
  onBeforeUnmount(() => {
    ticket++;
    growth.stop();
    growth.stopStudy();
  });
  watchDebounced([() => growth.key, () => catalogueStore.catalogue], work, { debounce: 300 });
  return { plan, first, asked, done, state, again: work };
}

/** What comes of the candidate's own path; of several asked for in a row the last one counts. */
function useOwnPath() {
  const growth = useGrowth();
  const catalogueStore = useCatalogue();
  const mine = shallowRef<ToldPath | null>(null);
  let evaluation = 0;
  async function evaluate(path: Path): Promise<void> {
    const own = ++evaluation;
    try {
      const told = await growth.evaluate(path);
      if (own === evaluation) mine.value = told;
    } catch (error) {
      if (own === evaluation) mine.value = null;
      console.error(error);
    }
  }
  onMounted(() => void evaluate(growth.path));
  watch(
    [() => growth.path.picks, () => growth.path.steps, () => growth.key, () => catalogueStore.catalogue],
    () => evaluate(growth.path),
  );
  return { mine, evaluate };
}

/** The plan of the brief as it stands, and the path of the candidate that is open; redone when anything behind them changes. */
export function useGrowthPage() {
  const growth = useGrowth();
  const workspace = useWorkspace();
  const planning = usePlan();
  const own = useOwnPath();
  const chosen = ref<ShownPath | null>(null);
  // Another candidate shows its own path if it has one.
  watch(
    () => workspace.active.id,
    () => (chosen.value = null),
  );
  const hasOwn = computed(() => growth.path.steps.length > 0);
  const which = computed((): ShownPath => chosen.value ?? (hasOwn.value ? 'mine' : 0));
  const pathAt = (at: ShownPath): ToldPath | null => {
    const plan = planning.plan.value;
    if (at === 'mine') return own.mine.value;
    if (typeof at !== 'number') return plan?.[at] ?? null;
    return plan ? (plan.answers[at] ?? null) : at === 0 ? planning.first.value : null;
  };
  return {
    ...planning,
    ...own,
    which,
    shown: computed(() => pathAt(which.value) ?? own.mine.value),
    hasOwn,
    pathAt,
    show: (at: ShownPath) => (chosen.value = at),
    stop: () => growth.stop(),
  };
}
