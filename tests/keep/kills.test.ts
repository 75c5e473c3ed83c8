import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { drawsFrom } from '@ripe-pick/core/stats';
import { build } from 'esbuild';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { checkWhole, openStore } from '../../packages/server/src/store/index.ts';
import { sizeOf } from '../sample.ts';
import { catalogue } from './bodies.ts';

/* What was acknowledged survives: a process that writes is killed at random moments, and everything it said is there. */

const KILLS = sizeOf(1000, 12);
/** Longest time that a writer is let live after its first write. */
const LONGEST_MS = 120;
const server = new URL('../../packages/server/', import.meta.url).pathname;
const script = join(server, 'dist/test/writer.js');
let folder: string;
let path: string;
beforeAll(async () => {
  const { dependencies } = JSON.parse(readFileSync(join(server, 'package.json'), 'utf8')) as {
    dependencies: Record<string, string>;
  };
  await build({
    ...{ entryPoints: [join(import.meta.dirname, 'writer.ts')], outfile: script, bundle: true },
    ...{ platform: 'node', target: 'node20', format: 'esm' },
    external: Object.keys(dependencies).filter((name) => !name.startsWith('@ripe-pick/')),
    // The bundle lies elsewhere: the demo’s files are found from where the source lies.
    define: { 'import.meta.url': JSON.stringify(import.meta.url) },
  });
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-kills-'));
  path = join(folder, 'ripe-pick.sqlite');
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Lets a writer write from a number on, and kills it; the last number that it acknowledged. */
function killedAfter(from: number, milliseconds: number): Promise<number> {
  return new Promise((resolve, reject) => {
    const writer = spawn(process.execPath, [script, path, String(from)], {
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let said = '';
    let errors = '';
    let timer: NodeJS.Timeout | null = null;
    writer.stdout.on('data', (text: Buffer) => {
      said += text.toString();
      timer ??= setTimeout(() => writer.kill('SIGKILL'), milliseconds);
    });
    writer.stderr.on('data', (text: Buffer) => (errors += text.toString()));
    writer.on('close', (code) => {
      if (code !== null) reject(new Error(`the writer ended by itself: ${errors}`));
      else resolve(Number(said.trimEnd().split('\n').at(-1)));
    });
  });
}

/** A kill with all that follows it takes a second or two, where little else is done. */
const ENDS_MS = 5000 * KILLS;

describe('a process that writes', () => {
  it(
    `is killed ${KILLS} times: what it acknowledged is there, whole, and the next one starts`,
    async () => {
      const draws = drawsFrom(183);
      let next = 0;
      let writes = 0;
      for (let kill = 0; kill < KILLS; kill++) {
        const last = await killedAfter(next, LONGEST_MS * draws.uniform());
        writes += last - next + 1;
        checkWhole(path);
        const store = await openStore(path);
        const { workspace } = await store.workspace();
        const records = await store.records();
        const offer = (await store.catalogue()).offers.find(({ id }) => id === catalogue.offers[0].id);
        const bill = new TextDecoder().decode(store.receipts.get('bill') ?? undefined);
        await store.close();
        // The write that was on its way may be there too, or not; never a half of it, never less than what was said.
        const there = [
          Number(workspace?.brief.name.slice(1)),
          Math.max(...records.map(({ id }) => Number(id.slice(1)))),
          (offer?.priceMinor ?? 0) - 1,
          Number(bill),
        ];
        for (const [kind, found] of there.entries()) {
          const acknowledged = last - ((last - kind + 4) % 4);
          if (acknowledged >= 0) expect([acknowledged, acknowledged + 4]).toContain(found);
        }
        // From the beginning of the four that it was in: none is left out.
        next = last + 1;
        next -= next % 4;
      }
      console.log(`${KILLS} kills, ${writes} writes acknowledged, none lost, none half written`);
    },
    ENDS_MS,
  );
});
