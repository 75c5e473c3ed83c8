/** npm run bench: ratios and growth of the search and the fit, and the workers and the swaps in Chromium. */
import { buildNode } from './lib/bundle.mjs';
import { buildWeb, ensureChromium, ensureInstalled, must } from './lib/prepare.mjs';

ensureInstalled();
const chromium = ensureChromium();
must(process.execPath, ['--import', 'tsx', 'bench/search.bench.ts']);
must(process.execPath, ['--import', 'tsx', 'bench/baskets.bench.ts']);
must(process.execPath, ['--import', 'tsx', 'bench/profile.bench.ts']);
await buildNode();
buildWeb();
must(process.execPath, ['--import', 'tsx', 'bench/browser.bench.ts'], {
  env: { ...process.env, RIPE_PICK_CHROMIUM: chromium },
});
must(process.execPath, ['--import', 'tsx', 'bench/workbench.bench.ts'], {
  env: { ...process.env, RIPE_PICK_CHROMIUM: chromium },
});
must(process.execPath, ['--import', 'tsx', 'bench/parts.bench.ts'], {
  env: { ...process.env, RIPE_PICK_CHROMIUM: chromium },
});
must(process.execPath, ['--import', 'tsx', 'bench/growth.bench.ts'], {
  env: { ...process.env, RIPE_PICK_CHROMIUM: chromium },
});
must(process.execPath, ['--import', 'tsx', 'bench/fit.bench.ts'], {
  env: { ...process.env, RIPE_PICK_CHROMIUM: chromium },
});
must(process.execPath, ['--import', 'tsx', 'bench/load.bench.ts']);
must(process.execPath, ['--import', 'tsx', 'bench/history.bench.ts'], {
  env: { ...process.env, RIPE_PICK_CHROMIUM: chromium },
});
