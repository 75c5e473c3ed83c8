import {
  MOST_CANDIDATES,
  MOST_DECISIONS,
  watchKeptSchema,
  type Candidate,
  type Decision,
  type StoredPathStep,
  type Workspace,
} from '@ripe-pick/contract';
import { withHousehold } from '@ripe-pick/core/buying';
import type { Brief, Picks } from '@ripe-pick/core/parts';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { call, CallFailed } from '../api/client.ts';
import { blankBrief } from './blank-brief.ts';
import { History } from './history.ts';

export type SaveState = 'saved' | 'saving' | 'failed' | 'conflict';

function blank(): Workspace {
  return {
    brief: blankBrief() as Workspace['brief'],
    candidates: [
      { id: 'first', name: 'First idea', picks: {}, note: '', isArchived: false, decisions: [], path: [] },
    ],
    active: 'first',
    listings: [],
    orders: [],
    claims: [],
    versions: [],
    ...watchKeptSchema.parse({}),
  }; // the same shape, read-only
}

/** What the user edits. Every edit is one new, frozen state, saved at once and undoable by name. */
export const useWorkspace = defineStore('workspace', () => {
  const state = shallowRef<Workspace>(blank());
  const history = new History();
  const canUndo = ref<string | null>(null);
  const canRedo = ref<string | null>(null);
  const saveState = ref<SaveState>('saved');
  const failure = ref<string | null>(null);
  const isLoaded = ref(false);
  let revision = 0;
  let isSaving = false;
  let isDirty = false;

  /** The brief as typed, and the same with what the slips say of this household. */
  const typedBrief = computed(() => state.value.brief as Brief);
  const finds = computed(() => state.value.listings);
  const orders = computed(() => state.value.orders);
  const slips = computed(() => state.value.claims);
  const versions = computed(() => state.value.versions);
  const targets = computed(() => state.value.targets);
  const events = computed(() => state.value.events);
  const watching = computed(() => state.value.watching);
  const brief = computed(() => withHousehold(typedBrief.value, slips.value));
  const candidates = computed(() => state.value.candidates);
  const active = computed(() => {
    const { candidates: all, active: id } = state.value;
    return all.find((candidate) => candidate.id === id) ?? all[0];
  });
  const picks = computed(() => active.value.picks as Picks);

  function tellHistory(): void {
    canUndo.value = history.undoLabel;
    canRedo.value = history.redoLabel;
  }

  async function load(): Promise<void> {
    try {
      const saved = await call('workspace', undefined);
      revision = saved.revision;
      if (saved.workspace) state.value = saved.workspace;
      history.load(saved.history.steps, saved.history.done);
      tellHistory();
      saveState.value = 'saved';
      failure.value = null;
    } catch (error) {
      failure.value = error instanceof CallFailed ? error.message : 'The saved work could not be read.';
    } finally {
      isLoaded.value = true;
    }
  }

  /** One save at a time; what changes meanwhile is saved next. */
  async function save(): Promise<void> {
    isDirty = true;
    if (isSaving) return;
    isSaving = true;
    saveState.value = 'saving';
    try {
      while (isDirty) {
        isDirty = false;
        const { change, failed } = history.takeChange();
        try {
          const { revision: next } = await call(
            'saveWorkspace',
            { revision, workspace: state.value, history: change },
            { keepalive: true },
          );
          revision = next;
        } catch (error) {
          failed();
          throw error;
        }
      }
      saveState.value = 'saved';
      failure.value = null;
    } catch (error) {
      isDirty = true;
      saveState.value = error instanceof CallFailed && error.code === 'conflict' ? 'conflict' : 'failed';
      failure.value = error instanceof Error ? error.message : String(error);
    } finally {
      isSaving = false;
    }
  }

  function set(next: Workspace): void {
    state.value = next;
    isDirty = true;
    if (saveState.value === 'saved') saveState.value = 'saving';
    // Behind the repaint: a held key must not wait for a call to be put together.
    setTimeout(() => void save(), 0);
  }

  /**
   * The page goes away: what is not on its way yet is sent now, as the call after the one that may still be running.
   */
  function flush(): void {
    if (!isDirty) return;
    isDirty = false;
    const { change, failed } = history.takeChange();
    const body = { revision: revision + (isSaving ? 1 : 0), workspace: state.value, history: change };
    call('saveWorkspace', body, { keepalive: true }).then(({ revision: next }) => (revision = next), failed);
  }

  /** Changes the workspace by a named step. Steps of the same `group` in a row (typing) undo together. */
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
  const undo = () => travel('undo');
  const redo = () => travel('redo');

  const editBrief = (label: string, change: (brief: Brief) => Brief) =>
    edit(label, (workspace) => ({
      ...workspace,
      brief: change(workspace.brief as Brief) as Workspace['brief'],
    })); // the same shape, read-only
  const editCandidate = (label: string, id: string, change: (candidate: Candidate) => Candidate) =>
    edit(label, (workspace) => ({
      ...workspace,
      candidates: workspace.candidates.map((each) => (each.id === id ? change(each) : each)),
    }));
  /** Changes the picks of the active candidate, and keeps why. */
  const editPicks = (label: string, change: (picks: Picks) => Picks, decisions: readonly Decision[] = []) =>
    editCandidate(label, active.value.id, (candidate) => ({
      ...candidate,
      picks: change(candidate.picks as Picks) as Candidate['picks'],
      decisions: withDecisions(candidate.decisions, decisions),
    }));

  function freshId(): string {
    const taken = new Set(state.value.candidates.map((candidate) => candidate.id));
    let n = taken.size + 1;
    while (taken.has(`candidate-${n}`)) n++;
    return `candidate-${n}`;
  }
  function addCandidate(
    name: string,
    picksOf: Picks,
    from: {
      readonly decisions?: readonly Decision[];
      readonly note?: string;
      readonly path?: readonly StoredPathStep[];
    } = {},
  ): string {
    if (state.value.candidates.length >= MOST_CANDIDATES) {
      failure.value = `There are ${MOST_CANDIDATES} candidates, archived ones counted: no more are kept. Remove one first.`;
      return active.value.id;
    }
    const id = freshId();
    const fresh: Candidate = {
      id,
      name: name.slice(0, 200),
      picks: picksOf as Candidate['picks'],
      note: from.note ?? '',
      isArchived: false,
      decisions: [...(from.decisions ?? [])],
      path: [...(from.path ?? [])],
    };
    edit(`add ${name}`, (workspace) => ({
      ...workspace,
      candidates: [...workspace.candidates, fresh],
      active: id,
    }));
    return id;
  }
  const renameCandidate = (id: string, name: string) =>
    editCandidate('rename candidate', id, (each) => ({ ...each, name }));
  const noteOn = (id: string, note: string) =>
    editCandidate(`type a note on ${nameOf(id)}`, id, (each) => ({ ...each, note: note.slice(0, 5000) }));
  const nameOf = (id: string) => state.value.candidates.find((each) => each.id === id)?.name ?? id;
  /** Candidates that are not archived, in their order; there is always one. */
  const shown = computed(() => state.value.candidates.filter((each) => !each.isArchived));

  /** Leaves the active candidate alone unless it went out of sight. */
  function withActive(workspace: Workspace): Workspace {
    const seen = workspace.candidates.filter((each) => !each.isArchived);
    return seen.some((each) => each.id === workspace.active)
      ? workspace
      : { ...workspace, active: seen[0].id };
  }
  const removeCandidate = (id: string) =>
    edit(`remove ${nameOf(id)}`, (workspace) => {
      const candidates = workspace.candidates.filter((each) => each.id !== id);
      return candidates.some((each) => !each.isArchived)
        ? withActive({ ...workspace, candidates })
        : workspace;
    });
  const archive = (id: string, isArchived: boolean) =>
    edit(`${isArchived ? 'archive' : 'bring back'} ${nameOf(id)}`, (workspace) => {
      const candidates = workspace.candidates.map((each) =>
        each.id === id ? { ...each, isArchived } : each,
      );
      return candidates.some((each) => !each.isArchived)
        ? withActive({ ...workspace, candidates })
        : workspace;
    });
  /** Puts the candidates in sight in an order given by ids; archived ones stay behind them. */
  const order = (ids: readonly string[]) =>
    edit('order candidates', (workspace) => {
      const at = new Map(ids.map((id, n) => [id, n]));
      const sorted = [...workspace.candidates].sort(
        (a, b) => (at.get(a.id) ?? ids.length) - (at.get(b.id) ?? ids.length),
      );
      return sorted.every((each, n) => each === workspace.candidates[n])
        ? workspace
        : { ...workspace, candidates: sorted };
    });
  /** Switching is saved, but is not an edit to undo. */
  const activate = (id: string) => set({ ...state.value, active: id });

  return {
    brief,
    typedBrief,
    listings: finds,
    orders,
    claims: slips,
    versions,
    targets,
    events,
    watching,
    candidates,
    shown,
    active,
    picks,
    saveState,
    failure,
    isLoaded,
    load,
    save,
    flush,
    edit,
    editBrief,
    editPicks,
    editCandidate,
    undo,
    redo,
    canUndo,
    canRedo,
    addCandidate,
    renameCandidate,
    removeCandidate,
    archive,
    order,
    noteOn,
    activate,
  };
});

/** A walk along a lane is one decision: what was there before it, and where it ended. */
const SAME_WALK_MS = 60_000;
/** How many old decisions go at once when there are too many, so that not every later one moves them all. */
const DROPPED_AT_ONCE = 100;

/** Adds decisions to those that are there. */
export function withDecisions(before: readonly Decision[], added: readonly Decision[]): Decision[] {
  const all = [...before];
  for (const decision of added) {
    const last = all.at(-1);
    const isWalk =
      last &&
      last.slot === decision.slot &&
      last.why === decision.why &&
      Date.parse(decision.at) - Date.parse(last.at) < SAME_WALK_MS;
    if (!isWalk) all.push(decision);
    else {
      const sum = (a: number | null, b: number | null) => (a === null || b === null ? null : a + b);
      all[all.length - 1] = {
        ...decision,
        beat: last.beat,
        moneyMinor: sum(last.moneyMinor, decision.moneyMinor),
        score: sum(last.score, decision.score),
      };
    }
  }
  return all.length > MOST_DECISIONS ? all.slice(DROPPED_AT_ONCE) : all;
}
