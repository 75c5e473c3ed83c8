import { parentPort, workerData } from 'node:worker_threads';
import { openStore } from '../../store/index.ts';
import { doJob, type ReadingJob } from './jobs.ts';

/* The reading room’s thread: it reads the database itself, to match what it found. */

const TOO_DEEP = 'It is nested deeper, or is longer, than can be read. Take a part of it.';
const { path } = workerData as { readonly path: string }; // sent by room.ts
const store = openStore(path);
parentPort?.on('message', (job: ReadingJob) => {
  store
    .then((there) => doJob(job, there))
    .then(
      (done) => parentPort?.postMessage({ done }),
      (error: unknown) => {
        const message = error instanceof Error ? error.message : String(error);
        // A stack that overflows is a wall too: what is read nests too deep.
        parentPort?.postMessage(error instanceof RangeError ? { ended: TOO_DEEP } : { error: message });
      },
    );
});
