/** npm start: installs, builds and starts the app with the user's own data (empty at first). */
import { buildWeb, ensureInstalled, serve } from './lib/prepare.mjs';

ensureInstalled();
buildWeb();
serve([]);
