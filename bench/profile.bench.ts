/**
 * Where the search's time goes, step by step on five markets, with the work that each step did: a change is judged by counts, which do not vary
 * with the machine. `PROFILE_MARKETS` says among how many random markets the hardest is looked for.
 */
import { readFileSync } from 'node:fs';
import { briefFileSchema, briefOf, catalogueFileSchema, catalogueOf } from '@ripe-pick/contract';
import type { Brief, Catalogue } from '@ripe-pick/core/parts';
import { prepare, type PreparedSearch } from '@ripe-pick/core/search';
import { openSession } from '@ripe-pick/core/session';
import { tradesFor } from '@ripe-pick/core/swaps';
import { finish } from '@ripe-pick/core/work';
import { makeCatalogue } from '@ripe-pick/demo/make';
import { seededCase } from '../tests/search/against-highs.ts';

const MARKETS = Number(process.env.PROFILE_MARKETS ?? 60);
const ROUNDS = 3;

interface Market {
  readonly name: string;
  readonly catalogue: Catalogue;
  readonly brief: Brief;
}

const demo = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../packages/demo/files/${name}`, import.meta.url), 'utf8'));
const seat = briefOf(briefFileSchema.parse(demo('brief-league-seat.json')));
const made = (parts: number): Market => ({
  name: `${parts} parts`,
  catalogue: catalogueOf(makeCatalogue({ seed: 640, parts })),
  brief: seat,
});

/** The random market whose proof takes most nodes; every third has thirty deals. */
function hardest(): Market {
  let worst = { nodes: -1, seed: 0 };
  for (let seed = 1; seed <= MARKETS; seed++) {
    const { catalogue, brief } = seededCase(seed, 300);
    const search = prepare(openSession(catalogue, brief));
    finish(search.solve(brief.money.budgetMinor));
    if (search.work.nodes > worst.nodes) worst = { nodes: search.work.nodes, seed };
  }
  return { name: `hardest of ${MARKETS}, seed ${worst.seed}`, ...seededCase(worst.seed, 300) };
}

interface Step {
  readonly name: string;
  readonly run: (search: PreparedSearch, budget: number) => unknown;
}
const STEPS: readonly Step[] = [
  { name: 'proof', run: (search, budget) => finish(search.solve(budget)) },
  { name: 'ten runners-up', run: (search, budget) => finish(search.topK(budget, 10, 'pair')) },
  { name: 'cheapest', run: (search) => search.cheapest() },
  { name: 'frontier', run: (search, budget) => finish(search.frontier(budget)) },
];

/** The quickest of some rounds. @param ready what each round begins with, not timed */
function quickest<T>(ready: () => T, task: (from: T) => void): number {
  let least = Infinity;
  for (let round = 0; round < ROUNDS; round++) {
    const from = ready();
    const start = performance.now();
    task(from);
    least = Math.min(least, performance.now() - start);
  }
  return least;
}

function profile({ name, catalogue, brief }: Market): void {
  const session = () => openSession(catalogue, brief);
  const counts = prepare(session()).work;
  console.log(`\n${name}: ${catalogue.parts.length} parts, ${catalogue.offers.length} offers`);
  const row = (what: string, ms: number, work: string) =>
    console.log(`  ${what.padEnd(15)} ${ms.toFixed(1).padStart(8)} ms  ${work}`);
  row(
    'prepare',
    quickest(session, prepare),
    `${counts.platforms} platforms, ${counts.gpuClasses} card classes`,
  );
  for (const { name: step, run } of STEPS) {
    let work = counts;
    const ms = quickest(
      () => prepare(session()),
      (search) => {
        run(search, brief.money.budgetMinor);
        ({ work } = search);
      },
    );
    const { baskets, nodes, scored } = work;
    row(step, ms, `${scored} pairs scored, ${baskets} baskets, ${nodes} nodes`);
  }
  const best = finish(prepare(session()).solve(brief.money.budgetMinor)).answers[0];
  if (!best) return;
  const trades = tradesFor(session());
  const count = Object.values(trades(best.picks).lanes).reduce((sum, lane) => sum + lane.length, 0);
  const ms = quickest(
    () => best.picks,
    (picks) => void trades(picks),
  );
  row('lanes', ms, `${count} trades`);
}

const own: Market = {
  name: 'demo',
  catalogue: catalogueOf(catalogueFileSchema.parse(demo('catalogue.json'))),
  brief: seat,
};
for (const market of [own, made(300), made(1200), made(5000), hardest()]) profile(market);
