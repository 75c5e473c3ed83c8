/** npm run bench:truth: what the figures claim against what is so, on worlds that the code does not know. Takes half an hour. */
import { ensureInstalled, must } from './lib/prepare.mjs';

ensureInstalled();
must(process.execPath, ['--import', 'tsx', 'bench/truth.bench.ts']);
