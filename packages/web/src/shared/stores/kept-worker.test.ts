import { expose } from 'comlink';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { KeptWorker } from './kept-worker.ts';
import { notice } from './notices.ts';

/** Locks as the browser's are: whoever asks next waits until the one before is done (Web Locks API). */
class Locks {
  private readonly last = new Map<string, Promise<unknown>>();
  request<T>(name: string, task: () => T | Promise<T>): Promise<T> {
    const turn = (this.last.get(name) ?? Promise.resolve()).then(task);
    this.last.set(
      name,
      turn.catch(() => {}),
    );
    return turn;
  }
}

const ports: MessagePort[] = [];
beforeEach(() => {
  vi.stubGlobal('navigator', { locks: new Locks() });
  notice.value = null;
});
afterEach(() => {
  vi.unstubAllGlobals();
  for (const port of ports.splice(0)) port.close();
});

/** A worker in this very thread, which can be made to die: it lets go of what it holds, and answers nothing more. */
function mortal(answers: (question: string) => string) {
  const { port1, port2 } = new MessageChannel();
  ports.push(port1, port2);
  let die: () => void = () => {};
  const dead = new Promise<void>((resolve) => (die = resolve));
  const api = {
    prepare: (what: string) => what,
    ask: answers,
    hold: (name: string) =>
      new Promise<void>((resolve) => {
        void navigator.locks.request(name, () => {
          resolve();
          return dead;
        });
      }),
  };
  expose(api, port2);
  port1.start();
  const worker = Object.assign(port1, { terminate: () => port2.close() });
  return { worker: worker as unknown as Worker, api, die };
}
type Api = ReturnType<typeof mortal>['api'];

test('a worker that dies over a question is begun anew, told what it has to know, and asked once more; that is said', async () => {
  const begun: ReturnType<typeof mortal>[] = [];
  const prepared = vi.fn(async () => {});
  const kept = new KeptWorker<Api>(() => {
    const next = mortal((text) => `${text}!`);
    begun.push(next);
    return next.worker;
  }, prepared);
  const silent = new Promise<string>(() => {});
  let asked = 0;
  const answer = kept.ask((worker) => (++asked === 1 ? silent : worker.ask('well')));
  await vi.waitFor(() => expect(asked).toBe(1));
  await new Promise((resolve) => setTimeout(resolve, 20));
  begun[0].die();
  expect(await answer).toBe('well!');
  expect(begun).toHaveLength(2);
  expect(prepared).toHaveBeenCalledTimes(2);
  expect(notice.value?.text).toMatch(/started again/);
});

test('one that dies twice in a row says so instead of being waited for', async () => {
  const kept = new KeptWorker<Api>(() => {
    const next = mortal(String);
    setTimeout(next.die, 20);
    return next.worker;
  });
  await expect(kept.ask(() => new Promise<string>(() => {}))).rejects.toThrow(/twice in a row/);
});

test('an answer, and an error in it, come through as they are', async () => {
  const kept = new KeptWorker<Api>(() => mortal((text) => text.toUpperCase()).worker);
  expect(await kept.ask((worker) => worker.ask('a'))).toBe('A');
  await expect(kept.ask(() => Promise.reject(new Error('no such part')))).rejects.toThrow('no such part');
  expect(notice.value).toBeNull();
});
