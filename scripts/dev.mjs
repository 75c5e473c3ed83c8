/** npm run dev: the API with demo data, and the web app; both with reload on change. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { buildNode, watchNode } from './lib/bundle.mjs';
import { bin, ensureInstalled, root, serve } from './lib/prepare.mjs';

ensureInstalled();
await buildNode();
await watchNode();
const vite = spawn(bin('vite'), [], { cwd: join(root, 'packages', 'web'), stdio: 'inherit' });
process.on('exit', () => vite.kill());
serve(['--demo'], { RIPE_PICK_DATA: join(root, '.data', 'dev') }, ['--watch', '--enable-source-maps']);
