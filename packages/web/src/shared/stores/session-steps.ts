import { computed, shallowRef } from 'vue';

/** A change and the one that takes it back, by name. */
interface SessionStep {
  readonly label: string;
  readonly forth: () => Promise<void>;
  readonly back: () => Promise<void>;
}
/** A step with the moment at which it was done, or taken back. */
interface Dated extends SessionStep {
  readonly at: string;
}
const now = () => new Date().toISOString();

/** Steps of one session that can be taken back. */
const MOST_STEPS = 100;

/** Changes on the server that can be taken back by name, as long as the page is open. */
export function useSessionSteps() {
  const done = shallowRef<readonly Dated[]>([]);
  const undone = shallowRef<readonly (Dated & { readonly undoneAt: string })[]>([]);
  // One after the other, also when keys are faster than the server.
  let last: Promise<unknown> = Promise.resolve();
  function inTurn<T>(task: () => Promise<T>): Promise<T> {
    const own = last.then(task, task);
    last = own;
    return own;
  }
  return {
    canUndo: computed(() => done.value.at(-1)?.label ?? null),
    canRedo: computed(() => undone.value.at(-1)?.label ?? null),
    doneAt: computed(() => done.value.at(-1)?.at ?? null),
    undoneAt: computed(() => undone.value.at(-1)?.undoneAt ?? null),
    /** After everything was replaced there is nothing to take back: earlier steps are of what is gone. */
    forget(): void {
      done.value = [];
      undone.value = [];
    },
    step: (next: SessionStep): Promise<void> =>
      inTurn(async () => {
        await next.forth();
        done.value = [...done.value, { ...next, at: now() }].slice(-MOST_STEPS);
        undone.value = [];
      }),
    undo: (): Promise<string | null> =>
      inTurn(async () => {
        const step = done.value.at(-1);
        if (!step) return null;
        await step.back();
        done.value = done.value.slice(0, -1);
        undone.value = [...undone.value, { ...step, undoneAt: now() }];
        return step.label;
      }),
    redo: (): Promise<string | null> =>
      inTurn(async () => {
        const step = undone.value.at(-1);
        if (!step) return null;
        await step.forth();
        undone.value = undone.value.slice(0, -1);
        done.value = [...done.value, step];
        return step.label;
      }),
  };
}

export interface Named {
  readonly id: string;
}

/** What takes a change of a list back: the items as they were, and those that were not there. */
export function inverse<T extends Named>(all: readonly T[], put: readonly T[], remove: readonly string[]) {
  const ids = new Set([...remove, ...put.map((each) => each.id)]);
  const before = all.filter((each) => ids.has(each.id));
  const had = new Set(before.map((each) => each.id));
  return { put: before, remove: put.filter((each) => !had.has(each.id)).map((each) => each.id) };
}

/** A list with items put in their places, or behind it, and others taken out. */
export function changedList<T extends Named>(
  all: readonly T[],
  put: readonly T[],
  remove: readonly string[],
): T[] {
  const gone = new Set(remove);
  const fresh = new Map(put.map((each) => [each.id, each]));
  const kept = all
    .filter((each) => !gone.has(each.id))
    .map((each) => {
      const changed = fresh.get(each.id);
      fresh.delete(each.id);
      return changed ?? each;
    });
  return [...kept, ...fresh.values()];
}
