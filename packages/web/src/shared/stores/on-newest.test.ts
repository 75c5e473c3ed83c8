import { describe, expect, it } from 'vitest';
import { CallFailed } from '../api/client.ts';
import { onNewest } from './on-newest.ts';

const conflict = () => new CallFailed('conflict', 'changed elsewhere', []);

/** A list on a server, of which windows know a state each. */
function server() {
  const there = {
    revision: 1,
    items: new Map([
      ['a', 1],
      ['b', 2],
    ]),
  };
  return {
    there,
    window() {
      let known = { revision: 1, items: new Map(there.items) };
      const change = (id: string, value: number) =>
        onNewest({
          send: async () => {
            if (known.revision !== there.revision) throw conflict();
            there.items.set(id, value);
            known = { revision: ++there.revision, items: new Map(there.items) };
          },
          reload: async () => void (known = { revision: there.revision, items: new Map(there.items) }),
          touched: () => known.items.get(id),
        });
      return { change };
    },
  };
}

describe('a change of a window that does not know the newest', () => {
  it('is made on top of what another one changed elsewhere', async () => {
    const { there, window } = server();
    const [one, two] = [window(), window()];
    await one.change('a', 10);
    await two.change('b', 20);
    expect([...there.items]).toEqual([
      ['a', 10],
      ['b', 20],
    ]);
  });
  it('writes nothing over that another one changed; after a look it goes through', async () => {
    const { there, window } = server();
    const [one, two] = [window(), window()];
    await one.change('a', 10);
    await expect(two.change('a', 11)).rejects.toThrow('another window');
    expect(there.items.get('a')).toBe(10);
    await two.change('a', 12);
    expect(there.items.get('a')).toBe(12);
  });
  it('passes other errors on, and does not try for ever', async () => {
    let sent = 0;
    const failing = (error: Error) =>
      onNewest({ send: () => (sent++, Promise.reject(error)), reload: async () => {}, touched: () => 0 });
    await expect(failing(new Error('offline'))).rejects.toThrow('offline');
    expect(sent).toBe(1);
    await expect(failing(conflict())).rejects.toThrow('changed elsewhere');
    expect(sent).toBe(7);
  });
});
