import { Worker } from 'node:worker_threads';
import { PRICES_IN_PATH } from '@ripe-pick/contract';
import { hasBody, type Answered, type Asked, type Said } from './message.ts';

interface Waiting {
  readonly resolve: (response: Response) => void;
  readonly reject: (error: Error) => void;
}

/** A thread that answers calls. */
export class AppThread {
  private readonly waiting = new Map<number, Waiting>();
  private next = 0;
  readonly worker: Worker;

  /**
   * @param script the bundled thread
   * @param data what it begins with
   * @param onSaid called with what it says beside its answers
   * @param onEnded called when it ends by itself, with the error that ended it
   */
  constructor(
    script: URL,
    data: object,
    onSaid: (said: Said) => void,
    private readonly onEnded: (error: Error) => void,
  ) {
    this.worker = new Worker(script, { workerData: data });
    this.worker.on('message', (message: Answered | Said) => {
      if ('said' in message) onSaid(message);
      else this.answer(message);
    });
    let fault = new Error('a thread of the server ended by itself');
    this.worker.on('error', (error: Error) => (fault = error));
    this.worker.on('exit', () => this.end(fault));
  }

  private answer({ id, status, headers, body }: Answered): void {
    const waiting = this.waiting.get(id);
    this.waiting.delete(id);
    waiting?.resolve(new Response(hasBody(status) ? body : null, { status, headers }));
  }

  private end(error: Error): void {
    for (const { reject } of this.waiting.values()) reject(error);
    this.waiting.clear();
    this.onEnded(error);
  }

  /** Hands a call over, and gives the thread's answer. */
  async ask(request: Request): Promise<Response> {
    const hasNone = request.method === 'GET' || request.method === 'HEAD';
    const isLong = new URL(request.url).pathname === PRICES_IN_PATH;
    const body = hasNone ? null : isLong ? request.body : await request.arrayBuffer();
    const id = this.next++;
    const asked: Asked = {
      id,
      url: request.url,
      method: request.method,
      headers: [...request.headers],
      body,
    };
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject });
      this.worker.postMessage(asked, body ? [body as ArrayBuffer] : []); // or a stream: both can be handed over
    });
  }
}
