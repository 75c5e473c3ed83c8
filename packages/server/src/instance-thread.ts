import { parentPort, workerData } from 'node:worker_threads';
import { answerCalls } from './host/answering.ts';
import type { ThreadOrder, Said } from './host/message.ts';
import { openInstance, type InstanceOptions } from './instance.ts';
import { CannotStart } from './store/index.ts';

/* The thread of an instance: the only one that writes, and all that goes on beside the calls. */

const say = (said: Said) => parentPort?.postMessage(said);
try {
  const instance = await openInstance(
    workerData as InstanceOptions, // sent by host/hosted.ts
    (change) => say({ said: 'changed', change }),
  );
  if (parentPort) answerCalls(parentPort, instance.app);
  parentPort?.on('message', (order: ThreadOrder | object) => {
    if (!('do' in order)) return;
    if (order.do === 'start') instance.start(order.address);
    else void instance.stop().then(() => say({ said: 'stopped' }));
  });
  say({ said: 'ready', database: instance.database });
} catch (error) {
  if (!(error instanceof CannotStart)) throw error;
  say({ said: 'cannot-start', why: error.message });
}
