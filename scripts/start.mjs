/** npm start: installs, builds and starts the app with the user's own data (empty at first). */
import { buildNode } from './lib/bundle.mjs';
import { buildWeb, ensureInstalled, serve } from './lib/prepare.mjs';

ensureInstalled('use');
await buildNode();
buildWeb();
serve(process.argv.slice(2));
