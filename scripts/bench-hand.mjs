/** npm run bench:hand: what a hand meets in Chromium; folders of other builds, given behind --, are measured in the same run. */
import { buildNode } from './lib/bundle.mjs';
import { buildWeb, ensureChromium, ensureInstalled, must } from './lib/prepare.mjs';

ensureInstalled();
const chromium = ensureChromium();
await buildNode();
buildWeb();
must(process.execPath, ['--import', 'tsx', 'bench/hand.bench.ts', ...process.argv.slice(2)], {
  env: { ...process.env, RIPE_PICK_CHROMIUM: chromium },
});
