/** npm run bench:prices: the price forecast on its whole suite; writes docs/prices-report.md. Takes some minutes. */
import { ensureInstalled, must } from './lib/prepare.mjs';

ensureInstalled();
must(process.execPath, ['--import', 'tsx', 'bench/prices.bench.ts']);
