import { finish } from '@ripe-pick/core/work';
/** Baskets of 12 parts, 8 shops and 60 offers with 14 clashing deals: times, nodes, and the ratio to HiGHS in the same run. */
import { openSession } from '@ripe-pick/core/session';
import { basketsFor, shoppingFor } from '@ripe-pick/core/search/orders';
import { basketProgramme } from '../tests/baskets/basket-model.ts';
import { basketInstance } from '../tests/baskets/instances.ts';
import { solveMilp } from '../tests/search/highs-model.ts';

const SIZE = { parts: 12, shops: 8, offers: 60, deals: 14 };
const CASES = 200;
const HIGHS_CASES = 12;
const at = (values: readonly number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))];

const times: number[] = [];
const nodes: number[] = [];
for (let seed = 1; seed <= CASES; seed++) {
  const { catalogue, brief, picks } = basketInstance(seed, SIZE);
  const start = performance.now();
  const baskets = basketsFor(openSession(catalogue, brief));
  baskets.best(picks);
  times.push(performance.now() - start);
  nodes.push(baskets.work.nodes);
}
console.log(
  `Baskets, ${CASES} stressed markets: median ${at(times, 0.5).toFixed(1)} ms, 90th percentile ${at(times, 0.9).toFixed(1)} ms, longest ${at(times, 1).toFixed(0)} ms; nodes ${at(nodes, 0.5)}, at most ${at(nodes, 1)}`,
);

const whole: number[] = [];
const ratios: number[] = [];
for (let seed = 1; seed <= HIGHS_CASES; seed++) {
  const { catalogue, brief, picks } = basketInstance(seed, SIZE);
  const start = performance.now();
  finish(shoppingFor(picks, openSession(catalogue, brief)));
  whole.push(performance.now() - start);
  const { ms } = await solveMilp(basketProgramme(picks, catalogue, brief));
  ratios.push(ms / times[seed - 1]);
}
console.log(
  `  with second split, rivals and changes: median ${at(whole, 0.5).toFixed(0)} ms; HiGHS takes ${at(ratios, 0.5).toFixed(0)} times as long for the basket alone`,
);
