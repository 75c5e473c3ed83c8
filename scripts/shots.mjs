/** npm run shots: retakes the pictures in docs/screenshots from the demo. */
import { buildNode } from './lib/bundle.mjs';
import { buildWeb, ensureChromium, ensureInstalled, must } from './lib/prepare.mjs';

ensureInstalled();
const chromium = ensureChromium();
await buildNode();
buildWeb();
must(process.execPath, ['--import', 'tsx', 'bench/shots.ts'], {
  env: { ...process.env, RIPE_PICK_CHROMIUM: chromium },
});
