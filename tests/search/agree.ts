import { openSession } from '@ripe-pick/core/session';
import { finish } from '@ripe-pick/core/work';
import { prepare } from '@ripe-pick/core/search';
import type { SearchFaults } from '../../packages/core/src/search/cheapest-fit.ts';
import { bruteForce, byRank, type BruteBuild } from './brute.ts';
import { drawsOf } from '@ripe-pick/demo/random';
import { tinyCase } from './tiny.ts';

interface AgreementReport {
  readonly seed: number;
  readonly buildable: number;
  readonly questions: number;
  readonly mismatches: readonly string[];
}

function bestWithin(builds: readonly BruteBuild[], budget: number): BruteBuild | null {
  return builds.filter((build) => build.cost <= budget).sort(byRank)[0] ?? null;
}

function bestByPair(builds: readonly BruteBuild[], budget: number, k: number): BruteBuild[] {
  const best = new Map<string, BruteBuild>();
  for (const build of builds) {
    if (build.cost > budget) continue;
    const known = best.get(build.pair);
    if (!known || byRank(build, known) < 0) best.set(build.pair, build);
  }
  return [...best.values()].sort(byRank).slice(0, k);
}

/** Best score for every cost, best first: a build stays when nothing as cheap scores as high. */
function nonDominated(builds: readonly BruteBuild[]): { score: number; cost: number }[] {
  const out: { score: number; cost: number }[] = [];
  for (const build of [...builds].sort(byRank)) {
    if (build.cost < (out.at(-1)?.cost ?? Infinity)) out.push(build);
  }
  return out;
}

const steps = (list: readonly { score: number; cost: number }[]) =>
  list.map(({ score, cost }) => `${score}/${cost}`).join(' ');

/** Asks the search and brute force the same questions about one seeded market, and lists what differs. */
export function agreement(seed: number, faults?: SearchFaults): AgreementReport {
  const { catalogue, brief } = tinyCase(seed);
  const builds = bruteForce(catalogue, brief);
  const d = drawsOf(seed * 7919 + 1);
  const costs = [...new Set(builds.map((build) => build.cost))].sort((a, b) => a - b);
  const budgets = new Set<number>([1000, 1_000_000]);
  if (costs.length > 0) {
    // Exactly on a cost, one cent below, tight and loose.
    for (let n = 0; n < 3; n++) {
      const cost = d.pick(costs);
      budgets.add(cost).add(cost - 1);
    }
    budgets
      .add(costs[0])
      .add(costs[0] - 1)
      .add(d.int(costs[0], costs[costs.length - 1]));
  }
  const mismatches: string[] = [];
  const prepared = prepare(openSession(catalogue, brief), faults ? { faults } : {});
  let questions = 0;
  const compare = (what: string, expected: string, actual: string) => {
    questions++;
    if (expected !== actual) mismatches.push(`seed ${seed}, ${what}: expected ${expected}, got ${actual}`);
  };
  for (const budget of budgets) {
    const expected = bestWithin(builds, budget);
    const result = finish(prepared.solve(budget));
    compare(
      `solve at ${budget}`,
      expected ? `optimal ${expected.score}/${expected.cost}` : 'infeasible',
      result.answers[0]
        ? `${result.status} ${result.answers[0].score}/${result.answers[0].cost}`
        : result.status,
    );
    const list = (items: readonly { score: number; cost: number }[]) =>
      items.map((item) => `${item.score}/${item.cost}`).join(' ');
    compare(
      `ten best pairs at ${budget}`,
      list(bestByPair(builds, budget, 10)),
      list(finish(prepared.topK(budget, 10, 'pair')).answers),
    );
  }
  const frontier = finish(prepared.frontier(1_000_000));
  compare('frontier', steps(nonDominated(builds)), steps(frontier.steps));
  const middle = costs[costs.length >> 1] ?? 0;
  compare(
    'frontier up to a budget',
    steps(nonDominated(builds.filter((build) => build.cost <= middle))),
    steps(finish(prepared.frontier(middle)).steps),
  );
  compare('whether anything exists', String(builds.length > 0), String(prepared.exists()));
  for (const sum of [costs[0] ?? 1000, (costs[0] ?? 1000) - 1])
    compare(`whether anything exists at ${sum}`, String(costs[0] <= sum), String(prepared.exists(sum)));
  const cheapest = prepared.cheapest();
  compare('cheapest', String(costs[0] ?? 'none'), String(cheapest?.cost ?? 'none'));
  return { seed, buildable: builds.length, questions, mismatches };
}
