import { Worker } from 'node:worker_threads';
import type { Watching } from '@ripe-pick/contract';
import { isQuiet } from '@ripe-pick/core/watch';
import type { Store } from '../store/index.ts';
import type { Seen } from './look.ts';

export interface Watch {
  /** Asks for a run; while one is on, one more follows it, however often it is asked for. */
  request(): void;
  /** Resolves when nothing is on. */
  idle(): Promise<void>;
  readonly isRunning: () => boolean;
  stop(): Promise<void>;
}

/** When an alert may be told: now, or when the quiet hours end. */
export function tellAt(moment: Date, quiet: Watching['quiet']): Date {
  const pad = (value: number) => String(value).padStart(2, '0');
  const time = `${pad(moment.getHours())}:${pad(moment.getMinutes())}`;
  if (!isQuiet(time, quiet) || !quiet) return moment;
  const [hours, minutes] = quiet.to.split(':').map(Number);
  const end = new Date(moment);
  end.setHours(hours, minutes, 0, 0);
  if (end <= moment) end.setDate(end.getDate() + 1);
  return end;
}

/** Feeds that failed so often are told once. */
const FAILURES_TOLD = 3;

/** @param script the bundled `worker.ts`, which runs as a thread of its own */
export function watchOf(store: Store, now: () => Promise<Date>, script: URL): Watch {
  let worker: Worker | null = null;
  let running: Promise<void> | null = null;
  let isAskedAgain = false;
  let isStopped = false;

  function thread(): Promise<Worker> {
    if (worker) return Promise.resolve(worker);
    return new Promise((resolve, reject) => {
      const fresh = new Worker(script, {
        workerData: { path: store.path },
      });
      fresh.unref();
      fresh.once('message', () => {
        worker = fresh;
        resolve(fresh);
      });
      fresh.once('error', reject);
      fresh.on('exit', () => (worker = null));
    });
  }
  async function seenNow(): Promise<Seen | null> {
    const there = await thread();
    return new Promise((resolve, reject) => {
      const onExit = () => reject(new Error('the watch ended before it was done'));
      there.once('exit', onExit);
      there.once('message', (answer: { readonly seen?: Seen | null; readonly error?: string }) => {
        there.off('exit', onExit);
        if (answer.error === undefined) resolve(answer.seen ?? null);
        else reject(new Error(answer.error));
      });
      there.postMessage('look');
    });
  }

  async function once(): Promise<void> {
    const seen = await seenNow();
    if (!seen || isStopped) return;
    const { workspace } = await store.workspace();
    const silent = new Set<string>(workspace?.watching.silent);
    const moment = await now();
    const at = tellAt(moment, workspace?.watching.quiet ?? null).toISOString();
    await store.keepForecasts(seen.forecasts);
    await store.saveJudged(seen.judged);
    const feeds = (await store.feeds()).filter(({ state }) => state.failures >= FAILURES_TOLD);
    const news = [
      ...seen.news,
      ...feeds.map(({ feed, state }) => ({
        kind: 'feed' as const,
        key: `feed|${feed.id}|${state.okAt ?? 'never'}`,
        title: `${feed.name} could not be read ${state.failures} times`,
        text: state.error ?? '',
      })),
    ];
    await store.addAlerts(
      news.filter(({ kind }) => !silent.has(kind)).map((each) => ({ ...each, at, day: seen.point.day })),
    );
    await store.addPoint(seen.point);
  }
  async function loop(): Promise<void> {
    do {
      isAskedAgain = false;
      try {
        await once();
      } catch (error) {
        console.error(error);
      }
    } while (isAskedAgain && !isStopped);
    running = null;
  }
  return {
    request() {
      if (isStopped) return;
      isAskedAgain = true;
      running ??= loop();
    },
    async idle() {
      while (running) await running;
    },
    isRunning: () => running !== null,
    async stop() {
      isStopped = true;
      await worker?.terminate();
      worker = null;
      await running;
    },
  };
}
