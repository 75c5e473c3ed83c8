import { watchKeptSchema, type Workspace } from '@ripe-pick/contract';
import { withHousehold } from '@ripe-pick/core/buying';
import type { Brief, Picks } from '@ripe-pick/core/parts';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { useBriefs } from './briefs.ts';
import { blankBrief } from './blank-brief.ts';
import { History } from './history.ts';
import { candidateEdits, freshCandidate } from './workspace-candidates.ts';
import { useOrdered } from './workspace-orders.ts';
import { useSaving } from './workspace-saving.ts';

/** A brief with nothing in it yet, and a first candidate. */
export const blankWorkspace = (): Workspace => ({
  brief: blankBrief() as Workspace['brief'], // the same shape, read-only
  candidates: [freshCandidate('first', 'First idea')],
  active: 'first',
  listings: [],
  orders: [],
  claims: [],
  versions: [],
  assemblies: [],
  tunings: [],
  ...watchKeptSchema.parse({}),
});

/** The named steps of a workspace, each saved at once. */
function useSteps() {
  const state = shallowRef<Workspace>(blankWorkspace());
  const history = new History();
  const canUndo = ref<string | null>(null);
  const canRedo = ref<string | null>(null);
  const doneAt = ref<string | null>(null);
  const undoneAt = ref<string | null>(null);
  const { set, load, ...saving } = useSaving(state, history, tellHistory);

  function tellHistory(): void {
    canUndo.value = history.undoLabel;
    canRedo.value = history.redoLabel;
    doneAt.value = history.last?.at ?? null;
    undoneAt.value = history.undoneAt;
  }
  /** Changes the workspace by a named step. Steps of the same name in a row (typing) undo together. */
  function edit(label: string, change: (workspace: Workspace) => Workspace): void {
    const before = state.value;
    const after = change(before);
    if (after === before) return;
    history.push(label.slice(0, 300), before, after, new Date().toISOString());
    tellHistory();
    set(after);
  }
  /** Takes the last step back, or does the last undone one again; the step's name, or null when there is none. */
  function travel(way: 'undo' | 'redo'): string | null {
    const step = history[way](state.value);
    tellHistory();
    if (!step) return null;
    set(step.state);
    return step.label;
  }
  return {
    ...saving,
    state,
    canUndo,
    canRedo,
    doneAt,
    undoneAt,
    load: () => load().finally(tellHistory),
    set,
    edit,
    undo: () => travel('undo'),
    redo: () => travel('redo'),
  };
}

/** What the user edits. Every edit is one new, frozen state, saved at once and undoable by name. */
export const useWorkspace = defineStore('workspace', () => {
  const { state, set, ...steps } = useSteps();
  const briefs = useBriefs();
  const part = <K extends keyof Workspace>(key: K) => computed(() => state.value[key]);
  const typedBrief = computed(() => state.value.brief as Brief);
  const claims = part('claims');
  // Of both alone: what is prepared for a brief must outlive a swap.
  const household = computed(() =>
    withHousehold(typedBrief.value, [...claims.value, ...briefs.claimsElsewhere]),
  );
  const { candidates, active, brief, held, heldOf, asKept } = useOrdered(state, household);
  return {
    ...steps,
    state,
    ...candidateEdits(state, steps.edit, steps.failure, asKept),
    /** The brief as typed, and the same with what the claims of all briefs say of this household and what is ordered. */
    typedBrief,
    brief,
    /** What is ordered for the active candidate, and for any. */
    held,
    heldOf,
    listings: part('listings'),
    orders: part('orders'),
    claims,
    versions: part('versions'),
    assemblies: part('assemblies'),
    tunings: part('tunings'),
    targets: part('targets'),
    events: part('events'),
    watching: part('watching'),
    candidates,
    /** Candidates that are not archived, in their order; there is always one. */
    shown: computed(() => candidates.value.filter((each) => !each.isArchived)),
    active,
    picks: computed(() => active.value.picks as Picks),
    editBrief: (label: string, change: (brief: Brief) => Brief) =>
      steps.edit(label, (workspace) => ({
        ...workspace,
        brief: change(workspace.brief as Brief) as Workspace['brief'], // the same shape, read-only
      })),
    /** Switching is saved, but is not an edit to undo. */
    activate: (id: string) => set({ ...state.value, active: id }),
  };
});
