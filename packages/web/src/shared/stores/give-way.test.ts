import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { givingWay } from './give-way.ts';

describe('work in the background', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());
  const later = (ms: number, fails = false) =>
    new Promise((resolve, reject) => setTimeout(fails ? () => reject(new Error('no')) : resolve, ms));
  /** Milliseconds until it may go on. */
  async function waits(way: ReturnType<typeof givingWay>): Promise<number> {
    const start = Date.now();
    let end: number | null = null;
    void way.turn().then(() => (end = Date.now()));
    await vi.advanceTimersByTimeAsync(20_000);
    if (end === null) throw new Error('it never got its turn');
    return end - start;
  }
  it('goes on at once when nothing goes first', async () => {
    expect(await waits(givingWay(4000))).toBe(0);
  });
  it('waits for what goes first, and for no more than the time given', async () => {
    const way = givingWay(4000);
    way.to(later(1500));
    expect(await waits(way)).toBe(1500);
    way.to(later(15_000));
    expect(await waits(way)).toBe(4000);
  });
  it('goes on when what went first fails', async () => {
    const way = givingWay(4000);
    way.to(later(700, true));
    expect(await waits(way)).toBe(700);
  });
  it('lets work that came in meanwhile go first as well', async () => {
    const way = givingWay(4000);
    way.to(later(1000));
    setTimeout(() => way.to(later(1200)), 500);
    expect(await waits(way)).toBe(1700);
  });
});
