/**
 * npm run licences: lists in docs/licences.md what is installed with the app, and under which licence, by the lock file. With --check it
 * changes nothing, and fails where the page is not what it would write, or where nobody looked at a licence yet.
 */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './lib/prepare.mjs';

const page = join(root, 'docs', 'licences.md');
/** Licences that let a program under the MIT licence be passed on with them (SPDX identifiers). */
const KNOWN = [
  ...['MIT', 'ISC', 'BSD-2-Clause', 'BSD-3-Clause', '0BSD', 'Apache-2.0', 'BlueOak-1.0.0', 'Unlicense'],
  ...['BSL-1.0', 'MPL-2.0', 'OFL-1.1'],
];

const { packages } = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'));
const installed = Object.entries(packages)
  .filter(([path, { link }]) => path.includes('node_modules/') && !link)
  .map(([path, { version, license = 'not stated', dev = false }]) => ({
    name: path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length),
    ...{ version, license, dev },
  }))
  .sort((a, b) => `${a.name} ${a.version}`.localeCompare(`${b.name} ${b.version}`, 'en'));
const used = installed.filter(({ dev }) => !dev);

const counts = (list) => {
  const all = new Map();
  for (const { license } of list) all.set(license, (all.get(license) ?? 0) + 1);
  return [...all].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0], 'en'));
};
const isKnown = (license) => license.split(/ AND | OR /).every((each) => KNOWN.includes(each));

const text = `# Licences

Written by \`npm run licences\` from the lock file. Ripe Pick itself is under the MIT licence.

What \`npm run demo\` and \`npm start\` install: ${used.length} packages, of which some are for other systems than yours and are
left out.

${counts(used)
  .map(([license, count]) => `- ${license}: ${count}`)
  .join('\n')}

What developers need besides: ${installed.length - used.length} packages.

${counts(installed.filter(({ dev }) => dev))
  .map(([license, count]) => `- ${license}: ${count}`)
  .join('\n')}

## Packages that are installed for use

${used.map(({ name, version, license }) => `- ${name} ${version}: ${license}`).join('\n')}
`;

const faults = [
  ...installed
    .filter(({ license }) => !isKnown(license))
    .map(({ name, license }) => `${name} is under a licence that nobody looked at: ${license}`),
];
if (process.argv.includes('--check')) {
  if (!existsSync(page) || readFileSync(page, 'utf8') !== text)
    faults.push('docs/licences.md is not of this lock file: run npm run licences');
} else writeFileSync(page, text);
for (const fault of faults) console.error(fault);
console.log(`licences: ${used.length} packages for use, ${installed.length} in all, ${faults.length} faults`);
process.exit(faults.length > 0 ? 1 : 0);
