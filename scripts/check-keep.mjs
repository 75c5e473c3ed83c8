/** npm run check:keep: kills, random and mutated bodies, hostile files, strangers, starts and backups, at length; counts are printed. */
import { bin, ensureInstalled, must } from './lib/prepare.mjs';

ensureInstalled();
const env = { ...process.env, RIPE_PICK_CHECK: 'whole' };
const beside = [
  'feeds/room',
  'feeds/addresses',
  'accepted',
  'backup',
  'sharing',
  'store/start',
  'store/migrations',
  'archive',
];
must(bin('vitest'), ['run', 'tests/keep', ...beside.map((each) => `packages/server/src/${each}`)], { env });
