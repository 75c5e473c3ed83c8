import { joinWorkspaces, workspaceSchema, type SavedWorkspace, type Workspace } from '@ripe-pick/contract';
import { useEventListener, useIntervalFn } from '@vueuse/core';
import { ref, type ShallowRef } from 'vue';
import { call, CallFailed, failureText } from '../api/client.ts';
import type { History } from './history.ts';
import { dropUnsent, keepUnsent, unsentOf } from './unsent.ts';

/** How often a save that failed is tried again. */
const RETRY_MS = 4000;

type SaveState = 'saved' | 'saving' | 'failed' | 'conflict';

/** Puts what was changed here and elsewhere together; null where both changed the same thing, or nothing whole comes of it. */
function joinedWith(base: Workspace, mine: Workspace, theirs: Workspace): Workspace | null {
  const { workspace, clashes } = joinWorkspaces(base, mine, theirs);
  const read = workspaceSchema.safeParse(workspace);
  return clashes.length === 0 && read.success ? read.data : null;
}

/** Calls that read and save a workspace, with the revision that each save rests on. */
function workspaceCalls(state: ShallowRef<Workspace>, history: History, onHistory: () => void) {
  let revision = 0;
  let id = '';
  /** What the server has, as far as it is known here. */
  let base = state.value;

  /** Takes the server's state, with what is here and not there yet joined into it as one step; false where they clash. */
  function takeOver(saved: SavedWorkspace, from: Workspace, mine: Workspace, label: string): boolean {
    const theirs = saved.workspace ?? state.value;
    const joined = joinedWith(from, mine, theirs);
    if (!joined) return false;
    history.load(saved.history.steps, saved.history.done);
    ({ revision, id } = saved);
    base = theirs;
    state.value = joined;
    if (joined !== theirs) history.push(label, theirs, joined, new Date().toISOString());
    onHistory();
    return true;
  }
  return {
    /** Reads what is saved; true when something that was never sent has joined it. */
    async read(): Promise<boolean> {
      const saved = await call('workspace', undefined);
      ({ revision, id } = saved);
      if (saved.workspace) state.value = saved.workspace;
      base = state.value;
      history.load(saved.history.steps, saved.history.done);
      const unsent = unsentOf(id);
      dropUnsent(id);
      const step = unsent?.step;
      const isThere = saved.history.steps.some(({ serial, at }) => serial === step?.serial && at === step.at);
      if (!unsent || isThere) return false;
      return takeOver(saved, unsent.base, unsent.mine, 'bring in what was not sent');
    },
    /** Sends what there is; `ahead` of so many saves that are on their way. */
    async send(ahead = 0): Promise<void> {
      const { change, failed } = history.takeChange();
      const workspace = state.value;
      const body = { id, revision: revision + ahead, workspace, history: change };
      try {
        ({ revision } = await call('saveWorkspace', body, { keepalive: true }));
        base = workspace;
        dropUnsent(id);
      } catch (error) {
        failed();
        throw error;
      }
    },
    /** Another window saved meanwhile: joins what it changed; false where both changed the same thing. */
    async join(): Promise<boolean> {
      const saved = await call('workspace', undefined);
      return saved.id === id && takeOver(saved, base, state.value, 'join what was changed elsewhere');
    },
    /** Keeps in the browser what the server does not have. */
    keep: (): boolean => keepUnsent({ id, base, mine: state.value, step: history.last }),
  };
}

/** The server may be out of reach (a phone on its way, a machine asleep): what waits is sent as soon as it answers again. */
function tryingAgain(again: () => void): void {
  useEventListener('online', again);
  useIntervalFn(again, RETRY_MS);
}

/** Keeps a workspace on the server, `onHistory` told when steps came from there: one save at a time; what changes meanwhile is saved next. */
export function useSaving(state: ShallowRef<Workspace>, history: History, onHistory: () => void) {
  const saveState = ref<SaveState>('saved');
  const failure = ref<string | null>(null);
  const isLoaded = ref(false);
  const calls = workspaceCalls(state, history, onHistory);
  let saving: Promise<void> | null = null;
  let isDirty = false;
  let isJoining = false;
  const send = (ahead?: number) => ((isDirty = false), calls.send(ahead));

  async function load(): Promise<void> {
    try {
      const hasMore = await calls.read();
      saveState.value = 'saved';
      failure.value = null;
      if (hasMore) void save();
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
      const isConflict = error instanceof CallFailed && error.code === 'conflict';
      // Once only: a window that saves all the time must not keep this one busy.
      if (isConflict && !isJoining && (await calls.join().catch(() => false))) {
        isJoining = true;
        await saveAll().finally(() => (isJoining = false));
        return;
      }
      saveState.value = isConflict ? 'conflict' : 'failed';
      failure.value = error instanceof Error ? error.message : String(error);
      if (!isConflict) calls.keep();
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
    if (!isDirty) return;
    calls.keep();
    send(saving ? 1 : 0).catch(() => undefined);
  }
  return { saveState, failure, isLoaded, load, save, set, flush };
}
