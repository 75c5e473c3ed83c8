import { runInSlices, type Host, type Work } from '@ripe-pick/core/work';

/** Every piece of work draws a ticket; drawing the next one calls the work before it off. */
export class Tickets {
  #current = 0;
  next(): number {
    return ++this.#current;
  }
  isCurrent(ticket: number): boolean {
    return ticket === this.#current;
  }
}

/** A worker lets its messages in by one of its own, which is quicker than any timer. */
const WORKER: Host = {
  now: () => performance.now(),
  pause: () =>
    new Promise<void>((resolve) => {
      const { port1, port2 } = new MessageChannel();
      port1.onmessage = () => {
        port1.close();
        resolve();
      };
      port2.postMessage(null);
    }),
};

/** Runs work until a later piece draws a ticket. `onStep` sees every step, `report` one per slice. */
export async function drive<P, R>(
  work: Work<P, R>,
  tickets: Tickets,
  report: ((progress: P) => void) | null,
  onStep?: (progress: P) => void,
): Promise<R> {
  const ticket = tickets.next();
  return runInSlices(work, WORKER, {
    isStopped: () => !tickets.isCurrent(ticket),
    onSlice: report,
    ...(onStep ? { onProgress: onStep } : {}),
  });
}
