/**
 * npm run check: every seeded case, where `npm test` asks a tenth of them; the search against others at length; and the
 * browser tests that compute for long; and the store's own tests over PostgreSQL.
 */
import { buildNode } from './lib/bundle.mjs';
import { bin, buildWeb, ensureChromium, ensureInstalled, ensurePostgres, must } from './lib/prepare.mjs';

ensureInstalled();
ensurePostgres();
const env = { ...process.env, RIPE_PICK_CHECK: 'whole', RIPE_PICK_CHROMIUM: ensureChromium() };
must(bin('vitest'), ['run', '--project', 'checks'], { env });
must(process.execPath, ['--import', 'tsx', 'tests/search/whole.ts']);
must(bin('vitest'), ['run', '-c', 'tests/postgres/vitest.config.ts']);
await buildNode();
buildWeb();
must(bin('playwright'), ['test', '-c', 'e2e', '--grep', '@long'], { env });
