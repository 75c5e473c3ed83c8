import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  briefFileSchema,
  briefOf,
  briefSchema,
  catalogueFileSchema,
  watchKeptSchema,
} from '@ripe-pick/contract';
import { sql } from 'kysely';
import Database from 'libsql';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { sqliteOnly } from '../test/sqlite-only.ts';
import { openDatabase } from './database.ts';
import { openStore, type Store } from './index.ts';
import { MIGRATIONS } from './migrations/index.ts';

const text = (name: string) => readFileSync(new URL(`../../../demo/files/${name}`, import.meta.url), 'utf8');
const brief = briefSchema.parse(briefOf(briefFileSchema.parse(JSON.parse(text('brief-league-seat.json')))));
const workspace = {
  brief,
  candidates: [
    { id: 'a', name: 'A', picks: {}, note: '', isArchived: false, ordersOf: null, decisions: [], path: [] },
  ],
  active: 'a',
  listings: [],
  orders: [],
  claims: [],
  versions: [],
  assemblies: [],
  tunings: [],
  ...watchKeptSchema.parse({}),
};
const NO_HISTORY = { keepFrom: 0, keepTo: 0, add: [], done: 0 };
let folder: string;
let store: Store;

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-store-'));
  store = await openStore(join(folder, 'data', 'test.sqlite'));
});
afterEach(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});

/** What something else did to the database. */
async function fromOutside(change: string): Promise<void> {
  const { db, close } = await openDatabase(join(folder, 'data', 'test.sqlite'));
  await sql.raw(change).execute(db);
  await close();
}

describe('the store', () => {
  it('gives a catalogue back exactly as it came, in its order', async () => {
    const file = catalogueFileSchema.parse(JSON.parse(text('catalogue.json')));
    await store.replaceCatalogue(file);
    const { about: _, ...rest } = file;
    expect(await store.catalogue()).toEqual(rest);
  });
  it('replaces a catalogue whole, and keeps the old one when the new one breaks a rule of the tables', async () => {
    const file = catalogueFileSchema.parse(JSON.parse(text('catalogue.json')));
    await store.replaceCatalogue(file);
    const broken = { ...file, offers: [...file.offers, { ...file.offers[0] }] };
    await expect(store.replaceCatalogue(broken)).rejects.toThrow();
    expect((await store.catalogue()).offers).toHaveLength(file.offers.length);
  });
  sqliteOnly('uses strict tables, foreign keys and a write-ahead log', async () => {
    await store.replaceCatalogue(catalogueFileSchema.parse(JSON.parse(text('catalogue.json'))));
    const raw = new Database(join(folder, 'data', 'test.sqlite'));
    const pragma = (name: string) => Object.values(raw.prepare(`pragma ${name}`).get() as object)[0];
    expect(pragma('journal_mode')).toBe('wal');
    expect(pragma('integrity_check')).toBe('ok');
    expect(() =>
      raw.exec("insert into shops values ('x', 'not a number', 'n', 'shop', 'EUR', 0, null, '{}')"),
    ).toThrow(/cannot store TEXT/i);
    expect(() =>
      raw.exec("insert into parts values ('x', 1, 'graphics card', 'm', 'n', 'not json')"),
    ).toThrow();
    raw.close();
  });
  it('sets aside what the database itself holds when it is not what it should be', async () => {
    await store.replaceCatalogue(catalogueFileSchema.parse(JSON.parse(text('catalogue.json'))));
    await fromOutside(`update parts set body = '{"kind":"gpu","id":"x"}' where position = 0`);
    const [first, ...others] = catalogueFileSchema.parse(JSON.parse(text('catalogue.json'))).parts;
    expect((await store.catalogue()).parts).toEqual(others);
    const aside = await store.aside();
    expect(aside.find(({ of }) => of === 'parts')).toMatchObject({ name: first.id });
  });
  it('keeps the workspace over a restart, and two openings see the same', async () => {
    expect(await store.workspace()).toEqual({
      id: 'first',
      revision: 0,
      workspace: null,
      history: { steps: [], done: 0 },
    });
    expect(await store.saveWorkspace(0, workspace, NO_HISTORY)).toBe(1);
    expect(await store.saveWorkspace(0, workspace, NO_HISTORY)).toBeNull();
    const second = await openStore(join(folder, 'data', 'test.sqlite'));
    expect((await second.workspace()).workspace?.candidates).toEqual(workspace.candidates);
    await second.close();
  });
  it('knows a save of the same window whose answer was lost, and nobody else’s', async () => {
    const save = (revision: number, operation: string, unanswered: string[] = []) =>
      store.saveWorkspace(revision, workspace, NO_HISTORY, { operation, unanswered });
    expect(await save(0, 'one')).toBe(1);
    expect(await save(0, 'two', ['one'])).toBe(2); // the answer to one was lost
    expect(await save(0, 'four', ['one', 'two', 'three'])).toBe(3); // three never arrived
    expect(await save(3, 'elsewhere')).toBe(4);
    expect(await save(3, 'five', ['four'])).toBeNull();
    expect(await save(0, 'six')).toBeNull();
  });
  it('keeps how candidates are to grow, and sets a candidate aside whose path is none', async () => {
    const path = [{ on: '2027-07-20', changes: [{ slot: 'gpu' as const, part: 'card-a', beside: false }] }];
    const grown = { ...workspace, candidates: workspace.candidates.map((each) => ({ ...each, path })) };
    expect(await store.saveWorkspace(0, grown, NO_HISTORY)).toBe(1);
    expect((await store.workspace()).workspace?.candidates[0].path).toEqual(path);
    await fromOutside(`update candidates set path = '[{"on":"soon","changes":[]}]'`);
    expect((await store.workspace()).workspace?.candidates).toMatchObject([{ id: 'first', picks: {} }]);
    expect(await store.aside()).toMatchObject([{ of: 'candidates', name: 'first, a' }]);
  });
  it('keeps steps by serial: adds, drops what was undone and written over, and trims the front', async () => {
    const step = (serial: number, label = `step ${serial}`) => ({
      serial,
      label,
      at: '2026-11-20T09:30:00Z',
      back: [{ op: 'replace' as const, path: '/brief/name', value: 'before' }],
      forth: [{ op: 'remove' as const, path: '/brief/name' }],
    });
    const save = (revision: number, keepFrom: number, keepTo: number, add: number[], done: number) =>
      store.saveWorkspace(revision, workspace, {
        keepFrom,
        keepTo,
        add: add.map((serial) => step(serial)),
        done,
      });
    const serials = async () => (await store.workspace()).history.steps.map((each) => each.serial);
    await save(0, 0, 0, [1, 2, 3], 3);
    expect(await serials()).toEqual([1, 2, 3]);
    await save(1, 1, 3, [], 1);
    expect((await store.workspace()).history.done).toBe(1);
    await save(2, 1, 1, [4], 4);
    expect(await serials()).toEqual([1, 4]);
    await save(3, 4, 4, [5], 5);
    expect((await store.workspace()).history.steps).toEqual([step(4), step(5)]);
    // A save that comes too late leaves the history alone.
    expect(await save(1, 0, 0, [9], 9)).toBeNull();
    expect(await serials()).toEqual([4, 5]);
  });
  sqliteOnly(
    'brings the oldest file to the newest form, with a copy of it beside, and loses nothing',
    async () => {
      const path = join(folder, 'oldest.sqlite');
      const [first] = Object.keys(MIGRATIONS).sort();
      await (await openDatabase(path, { migrations: { [first]: MIGRATIONS[first] } })).close();
      const raw = new Database(path);
      const head = {
        revision: 1,
        brief: { name: 'Seat', money: { currency: 'EUR', budgetMinor: 64_000 } },
        active: 'a',
      };
      const { play, needs, whereToBuy } = brief;
      const old = {
        ...head.brief,
        play,
        needs: { memoryGb: needs.memoryGb, cardRequired: true },
        market: whereToBuy,
      };
      raw
        .prepare('insert into settings values (?, ?)')
        .run('workspace', JSON.stringify({ ...head, brief: old }));
      raw
        .prepare('insert into candidates values (?, ?, ?, ?)')
        .run('a', 0, 'A', JSON.stringify({ card: { part: 'x', offer: null } }));
      raw.close();
      const opened = await openStore(path);
      const { workspace: read } = await opened.workspace();
      expect(read?.candidates).toMatchObject([{ name: 'A', picks: { gpu: { part: 'x' } }, path: [] }]);
      expect(read?.brief.needs).toMatchObject({ memoryGb: needs.memoryGb, gpuRequired: true });
      expect(existsSync(`${path}.before-0002-workbench`)).toBe(true);
      await opened.close();
    },
  );
});
