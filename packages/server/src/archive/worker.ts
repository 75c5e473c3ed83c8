import { parentPort, workerData } from 'node:worker_threads';
import { workBehind } from '../host/behind.ts';
import { runJob, type ArchiveJob } from './jobs.ts';

/* A thread for one job: packing and unpacking everything never keeps an answer waiting. */

workBehind();
parentPort?.postMessage(await runJob(workerData as ArchiveJob)); // sent by thread.ts
