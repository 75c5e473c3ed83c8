/**
 * npm test: installs what is missing, runs every check and every suite, and closes with one line of counts.
 * Each static check counts as one. Nothing stops at the first failure, so that one run shows everything.
 */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildNode } from './lib/bundle.mjs';
import { bin, buildWeb, ensureChromium, ensureInstalled, root } from './lib/prepare.mjs';

ensureInstalled();
const chromium = ensureChromium();
const folder = mkdtempSync(join(tmpdir(), 'ripe-pick-test-'));
const rows = [];

function run(name, command, args, options = {}) {
  console.log(`\n=== ${name}`);
  const start = Date.now();
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  return { ok: done.status === 0, seconds: ((Date.now() - start) / 1000).toFixed(1) };
}
/** Checks that do not touch one another, a few at a time; what each says is shown when it ends. */
async function checks(list) {
  const left = [...list];
  const lane = async () => {
    for (let next = left.shift(); next; next = left.shift()) {
      const [name, command, args] = next;
      const start = Date.now();
      const said = [];
      const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
      for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => said.push(chunk));
      const status = await new Promise((resolve) => {
        child.on('close', resolve);
        child.on('error', (error) => {
          said.push(Buffer.from(`${error.message}\n`));
          resolve(1);
        });
      });
      console.log(`\n=== ${name}`);
      process.stdout.write(Buffer.concat(said));
      const ok = status === 0;
      const seconds = ((Date.now() - start) / 1000).toFixed(1);
      rows.push({ name, passed: ok ? 1 : 0, failed: ok ? 0 : 1, seconds });
    }
  };
  await Promise.all(Array.from({ length: Math.min(4, availableParallelism()) }, lane));
}
/** A suite that writes its counts; one that dies without counts has failed. */
function suite(name, command, args, report, read, options) {
  const { ok, seconds } = run(name, command, args, options);
  let counts = { passed: 0, failed: 1 };
  if (existsSync(report)) counts = read(JSON.parse(readFileSync(report, 'utf8')));
  if (!ok && counts.failed === 0) counts.failed = 1;
  if (counts.passed + counts.failed === 0) counts.failed = 1;
  rows.push({ name, ...counts, seconds });
}

/** As `npm run lint` has them: how many warnings there may be stands there alone. */
const lintFlags = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'))
  .scripts.lint.split(' ')
  .slice(1);

// The longest ones first, so that none is left running alone at the end.
await checks([
  ['types: web', bin('vue-tsc'), ['-p', 'packages/web']],
  ['format', bin('prettier'), ['--check', '--log-level', 'warn', '.']],
  ['lint', bin('eslint'), lintFlags],
  ['types: node', bin('tsc'), ['-p', 'tsconfig.node.json']],
  ['dead code', bin('knip'), []],
  ['types: core', bin('tsc'), ['-p', 'packages/core']],
  ['boundaries', process.execPath, ['scripts/boundaries.mjs']],
  ['licences', process.execPath, ['scripts/licences.mjs', '--check']],
]);

const unitReport = join(folder, 'unit.json');
suite(
  'unit, property and integration tests',
  bin('vitest'),
  ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${unitReport}`],
  unitReport,
  (report) => ({
    passed: report.numPassedTests,
    failed: report.numFailedTests + report.numFailedTestSuites * (report.numFailedTests === 0 ? 1 : 0),
  }),
);

await buildNode();
buildWeb();
const browserReport = join(folder, 'browser.json');
suite(
  'browser tests',
  bin('playwright'),
  ['test', '-c', 'e2e', '--reporter=list,json'],
  browserReport,
  ({ stats }) => ({ passed: stats.expected, failed: stats.unexpected + stats.flaky + stats.skipped }),
  { env: { ...process.env, RIPE_PICK_CHROMIUM: chromium, PLAYWRIGHT_JSON_OUTPUT_NAME: browserReport } },
);

rmSync(folder, { recursive: true, force: true });
console.log('');
for (const row of rows)
  console.log(
    `${row.failed === 0 ? 'ok  ' : 'FAIL'} ${row.name}: ${row.passed} passed, ${row.failed} failed (${row.seconds} s)`,
  );
const passed = rows.reduce((sum, row) => sum + row.passed, 0);
const failed = rows.reduce((sum, row) => sum + row.failed, 0);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
