import { wrap, type Remote } from 'comlink';
import type { Bench } from '../../workers/bench.worker.ts';

let remote: Remote<Bench> | null = null;

/** The worker that reads frame-time files, tables of records and pasted specs; started when it is first asked. */
export function benchWorker(): Remote<Bench> {
  remote ??= wrap<Bench>(
    new Worker(new URL('../../workers/bench.worker.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
}
