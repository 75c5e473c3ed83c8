import type { Workspace } from '@ripe-pick/contract';
import { ref, type ShallowRef } from 'vue';
import { call, CallFailed } from '../api/client.ts';
import type { History } from './history.ts';

export type SaveState = 'saved' | 'saving' | 'failed' | 'conflict';

/** Keeps a workspace on the server: one save at a time; what changes meanwhile is saved next. */
export function useSaving(state: ShallowRef<Workspace>, history: History) {
  const saveState = ref<SaveState>('saved');
  const failure = ref<string | null>(null);
  const isLoaded = ref(false);
  let revision = 0;
  let isSaving = false;
  let isDirty = false;

  function send(ownRevision: number) {
    isDirty = false;
    const { change, failed } = history.takeChange();
    const body = { revision: ownRevision, workspace: state.value, history: change };
    return call('saveWorkspace', body, { keepalive: true }).then(
      ({ revision: next }) => (revision = next),
      (error: unknown) => {
        failed();
        throw error;
      },
    );
  }

  async function load(): Promise<void> {
    try {
      const saved = await call('workspace', undefined);
      revision = saved.revision;
      if (saved.workspace) state.value = saved.workspace;
      history.load(saved.history.steps, saved.history.done);
      saveState.value = 'saved';
      failure.value = null;
    } catch (error) {
      failure.value = error instanceof CallFailed ? error.message : 'The saved work could not be read.';
    } finally {
      isLoaded.value = true;
    }
  }

  async function save(): Promise<void> {
    isDirty = true;
    if (isSaving) return;
    isSaving = true;
    saveState.value = 'saving';
    try {
      while (isDirty) await send(revision);
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

  /** The page goes away: what is not on its way yet is sent now, as the call after the one that may still be running. */
  function flush(): void {
    if (isDirty) send(revision + (isSaving ? 1 : 0)).catch(() => undefined);
  }
  return { saveState, failure, isLoaded, load, save, set, flush };
}
