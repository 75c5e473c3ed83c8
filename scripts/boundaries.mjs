/** Runs dependency-cruiser, and fails when it read suspiciously few modules: without TypeScript support it passes silently. */
import { spawnSync } from 'node:child_process';

const FLOOR = 80;
const run = spawnSync(
  'node_modules/.bin/depcruise',
  ['--config', '.dependency-cruiser.cjs', '--output-type', 'json', 'packages', 'e2e', 'tests', 'bench'],
  {
    encoding: 'utf8',
    maxBuffer: 256 * 1024 * 1024,
  },
);
let report;
try {
  report = JSON.parse(run.stdout);
} catch {
  console.error(run.stdout, run.stderr);
  process.exit(1);
}
const own = report.modules.filter((module) => !module.source.includes('node_modules'));
const withVue = own.some((module) => module.source.endsWith('.vue'));
for (const violation of report.summary.violations)
  console.error(`${violation.rule.name}: ${violation.from} -> ${violation.to}`);
console.log(`boundaries: ${own.length} modules read, ${report.summary.violations.length} violations`);
if (own.length < FLOOR || !withVue) {
  console.error(
    `boundaries: at least ${FLOOR} modules and some .vue files are expected; the tool does not see the code`,
  );
  process.exit(1);
}
process.exit(report.summary.violations.length > 0 ? 1 : 0);
