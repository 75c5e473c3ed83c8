/**
 * npm run measure [-- FOLDER …]: what this code base, or another checkout of it, counts. Several folders are printed side
 * by side, so that before and after come from one script. Tests are counted apart from what runs.
 */
import { ensureInstalled, root } from './lib/prepare.mjs';

ensureInstalled();
const { measure, LIMITS } = await import('./lib/measure.mjs');
const folders = process.argv.slice(2);
const trees = (folders.length > 0 ? folders : [root]).map((folder) => ({ folder, ...measure(folder) }));

const rows = Object.keys(trees[0].counts);
const width = Math.max(...rows.map((row) => row.length));
for (const row of rows)
  console.log(row.padEnd(width), ...trees.map(({ counts }) => String(counts[row] ?? '–').padStart(12)));

const last = trees.at(-1);
for (const [title, list] of Object.entries(last.lists)) {
  console.log(`\n${title}${last.folder === root ? '' : ` (${last.folder})`}`);
  for (const line of list.slice(0, LIMITS.rows)) console.log(`  ${line}`);
  if (list.length > LIMITS.rows) console.log(`  … and ${list.length - LIMITS.rows} more`);
  if (list.length === 0) console.log('  none');
}
