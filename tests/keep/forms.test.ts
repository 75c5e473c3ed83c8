import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { drawsFrom } from '@ripe-pick/core/stats';
import { build } from 'esbuild';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { checkWhole, openStore, type Store } from '../../packages/server/src/store/index.ts';
import { appFor } from '../../packages/server/src/test/app.ts';
import { cannotBeRead } from '../../packages/server/src/test/read-all.ts';
import { sizeOf } from '../sample.ts';
import { copyDatabase, databaseOf, FORMS } from './forms.ts';

/* Data of every earlier form come to the newest one, and a process that is killed on the way starts again. */

const KILLS = sizeOf(300, 6);
const server = new URL('../../packages/server/', import.meta.url).pathname;
const script = join(server, 'dist/test/opener.js');
let folder: string;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-forms-'));
  const { dependencies } = JSON.parse(readFileSync(join(server, 'package.json'), 'utf8')) as {
    dependencies: Record<string, string>;
  };
  await build({
    ...{ entryPoints: [join(import.meta.dirname, 'opener.ts')], outfile: script, bundle: true },
    ...{ platform: 'node', target: 'node20', format: 'esm' },
    external: Object.keys(dependencies).filter((name) => !name.startsWith('@ripe-pick/')),
  });
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** What of a database can be told from its form: how much there is, and the names of what was planned. */
async function contentOf(store: Store) {
  const { parts, offers, frameModel, shops } = await store.catalogue();
  const { workspace } = await store.workspace();
  return {
    ...{ parts: parts.length, offers: offers.length, shops: shops.length, games: frameModel.games.length },
    ...{ brief: workspace?.brief.name, candidates: workspace?.candidates.map(({ name }) => name) },
  };
}

describe('data of the form', () => {
  let newest: Awaited<ReturnType<typeof contentOf>>;
  it.each([...FORMS].reverse())('%s come to the newest one whole, and everything is read', async (form) => {
    const path = join(folder, `${form}.sqlite`);
    await databaseOf(form, path);
    const store = await openStore(path);
    const content = await contentOf(store);
    newest ??= content;
    expect(content).toEqual(newest);
    expect(content.parts).toBeGreaterThan(300);
    expect(await store.aside()).toEqual([]);
    expect(await cannotBeRead(appFor(store))).toEqual([]);
    await store.close();
    checkWhole(path);
  });
  it(`0004-deals to the newest one, killed ${KILLS} times on the way, starts again each time`, async () => {
    const old = join(folder, 'old.sqlite');
    await databaseOf('0004-deals', old);
    const draws = drawsFrom(184);
    let isEarly = 0;
    for (let kill = 0; kill < KILLS; kill++) {
      const place = join(folder, `kill-${kill}`);
      mkdirSync(place);
      const path = join(place, 'ripe-pick.sqlite');
      copyDatabase(old, path);
      if (await killedAt(path, 900 * draws.uniform())) isEarly++;
      const store = await openStore(path);
      expect(await contentOf(store)).toEqual(newest);
      expect(await store.aside()).toEqual([]);
      await store.close();
      checkWhole(path);
      rmSync(place, { recursive: true });
    }
    // Enough of them were killed before they were done for this to mean something.
    expect(isEarly).toBeGreaterThan(KILLS / 4);
    console.log(
      `${KILLS} kills during migrations, ${isEarly} of them before they were done: all started again`,
    );
  });
});

/** Kills an opener so long after it began; whether it was not done by then. */
function killedAt(path: string, milliseconds: number): Promise<boolean> {
  return new Promise((resolve) => {
    const opener = spawn(process.execPath, [script, path], { stdio: ['ignore', 'pipe', 'ignore'] });
    let said = '';
    let timer: NodeJS.Timeout | null = null;
    opener.stdout.on('data', (text: Buffer) => {
      said += text.toString();
      timer ??= setTimeout(() => opener.kill('SIGKILL'), milliseconds);
    });
    opener.on('close', () => resolve(!said.includes('open')));
  });
}
