/** The search in one process: ratios against HiGHS in the same run, runners-up, and growth with the catalogue. */
import { openSession } from '@ripe-pick/core/session';
import { finish } from '@ripe-pick/core/work';
import { readFileSync } from 'node:fs';
import { briefFileSchema, briefOf, catalogueFileSchema, catalogueOf } from '@ripe-pick/contract';
import { prepare } from '@ripe-pick/core/search';
import type { Brief, Catalogue } from '@ripe-pick/core/parts';
import { tradesFor } from '@ripe-pick/core/swaps';
import { makeCatalogue } from '@ripe-pick/demo/make';
import { compareWithHighs, seededCase } from '../tests/search/against-highs.ts';

const HIGHS_CASES = 9;
const ROUNDS = 20;

const demo = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../packages/demo/files/${name}`, import.meta.url), 'utf8'));
const catalogue = catalogueOf(catalogueFileSchema.parse(demo('catalogue.json')));
const brief = briefOf(briefFileSchema.parse(demo('brief-league-seat.json')));

const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
function timed<T>(task: () => T): { ms: number; value: T } {
  const start = performance.now();
  const value = task();
  return { ms: performance.now() - start, value };
}

function measure(market: Catalogue, wish: Brief, rounds: number) {
  const preparation: number[] = [];
  const solving: number[] = [];
  const ten: number[] = [];
  for (let round = 0; round < rounds; round++) {
    const prepared = timed(() => prepare(openSession(market, wish)));
    preparation.push(prepared.ms);
    solving.push(timed(() => finish(prepared.value.solve(wish.money.budgetMinor))).ms);
    ten.push(timed(() => finish(prepared.value.topK(wish.money.budgetMinor, 10, 'pair'))).ms);
  }
  return { prepare: median(preparation), solve: median(solving), ten: median(ten) };
}

console.log('Demo catalogue, median of 20:');
const own = measure(catalogue, brief, ROUNDS);
console.log(
  `  prepare ${own.prepare.toFixed(1)} ms, solve ${own.solve.toFixed(1)} ms, ten runners-up ${own.ten.toFixed(1)} ms`,
);
const trades = tradesFor(openSession(catalogue, brief));
const answer = finish(prepare(openSession(catalogue, brief)).solve(64000)).answers[0];
console.log(
  `  all trades around a build ${median(Array.from({ length: 50 }, () => timed(() => trades(answer.picks)).ms)).toFixed(1)} ms`,
);

console.log('Growth (parts: prepare + solve, ten runners-up, ratio to the first row):');
let first = 0;
for (const parts of [300, 1200, 5000]) {
  const {
    prepare: p,
    solve: s,
    ten,
  } = measure(catalogueOf(makeCatalogue({ seed: 640, parts })), brief, parts > 2000 ? 3 : 7);
  first ||= p + s;
  console.log(
    `  ${String(parts).padStart(5)}: ${p.toFixed(1)} + ${s.toFixed(1)} ms, ${ten.toFixed(1)} ms, ${((p + s) / first).toFixed(1)} times`,
  );
}

console.log(
  'Against HiGHS on markets of 150 parts, same run (score phase alone, without building its text):',
);
// Both sides warm: the first call of each compiles its code.
await compareWithHighs('warm-up', seededCase(100, 150).catalogue, seededCase(100, 150).brief, false);
const ratios: number[] = [];
for (let seed = 1; seed <= HIGHS_CASES; seed++) {
  const { catalogue: market, brief: wish } = seededCase(seed, 150);
  const result = await compareWithHighs(`seed ${seed}`, market, wish, false);
  ratios.push(result.theirsMs / result.oursMs);
  console.log(
    `  ${result.agrees ? 'equal ' : 'DIFFER'} seed ${seed}: ${result.oursMs.toFixed(1)} ms against ${result.theirsMs.toFixed(0)} ms, ${(result.theirsMs / result.oursMs).toFixed(0)} times`,
  );
}
console.log(`  median ${median(ratios).toFixed(0)} times, least ${Math.min(...ratios).toFixed(0)} times`);
