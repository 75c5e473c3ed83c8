/** npm run -s pick -- …: the command line. Says nothing of its own on standard output. */
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './lib/prepare.mjs';

if (!existsSync(join(root, 'node_modules', 'tsx'))) {
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    stdio: ['ignore', 2, 2],
  });
  if (done.status !== 0) process.exit(done.status ?? 1);
}
const run = spawnSync(
  process.execPath,
  ['--import', 'tsx', join(root, 'packages/cli/src/main.ts'), ...process.argv.slice(2)],
  {
    // Paths in the arguments are meant from where the user stands.
    cwd: process.env.INIT_CWD ?? process.cwd(),
    stdio: 'inherit',
  },
);
process.exit(run.status ?? 1);
