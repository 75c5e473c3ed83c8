import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import {
  calibrationSection,
  demoMarketSection,
  holds,
  otherWorldsSection,
  partSection,
  realSection,
  regretSection,
  speedSection,
  standingSection,
  type Section,
} from '../tests/prices/suite.ts';

/**
 * The suite of the price forecast: fixed seeds that were not looked at while it was shaped. Prints the report and lays it into docs/. Run: npm run
 * bench:prices. Takes some minutes.
 */
const SEEDS = [401, 402, 403, 404, 405, 406];
const sections: readonly (() => Section)[] = [
  () => speedSection(200),
  () => regretSection(SEEDS, 200),
  () => calibrationSection([...SEEDS, 501, 502, 503, 504, 505, 506], 200),
  () => otherWorldsSection(SEEDS, 80),
  () => demoMarketSection(120),
  () => realSection(500),
  () => standingSection(400),
  () => partSection(300),
];
const out: string[] = [
  '# The price forecast, judged',
  '',
  'Written by `npm run bench:prices`; times are of the machine that ran it. What each figure means: [prices](models/prices.md).',
  '',
];
let failed = 0;
for (const make of sections) {
  const { title, lines, bars } = make();
  console.log(`\n${title}`);
  out.push(
    `## ${title}`,
    '',
    ...lines.map((line) => `- ${line}`),
    '',
    '| bar | figure | has to be | |',
    '| --- | ---: | --- | --- |',
  );
  for (const line of lines) console.log(`  ${line}`);
  for (const bar of bars) {
    const limits = [
      bar.atLeast === undefined ? '' : `at least ${bar.atLeast}`,
      bar.atMost === undefined ? '' : `at most ${bar.atMost}`,
    ]
      .filter(Boolean)
      .join(', ');
    const isHeld = holds(bar);
    if (!isHeld) failed++;
    console.log(`  ${isHeld ? 'ok  ' : 'MISS'} ${bar.name}: ${bar.figure.toFixed(3)} (${limits})`);
    out.push(`| ${bar.name} | ${bar.figure.toFixed(3)} | ${limits} | ${isHeld ? 'held' : 'missed'} |`);
  }
  out.push('');
}
writeFileSync(fileURLToPath(new URL('../docs/prices-report.md', import.meta.url)), out.join('\n'));
console.log(`\n${failed === 0 ? 'All bars are held.' : `${failed} missed.`}`);
process.exit(failed === 0 ? 0 : 1);
