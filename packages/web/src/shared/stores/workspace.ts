import type { Candidate, Workspace } from '@ripe-pick/contract';
import type { Brief, Picks } from '@ripe-pick/core/parts';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { call, CallFailed } from '../api/client.ts';
import { blankBrief } from './blank-brief.ts';

interface Step {
  readonly label: string;
  readonly before: Workspace;
}

const MOST_STEPS = 200;

export type SaveState = 'saved' | 'saving' | 'failed' | 'conflict';

function blank(): Workspace {
  return {
    brief: blankBrief() as Workspace['brief'],
    candidates: [{ id: 'first', name: 'First idea', picks: {} }],
    active: 'first',
  }; // the same shape, read-only
}

/** What the user edits. Every edit is one new, frozen state, saved at once and undoable by name. */
export const useWorkspace = defineStore('workspace', () => {
  const state = shallowRef<Workspace>(blank());
  const done = shallowRef<readonly Step[]>([]);
  const undone = shallowRef<readonly Step[]>([]);
  const saveState = ref<SaveState>('saved');
  const failure = ref<string | null>(null);
  const isLoaded = ref(false);
  let revision = 0;
  let isSaving = false;
  let isDirty = false;

  const brief = computed(() => state.value.brief as Brief);
  const candidates = computed(() => state.value.candidates);
  const active = computed(() => {
    const { candidates: all, active: id } = state.value;
    return all.find((candidate) => candidate.id === id) ?? all[0];
  });
  const picks = computed(() => active.value.picks as Picks);

  async function load(): Promise<void> {
    try {
      const saved = await call('workspace', undefined);
      revision = saved.revision;
      if (saved.workspace) state.value = saved.workspace;
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
        const { revision: next } = await call(
          'saveWorkspace',
          { revision, workspace: state.value },
          { keepalive: true },
        );
        revision = next;
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
    // Behind the repaint: a held key must not wait for a call to be put together.
    setTimeout(() => void save(), 0);
  }

  /** Changes the workspace by a named step. Steps of the same `group` in a row (typing) undo together. */
  function edit(label: string, change: (workspace: Workspace) => Workspace): void {
    const before = state.value;
    const after = change(before);
    if (after === before) return;
    const last = done.value.at(-1);
    const isSame = last?.label === label && label.startsWith('type ');
    if (!isSame) done.value = [...done.value, { label, before }].slice(-MOST_STEPS);
    undone.value = [];
    set(after);
  }

  function undo(): string | null {
    const step = done.value.at(-1);
    if (!step) return null;
    done.value = done.value.slice(0, -1);
    undone.value = [...undone.value, { label: step.label, before: state.value }];
    set(step.before);
    return step.label;
  }

  function redo(): string | null {
    const step = undone.value.at(-1);
    if (!step) return null;
    undone.value = undone.value.slice(0, -1);
    done.value = [...done.value, { label: step.label, before: state.value }];
    set(step.before);
    return step.label;
  }

  const editBrief = (label: string, change: (brief: Brief) => Brief) =>
    edit(label, (workspace) => ({
      ...workspace,
      brief: change(workspace.brief as Brief) as Workspace['brief'],
    })); // the same shape, read-only
  const editPicks = (label: string, change: (picks: Picks) => Picks) =>
    edit(label, (workspace) => ({
      ...workspace,
      candidates: workspace.candidates.map((candidate) =>
        candidate.id === workspace.active
          ? { ...candidate, picks: change(candidate.picks as Picks) as Candidate['picks'] }
          : candidate,
      ),
    }));

  function freshId(): string {
    const taken = new Set(state.value.candidates.map((candidate) => candidate.id));
    let n = taken.size + 1;
    while (taken.has(`candidate-${n}`)) n++;
    return `candidate-${n}`;
  }
  function addCandidate(name: string, picksOf: Picks): void {
    const id = freshId();
    edit(`add ${name}`, (workspace) => ({
      ...workspace,
      candidates: [...workspace.candidates, { id, name, picks: picksOf as Candidate['picks'] }],
      active: id,
    }));
  }
  const renameCandidate = (id: string, name: string) =>
    edit('rename candidate', (workspace) => ({
      ...workspace,
      candidates: workspace.candidates.map((each) => (each.id === id ? { ...each, name } : each)),
    }));
  const removeCandidate = (id: string) =>
    edit('remove candidate', (workspace) => {
      const left = workspace.candidates.filter((each) => each.id !== id);
      if (left.length === 0) return workspace;
      return {
        ...workspace,
        candidates: left,
        active: workspace.active === id ? left[0].id : workspace.active,
      };
    });
  /** Switching is saved, but is not an edit to undo. */
  const activate = (id: string) => set({ ...state.value, active: id });

  return {
    brief, candidates, active, picks, saveState, failure, isLoaded, load, save, editBrief, editPicks, undo, redo,
    canUndo: computed(() => done.value.at(-1)?.label ?? null),
    canRedo: computed(() => undone.value.at(-1)?.label ?? null),
    addCandidate, renameCandidate, removeCandidate, activate,
  }; // prettier-ignore
});
