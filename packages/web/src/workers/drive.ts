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

/**
 * Runs work until a later piece draws a ticket. `onStep` sees every step, `report` one per slice; either may be the page's.
 *
 * What is told to the page has a way of its own: the result waits until the page has the last of it. Without that a report
 * may come behind the result, and put what was known halfway in its place.
 */
export async function drive<P, R>(
  work: Work<P, R>,
  tickets: Tickets,
  report: ((progress: P) => unknown) | null,
  onStep?: (progress: P) => unknown,
): Promise<R> {
  const ticket = tickets.next();
  const receipts = new Map<object, Promise<unknown>>();
  const told = (tell: (progress: P) => unknown) => (progress: P) => {
    const receipt = tell(progress);
    if (receipt instanceof Promise) receipts.set(tell, receipt.catch(console.error));
  };
  const result = await runInSlices(work, WORKER, {
    isStopped: () => !tickets.isCurrent(ticket),
    onSlice: report && told(report),
    ...(onStep ? { onProgress: told(onStep) } : {}),
  });
  await Promise.all(receipts.values());
  return result;
}
