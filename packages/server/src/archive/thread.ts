import { Worker } from 'node:worker_threads';
import type { ArchiveDone, RunArchiveJob } from './jobs.ts';

/** Runs each job in a thread of its own. @param script the bundled `worker.ts` */
export const archiveThread =
  (script: URL): RunArchiveJob =>
  (job) =>
    new Promise((resolve, reject) => {
      const worker = new Worker(script, { workerData: job });
      worker.unref();
      worker.once('message', (done: ArchiveDone) => resolve(done));
      worker.once('error', reject);
      worker.once('exit', () => reject(new Error('the archive’s thread ended before it was done')));
    });
