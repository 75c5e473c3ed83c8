import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  briefFileSchema,
  briefOf,
  briefSchema,
  buildFileSchema,
  buyingSchema,
  watchKeptSchema,
  workspaceSchema,
  type CatalogueFile,
} from '@ripe-pick/contract';
import { sql } from 'kysely';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { fillWithDemo, loadDemoPrices } from '../demo.ts';
import { tableShapes } from './archive/shape.ts';
import { openDatabase } from './database.ts';
import { openStore, type Store } from './index.ts';
import { renamed } from './part-rename.ts';

const text = (name: string) => readFileSync(new URL(`../../../demo/files/${name}`, import.meta.url), 'utf8');
const json = (name: string): unknown => JSON.parse(text(name));
const demo = {
  catalogue: () => text('catalogue.json'),
  records: () => text('records.csv'),
  bench: () => text('bench.json'),
  prices: () => text('prices.csv'),
};
const { picks } = buildFileSchema.parse(json('build-first-idea.json'));
const CARD = picks.gpu?.part ?? '';
const OTHER = 'kestrand-ember-370-duo';

let folder: string;
let path: string;
let store: Store;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-part-merge-'));
  path = join(folder, 'test.sqlite');
  store = await openStore(path);
  await fillWithDemo(store, demo);
  await loadDemoPrices(store, demo, 'http://127.0.0.1:1');
  const brief = {
    ...briefSchema.parse(briefOf(briefFileSchema.parse(json('brief-league-seat.json')))),
    owned: [CARD, OTHER],
  };
  const candidates = [{ id: CARD, name: 'named like the part', picks }];
  const step = {
    serial: 1,
    label: 'own it',
    at: '2026-11-20T10:00:00Z',
    back: [{ op: 'remove', path: '/brief/owned/1' }],
    forth: [{ op: 'add', path: '/brief/owned/1', value: CARD }],
  } as const;
  await store.saveWorkspace(
    0,
    workspaceSchema.parse({
      brief,
      candidates,
      active: CARD,
      ...buyingSchema.parse(json('buying.json')),
      ...watchKeptSchema.parse(json('watch.json')),
    }),
    { keepFrom: 0, keepTo: 0, add: [step as never], done: 1 },
  );
});
afterEach(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});

/** All rows of all tables, without how often a brief was saved. */
async function everything(): Promise<string> {
  const { db, close } = await openDatabase(path);
  const lines: string[] = [];
  for (const { name, key } of await tableShapes(db)) {
    if (name === 'part_merges') continue;
    const { rows } =
      await sql`select * from ${sql.table(name)} order by ${sql.join(key.map((k) => sql.ref(k)))}`.execute(
        db,
      );
    lines.push(...rows.map((row) => `${name} ${JSON.stringify(row).replace(/\\"revision\\":\d+/, '')}`));
  }
  await close();
  return lines.join('\n');
}
const of = (file: CatalogueFile, id: string) => {
  const part = file.parts.find((each) => each.id === id);
  if (!part) throw new Error(`the demo has no ${id}`);
  return part;
};

describe('two parts that are one', () => {
  it('take prices, histories, records and briefs along, and part again to the letter', async () => {
    const before = await everything();
    const file = await store.catalogue();
    const count = async (part: string) => ({
      offers: (await store.catalogue()).offers.filter((offer) => offer.part === part).length,
      histories: (await store.history({ offers: [], parts: [part], pool: 0 })).series.length,
      records: (await store.records()).filter((record) => record.gpu === part).length,
    });
    const [first, second] = [await count(CARD), await count(OTHER)];
    expect(Math.min(...Object.values(first), ...Object.values(second))).toBeGreaterThan(0);

    const undo = await store.editCatalogue([{ do: 'merge-part', id: CARD, item: of(file, OTHER) }]);
    expect(await count(OTHER)).toEqual({
      offers: first.offers + second.offers,
      histories: first.histories + second.histories,
      records: first.records + second.records,
    });
    const { workspace, revision, history } = await store.workspace();
    expect([workspace?.candidates[0].picks.gpu?.part, workspace?.brief.owned, revision]).toEqual([
      OTHER,
      [OTHER],
      2,
    ]);
    // What is only called like the part keeps its name; a step that named it names the other one.
    expect([workspace?.candidates[0].id, history.steps[0].forth[0]]).toMatchObject([CARD, { value: OTHER }]);
    expect((await store.catalogue()).parts.some(({ id }) => id === CARD)).toBe(false);

    const redo = await store.editCatalogue(undo);
    expect(await everything()).toBe(before);
    await store.editCatalogue(await store.editCatalogue(redo));
    expect(await everything()).toBe(before);
  });

  it('part again around what was changed since', async () => {
    const file = await store.catalogue();
    const undo = await store.editCatalogue([{ do: 'merge-part', id: CARD, item: of(file, OTHER) }]);
    const { workspace, revision, id } = await store.workspace();
    if (!workspace) throw new Error('a workspace was saved');
    const next = {
      ...workspace,
      candidates: workspace.candidates.map((each) => ({ ...each, note: 'later' })),
    };
    await store.saveWorkspace(revision, next, { keepFrom: 1, keepTo: 1, add: [], done: 1 }, { id });
    await store.editCatalogue(undo);
    const [candidate] = (await store.workspace()).workspace?.candidates ?? [];
    expect([candidate.picks.gpu?.part, candidate.note]).toEqual([CARD, 'later']);
  });

  it('of two kinds, or with itself, is refused', async () => {
    const file = await store.catalogue();
    const cpu = file.parts.find(({ kind }) => kind === 'cpu')?.id ?? '';
    for (const id of [cpu, OTHER, 'nothing'])
      await expect(store.editCatalogue([{ do: 'merge-part', id, item: of(file, OTHER) }])).rejects.toThrow();
    await expect(store.editCatalogue([{ do: 'split-part', merge: 9 }])).rejects.toThrow();
  });
});

describe('renaming a part', () => {
  it('touches only what names parts', () => {
    const value = {
      id: 'a',
      part: 'a',
      parts: ['a', 'b'],
      offer: 'a',
      picks: { gpu: { part: 'a', offer: 'a' } },
      gpu: 'a',
      note: 'a',
      steps: [{ op: 'replace', path: '/candidates/0/picks/gpu/part', value: 'a' }],
    };
    expect(renamed(value, 'a', 'b')).toEqual({
      id: 'a',
      part: 'b',
      parts: ['b'],
      offer: 'a',
      picks: { gpu: { part: 'b', offer: 'a' } },
      gpu: 'b',
      note: 'a',
      steps: [{ op: 'replace', path: '/candidates/0/picks/gpu/part', value: 'b' }],
    });
  });
});
