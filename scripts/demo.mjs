/** npm run demo: installs, builds and starts the app with the Skerrow demo, which has a database of its own. */
import { buildNode } from './lib/bundle.mjs';
import { buildWeb, ensureInstalled, serve } from './lib/prepare.mjs';

ensureInstalled('use');
await buildNode();
buildWeb();
serve(['--demo', ...process.argv.slice(2)]);
