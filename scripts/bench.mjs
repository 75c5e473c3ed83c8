/** npm run bench: ratios and growth of the search, and the worker and the swaps in Chromium. */
import { buildWeb, ensureChromium, ensureInstalled, must } from './lib/prepare.mjs';

ensureInstalled();
const chromium = ensureChromium();
must(process.execPath, ['--import', 'tsx', 'bench/search.ts']);
buildWeb();
must(process.execPath, ['--import', 'tsx', 'bench/browser.ts'], {
  env: { ...process.env, RIPE_PICK_CHROMIUM: chromium },
});
