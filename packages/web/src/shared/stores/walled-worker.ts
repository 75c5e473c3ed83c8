import { wrap, type Remote } from 'comlink';
import { CallFailed } from '../api/client.ts';
import type { ServedWork } from '../../workers/serve.ts';
import { writeAsHere } from './write-as-here.ts';

interface Begun<T> {
  readonly worker: Worker;
  readonly remote: Remote<T>;
  /** Fails once the worker was ended. */
  readonly ended: Promise<never>;
  readonly end: (error: Error) => void;
}

/**
 * A worker for reading what others wrote. Where it gives no sign for a time it is ended, with words, and begun anew for the
 * next reading: no text and no file keeps a page from going on. (A browser has no limit of memory for a worker.)
 */
export class WalledWorker<T> {
  private begun: Begun<T> | null = null;

  /** @param seconds without a sign, after which a reading is ended */
  constructor(
    private readonly begin: () => Worker,
    private readonly seconds = 60,
  ) {}

  private get there(): Begun<T> {
    if (this.begun) return this.begun;
    const worker = this.begin();
    let fail: (error: Error) => void = () => {};
    const ended = new Promise<never>((_, reject) => (fail = reject));
    ended.catch(() => {}); // it may end while nobody reads
    const end = (error: Error) => {
      worker.terminate();
      if (this.begun?.worker === worker) this.begun = null;
      fail(error);
    };
    return (this.begun = { worker, remote: wrap<T>(worker), ended, end });
  }

  /**
   * Reads something.
   *
   * @param task asks the reader; calls its second argument whenever the reader gave a sign of going on
   * @throws {CallFailed} fit to be shown, when the reading was ended
   */
  async read<R>(task: (reader: Remote<T>, sign: () => void) => R): Promise<Awaited<R>> {
    const { remote, ended, end } = this.there;
    writeAsHere(remote as unknown as Remote<ServedWork>); // serve() adds it to all
    const late = () =>
      end(
        new CallFailed(
          'ended',
          `It takes longer than ${this.seconds} seconds to be read, and was stopped. Split it, or take a part of it.`,
          [],
        ),
      );
    const begin = () => setTimeout(late, this.seconds * 1000);
    let timer = begin();
    const sign = () => {
      clearTimeout(timer);
      timer = begin();
    };
    try {
      return await Promise.race([task(remote, sign), ended]);
    } finally {
      clearTimeout(timer);
    }
  }

  /** Ends it where nobody needs it any more. */
  stop(): void {
    this.begun?.end(new CallFailed('ended', 'It was stopped.', []));
  }
}
