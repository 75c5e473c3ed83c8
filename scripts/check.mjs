/** npm run check: every seeded case, where `npm test` asks a tenth of them; and the search against others at length. */
import { bin, ensureInstalled, must } from './lib/prepare.mjs';

ensureInstalled();
must(bin('vitest'), ['run', '--project', 'checks'], { env: { ...process.env, RIPE_PICK_CHECK: 'whole' } });
must(process.execPath, ['--import', 'tsx', 'tests/search/whole.ts']);
