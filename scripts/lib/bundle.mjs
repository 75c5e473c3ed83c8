/**
 * What runs on Node.js, bundled once: the server, its watch thread, the simulated market and the command line. Every
 * output lies in the `dist` beside its package's `src`, at the same depth, so that paths relative to a file hold in both.
 */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './prepare.mjs';

const ENTRIES = [
  'packages/server/src/main.ts',
  'packages/server/src/instance-thread.ts',
  'packages/server/src/reader-thread.ts',
  'packages/server/src/watch/worker.ts',
  'packages/server/src/archive/worker.ts',
  'packages/server/src/feeds/room/worker.ts',
  'packages/market/src/main.ts',
  'packages/cli/src/main.ts',
];

/** Packages from the registry stay outside: one of them holds compiled code. */
const fromRegistry = () =>
  readdirSync(join(root, 'packages')).flatMap((name) => {
    const { dependencies = {} } = JSON.parse(
      readFileSync(join(root, 'packages', name, 'package.json'), 'utf8'),
    );
    return Object.keys(dependencies).filter((dependency) => !dependency.startsWith('@ripe-pick/'));
  });

const options = (entry) => ({
  absWorkingDir: root,
  entryPoints: [entry],
  outfile: entry.replace('/src/', '/dist/').replace(/\.ts$/, '.js'),
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  sourcemap: true,
  external: fromRegistry(),
  logLevel: 'warning',
});

/** Bundles everything once. */
export async function buildNode() {
  const { build } = await import('esbuild');
  await Promise.all(ENTRIES.map((entry) => build(options(entry))));
}

/** Bundles everything, and anew whenever a file changes. */
export async function watchNode() {
  const { context } = await import('esbuild');
  for (const entry of ENTRIES) await (await context(options(entry))).watch();
}
