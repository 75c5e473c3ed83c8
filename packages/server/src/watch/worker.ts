import { parentPort, workerData } from 'node:worker_threads';
import { workBehind } from '../host/behind.ts';
import { openStore } from '../store/index.ts';
import { look } from './look.ts';

/* The watch’s own thread: it reads the database itself, so that searching and forecasting never keep an answer waiting. */

workBehind();
const { path } = workerData as { readonly path: string }; // sent by run.ts
const store = await openStore(path);
parentPort?.on('message', (message: 'look' | 'close') => {
  if (message === 'close') {
    void store.close().then(() => process.exit(0));
    return;
  }
  look(store).then(
    (seen) => parentPort?.postMessage({ seen }),
    (error: unknown) =>
      parentPort?.postMessage({ error: error instanceof Error ? error.message : String(error) }),
  );
});
parentPort?.postMessage('ready');
