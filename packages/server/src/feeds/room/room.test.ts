import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { catalogueFileSchema, feedSchema } from '@ripe-pick/contract';
import { build } from 'esbuild';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readPrices } from '../../reading/index.ts';
import { openStore, type Store } from '../../store/index.ts';
import { hostileBodies, NARROW } from '../../test/hostile.ts';
import { keepFetched } from '../keep-fetched.ts';
import { Ended, walledRoom, type ReadingRoom } from './room.ts';

/* The reading room as it runs: a thread of its own, bundled as the server bundles it. */

const server = join(import.meta.dirname, '../../..');
const script = join(server, 'dist/test/room-worker.js');
const catalogue = catalogueFileSchema.parse(
  JSON.parse(readFileSync(join(server, '../demo/files/catalogue.json'), 'utf8')),
);
const { dependencies } = JSON.parse(readFileSync(join(server, 'package.json'), 'utf8')) as {
  dependencies: Record<string, string>;
};
const now = '2026-11-21T12:00:00.000Z';
let folder: string;
let store: Store;
let room: ReadingRoom;
beforeAll(async () => {
  await build({
    ...{ entryPoints: [join(import.meta.dirname, 'worker.ts')], outfile: script },
    ...{ bundle: true, platform: 'node', target: 'node20', format: 'esm' },
    external: Object.keys(dependencies).filter((name) => !name.startsWith('@ripe-pick/')),
  });
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-room-'));
  store = await openStore(join(folder, 'test.sqlite'));
  await store.replaceCatalogue(catalogue);
  room = walledRoom(pathToFileURL(script), store.path, NARROW);
});
afterAll(async () => {
  await room.stop();
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});
const read = (text: string) => room.prices({ shop: 'pennywharf', text, bytes: undefined, now });

describe('the reading room', () => {
  it('reads what the readers read, and matches it', async () => {
    const [offer] = catalogue.offers.filter(({ shop }) => shop === 'pennywharf');
    const json = await read(`sku,name,price\n${offer.id},x,${offer.priceMinor / 100}\n`);
    const answer = JSON.parse(Buffer.from(json ?? []).toString()) as {
      rows: { part: string; isSure: boolean }[];
    };
    expect(answer.rows).toMatchObject([{ part: offer.part, isSure: true }]);
    expect(await room.prices({ shop: 'nobody', text: 'x', bytes: undefined, now })).toBeNull();
  });
  it('answers every hostile body, or ends it with words, and reads the next one', async () => {
    let ended = 0;
    for (const { name, text, bytes } of hostileBodies([60_000])) {
      const what = await room.prices({ shop: null, text, bytes, now }).then(
        () => 'read',
        (error: unknown) => (error instanceof Ended ? 'ended' : `${name}: ${String(error)}`),
      );
      expect(['read', 'ended']).toContain(what);
      if (what === 'ended') ended++;
    }
    expect(ended).toBeLessThan(4);
    expect(await read('name,price\nA,1\n')).not.toBeNull();
  }, 120_000);
  it('ends what takes too long and what needs too much memory, in words; three times pauses a source', async () => {
    const slow = walledRoom(pathToFileURL(script), store.path, { seconds: 0.001, megabytes: 192 });
    const small = walledRoom(pathToFileURL(script), store.path, { seconds: 60, megabytes: 24 });
    const big = JSON.stringify({
      offers: Array.from({ length: 150_000 }, (_, n) => ({
        name: `part ${n}`,
        sku: `s${n}`,
        price: n + 1,
        currency: 'EUR',
      })),
    });
    const ask = (of: ReadingRoom) => of.prices({ shop: 'pennywharf', text: big, bytes: undefined, now });
    await expect(ask(slow)).rejects.toThrow(/takes longer than 0\.001 seconds/);
    await expect(ask(small)).rejects.toThrow(/needs more than 24 MB/);
    await store.putFeed(
      feedSchema.parse({ id: 'f', name: 'F', url: 'https://shop.example/', shop: 'pennywharf' }),
    );
    const fetched = { kind: 'ok', text: big, bytes: new Uint8Array(), etag: null, modified: null } as const;
    for (let n = 1; n <= 3; n++) {
      const [row] = await store.feeds();
      expect(row.feed.isOn).toBe(true);
      await keepFetched(row, fetched, { store, room: slow }, new Date(now));
    }
    const [{ feed, state }] = await store.feeds();
    expect([feed.isOn, state.ended]).toEqual([false, 3]);
    expect(state.error).toMatch(/takes longer.*3 times: the source is paused.*remove it/);
    await store.removeFeed('f');
    await Promise.all([slow.stop(), small.stop()]);
  }, 120_000);
});

describe('readers take twice as long for twice as much, not four times', () => {
  /** Work that a reader does, in its own time units: the least of some runs. */
  const timeOf = (text: string | undefined, bytes: Uint8Array | undefined) => {
    let least = Infinity;
    for (let n = 0; n < 2; n++) {
      const from = process.cpuUsage();
      readPrices({ text, bytes }, 'EUR');
      const { user, system } = process.cpuUsage(from);
      least = Math.min(least, user + system);
    }
    return least;
  };
  const [small, large] = [hostileBodies([60_000]), hostileBodies([240_000])];
  it.each(small.map((body, n) => [body.name, body, large[n]] as const))('%s', (_, one, four) => {
    const once = timeOf(one.text, one.bytes);
    // Of processor time, not of the clock. A reader that grows with the square needs minutes for the larger one; a second is
    // noise on any machine.
    expect(timeOf(four.text, four.bytes)).toBeLessThan(Math.max(10 * once, 1_000_000));
  });
});
