/** npm run dev: the API with demo data, and the web app with reload on change. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { bin, ensureInstalled, root, serve } from './lib/prepare.mjs';

ensureInstalled();
const vite = spawn(bin('vite'), [], { cwd: join(root, 'packages', 'web'), stdio: 'inherit' });
process.on('exit', () => vite.kill());
serve(['--demo'], { RIPE_PICK_DATA: join(root, '.data', 'dev') });
