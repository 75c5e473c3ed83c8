/** What was asked for and is still to be done: a swap that waits for its lane. */
let last: Promise<unknown> = Promise.resolve();

/** Does something behind all that was asked for before. */
export function oneAfterAnother(task: () => unknown): void {
  last = last.then(task).catch((error: unknown) => console.error(error));
}

/** Resolves when all that was asked for is done: only then there is something to take back. */
export const nothingPending = (): Promise<unknown> => last;
