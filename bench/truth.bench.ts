/**
 * What the figures claim against what is so, on worlds that the code does not know. Seeds are named in advance: those that are reported here
 * are not those that anything was tuned on.
 */
import { measureFrames, type Known } from './truth/frames.ts';
import type { HarshnessName } from '@ripe-pick/worlds/frames';

/** Reported: eight seeds of each. Tuned on: 1 to 99. */
const SEEDS = (process.env.TRUTH_SEEDS ?? '201,202,203,204,205,206,207,208').split(',').map(Number);
const KNOWN = (process.env.TRUTH_KNOWN ?? 'sparse,60,200,800')
  .split(',')
  .map((each) => (each === 'sparse' ? each : Number(each)) as Known); // of that list

const percent = (value: number) => `${(100 * value).toFixed(1)} %`;
const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
for (const harshness of ['mild', 'real', 'harsh'] satisfies HarshnessName[])
  for (const known of KNOWN) {
    const start = performance.now();
    const all = SEEDS.map((seed) => measureFrames(harshness, known, seed));
    const covered = all.map((each) => each.covered);
    console.log(
      `${harshness.padEnd(6)} ${String(known).padEnd(7)} covered .${Math.round(100 * mean(covered))} (.${Math.round(100 * Math.min(...covered))} to .${Math.round(100 * Math.max(...covered))})`,
      `lows .${Math.round(100 * mean(all.map((each) => each.lowCovered)))}`,
      `error ${percent(mean(all.map((each) => each.medianError)))}, 90 % within ${percent(mean(all.map((each) => each.error90)))};`,
      ...Object.keys(all[0].simple).map(
        (name) => `${name} ${percent(mean(all.map((each) => each.simple[name])))}`,
      ),
      `chosen: covered .${Math.round(100 * mean(all.map((each) => each.choice.covered)))}, ${percent(mean(all.map((each) => each.choice.tooHigh)))} too high, best .${Math.round(100 * mean(all.map((each) => each.choice.best)))}, lost ${percent(mean(all.map((each) => each.choice.lost)))}`,
      `(${((performance.now() - start) / 1000 / SEEDS.length).toFixed(1)} s a world)`,
    );
  }
