/** npm run check:search: the search against brute force and against a general solver, at length. */
import { ensureInstalled, must } from './lib/prepare.mjs';

ensureInstalled();
must(process.execPath, ['--import', 'tsx', 'tests/search/whole.ts']);
