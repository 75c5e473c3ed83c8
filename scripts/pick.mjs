/** npm run -s pick -- …: the command line. Says nothing of its own on standard output. */
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { buildNode } from './lib/bundle.mjs';
import { root } from './lib/prepare.mjs';

if (!existsSync(join(root, 'node_modules', 'esbuild'))) {
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    stdio: ['ignore', 2, 2],
  });
  if (done.status !== 0) process.exit(done.status ?? 1);
}
await buildNode();
const run = spawnSync(process.execPath, [join(root, 'packages/cli/dist/main.js'), ...process.argv.slice(2)], {
  // Paths in the arguments are meant from where the user stands.
  cwd: process.env.INIT_CWD ?? process.cwd(),
  stdio: 'inherit',
});
process.exit(run.status ?? 1);
