import { join } from 'node:path';
import { PRICES_PATH, READ_CALLS } from '@ripe-pick/contract';
import { Hono } from 'hono';
import type { InstanceOptions } from '../instance.ts';
import { withErrors } from '../routes/errors-in-words.ts';
import { callOf, LONG_READS } from '../routes/reads.ts';
import { CannotStart } from '../store/index.ts';
import { AppThread } from './app-thread.ts';
import { endThread } from './end-thread.ts';
import { Events } from './events.ts';
import type { ThreadOrder } from './message.ts';
import { pageRoutes } from './pages.ts';
import { isData, READ_FILES } from './paths.ts';

/*
 * An instance in threads: this one only passes calls on. What writes is in one thread, what reads in two more, so that what takes long keeps
 * nothing else waiting. See docs/decisions/0034-threads-and-revisions.md.
 */

export interface Hosted {
  /** Answers calls; who may make them is for the door before it. */
  readonly app: Hono;
  /** Path of its database. */
  readonly database: string;
  /** Lets it do what it does by itself, from now on. @param address where it is reached */
  start(address: string): void;
  stop(): Promise<void>;
}

const script = (name: string) => new URL(`./${name}.js`, import.meta.url);
/** Which thread answers a call. */
function roomOf(method: string, path: string): 'writer' | 'reader' | 'long' {
  if (method === 'GET' && path === PRICES_PATH) return 'long';
  if (method === 'GET' && READ_FILES.includes(path)) return 'reader';
  const call = callOf(method, path);
  if (LONG_READS.some((name) => name === call)) return 'long';
  return READ_CALLS.some((name) => name === call) ? 'reader' : 'writer';
}

/** A thread that can be begun anew: what it holds is in the database. */
class ReaderThread {
  private thread: AppThread | null = null;

  constructor(private readonly data: object) {
    this.begun();
  }

  private begun(): AppThread {
    this.thread ??= new AppThread(
      script('reader-thread'),
      this.data,
      () => {},
      () => (this.thread = null),
    );
    return this.thread;
  }

  ask(request: Request): Promise<Response> {
    return this.begun().ask(request);
  }

  async stop(): Promise<void> {
    if (this.thread) await endThread(this.thread.worker, { do: 'stop' } satisfies ThreadOrder);
  }
}

interface Writer {
  readonly thread: AppThread;
  readonly database: string;
  /** Resolves when it has ended all that it did. */
  stop(): Promise<void>;
}

/** Begins the thread that writes. @throws {CannotStart} where it cannot open its data */
function beginWriter(options: InstanceOptions, events: Events): Promise<Writer> {
  return new Promise((resolve, reject) => {
    let stopped: () => void = () => {};
    let isReady = false;
    const thread = new AppThread(
      script('instance-thread'),
      options,
      (said) => {
        if (said.said === 'cannot-start') reject(new CannotStart(said.why));
        else if (said.said === 'stopped') stopped();
        else if (said.said === 'changed') events.tell(said.change);
        else {
          isReady = true;
          const { database } = said;
          const stop = () =>
            new Promise<void>((done) => {
              stopped = done;
              thread.worker.postMessage({ do: 'stop' } satisfies ThreadOrder);
            });
          resolve({ thread, database, stop });
        }
      },
      (error) => {
        reject(error);
        // Without it nothing can be kept: better to end than to seem to run.
        if (isReady)
          setImmediate(() => {
            throw error;
          });
      },
    );
  });
}

/**
 * Opens an instance in threads of its own.
 *
 * @throws {CannotStart} where its data cannot be opened
 */
export async function hostInstance(options: InstanceOptions): Promise<Hosted> {
  const { root, version, other, name, base } = options;
  const instance = { name, base, other };
  const events = new Events();
  const writer = await beginWriter(options, events);
  const data = { database: writer.database, version, instance };
  const readers = { reader: new ReaderThread(data), long: new ReaderThread(data) };
  const app = withErrors(new Hono(), writer.database);
  app.route('/', events.routes());
  app.all('*', (c, next) => {
    const { method, path } = c.req;
    if (!isData(path)) return next();
    const room = roomOf(method, path);
    return room === 'writer' ? writer.thread.ask(c.req.raw) : readers[room].ask(c.req.raw);
  });
  app.route('/', pageRoutes(join(root, 'packages/web/dist'), instance));
  return {
    app,
    database: writer.database,
    start: (address) => writer.thread.worker.postMessage({ do: 'start', address } satisfies ThreadOrder),
    async stop() {
      events.stop();
      await Promise.all([readers.reader.stop(), readers.long.stop()]);
      await writer.stop();
    },
  };
}
