/**
 * The whole of the agreement checks: npm run check.
 * Brute force on tiny markets, HiGHS on markets of 150 parts and on the demo, and both mutations.
 */
import { briefFileSchema, briefOf, catalogueFileSchema, catalogueOf } from '@ripe-pick/contract';
import { readFileSync } from 'node:fs';
import { compareWithHighs, seededCase } from './against-highs.ts';
import { agreement } from './agree.ts';

const BUILDABLE_WANTED = 300;
const HIGHS_SEEDS = 20;

let failed = 0;
let buildable = 0;
let questions = 0;
let seed = 0;
let mismatches = 0;
const start = Date.now();
while (buildable < BUILDABLE_WANTED) {
  seed++;
  const report = agreement(seed);
  if (report.buildable > 0) buildable++;
  questions += report.questions;
  mismatches += report.mismatches.length;
  for (const mismatch of report.mismatches) console.log(mismatch);
}
console.log(
  `brute force: ${seed} tiny markets, ${buildable} with a build, ${questions} questions, ${mismatches} mismatches (${((Date.now() - start) / 1000).toFixed(0)} s)`,
);
if (mismatches > 0) failed++;

for (const faults of [{ noThresholdBranch: true }, { cheapestOptionOnly: true }, { noDealBranch: true }]) {
  let caught = 0;
  for (let n = 1; n <= 200; n++) if (agreement(n, faults).mismatches.length > 0) caught++;
  console.log(`mutation ${Object.keys(faults)[0]}: caught on ${caught} of 200 markets`);
  if (caught === 0) failed++;
}

const demo = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../packages/demo/files/${name}`, import.meta.url), 'utf8'));
const results = [];
for (let n = 1; n <= HIGHS_SEEDS; n++) {
  const { catalogue, brief } = seededCase(n, 150);
  const result = await compareWithHighs(`150 parts, seed ${n}`, catalogue, brief, true);
  results.push(result);
  console.log(
    `${result.agrees ? 'equal ' : 'DIFFER'} ${result.name}, budget ${result.budget}: ours ${result.ours}, HiGHS ${result.theirs}; ${result.oursMs.toFixed(1)} ms against ${result.theirsMs.toFixed(0)} ms, ${(result.theirsMs / result.oursMs).toFixed(0)} times`,
  );
  if (!result.agrees) failed++;
}
// The program that HiGHS is given knows one drive, so the demo asks for as much space as its fast drive has.
const asked = briefOf(briefFileSchema.parse(demo('brief-league-seat.json')));
const onDemo = await compareWithHighs(
  'demo',
  catalogueOf(catalogueFileSchema.parse(demo('catalogue.json'))),
  { ...asked, needs: { ...asked.needs, totalStorageGb: asked.needs.fastStorageGb } },
  true,
);
console.log(
  `${onDemo.agrees ? 'equal ' : 'DIFFER'} demo: ours ${onDemo.ours}, HiGHS ${onDemo.theirs}; ${onDemo.oursMs.toFixed(1)} ms against ${onDemo.theirsMs.toFixed(0)} ms`,
);
if (!onDemo.agrees) failed++;
const ratios = results.map((result) => result.theirsMs / result.oursMs).sort((a, b) => a - b);
console.log(
  `HiGHS: ${results.length + 1} cases; ours is ${ratios[Math.floor(ratios.length / 2)].toFixed(0)} times as fast at the median, ${ratios[0].toFixed(0)} at least`,
);
process.exit(failed === 0 ? 0 : 1);
