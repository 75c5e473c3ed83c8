/**
 * npm test: installs what is missing, runs every check and every suite, and closes with one line of counts.
 * Each static check counts as one. Nothing stops at the first failure, so that one run shows everything.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
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
function check(name, command, args, options) {
  const { ok, seconds } = run(name, command, args, options);
  rows.push({ name, passed: ok ? 1 : 0, failed: ok ? 0 : 1, seconds });
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

check('types: core', bin('tsc'), ['-p', 'packages/core']);
check('types: node', bin('tsc'), ['-p', 'tsconfig.node.json']);
check('types: pages', bin('tsc'), ['-p', 'tsconfig.pages.json']);
check('types: web', bin('vue-tsc'), ['-p', 'packages/web']);
check('lint', bin('eslint'), ['.', '--max-warnings', '0']);
check('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
check('boundaries', process.execPath, ['scripts/boundaries.mjs']);
check('dead code', bin('knip'), []);

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
