import { expose } from 'comlink';
import { afterEach, expect, test, vi } from 'vitest';
import { desksOf } from './desks.ts';

vi.mock('./catalogue.ts', () => ({ useCatalogue: () => ({ catalogue: { parts: [] } }) }));

const ports: MessagePort[] = [];
afterEach(() => {
  for (const port of ports.splice(0)) port.close();
});

/** A worker in this very thread that says what it is asked for, and reads its catalogue until it is told to go on. */
function slowWorker() {
  const said: string[] = [];
  const { port1, port2 } = new MessageChannel();
  ports.push(port1, port2);
  let goOn: () => void = () => {};
  const isRead = new Promise<void>((resolve) => (goOn = resolve));
  const api = {
    load: async () => {
      said.push('load');
      await isRead;
    },
    cancel: () => void said.push('cancel'),
    work: (name: string) => (said.push(name), name),
  };
  expose(api, port2);
  const desks = desksOf<'one', typeof api>(() => {
    port1.start();
    return port1 as unknown as Worker; // both are ends of a line
  });
  return { said, goOn, desks };
}

test('a stop reaches what was asked before its worker had started, and not what is asked after', async () => {
  const { said, goOn, desks } = slowWorker();
  const before = desks.ask('one', (worker) => worker.work('before'));
  desks.stop('one');
  const after = desks.ask('one', (worker) => worker.work('after'));
  goOn();
  expect(await Promise.all([before, after])).toEqual(['before', 'after']);
  expect(said.slice(said.indexOf('before'))).toEqual(['before', 'cancel', 'after']);
});

test('a stop of work that runs is said at once, while the catalogue is read anew too', async () => {
  const { said, desks } = slowWorker();
  desks.begin('one');
  desks.stop('one');
  await vi.waitFor(() => expect(said).toEqual(['load', 'cancel']));
});
