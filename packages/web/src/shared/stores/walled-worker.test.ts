import { writeNumbersAs } from '@ripe-pick/core/units';
import { expose } from 'comlink';
import { describe, expect, it, vi } from 'vitest';
import { WalledWorker } from './walled-worker.ts';

const readerOf = (written: string[]) => ({
  write: (language: string) => void written.push(language),
  written: () => [...written],
  fine: (text: string) => text.length,
  never: () => new Promise<number>(() => {}),
});
type Reader = ReturnType<typeof readerOf>;

/** Readers behind the protocol of a worker, in this thread. */
function readers() {
  const log: string[] = [];
  const begin = () => {
    log.push('begun');
    const { port1, port2 } = new MessageChannel();
    expose(readerOf([]), port1 as never); // a port of Node's, which has what the protocol calls
    port2.start();
    for (const port of [port1, port2]) (port as unknown as { unref(): void }).unref();
    return Object.assign(port2, { terminate: () => void log.push('ended') }) as unknown as Worker;
  };
  return { log, begin };
}

describe('a worker with walls', () => {
  it('reads, one worker for all, and is ended with words when it gives no sign; the next reading begins anew', async () => {
    const { log, begin } = readers();
    const walled = new WalledWorker<Reader>(begin, 0.2);
    expect(await walled.read((there) => there.fine('four'))).toBe(4);
    const two = [1, 2].map(() => walled.read((there) => there.never()));
    for (const each of two) await expect(each).rejects.toThrow('longer than 0.2 seconds');
    expect(log).toEqual(['begun', 'ended']);
    expect(await walled.read((there) => there.fine('again'))).toBe(5);
    expect(log).toEqual(['begun', 'ended', 'begun']);
  });
  it('goes on as long as it gives signs, and is stopped when nobody needs it', async () => {
    vi.useFakeTimers();
    try {
      const { log, begin } = readers();
      const walled = new WalledWorker<Reader>(begin, 10);
      let giveSign = () => {};
      const reading = walled.read((there, sign) => ((giveSign = sign), there.never()));
      const outcome = reading.catch((error: Error) => error.message);
      for (let n = 0; n < 5; n++) {
        vi.advanceTimersByTime(9000);
        giveSign();
      }
      expect(log).toEqual(['begun']);
      walled.stop();
      expect([await outcome, log]).toEqual(['It was stopped.', ['begun', 'ended']]);
    } finally {
      vi.useRealTimers();
    }
  });
  it('writes as the page does: told before the first reading, and anew when that changes', async () => {
    const { log, begin } = readers();
    const walled = new WalledWorker<Reader>(begin, 10);
    const read = () => walled.read((there) => there.written());
    try {
      expect(await read()).toEqual(['en']);
      writeNumbersAs('de');
      expect([await read(), await read()]).toEqual([
        ['en', 'de'],
        ['en', 'de'],
      ]);
      expect(log).toEqual(['begun']);
    } finally {
      writeNumbersAs('en');
    }
  });
});
