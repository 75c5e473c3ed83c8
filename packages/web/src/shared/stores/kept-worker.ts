import { wrap, type Remote } from 'comlink';
import type { ServedWork } from '../../workers/serve.ts';
import { say } from './notices.ts';
import { writeAsHere } from './write-as-here.ts';

interface RunningWorker<Api> {
  readonly remote: Remote<Api>;
  /** What it has to know before its first question. */
  prepared: Promise<unknown>;
  /** Resolves when the worker is gone. */
  readonly gone: Promise<'gone'>;
}

/**
 * Resolves when a worker is gone: the lock that it holds as long as it lives is free (Web Locks API). Never where there are no locks:
 * a page under an address that the browser does not trust.
 */
async function gone(remote: Remote<ServedWork>, worker: Worker): Promise<'gone'> {
  const failed = new Promise<void>((resolve) => {
    worker.addEventListener('error', () => resolve(), { once: true });
  });
  const { locks } = (globalThis.navigator ?? {}) as Partial<Navigator>;
  if (!locks) await failed;
  else {
    const name = `worker ${crypto.randomUUID()}`;
    const ended = remote.hold(name).then(() => locks.request(name, () => undefined));
    await Promise.race([failed, ended]);
  }
  return 'gone';
}

/** A worker that is begun when it is first asked, and anew when it is gone; that is said, and what was asked is asked once more. */
export class KeptWorker<Api> {
  private run: RunningWorker<Api> | null = null;

  /**
   * @param begin starts the worker
   * @param prepare tells it what it has to know before its first question
   */
  constructor(
    private readonly begin: () => Worker,
    private readonly prepare: (remote: Remote<Api>) => Promise<unknown> = () => Promise.resolve(),
  ) {}

  /** Lets it start. */
  start(): RunningWorker<Api> {
    if (this.run) return this.run;
    const worker = this.begin();
    const remote = wrap<Api>(worker);
    const run: RunningWorker<Api> = {
      remote,
      prepared: this.prepare(remote),
      gone: gone(remote as unknown as Remote<ServedWork>, worker), // serve() adds it to all
    };
    void run.gone.then(() => {
      worker.terminate();
      if (this.run === run) this.run = null;
    });
    return (this.run = run);
  }

  /** What it has to know is another thing now. */
  prepareAnew(): void {
    if (this.run) this.run.prepared = this.prepare(this.run.remote);
  }

  /** Asks it, with what it has to know. @throws what the task throws, or where it is gone twice in a row */
  async ask<R>(task: (remote: Remote<Api>) => R): Promise<Awaited<R>> {
    for (const isLast of [false, true]) {
      const { remote, prepared, gone: end } = this.start();
      writeAsHere(remote as unknown as Remote<ServedWork>);
      const answer = prepared.then(() => task(remote));
      const first = await Promise.race([answer.then(() => 'answered' as const), end]);
      if (first === 'answered') return await answer;
      answer.catch(() => {}); // nobody waits for it any more
      if (!isLast) say('A calculation ended unexpectedly. It was started again.');
    }
    throw new Error('The calculation ended twice in a row.');
  }

  /** Tells it something at once, and once more behind what waits for it to start; nothing where it does not run. */
  tell(what: (remote: Remote<Api>) => unknown): void {
    const { run } = this;
    if (!run) return;
    what(run.remote);
    void run.prepared.then(
      () => what(run.remote),
      () => {},
    );
  }
}
