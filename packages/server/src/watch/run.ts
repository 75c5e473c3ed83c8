import { Worker } from 'node:worker_threads';
import type { Watching } from '@ripe-pick/contract';
import { isQuiet } from '@ripe-pick/core/watch';
import { endThread } from '../host/end-thread.ts';
import type { Store } from '../store/index.ts';
import type { Seen } from './look.ts';

export interface Watch {
  /**
   * Asks for a run; while one is on, one more follows it, however often it is asked for. After a long one it rests first,
   * unless somebody waits for it.
   */
  request(isAwaited?: boolean): void;
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

/** The watch's thread; it is started when it is first asked, and again after it has ended. */
class LookThread {
  private worker: Worker | null = null;

  constructor(
    private readonly script: URL,
    private readonly path: string,
  ) {}

  private start(): Promise<Worker> {
    if (this.worker) return Promise.resolve(this.worker);
    return new Promise((resolve, reject) => {
      const fresh = new Worker(this.script, { workerData: { path: this.path } });
      fresh.unref();
      fresh.once('message', () => resolve((this.worker = fresh)));
      fresh.once('error', reject);
      fresh.on('exit', () => (this.worker = null));
    });
  }

  async look(): Promise<readonly Seen[]> {
    const there = await this.start();
    return new Promise((resolve, reject) => {
      const onExit = () => reject(new Error('the watch ended before it was done'));
      there.once('exit', onExit);
      there.once('message', (answer: { readonly seen?: readonly Seen[]; readonly error?: string }) => {
        there.off('exit', onExit);
        if (answer.error === undefined) resolve(answer.seen ?? []);
        else reject(new Error(answer.error));
      });
      there.postMessage('look');
    });
  }

  async stop(): Promise<void> {
    if (this.worker) await endThread(this.worker, 'close');
    this.worker = null;
  }
}

/** Stores what was seen of a brief: forecasts, their judgements, alerts that are not silenced, and the point of the day. */
async function keep(store: Store, seen: Seen, moment: Date): Promise<void> {
  const { brief, watching } = seen;
  const silent = new Set<string>(watching.silent);
  const at = tellAt(moment, watching.quiet).toISOString();
  await store.keepForecasts(seen.forecasts);
  await store.saveJudged(seen.judged);
  const broken = (await store.feeds()).filter(({ state }) => state.failures >= FAILURES_TOLD);
  const news = [
    // Of several briefs each alert says which it is of.
    ...seen.news.map((each) => ({
      ...each,
      key: `${brief.id}|${each.key}`,
      title: brief.isAlone ? each.title : `${brief.name}: ${each.title}`,
    })),
    ...broken.map(({ feed, state }) => ({
      kind: 'feed' as const,
      key: `feed|${feed.id}|${state.okAt ?? 'never'}`,
      title: `${feed.name} could not be read ${state.failures} times`,
      text: state.error ?? '',
    })),
  ];
  const told = news.filter(({ kind }) => !silent.has(kind));
  await store.addAlerts(told.map((each) => ({ ...each, at, day: seen.point.day })));
  await store.addPoint(brief.id, seen.point);
}

/** A look that took this long is followed by a rest, of some times as long. */
const LONG_MS = 2000;
const RESTS = 4;
const LONGEST_REST_MS = 60_000;

/** Where much is kept a look takes seconds: it may not take most of the time. */
class Rest {
  isOn = false;
  private until = 0;
  private wake: () => void = () => {};

  after(tookMs: number): void {
    if (tookMs >= LONG_MS) this.until = performance.now() + Math.min(tookMs * RESTS, LONGEST_REST_MS);
  }

  async take(): Promise<void> {
    const ms = this.until - performance.now();
    if (ms <= 0) return;
    this.isOn = true;
    await new Promise<void>((done) => {
      this.wake = done;
      setTimeout(done, ms).unref();
    });
    this.isOn = false;
  }

  end(): void {
    this.until = 0;
    this.wake();
  }
}

/**
 * @param script the bundled `worker.ts`, which runs as a thread of its own
 * @param onKept called when what was seen is kept
 */
export function watchOf(
  store: Store,
  now: () => Promise<Date>,
  script: URL,
  onKept: () => void = () => {},
): Watch {
  const thread = new LookThread(script, store.path);
  let running: Promise<void> | null = null;
  let isAskedAgain = false;
  let isStopped = false;
  const rest = new Rest();

  async function loop(): Promise<void> {
    do {
      await rest.take();
      isAskedAgain = false;
      const begun = performance.now();
      try {
        const seen = await thread.look();
        for (const each of seen) if (!isStopped) await keep(store, each, await now());
        onKept();
      } catch (error) {
        if (!isStopped) console.error(error);
      }
      rest.after(performance.now() - begun);
    } while (isAskedAgain && !isStopped);
    running = null;
  }
  return {
    request(isAwaited = false) {
      if (isStopped) return;
      isAskedAgain = true;
      if (isAwaited) rest.end();
      running ??= loop();
    },
    async idle() {
      while (running) await running;
    },
    isRunning: () => running !== null && !rest.isOn,
    async stop() {
      isStopped = true;
      rest.end();
      await thread.stop();
      await running;
    },
  };
}
