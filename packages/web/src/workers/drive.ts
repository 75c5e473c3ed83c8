/** How long a worker computes before it looks for a cancel, in ms. */
const SLICE_MS = 12;

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

const pause = () =>
  new Promise<void>((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });

/** Runs work in slices; between them a cancel can come in. `onStep` sees every step, `report` one per slice. */
export async function drive<P, R>(
  search: Generator<P, R, boolean | undefined>,
  tickets: Tickets,
  report: ((progress: P) => void) | null,
  onStep?: (progress: P) => void,
): Promise<R> {
  const ticket = tickets.next();
  let sliceEnd = performance.now() + SLICE_MS;
  let step = search.next(false);
  while (!step.done) {
    onStep?.(step.value);
    if (performance.now() > sliceEnd) {
      report?.(step.value);
      await pause();
      sliceEnd = performance.now() + SLICE_MS;
    }
    step = search.next(!tickets.isCurrent(ticket));
  }
  return step.value;
}
