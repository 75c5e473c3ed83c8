import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { catalogueFileSchema, priceFileTakenSchema, type PriceFileTaken } from '@ripe-pick/contract';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { runJob } from '../archive/jobs.ts';
import { BackupDesk } from '../backup/backups.ts';
import { manualSource, openStore, type Store } from '../store/index.ts';
import { appFor } from '../test/app.ts';

const demo = catalogueFileSchema.parse(
  JSON.parse(readFileSync(new URL('../../../demo/files/catalogue.json', import.meta.url), 'utf8')),
);
const [first, second] = demo.offers;
const currencyOf = (id: string) => demo.shops.find((shop) => shop.id === id)?.currency ?? 'EUR';
const HOST = { host: '127.0.0.1:4640' };
const folders: string[] = [];
const stores: Store[] = [];

/** A store with the demo's catalogue, without histories. */
async function fresh(): Promise<Store> {
  const folder = mkdtempSync(join(tmpdir(), 'ripe-pick-prices-'));
  const store = await openStore(join(folder, 'test.sqlite'));
  await store.replaceCatalogue(demo);
  folders.push(folder);
  stores.push(store);
  return store;
}
const tableOf = async (store: Store) =>
  (await appFor(store).request('/prices.csv', { headers: HOST })).text();
const send = (store: Store, body: string) =>
  appFor(store).request('/api/prices/file', { method: 'PUT', headers: HOST, body });
const taken = async (store: Store, body: string): Promise<PriceFileTaken> =>
  priceFileTakenSchema.parse(await (await send(store, body)).json());
const looks = (offer: (typeof demo.offers)[number], count: number, from: number) =>
  Array.from({ length: count }, (_, n) => ({
    ...{ offer: offer.id, part: offer.part, shop: offer.shop, currency: currencyOf(offer.shop) },
    at: from + n * 1440 + (n % 3),
    price: n % 11 === 5 ? null : offer.priceMinor + (n % 4),
    stock: n % 5 === 0 ? n : null,
  }));

let from: Store;
beforeEach(async () => {
  from = await fresh();
  await from.takePrices(looks(first, 150, 29_000_000), manualSource('=SUM(a "shop", with quotes)'));
  await from.takePrices(looks(second, 80, 29_100_000), manualSource('-a feed'));
  await from.takePrices(looks(second, 40, 29_500_000), manualSource('by hand'));
});
afterEach(async () => {
  for (const store of stores.splice(0)) await store.close();
  for (const folder of folders.splice(0)) rmSync(folder, { recursive: true, force: true });
});

describe('a table of histories', () => {
  it('comes back into another instance as it went out, and counts once however often it comes', async () => {
    const table = await tableOf(from);
    const to = await fresh();
    expect(await taken(to, table)).toEqual({
      ...{ rows: 270, taken: 270, repeated: 0, unknown: 0, unknownOffers: [] },
    });
    expect(await tableOf(to)).toBe(table);
    // The way back: what was here before, as a whole.
    const [before] = new BackupDesk(to, runJob).list();
    expect(before).toMatchObject({ kind: 'hand', tables: { price_runs: 0, offers: demo.offers.length } });
    expect(await taken(to, table)).toMatchObject({ taken: 0, repeated: 270 });
    expect(await tableOf(to)).toBe(table);
    // What it joins stays.
    await to.takePrices(looks(first, 1, 29_900_000), manualSource('later'));
    await taken(to, table);
    expect((await tableOf(to)).split('\r\n')).toHaveLength(table.split('\r\n').length + 1);
  });
  it('names rows of offers that are not there, and takes the others', async () => {
    const to = await fresh();
    await to.editCatalogue([{ do: 'remove-offer', id: second.id }]);
    expect(await taken(to, await tableOf(from))).toEqual({
      ...{ rows: 270, taken: 150, repeated: 0, unknown: 120, unknownOffers: [second.id] },
    });
  });
  it('is refused whole at the first row that is none, by its place; nothing is left behind', async () => {
    const to = await fresh();
    const before = await tableOf(to);
    const rows = (await tableOf(from)).split('\r\n');
    const at = rows.findIndex((row, n) => n > 200 && row.includes(',yes,'));
    const broken = (change: (row: string) => string) =>
      [...rows.slice(0, at), change(rows[at]), ...rows.slice(at + 1)].join('\r\n');
    const faults: readonly (readonly [string, (row: string) => string])[] = [
      ['price', (row) => row.replace(/,\d+\.\d\d,/, ',12.3.4,')],
      ['seen', (row) => row.replace(/,\d{4}-/, ',20x6-')],
      ['available', (row) => row.replace(',yes,', ',perhaps,').replace(',no,', ',perhaps,')],
      ['currency', (row) => row.replace(/,(EUR|SEK),/, ',euro,')],
      ['price', (row) => row.replace(/,\d+\.\d\d,/, ',999999999.99,')],
    ];
    for (const [path, change] of faults) {
      const answer = await send(to, broken(change));
      const { error } = (await answer.json()) as { error: { problems: { path: string }[] } };
      expect([answer.status, error.problems[0].path]).toEqual([422, `row ${at + 1}, ${path}`]);
    }
    expect((await send(to, 'a,b\r\n1,2\r\n')).status).toBe(422);
    expect((await send(to, '')).status).toBe(422);
    expect(await tableOf(to)).toBe(before);
  });
});
