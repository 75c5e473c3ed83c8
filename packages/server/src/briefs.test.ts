import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  briefFileSchema,
  briefOf,
  briefSchema,
  buyingSchema,
  catalogueFileSchema,
  workspaceSchema,
} from '@ripe-pick/contract';
import type { BriefCard, SavedWorkspace, Workspace } from '@ripe-pick/contract';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openDatabase } from './store/database.ts';
import { openStore, type Store } from './store/index.ts';
import { MIGRATIONS } from './store/migrations/index.ts';
import { appFor } from './test/app.ts';
import { look } from './watch/look.ts';
import { sql } from 'kysely';

const json = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../demo/files/${name}`, import.meta.url), 'utf8'));
const brief = briefSchema.parse(briefOf(briefFileSchema.parse(json('brief-league-seat.json'))));
const plan = (name: string, rest: object = {}): Workspace =>
  workspaceSchema.parse({
    brief: { ...brief, name },
    candidates: [{ id: 'first', name: `Idea for ${name}`, picks: {} }],
    active: 'first',
    ...rest,
  });

let folder: string;
let store: Store;
let app: ReturnType<typeof appFor>;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-briefs-'));
  store = await openStore(join(folder, 'ripe-pick.sqlite'));
  app = appFor(store);
});
afterEach(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});
const send = (method: string, path: string, body?: unknown) =>
  app.request(path, {
    method,
    headers: { host: '127.0.0.1:4640', 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
const answer = async <T>(asked: Response | Promise<Response>) => (await (await asked).json()) as T;
interface Briefs {
  readonly briefs: BriefCard[];
  readonly current: string;
}
const get = async <T>(path: string) => answer<T>(app.request(path, { headers: { host: '127.0.0.1:4640' } }));

describe('several briefs', () => {
  it('stand side by side, each with candidates, orders, steps and revisions of its own', async () => {
    const buying = buyingSchema.parse(json('buying.json'));
    await send('PUT', '/api/workspace', { revision: 0, workspace: plan('mine', buying) });
    const step = { serial: 1, label: 's', at: '2026-11-20T10:00:00Z', back: [], forth: [] };
    const history = { keepFrom: 0, keepTo: 0, add: [step], done: 1 };
    const added = await answer<Briefs>(
      send('POST', '/api/briefs', { id: 'sister', workspace: plan('hers'), history }),
    );
    expect([added.current, added.briefs.map(({ id, name }) => [id, name])]).toEqual([
      'sister',
      [
        ['first', 'mine'],
        ['sister', 'hers'],
      ],
    ]);
    const hers = await get<SavedWorkspace>('/api/workspace');
    expect([hers.id, hers.revision, hers.workspace?.orders.length, hers.history.steps.length]).toEqual([
      'sister',
      1,
      0,
      1,
    ]);
    // A window that still has the first one open saves into that one.
    const late = { id: 'first', revision: 1, workspace: plan('mine, later', buying) };
    expect((await send('PUT', '/api/workspace', late)).status).toBe(200);
    expect((await get<SavedWorkspace>('/api/workspace')).workspace?.brief.name).toBe('hers');
    const { briefs } = await answer<Briefs>(send('POST', '/api/briefs/open', { id: 'first' }));
    expect((await get<SavedWorkspace>('/api/workspace')).workspace).toEqual(plan('mine, later', buying));
    expect(briefs[0].orders).toBe(buying.orders.length);
  });

  it('tell each other what is owned, ordered and claimed', async () => {
    const buying = buyingSchema.parse(json('buying.json'));
    const workspace = plan('mine', buying);
    await send('PUT', '/api/workspace', { revision: 0, workspace });
    const [card] = (await get<Briefs>('/api/briefs')).briefs;
    const bound = buying.orders.flatMap(({ lines }) =>
      lines.flatMap(({ part, state }) => (part && ['ordered', 'arrived'].includes(state) ? [part] : [])),
    );
    expect([card.owned, card.ordered]).toEqual([workspace.brief.owned, bound]);
    expect(card.claims).toEqual(buying.claims);
    expect(bound.length).toBeGreaterThan(0);
  });

  it('can be put away; an id that is taken or not there is refused', async () => {
    await send('PUT', '/api/workspace', { revision: 0, workspace: plan('mine') });
    await send('POST', '/api/briefs', { id: 'second', workspace: plan('two') });
    const away = await answer<Briefs>(
      send('POST', '/api/briefs/archive', { id: 'second', isArchived: true }),
    );
    expect(away.briefs.map(({ isArchived }) => isArchived)).toEqual([false, true]);
    expect((await send('POST', '/api/briefs', { id: 'second', workspace: plan('x') })).status).toBe(409);
    expect((await send('POST', '/api/briefs/open', { id: 'gone' })).status).toBe(404);
    expect((await send('POST', '/api/briefs/archive', { id: 'gone', isArchived: true })).status).toBe(404);
  });

  it('are all watched, but not those put away, each against its own days', async () => {
    await store.replaceCatalogue(catalogueFileSchema.parse(json('catalogue.json')));
    await send('PUT', '/api/workspace', { revision: 0, workspace: plan('mine') });
    for (const id of ['hers', 'old']) await send('POST', '/api/briefs', { id, workspace: plan(id) });
    await send('POST', '/api/briefs/archive', { id: 'old', isArchived: true });
    const seen = await look(store);
    expect(seen.map(({ brief: of }) => [of.id, of.isAlone])).toEqual([
      ['first', false],
      ['hers', false],
    ]);
    await store.addPoint('hers', seen[1].point);
    expect([(await store.points('first')).length, (await store.points('hers')).length]).toEqual([0, 1]);
  });

  it('the brief of a database that knew only one is the first of them, whole', async () => {
    const path = join(folder, 'old.sqlite');
    const migrations = Object.fromEntries(Object.entries(MIGRATIONS).filter(([name]) => name < '0009'));
    const old = await openDatabase(path, { migrations });
    const body = JSON.stringify({ revision: 4, brief: plan('mine').brief, active: 'a', done: 3 });
    await sql`insert into settings values ('workspace', ${body})`.execute(old.db);
    await sql`insert into candidates (id, position, name, picks) values ('a', 0, 'A', '{}')`.execute(old.db);
    await sql`insert into steps values (3, 'named', '2026-11-20T10:00:00Z', '[]', '[]')`.execute(old.db);
    await old.close();
    const now = await openStore(path);
    const { id, revision, workspace, history } = await now.workspace();
    expect([
      id,
      revision,
      workspace?.brief.name,
      workspace?.candidates[0].name,
      history.steps[0].label,
      history.done,
    ]).toEqual(['first', 4, 'mine', 'A', 'named', 3]);
    await now.close();
  });
});
