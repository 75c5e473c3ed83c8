/**
 * Work in the background lets work that someone waits for go first: both would share the machine's cores. It waits for
 * no more than the time given, so that nothing is put off without end.
 */
export function givingWay(mostMs: number) {
  let waitedFor: Promise<unknown> = Promise.resolve();
  return {
    /** Work that goes first; a failure of it is as good as its end. */
    to(work: Promise<unknown>): void {
      const ended = new Promise((resolve) => setTimeout(resolve, mostMs));
      waitedFor = Promise.race([work.catch(() => undefined), ended]);
    },
    /** Resolves when nothing has to go first any more. */
    async turn(): Promise<void> {
      let seen: Promise<unknown> | null = null;
      // Other work may have come in meanwhile.
      while (seen !== waitedFor) {
        seen = waitedFor;
        await seen;
      }
    },
  };
}
