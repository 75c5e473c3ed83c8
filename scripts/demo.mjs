/** npm run demo: installs, builds and starts the app with the Skerrow demo, in a data folder of its own. */
import { join } from 'node:path';
import { buildNode } from './lib/bundle.mjs';
import { buildWeb, ensureInstalled, root, serve } from './lib/prepare.mjs';

ensureInstalled();
await buildNode();
buildWeb();
serve(['--demo'], { RIPE_PICK_DATA: process.env.RIPE_PICK_DATA ?? join(root, '.data', 'demo') });
