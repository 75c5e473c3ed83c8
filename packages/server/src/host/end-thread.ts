import type { Worker } from 'node:worker_threads';

const PATIENCE_MS = 3000;

/**
 * Ends a thread that has a database open: it is asked to, and ended by force only where it does not come to it. A thread that is
 * ended within the database's own code may take the whole process along.
 *
 * @param message what it is asked by
 */
export async function endThread(worker: Worker, message: unknown): Promise<void> {
  const ended = new Promise<void>((done) => worker.once('exit', () => done()));
  worker.postMessage(message);
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<'late'>((done) => (timer = setTimeout(() => done('late'), PATIENCE_MS)));
  if ((await Promise.race([ended, late])) === 'late') await worker.terminate();
  clearTimeout(timer);
}
