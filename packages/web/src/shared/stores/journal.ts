import { useCatalogue } from './catalogue.ts';
import { useRecords } from './records.ts';
import { useWorkspace } from './workspace.ts';

/** What keeps steps that can be taken back, each with its moment (ISO 8601). */
interface StepStore {
  readonly canUndo: string | null;
  readonly canRedo: string | null;
  readonly doneAt: string | null;
  readonly undoneAt: string | null;
  readonly undo: () => string | null | Promise<string | null>;
  readonly redo: () => string | null | Promise<string | null>;
}

/** The store with the latest moment; null where none has one. */
const latest = (stores: readonly StepStore[], at: (store: StepStore) => string | null): StepStore | null =>
  stores.reduce<StepStore | null>((found, store) => {
    const moment = at(store);
    return moment !== null && moment > (found ? (at(found) ?? '') : '') ? store : found;
  }, null);

/**
 * Takes back what was done last, whichever screen it was done on: brief and picks, measurements, or what the catalogue keeps. What was taken back
 * can be done again until something else is done.
 */
export function journalOf(stores: readonly StepStore[]) {
  const toUndo = () => latest(stores, ({ doneAt }) => doneAt);
  const toRedo = () => {
    const store = latest(stores, ({ canRedo, undoneAt }) => (canRedo === null ? null : undoneAt));
    const isLate = stores.some(({ doneAt }) => (doneAt ?? '') > (store?.undoneAt ?? ''));
    return isLate ? null : store;
  };
  // One after the other, also when keys are faster than the server.
  let last: Promise<unknown> = Promise.resolve();
  const inTurn = (task: () => Promise<string | null>): Promise<string | null> => {
    const own = last.then(task, task);
    last = own;
    return own;
  };
  return {
    /** When the last step was done. */
    get doneAt(): string | null {
      return toUndo()?.doneAt ?? null;
    },
    get canUndo(): string | null {
      return toUndo()?.canUndo ?? null;
    },
    get canRedo(): string | null {
      return toRedo()?.canRedo ?? null;
    },
    undo: () => inTurn(async () => (await toUndo()?.undo()) ?? null),
    redo: () => inTurn(async () => (await toRedo()?.redo()) ?? null),
  };
}

/** The steps of all that the server keeps. */
export function useJournal() {
  return journalOf([useWorkspace(), useRecords(), useCatalogue()]);
}
