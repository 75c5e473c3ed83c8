import { Worker } from 'node:worker_threads';
import type { FeedRead, RoomStore } from '../read-feed.ts';
import { doJob, type ReadingDone, type ReadingJob } from './jobs.ts';

/*
 * A room with walls for reading what others wrote: a thread with little memory and little time, which is ended when it passes them. Whatever
 * is wrong with a page, a table or a feed, the server goes on answering.
 */

/** What a reading was ended for, in words for people. */
export class Ended extends Error {}

type JobOf<D extends ReadingJob['do']> = Omit<Extract<ReadingJob, { do: D }>, 'do'>;

export interface ReadingRoom {
  /** The answer as bytes of JSON; null where there is no such shop. @throws {Ended} */
  prices(job: JobOf<'prices'>): Promise<Uint8Array<ArrayBuffer> | null>;
  /** @throws {Ended} when the reading passed its walls */
  feed(job: JobOf<'feed'>): Promise<FeedRead>;
  stop(): Promise<void>;
}

export interface Walls {
  readonly seconds: number;
  readonly megabytes: number;
}
const WALLS: Walls = { seconds: 20, megabytes: 384 };
/** The stack of a thread; what nests deeper than this holds is refused like any other excess. */
const STACK_MB = 4;

const roomOver = (
  doIt: (job: ReadingJob) => Promise<ReadingDone>,
  stop: () => Promise<void>,
): ReadingRoom => ({
  async prices(job) {
    const done = await doIt({ do: 'prices', ...job });
    return done.do === 'prices' ? done.json : null;
  },
  async feed(job) {
    const done = await doIt({ do: 'feed', ...job });
    if (done.do !== 'feed') throw new Error('the reading room mixed two jobs up');
    return done.read;
  },
  stop,
});

/** A room without walls, on the thread that asks: for tests of what is read. */
export const openRoom = (store: RoomStore): ReadingRoom =>
  roomOver(
    (job) => doJob(job, store),
    async () => {},
  );

/** What the thread answers. */
type ThreadAnswer = { readonly done: ReadingDone } | { readonly ended: string } | { readonly error: string };

/** Why a thread ended by itself. */
function wordsOf(error: NodeJS.ErrnoException, { megabytes }: Walls): Error {
  if (error.code === 'ERR_WORKER_OUT_OF_MEMORY')
    return new Ended(`It needs more than ${megabytes} MB to be read. Split it, or take a part of it.`);
  return error;
}

/** The thread of a room: begun when it is first asked, and again after it was ended. */
class ReadingThread {
  private worker: Worker | null = null;

  constructor(
    private readonly script: URL,
    private readonly path: string,
    private readonly walls: Walls,
  ) {}

  private begun(): Worker {
    if (this.worker) return this.worker;
    const fresh = new Worker(this.script, {
      workerData: { path: this.path },
      resourceLimits: { maxOldGenerationSizeMb: this.walls.megabytes, stackSizeMb: STACK_MB },
    });
    fresh.unref();
    fresh.on('exit', () => this.forget(fresh));
    // Between jobs nobody listens, and a thread may end then too.
    fresh.on('error', () => {});
    this.worker = fresh;
    return fresh;
  }

  private forget(worker: Worker): void {
    if (this.worker === worker) this.worker = null;
  }

  run(job: ReadingJob): Promise<ReadingDone> {
    const worker = this.begun();
    return new Promise((resolve, reject) => {
      const settled = () => {
        clearTimeout(timer);
        worker.off('message', onAnswer);
        worker.off('error', onError);
      };
      const onAnswer = (answer: ThreadAnswer) => {
        settled();
        if ('done' in answer) resolve(answer.done);
        else reject('ended' in answer ? new Ended(answer.ended) : new Error(answer.error));
      };
      const endedBy = (error: Error) => {
        settled();
        this.forget(worker);
        void worker.terminate();
        reject(error);
      };
      const onError = (error: NodeJS.ErrnoException) => endedBy(wordsOf(error, this.walls));
      const { seconds } = this.walls;
      const late = `It takes longer than ${seconds} seconds to be read. Split it, or take a part of it.`;
      const timer = setTimeout(() => endedBy(new Ended(late)), seconds * 1000);
      worker.on('error', onError);
      worker.on('message', onAnswer);
      worker.postMessage(job);
    });
  }

  async stop(): Promise<void> {
    await this.worker?.terminate();
    this.worker = null;
  }
}

/**
 * A room in a thread of its own; one job at a time.
 *
 * @param script the bundled `worker.ts`
 * @param path of the database that findings are matched by
 */
export function walledRoom(script: URL, path: string, walls: Walls = WALLS): ReadingRoom {
  const thread = new ReadingThread(script, path, walls);
  let last: Promise<unknown> = Promise.resolve();
  return roomOver(
    (job) => {
      const own = last.then(() => thread.run(job));
      last = own.catch(() => {});
      return own;
    },
    () => thread.stop(),
  );
}
