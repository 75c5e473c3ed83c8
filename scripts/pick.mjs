/** npm run -s pick -- …: the command line. Says nothing of its own on standard output. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { buildNode } from './lib/bundle.mjs';
import { ensureInstalled, root } from './lib/prepare.mjs';

ensureInstalled('use', ['ignore', 2, 2]);
await buildNode();
const run = spawnSync(process.execPath, [join(root, 'packages/cli/dist/main.js'), ...process.argv.slice(2)], {
  // Paths in the arguments are meant from where the user stands.
  cwd: process.env.INIT_CWD ?? process.cwd(),
  stdio: 'inherit',
});
process.exit(run.status ?? 1);
