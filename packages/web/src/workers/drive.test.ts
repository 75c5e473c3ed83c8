import { setTimeout as wait } from 'node:timers/promises';
import { describe, expect, it } from 'vitest';
import { drive, Tickets } from './drive.ts';

/** Counts to a number, slowly enough for several slices. */
function* counting(to: number): Generator<number, string, boolean | undefined> {
  for (let n = 1; n <= to; n++) {
    const end = performance.now() + 13;
    while (performance.now() < end);
    if (yield n) return 'stopped';
  }
  return 'counted';
}

describe('work that is told to the page', () => {
  it('ends once the page has the last of what it was told, however slow its way', async () => {
    const had: (number | string)[] = [];
    const report = async (n: number) => {
      await wait(5 * n);
      had.push(n);
    };
    had.push(await drive(counting(4), new Tickets(), report));
    expect(had).toEqual([1, 2, 3, 4, 'counted']);
  });
  it('waits for nothing where nothing was sent, and keeps the last that was', async () => {
    const had: (number | string)[] = [];
    const nowAndThen = (n: number) => (n === 2 ? wait(30).then(() => had.push(n)) : undefined);
    had.push(await drive(counting(4), new Tickets(), nowAndThen));
    expect(had).toEqual([2, 'counted']);
  });
  it('gives its result though the page fails at a report', async () => {
    const failing = () => Promise.reject(new Error('the page is gone'));
    const loud = (n: number) => (n === 2 ? failing() : undefined);
    expect(await drive(counting(2), new Tickets(), loud)).toBe('counted');
  });
  it('stops at the next piece of work', async () => {
    const tickets = new Tickets();
    const first = drive(counting(50), tickets, () => tickets.next());
    expect(await first).toBe('stopped');
  });
});
