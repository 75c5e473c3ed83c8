import type { Workspace } from '@ripe-pick/contract';
import { useEventListener, useIntervalFn } from '@vueuse/core';
import { ref, type ShallowRef } from 'vue';
import { failureText } from '../api/client.ts';
import { isLookingOnly } from '../api/place.ts';
import type { History } from './history.ts';
import { isConflict, WorkspaceLink } from './workspace-link.ts';

/** How often a save that failed is tried again. */
const RETRY_MS = 4000;

type SaveState = 'saved' | 'saving' | 'failed' | 'conflict';

/** The server may be out of reach (a phone on its way, a machine asleep): what waits is sent as soon as it answers again. */
function tryingAgain(again: () => void): void {
  useEventListener('online', again);
  useIntervalFn(again, RETRY_MS);
}

/** Runs something one at a time, and again as long as something is open. */
function oneAtATime(run: () => Promise<void>, isOpen: () => boolean) {
  let running: Promise<void> | null = null;
  const go = (): Promise<void> =>
    (running ??= run().finally(() => {
      running = null;
      if (isOpen()) void go();
    }));
  return { go, isRunning: () => running !== null, idle: async () => void (await running) };
}

const stayedWords = (places: readonly string[]) =>
  `Some of what this browser had not sent was changed elsewhere meanwhile, and that stayed: ${places.join(', ')}.`;

/** What is told of saving. */
const saveTold = () => ({
  saveState: ref<SaveState>('saved'),
  failure: ref<string | null>(null),
  /** What did not come in of what this browser had kept; it stays to be read until the user puts it away. */
  stayed: ref<string | null>(null),
  isLoaded: ref(false),
});

/** Keeps a workspace on the server, `onHistory` told when steps came from there: one save at a time; what changes meanwhile is saved next. */
export function useSaving(state: ShallowRef<Workspace>, history: History, onHistory: () => void) {
  const told = saveTold();
  const { saveState, failure, stayed, isLoaded } = told;
  const calls = new WorkspaceLink(state, history, onHistory);
  let isDirty = false;
  const send = (ahead?: number) => ((isDirty = false), calls.send(ahead));
  async function load(): Promise<void> {
    try {
      const places = await calls.read();
      [saveState.value, failure.value] = ['saved', null];
      if (places && places.length > 0) stayed.value = stayedWords(places);
      if (places) void save();
    } catch (error) {
      failure.value = failureText(error, 'The saved work could not be read.');
    } finally {
      isLoaded.value = true;
    }
  }

  async function saveAll(): Promise<void> {
    saveState.value = 'saving';
    try {
      while (isDirty) await send();
      saveState.value = 'saved';
      failure.value = null;
    } catch (error) {
      isDirty = true;
      saveState.value = isConflict(error) ? 'conflict' : 'failed';
      failure.value = error instanceof Error ? error.message : String(error);
      calls.keep();
    }
  }

  // Changed in the very moment in which the last call ended: once more.
  const turn = oneAtATime(saveAll, () => isDirty && saveState.value === 'saved');
  /** Saves what there is; resolves when all of it is saved, or could not be: `saveState` tells. */
  const save = () => (isLookingOnly ? Promise.resolve() : ((isDirty = true), turn.go()));
  tryingAgain(() => void (saveState.value === 'failed' && save()));

  function set(next: Workspace): void {
    state.value = next;
    if (isLookingOnly) return; // tried out here, and kept nowhere
    isDirty = true;
    if (saveState.value === 'saved') saveState.value = 'saving';
    // Behind the repaint: a held key must not wait for a call to be put together.
    setTimeout(() => void save(), 0);
  }

  /** The page goes away: what waits is sent, and what a browser may cut off on its way is kept until it is known to have arrived. */
  function flush(): void {
    if (isDirty) calls.sendLast(() => send(turn.isRunning() ? 1 : 0));
    else if (turn.isRunning()) calls.keep();
  }
  /** Another window saved: it is read once nothing of this one is on its way. */
  const hear = async (saves: Readonly<Record<string, number>>) => {
    await turn.idle();
    if (!isDirty && saveState.value === 'saved' && isLoaded.value) await calls.hear(saves);
  };
  return { ...told, load, save, set, flush, hear };
}
