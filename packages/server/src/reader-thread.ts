import { parentPort, workerData } from 'node:worker_threads';
import { Hono } from 'hono';
import { answerCalls } from './host/answering.ts';
import type { ThreadOrder } from './host/message.ts';
import { clockOfStore } from './clock.ts';
import { readRoutes } from './routes/api.ts';
import { withErrors } from './routes/errors-in-words.ts';
import type { ReadContext } from './routes/reads.ts';
import { openStore } from './store/index.ts';

/* A thread that only reads: it sees what was kept when it is asked, and keeps nobody else waiting. */

type ReaderData = Pick<ReadContext, 'version' | 'instance'> & { readonly database: string };

const { database, ...rest } = workerData as ReaderData; // sent by host/hosted.ts
const store = await openStore(database);
const routes = readRoutes({ ...rest, store, now: clockOfStore(store) });
parentPort?.on('message', (order: ThreadOrder | object) => {
  if ('do' in order && order.do === 'stop') void store.close().finally(() => process.exit(0));
});
if (parentPort) answerCalls(parentPort, withErrors(new Hono(), database).route('/', routes));
