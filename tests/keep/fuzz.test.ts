import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { api, type Api } from '@ripe-pick/contract';
import { drawsFrom, type Draws } from '@ripe-pick/core/stats';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { openStore, type Store } from '../../packages/server/src/store/index.ts';
import { appFor } from '../../packages/server/src/test/app.ts';
import { cannotBeRead, sentText } from '../../packages/server/src/test/read-all.ts';
import { sizeOf } from '../sample.ts';
import { BODIES, catalogue, mutated, randomBody } from './bodies.ts';

/*
 * Whatever is accepted can be read back, and nothing that is sent makes the server answer that it broke: seeded random bodies and mutated
 * valid ones, each accepted one followed by a read of everything, every so often by a restart. The whole with `npm run check:keep`.
 */

const [RANDOM, MUTATED] = [sizeOf(20_000, 2000), sizeOf(2000, 400)];
const RESTARTS_EVERY = 25;

let folder: string;
let store: Store;
let app: ReturnType<typeof appFor>;
const open = async () => {
  store = await openStore(join(folder, 'test.sqlite'));
  app = appFor(store, { now: async () => new Date('2026-11-21T12:00:00Z') });
};
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-fuzz-'));
  await open();
  await store.replaceCatalogue(catalogue);
});
afterEach(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});

/** What is told of bodies that make the server break. */
async function answered(name: keyof Api, body: string): Promise<{ status: number; fault: string | null }> {
  const answer = await sentText(app, name, body);
  const text = await answer.text();
  const fault = answer.status < 500 ? null : `${name}: ${answer.status} to ${body.slice(0, 2000)}`;
  // An error says what, where and how to mend it; an answer is one that the page takes.
  if (answer.status >= 400) expect(JSON.parse(text)).toMatchObject({ error: { message: /./ } });
  else expect(api[name].response.safeParse(JSON.parse(text)).error).toBeUndefined();
  return { status: answer.status, fault };
}

const bodyAt = (draws: Draws) => BODIES[Math.floor(draws.uniform() * BODIES.length)];

/** A save that goes by the revision that is there, most of the time: else hardly any would be taken. */
async function upToDate(name: keyof Api, body: unknown, draws: Draws): Promise<unknown> {
  if (name !== 'saveWorkspace' || draws.uniform() < 0.1) return body;
  if (typeof body !== 'object' || body === null || !('revision' in body)) return body;
  return { ...body, revision: (await store.workspace()).revision };
}

describe('the borders of the server', () => {
  it(`answer ${RANDOM} random bodies, none with a fault of its own`, async () => {
    const told = vi.spyOn(console, 'error').mockImplementation(() => {});
    const draws = drawsFrom(181);
    const faults: string[] = [];
    for (let n = 0; n < RANDOM; n++) {
      const { fault } = await answered(bodyAt(draws)[0], randomBody(draws));
      if (fault) faults.push(fault);
    }
    expect(faults).toEqual([]);
    expect(await cannotBeRead(app)).toEqual([]);
    told.mockRestore();
  });
  it(`after each accepted one of ${MUTATED} mutated bodies everything is read, and read again after a restart`, async () => {
    const draws = drawsFrom(182);
    let accepted = 0;
    for (let n = 0; n < MUTATED; n++) {
      // What the others name is there again, however it was changed.
      if (n % 10 === 0) await store.replaceCatalogue(catalogue);
      const [name, valid] = bodyAt(draws);
      const body = await upToDate(name, mutated(valid(), draws), draws);
      const { status, fault } = await answered(name, JSON.stringify(body) ?? 'null');
      expect(fault).toBeNull();
      if (status !== 200) continue;
      accepted++;
      const faults = await cannotBeRead(app);
      expect(faults, `after ${name} ${JSON.stringify(body).slice(0, 3000)}`).toEqual([]);
      if (accepted % RESTARTS_EVERY === 0) {
        await store.close();
        await open();
        expect(await cannotBeRead(app)).toEqual([]);
      }
    }
    expect(await store.aside()).toEqual([]);
    // Enough of them were taken for this to mean something.
    expect(accepted).toBeGreaterThan(MUTATED / 14);
    console.log(`${RANDOM} random and ${MUTATED} mutated bodies, ${accepted} of these accepted`);
  });
  it('every call with a body is among them', () => {
    const withBody = (Object.keys(api) as (keyof Api)[]).filter((name) => api[name].request !== null);
    const left = withBody.filter((name) => !BODIES.some(([known]) => known === name));
    // These fetch, copy or replace everything: looked at where they are made.
    expect(left).toEqual(['fetchFeeds', 'faultMarket', 'removeBackup', 'lookAtBackup']);
  });
});
