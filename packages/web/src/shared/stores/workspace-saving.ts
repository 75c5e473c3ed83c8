import type { Workspace } from '@ripe-pick/contract';
import { useEventListener, useIntervalFn } from '@vueuse/core';
import { ref, type ShallowRef } from 'vue';
import { call, CallFailed, failureText } from '../api/client.ts';
import type { History } from './history.ts';

/** How often a save that failed is tried again. */
const RETRY_MS = 4000;

type SaveState = 'saved' | 'saving' | 'failed' | 'conflict';

/** Calls that read and save a workspace, with the revision that each save rests on. */
function workspaceCalls(state: ShallowRef<Workspace>, history: History) {
  let revision = 0;
  let id: string | undefined;
  return {
    async read(): Promise<void> {
      const saved = await call('workspace', undefined);
      ({ revision, id } = saved);
      if (saved.workspace) state.value = saved.workspace;
      history.load(saved.history.steps, saved.history.done);
    },
    /** Sends what there is; `ahead` of so many saves that are on their way. */
    async send(ahead = 0): Promise<void> {
      const { change, failed } = history.takeChange();
      const body = { id, revision: revision + ahead, workspace: state.value, history: change };
      try {
        ({ revision } = await call('saveWorkspace', body, { keepalive: true }));
      } catch (error) {
        failed();
        throw error;
      }
    },
  };
}

/** The server may be out of reach (a phone on its way, a machine asleep): what waits is sent as soon as it answers again. */
function tryingAgain(again: () => void): void {
  useEventListener('online', again);
  useIntervalFn(again, RETRY_MS);
}

/** Keeps a workspace on the server: one save at a time; what changes meanwhile is saved next. */
export function useSaving(state: ShallowRef<Workspace>, history: History) {
  const saveState = ref<SaveState>('saved');
  const failure = ref<string | null>(null);
  const isLoaded = ref(false);
  const calls = workspaceCalls(state, history);
  let saving: Promise<void> | null = null;
  let isDirty = false;
  const send = (ahead?: number) => ((isDirty = false), calls.send(ahead));

  async function load(): Promise<void> {
    try {
      await calls.read();
      saveState.value = 'saved';
      failure.value = null;
    } catch (error) {
      failure.value = failureText(error, 'The saved work could not be read.');
    } finally {
      isLoaded.value = true;
    }
  }

  /** Saves what there is; resolves when all of it is saved, or could not be: `saveState` tells. */
  function save(): Promise<void> {
    isDirty = true;
    saving ??= saveAll().finally(() => {
      saving = null;
      // Changed in the very moment in which the last call ended.
      if (isDirty && saveState.value === 'saved') void save();
    });
    return saving;
  }
  async function saveAll(): Promise<void> {
    saveState.value = 'saving';
    try {
      while (isDirty) await send();
      saveState.value = 'saved';
      failure.value = null;
    } catch (error) {
      isDirty = true;
      saveState.value = error instanceof CallFailed && error.code === 'conflict' ? 'conflict' : 'failed';
      failure.value = error instanceof Error ? error.message : String(error);
    }
  }

  tryingAgain(() => void (saveState.value === 'failed' && save()));

  function set(next: Workspace): void {
    state.value = next;
    isDirty = true;
    if (saveState.value === 'saved') saveState.value = 'saving';
    // Behind the repaint: a held key must not wait for a call to be put together.
    setTimeout(() => void save(), 0);
  }

  /** The page goes away: what is not on its way yet is sent now, as the call after the one that may still be running. */
  function flush(): void {
    if (isDirty) send(saving ? 1 : 0).catch(() => undefined);
  }
  return { saveState, failure, isLoaded, load, save, set, flush };
}
