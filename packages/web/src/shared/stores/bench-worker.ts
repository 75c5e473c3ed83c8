import type { Bench } from '../../workers/bench.worker.ts';
import { WalledWorker } from './walled-worker.ts';

/** The worker that reads frame-time files, tables of records, calendars and pasted specs; started when it is first asked. */
export const benchWorker = new WalledWorker<Bench>(
  () => new Worker(new URL('../../workers/bench.worker.ts', import.meta.url), { type: 'module' }),
);
