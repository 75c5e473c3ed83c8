import { copyFileSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import {
  benchFileSchema,
  briefFileSchema,
  buildFileSchema,
  catalogueFileSchema,
  catalogueOf,
  readRecordsTable,
  upgradedFile,
} from '@ripe-pick/contract';
import { randomSource } from '@ripe-pick/demo/random';
import jsonPatch, { type Operation } from 'fast-json-patch';
import Database from 'libsql';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openDatabase } from '../../packages/server/src/store/database.ts';
import { openStore } from '../../packages/server/src/store/index.ts';
import { sizeOf } from '../sample.ts';

/*
 * The demo's files as version 1 wrote them, and a database made by the last version that spoke it: with the demo, its
 * passes and records, a sample of its histories, and four steps of which the last was undone. The same demo in version 2 is
 * what they must come to.
 */
const old = (name: string) => gunzipSync(readFileSync(new URL(`./v1/${name}.gz`, import.meta.url)));
/** Fitted anew, or worded anew, since version 1 wrote them. */
const CHANGED_SINCE = ['catalogue.json', 'records.csv'];
/** The same in version 2: as the demo has it still, but for what changed. */
const demo = (name: string) =>
  CHANGED_SINCE.includes(name)
    ? gunzipSync(readFileSync(new URL(`./v2/${name}.gz`, import.meta.url))).toString()
    : readFileSync(new URL(`../../packages/demo/files/${name}`, import.meta.url), 'utf8');
const parsed = (text: Buffer | string) => JSON.parse(text.toString()) as Record<string, unknown>;

describe('files of version 1', () => {
  it.each([
    ['catalogue.json', catalogueFileSchema],
    ['brief-league-seat.json', briefFileSchema],
    ['brief-no-card.json', briefFileSchema],
    ['build-first-idea.json', buildFileSchema],
    ['bench.json', benchFileSchema],
  ] as const)('%s reads as the same file of version 2', (name, schema) => {
    const file = parsed(old(name));
    expect(file.version).toBe(1);
    const upgraded = upgradedFile(file);
    expect(upgraded).toEqual(parsed(demo(name)));
    expect(schema.safeParse(upgraded).error).toBeUndefined();
  });
  it('tables of records read alike by their old columns and words', () => {
    const catalogue = catalogueOf(catalogueFileSchema.parse(parsed(demo('catalogue.json'))));
    const defaults = { source: 's', on: '2026-11-20', idPrefix: 'r', renderScale: null, memory: null };
    const read = (text: string) => readRecordsTable(text, catalogue, defaults);
    expect(read(old('records.csv').toString())).toEqual(read(demo('records.csv')));
    expect(read(old('records.csv').toString()).problems).toEqual([]);
  });
  it('of a later version, or none of ours, stay as they are', () => {
    for (const file of [{ version: 3, format: 'ripe-pick/brief' }, { version: 1, format: 'x' }, 7, null, []])
      expect(upgradedFile(file)).toBe(file);
  });
});

describe('a database of version 1', () => {
  let folder: string;
  let path: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'ripe-pick-version-1-'));
    path = join(folder, 'ripe-pick.sqlite');
    writeFileSync(path, old('ripe-pick.sqlite'));
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));
  const counts = (at: string) => {
    const raw = new Database(at);
    const tables = [
      'parts',
      'shops',
      'offers',
      'deals',
      'rates',
      'games',
      'records',
      'bench_runs',
      'candidates',
    ];
    const more = [
      'kept',
      'steps',
      'price_offers',
      'price_runs',
      'feeds',
      'watch_points',
      'forecasts',
      'settings',
    ];
    const count = (table: string) =>
      (raw.prepare(`select count(*) as n from ${table}`).get() as { readonly n: number }).n;
    const all = Object.fromEntries([...tables, ...more].map((table) => [table, count(table)]));
    raw.close();
    return all;
  };

  it('opens with nothing lost, in the words of version 2', async () => {
    const before = counts(path);
    const store = await openStore(path);
    const catalogue = await store.catalogue();
    expect({ ...catalogue, about: undefined }).toMatchObject({
      ...parsed(demo('catalogue.json')),
      about: undefined,
      // Prices were taken in after the demo was loaded.
      offers: expect.any(Array) as unknown,
    });
    const { workspace } = await store.workspace();
    expect(workspace?.brief.needs.psuRule).toEqual({ kind: 'load', factor: 1.5 });
    expect(workspace?.brief.whereToBuy.conditionsBySlot).toEqual({ gpu: ['new'] });
    expect(workspace?.brief.growth).toMatchObject({ falls: { gpu: 0.2 }, resale: { kept: ['psu'] } });
    expect(workspace?.candidates.map(({ picks }) => picks.gpu?.part)).toEqual([
      'kestrand-ember-130-solo',
      'kestrand-ember-130-solo',
    ]);
    expect(workspace?.candidates[0].decisions[0].slot).toBe('gpu');
    expect(workspace?.candidates[0].path[0].changes[0].slot).toBe('psu');
    expect((await store.bench()).rigs.length).toBeGreaterThan(0);
    expect(await store.records()).toHaveLength(before.records);
    expect((await store.feeds()).length).toBe(before.feeds);
    await store.close();
    const { settings, ...after } = counts(path);
    // The brief has left the settings for a table of its own.
    expect({ ...after, settings: Number(settings) + 1 }).toEqual(before);
  });
  it('undoes and does again what was done before', async () => {
    const store = await openStore(path);
    const { workspace, history } = await store.workspace();
    await store.close();
    expect(history.steps).toHaveLength(4);
    const apply = (state: object, patch: unknown) =>
      jsonPatch.applyPatch(state, [...(patch as Operation[])], true, false).newDocument as typeof workspace;
    let state = workspace;
    for (const step of history.steps.slice(0, history.done).reverse()) state = apply(state ?? {}, step.back);
    expect(state?.candidates).toHaveLength(1);
    expect(state?.candidates[0].picks.gpu?.part).toBe('bramfell-ember-270-duo');
    expect(state?.brief.needs.psuRule.kind).not.toBe('load');
    const redone = apply(workspace ?? {}, history.steps[3].forth);
    expect(redone?.brief.locks).toMatchObject([{ slot: 'motherboard' }]);
  });
  it('starts again whenever it is stopped by force, at points drawn over all statements', async () => {
    let statements = 0;
    const copy = join(folder, 'copy.sqlite');
    copyFileSync(path, copy);
    await (await openDatabase(copy, { onStatement: () => void statements++ })).close();
    expect(statements).toBeGreaterThan(500);
    const random = randomSource(2);
    const points = new Set(Array.from({ length: sizeOf(50, 12) }, () => Math.floor(random() * statements)));
    const stops: string[] = [];
    const wanted = counts(copy);
    let at = 0;
    const { close } = await openDatabase(path, {
      onStatement: () => {
        if (!points.has(at++)) return;
        const stop = join(folder, `stop-${at}.sqlite`);
        for (const ending of ['', '-wal'])
          if (existsSync(path + ending)) copyFileSync(path + ending, stop + ending);
        stops.push(stop);
      },
    });
    await close();
    expect(stops.length).toBe(points.size);
    for (const stop of stops) {
      await (await openDatabase(stop)).close();
      expect(counts(stop)).toEqual(wanted);
      for (const ending of ['', '-wal', '-shm']) rmSync(stop + ending, { force: true });
    }
  });
});
