import {
  MOST,
  workspaceSchema,
  type HistoryChange,
  type StoredStep,
  type Workspace,
} from '@ripe-pick/contract';
import jsonPatch, { type Operation } from 'fast-json-patch';

/** A step with the states around it, as far as this session knows them. */
interface HistoryStep extends StoredStep {
  readonly before: Workspace | null;
  readonly after: Workspace | null;
  /** When it was taken back, in this session. */
  readonly undoneAt?: string;
}

const patchOf = (from: Workspace, to: Workspace) => jsonPatch.compare(from, to) as StoredStep['back'];

/** Applies a stored patch to a copy; null when it does not fit or what comes out is no workspace. */
function patched(state: Workspace, patch: StoredStep['back']): Workspace | null {
  try {
    const { newDocument } = jsonPatch.applyPatch(state, [...(patch as Operation[])], true, false);
    const result = workspaceSchema.safeParse(newDocument);
    return result.success ? result.data : null;
  } catch {
    return null;
  }
}

/**
 * The named steps of a workspace, done and undone, and which of them the server does not have yet. Steps of this session
 * keep the states around them; steps from before a reload are patches.
 */
export class History {
  #steps: HistoryStep[] = [];
  #done = 0;
  #next = 1;
  /** First serial that the server does not have as it is here. */
  #dirtyFrom = Infinity;

  load(steps: readonly StoredStep[], done: number): void {
    this.#steps = steps.map((step) => ({ ...step, before: null, after: null }));
    this.#done = steps.filter((step) => step.serial <= done).length;
    this.#next = (steps.at(-1)?.serial ?? 0) + 1;
    this.#dirtyFrom = Infinity;
  }

  /** The last step that is done, by serial and moment. */
  get last(): { readonly serial: number; readonly at: string } | null {
    const step = this.#steps[this.#done - 1];
    return step ? { serial: step.serial, at: step.at } : null;
  }
  get undoLabel(): string | null {
    return this.#steps[this.#done - 1]?.label ?? null;
  }
  /** When the step was taken back that comes next; of a session before, when it was done. */
  get undoneAt(): string | null {
    const step = this.#steps[this.#done];
    return step ? (step.undoneAt ?? step.at) : null;
  }
  get redoLabel(): string | null {
    return this.#steps[this.#done]?.label ?? null;
  }

  /** Adds a step; typing on in the same field makes one step of both. What was undone is forgotten. */
  push(label: string, before: Workspace, after: Workspace, at: string): void {
    const gone = this.#steps.splice(this.#done);
    if (gone.length > 0) this.#touch(gone[0].serial);
    const last = this.#steps.at(-1);
    const isSame = last?.before && last.label === label && label.startsWith('type ');
    const start = isSame && last.before ? last.before : before;
    const step = {
      serial: isSame ? last.serial : this.#next++,
      label,
      at,
      back: patchOf(after, start),
      forth: patchOf(start, after),
      before: start,
      after,
    };
    if (isSame) this.#steps.pop();
    this.#steps.push(step);
    this.#touch(step.serial);
    if (this.#steps.length > MOST.steps) this.#steps.splice(0, this.#steps.length - MOST.steps);
    this.#done = this.#steps.length;
  }

  /** The state before the last step; null when there is none, or it cannot be made any more. */
  undo(state: Workspace): { readonly label: string; readonly state: Workspace } | null {
    const step = this.#steps[this.#done - 1];
    const before = step ? (step.before ?? patched(state, step.back)) : null;
    if (!step || !before) return null;
    this.#done--;
    this.#steps[this.#done] = { ...step, undoneAt: new Date().toISOString() };
    return { label: step.label, state: before };
  }

  redo(state: Workspace): { readonly label: string; readonly state: Workspace } | null {
    const step = this.#steps[this.#done];
    const after = step ? (step.after ?? patched(state, step.forth)) : null;
    if (!step || !after) return null;
    this.#done++;
    return { label: step.label, state: after };
  }

  #touch(serial: number): void {
    this.#dirtyFrom = Math.min(this.#dirtyFrom, serial);
  }

  /** What a save has to tell the server; `failed` puts it back. */
  takeChange(): { readonly change: HistoryChange; readonly failed: () => void } {
    const from = this.#dirtyFrom;
    this.#dirtyFrom = Infinity;
    const add = this.#steps
      .filter((step) => step.serial >= from)
      .map(({ serial, label, at, back, forth }) => ({ serial, label, at, back, forth }));
    const change = {
      keepFrom: this.#steps[0]?.serial ?? 0,
      keepTo: from === Infinity ? Math.max(0, this.#next - 1) : from - 1,
      add,
      done: this.#steps[this.#done - 1]?.serial ?? 0,
    };
    return { change, failed: () => this.#touch(from) };
  }
}
