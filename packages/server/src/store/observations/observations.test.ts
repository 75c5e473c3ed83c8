import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { catalogueFileSchema, feedSchema, feedStateSchema } from '@ripe-pick/contract';
import fc from 'fast-check';
import Database from 'libsql';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openDatabase } from '../database.ts';
import { sqliteOnly } from '../../test/sqlite-only.ts';
import { manualSource, openStore, type Intake, type Store } from '../index.ts';
import { observationsOf, prolonged, runsOf, type StoredObservation } from './runs.ts';

const catalogue = catalogueFileSchema.parse(
  JSON.parse(readFileSync(new URL('../../../../demo/files/catalogue.json', import.meta.url), 'utf8')),
);
let folder: string;
let store: Store;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-prices-'));
  store = await openStore(join(folder, 'test.sqlite'));
  await store.replaceCatalogue(catalogue);
});
afterEach(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});

const [first, second] = catalogue.offers;
const currencyOf = (shop: string) => catalogue.shops.find((each) => each.id === shop)?.currency ?? 'EUR';
const intake = (
  { id, part, shop }: typeof first,
  at: number,
  price: number | null,
  stock: number | null = null,
): Intake => ({ offer: id, part, shop, currency: currencyOf(shop), at, price, stock });
const DAY = 1440;
const stateOf = async (id: string) => (await store.catalogue()).offers.find((each) => each.id === id);
const T0 = 20_000 * DAY;
const seen = async (id: string) => {
  const { series } = await store.history({ offers: [id], parts: [], pool: 0 });
  return series[0]?.at.map((at, n) => [(at - T0) / DAY, series[0].price[n]]) ?? [];
};

describe('runs', () => {
  it('keep every look with its time, price, stock and source', () => {
    const look = fc.record({
      gap: fc.integer({ min: 1, max: 500_000 }),
      price: fc.option(fc.integer({ min: 1, max: 5 }), { nil: null }),
      stock: fc.option(fc.integer({ min: 0, max: 2 }), { nil: null }),
      source: fc.integer({ min: 1, max: 2 }),
    });
    fc.assert(
      fc.property(fc.array(look, { maxLength: 60 }), (drawn) => {
        let at = 0;
        const observations = drawn.map(({ gap, ...rest }): StoredObservation => ({
          at: (at += gap),
          ...rest,
        }));
        const runs = runsOf(observations);
        expect(observationsOf(runs)).toEqual(observations);
        const last = runs.at(-1);
        if (!last) return;
        const longer = prolonged(last, {
          at: last.last + 7,
          price: last.price,
          stock: last.stock,
          source: last.source,
        });
        expect(longer && observationsOf([longer]).length).toBe(observationsOf([last]).length + 1);
        expect(
          prolonged(last, { at: last.last, price: last.price, stock: last.stock, source: last.source }),
        ).toBeNull();
      }),
    );
  });
  it('are small: two years of daily looks at prices that change every ten days take under 3 kB', () => {
    const observations = Array.from({ length: 730 }, (_, n): StoredObservation => ({
      at: T0 + n * DAY,
      price: 9990 + Math.floor(n / 10),
      stock: null,
      source: 1,
    }));
    const runs = runsOf(observations);
    expect(runs.reduce((sum, run) => sum + run.gaps.length + 20, 0)).toBeLessThan(3000);
  });
});

describe('histories', () => {
  it('hold gaps and stock-outs as such, in the order of their time, whatever order they came in', async () => {
    await store.takePrices([intake(first, T0 + 5 * DAY, 900)], manualSource('a'));
    await store.takePrices([intake(first, T0, 1000), intake(first, T0 + 2 * DAY, null)], manualSource('b'));
    expect(await seen(first.id)).toEqual([
      [0, 1000],
      [2, null],
      [5, 900],
    ]);
  });
  it('lose one run whose times cannot be read, which is set aside, and nothing else', async () => {
    const days = [0, 1, 2, 5, 6];
    const looks = days.map((n) => intake(first, T0 + n * DAY, n < 5 ? 1000 : 900));
    await store.takePrices([...looks, intake(second, T0, 2000)], manualSource('a'));
    const { db, close } = await openDatabase(store.path);
    await db
      .updateTable('price_runs')
      .set({ gaps: Buffer.from([0xff, 0xff]) })
      .where('price', '=', 1000)
      .execute();
    await close();
    expect(await seen(first.id)).toEqual([
      [5, 900],
      [6, 900],
    ]);
    expect(await seen(second.id)).toHaveLength(1);
    expect(await store.aside()).toMatchObject([{ of: 'price_runs' }]);
    // And what comes in later joins what is left.
    await store.takePrices([intake(first, T0 + 9 * DAY, 800)], manualSource('a'));
    expect(await seen(first.id)).toHaveLength(3);
    expect(await store.aside()).toHaveLength(1);
  });
  it('that are made longer are taken back by their end alone, and made longer again', async () => {
    const looks = (days: readonly number[], price: number) =>
      days.map((n) => intake(first, T0 + n * DAY, price));
    await store.takePrices([...looks([0, 1, 2], 1000), ...looks([3, 4], 900)], manualSource('a'));
    const before = await seen(first.id);
    for (const later of [looks([5], 900), looks([5], 800), looks([5, 6], 700)]) {
      const { undo } = await store.takePrices(later, manualSource('a'));
      const after = await seen(first.id);
      expect(after).toHaveLength(before.length + later.length);
      expect(undo.find((each) => each.do === 'put-history')).toMatchObject({ runs: [{ price: 900 }] });
      const redo = await store.editCatalogue(undo);
      expect(await seen(first.id)).toEqual(before);
      const again = await store.editCatalogue(redo);
      expect(await seen(first.id)).toEqual(after);
      await store.editCatalogue(again);
    }
    // What lies before the beginning that is put back may not reach into it.
    const [end] = (await store.takePrices(looks([7], 1), manualSource('a'))).undo;
    if (end.do !== 'put-history') throw new Error('the history is put back first');
    await expect(store.editCatalogue([{ ...end, from: (end.from ?? 0) - DAY }])).resolves.toBeDefined();
    await expect(store.editCatalogue([{ ...end, from: (end.from ?? 0) + 1 }])).rejects.toThrow();
  });
  it('count a look that is there already once', async () => {
    const rows = [intake(first, T0, 1000), intake(second, T0, 2000)];
    expect(await store.takePrices(rows, manualSource('a'))).toMatchObject({ taken: 2, repeated: 0 });
    expect(await store.takePrices(rows, manualSource('a'))).toMatchObject({ taken: 0, repeated: 2 });
    expect(await seen(first.id)).toHaveLength(1);
  });
  it('show the newest look on the offer, never an older one', async () => {
    const today = Date.parse('2026-11-25T12:00:00Z') / 60_000;
    await store.takePrices([intake(first, today, 777, 3)], manualSource('shop list'));
    await store.takePrices([intake(first, today - 9 * DAY, 5)], manualSource('old list'));
    const read = async () => (await store.catalogue()).offers.find((each) => each.id === first.id);
    expect(await read()).toMatchObject({
      priceMinor: 777,
      stock: 3,
      inStock: true,
      seenOn: '2026-11-25',
      source: 'shop list',
    });
    await store.takePrices([intake(first, today + DAY, null)], manualSource('shop list'));
    expect(await read()).toMatchObject({ priceMinor: 777, inStock: false, seenOn: '2026-11-26' });
  });
  it('show the later of two observations of one day, in whichever order they come', async () => {
    const morning = Date.parse('2026-11-25T08:00:00Z') / 60_000;
    await store.takePrices([intake(first, morning + 240, 800)], manualSource('noon'));
    await store.takePrices([intake(first, morning, 900)], manualSource('morning'));
    expect(await stateOf(first.id)).toMatchObject({ priceMinor: 800, source: 'noon' });
  });
  it('leave an offer off sale when the only observation is taken away, and back on when that is undone', async () => {
    const at = Date.parse('2026-11-25T12:00:00Z') / 60_000;
    await store.takePrices([intake(first, at, 800, 2)], manualSource('a'));
    const removed = await store.correct({ offer: first.id, at, change: 'remove' }, 'now');
    expect(await stateOf(first.id)).toMatchObject({ inStock: false });
    await store.turnCorrection(removed?.serial ?? 0);
    expect(await stateOf(first.id)).toMatchObject({ inStock: true, priceMinor: 800, stock: 2 });
  });
  it('of two feeds of one name are kept apart', async () => {
    const twins = [first, second].map((offer, n) => ({
      feed: feedSchema.parse({
        id: `twin-${n}`,
        name: 'Price list',
        url: 'https://shop.invalid/',
        shop: offer.shop,
      }),
      intakes: [intake(offer, T0 + n, 1000 + n)],
    }));
    for (const { feed, intakes } of twins) {
      await store.putFeed(feed);
      const state = feedStateSchema.parse({ id: feed.id });
      await store.takeHarvest({ feed, intakes, state, held: [], deals: [] });
    }
    for (const { feed, intakes } of twins) expect(await store.lastOfFeed(feed)).toEqual(intakes);
  });
  it('take all or nothing', async () => {
    const bad = { ...intake(second, T0, 5), price: -1 };
    await expect(store.takePrices([intake(first, T0, 1000), bad], manualSource('a'))).rejects.toThrow();
    expect(await seen(first.id)).toEqual([]);
  });
  it('outlive the offers that a new catalogue drops', async () => {
    await store.takePrices([intake(first, T0, 1000)], manualSource('a'));
    await store.replaceCatalogue({ ...catalogue, offers: catalogue.offers.slice(1) });
    expect(await seen(first.id)).toEqual([[0, 1000]]);
  });
  it('can be corrected, that be taken back, and made again', async () => {
    await store.takePrices(
      [0, 1, 2].map((day) => intake(first, T0 + day * DAY, 1000 + day)),
      manualSource('a'),
    );
    const at = T0 + DAY;
    const made = await store.correct({ offer: first.id, at, change: { price: 55 } }, 'now');
    expect(made).toMatchObject({ before: 1001, after: 55, isUndone: false });
    expect(await seen(first.id)).toEqual([
      [0, 1000],
      [1, 55],
      [2, 1002],
    ]);
    await store.turnCorrection(made?.serial ?? 0);
    expect(await seen(first.id)).toEqual([
      [0, 1000],
      [1, 1001],
      [2, 1002],
    ]);
    await store.turnCorrection(made?.serial ?? 0);
    expect((await seen(first.id))[1]).toEqual([1, 55]);
    const removed = await store.correct({ offer: first.id, at: T0 + 2 * DAY, change: 'remove' }, 'now');
    expect(removed?.isRemoval).toBe(true);
    // What is newest now is what the offer shows.
    expect((await store.catalogue()).offers.find((each) => each.id === first.id)?.priceMinor).toBe(55);
    expect(await store.correct({ offer: first.id, at: 1, change: 'remove' }, 'now')).toBeNull();
    expect(await store.corrections()).toHaveLength(2);
  });
  it('tell the same alert once', async () => {
    const alert = {
      key: 'k',
      kind: 'best' as const,
      at: '2026-11-20T12:00:00.000Z',
      day: '2026-11-20',
      title: 't',
      text: 'x',
    };
    await store.addAlerts([alert, alert]);
    await store.addAlerts([{ ...alert, title: 'said again' }]);
    expect((await store.alerts()).map((each) => each.title)).toEqual(['t']);
  });
});

describe('a server that is stopped by force', () => {
  sqliteOnly('has lost no price that it had accepted, and keeps no half of an intake', async () => {
    await store.close();
    const path = join(folder, 'test.sqlite');
    const writer = fileURLToPath(new URL('../../../../../tests/prices/killed-writer.ts', import.meta.url));
    for (let round = 0; round < 3; round++) {
      const child = spawn(process.execPath, ['--import', 'tsx', writer, path, String(round)], {
        stdio: ['ignore', 'pipe', 'inherit'],
      });
      let said = '';
      child.stdout.on('data', (piece: Buffer) => (said += piece.toString()));
      await once(child.stdout, 'data');
      // Somewhere in the middle of an intake, a different place each time.
      await new Promise((done) => setTimeout(done, 90 + 67 * round));
      child.kill('SIGKILL');
      await once(child, 'exit');
      const accepted = Math.max(...said.trim().split('\n').map(Number));
      const raw = new Database(path);
      expect(Object.values(raw.prepare('pragma integrity_check').get() as object)[0]).toBe('ok');
      raw.close();
      const opened = await openStore(path);
      const { series } = await opened.history({
        offers: catalogue.offers.slice(0, 300).map((each) => each.id),
        parts: [],
        pool: 0,
      });
      await opened.close();
      const days = new Map<number, number>();
      for (const { at } of series) for (const each of at) days.set(each, (days.get(each) ?? 0) + 1);
      const base = (21_000 + round * 1000) * DAY;
      // Every day is there for all three hundred offers or for none, and every one that was accepted is there.
      for (const [at, count] of days) expect([at, count]).toEqual([at, 300]);
      for (let day = 0; day <= accepted; day++) expect(days.get(base + day * DAY)).toBe(300);
    }
    store = await openStore(path);
  });
});
