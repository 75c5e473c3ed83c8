import { finish } from '@ripe-pick/core/work';
import { readFileSync } from 'node:fs';
import { briefFileSchema, briefOf, catalogueFileSchema, catalogueOf } from '@ripe-pick/contract';
import {
  baseGroups,
  evaluatePath,
  growthWorld,
  searchCacheFor,
  overtaking,
  pathSearch,
  planGrowth,
  searchAll,
  whyNot,
  type Base,
  type GrowthWorld,
  type SearchCache,
} from '@ripe-pick/core/growth';
import { describe, expect, it } from 'vitest';
import { everyPath, type BrutePath } from './brute.ts';
import { tinyGrowth } from './tiny-growth.ts';
import { atLeast, sampleOf } from '../sample.ts';

/* The search for paths against every path by definition, on random tiny markets; and what the demo is to show. */

/** Builds to start from, few enough that every path from them can be gone through. */
const MOST_BASES = 3;
const MOST_PUT_OFF = 1;
function fewBases(world: GrowthWorld): Base[] {
  const whole: Base[] = [];
  const less: Base[] = [];
  for (const { bases } of baseGroups(world)) {
    for (const base of bases) (base.putsOff.gpu || base.putsOff.memory ? less : whole).push(base);
    if (whole.length >= MOST_BASES && less.length >= MOST_PUT_OFF) break;
  }
  return [...whole.slice(0, MOST_BASES), ...less.slice(0, MOST_PUT_OFF)];
}

const todayKey = ({ base: { picks } }: BrutePath) => `${picks.cpu?.part}|${picks.gpu?.part ?? ''}`;

/** The best of each key, best first, as value and money. */
function top(paths: readonly BrutePath[], k: number, keyOf: (path: BrutePath) => string): string[] {
  const best = new Map<string, BrutePath>();
  for (const path of paths) {
    const known = best.get(keyOf(path));
    if (!known || path.value > known.value || (path.value === known.value && path.net < known.net))
      best.set(keyOf(path), path);
  }
  return [...best.values()]
    .sort((a, b) => b.value - a.value || a.net - b.net)
    .slice(0, k)
    .map(({ value, net }) => `${value} for ${net}`);
}

/** What of a path sets frames, stage by stage: what tells paths apart. */
function pathKey(world: GrowthWorld): (path: BrutePath) => string {
  return ({ base, steps }) => {
    const { stages } = evaluatePath(world, { picks: base.picks, steps });
    const cores = world.stages.map(({ month }) => {
      const held = stages.filter((stage) => stage.month <= month).at(-1)?.holding;
      return [held?.set.cpu, held?.set.motherboard, held?.set.memory, held?.set.gpu]
        .map((part) => part?.id ?? '')
        .join('|');
    });
    return [todayKey({ base, steps, value: 0, net: 0 }), base.picks.memory?.part, ...cores].join('/');
  };
}

const K = 6;
const ours = (cache: SearchCache, bases: readonly Base[], by: 'today' | 'path') =>
  searchAll(pathSearch(cache, K, by), bases);

describe('the search for paths against every path by definition', () => {
  it('gives the same best and runners-up on tiny markets that have paths, to the thousandth and the cent', () => {
    let instances = 0;
    let growing = 0;
    let later = 0;
    const mismatches: string[] = [];
    for (let seed = 1; instances < sampleOf(200); seed++) {
      const world = growthWorld(tinyGrowth(seed));
      const bases = fewBases(world);
      const every = everyPath(world, bases);
      if (every.length === 0) continue;
      instances++;
      const found = ours(searchCacheFor(world), bases, 'today');
      const told = found.map(({ value, net }) => `${value} for ${net}`);
      const wanted = top(every, K, todayKey);
      if (told.join() !== wanted.join())
        mismatches.push(`${seed}: ${told.join(', ')} against ${wanted.join(', ')}`);
      if ((found[0]?.steps.length ?? 0) > 0) growing++;
      // Every path found is what evaluating it by definition says, and can be walked.
      for (const path of found) {
        const report = evaluatePath(world, { picks: path.base.picks, steps: path.steps });
        if (report.value !== path.value || report.paid - report.back !== path.net || !report.isSound)
          mismatches.push(`${seed}: evaluates to ${report.value} for ${report.paid - report.back}`);
      }
      // Runners-up that differ later only, where there are few enough to tell them all apart.
      if (every.length < 250) {
        later++;
        const paths = ours(searchCacheFor(world), bases, 'path').map(
          ({ value, net }) => `${value} for ${net}`,
        );
        const all = top(every, K, pathKey(world));
        if (paths.join() !== all.join())
          mismatches.push(`${seed} by path: ${paths.join(', ')} against ${all.join(', ')}`);
      }
    }
    expect(mismatches).toEqual([]);
    // The markets are worth asking about: in many the best path does change something.
    expect(growing).toBeGreaterThan(atLeast(60));
    expect(later).toBeGreaterThan(atLeast(100));
  });

  it('would be caught with a bound that is too low', () => {
    let caught = 0;
    for (let seed = 1; seed <= 60 && caught === 0; seed++) {
      const world = growthWorld(tinyGrowth(seed));
      const bases = fewBases(world);
      const cache = searchCacheFor(world);
      const low: SearchCache = {
        ...cache,
        gpusInOrder: (...of) => cache.gpusInOrder(...of).map(({ gpu, most }) => ({ gpu, most: most * 0.9 })),
      };
      const values = (of: SearchCache) =>
        ours(of, bases, 'today')
          .map(({ value, net }) => `${value} for ${net}`)
          .join();
      if (values(cache) !== values(low)) caught++;
    }
    expect(caught).toBeGreaterThan(0);
  });
});

describe('more money later never lowers the best value', () => {
  it('on tiny markets, planned from the start each time', () => {
    let told = 0;
    for (let seed = 1; seed <= sampleOf(80); seed++) {
      const wish = tinyGrowth(seed);
      let before = -Infinity;
      for (const factor of [0, 1, 2]) {
        const { growth } = wish.brief;
        const sums = growth.sums.map((sum) => ({
          ...sum,
          amountMinor: Math.round(sum.amountMinor * factor),
        }));
        const plan = finish(
          planGrowth(growthWorld({ ...wish, brief: { ...wish.brief, growth: { ...growth, sums } } }), 1),
        );
        const value = plan.answers[0]?.value ?? -Infinity;
        expect(value, `seed ${seed}, ${factor} times the budgets`).toBeGreaterThanOrEqual(before);
        if (value > before && before > -Infinity) told++;
        before = value;
      }
    }
    expect(told).toBeGreaterThan(0);
  });
});

describe('what the demo is to show', () => {
  const file = (name: string): unknown =>
    JSON.parse(readFileSync(new URL(`../../packages/demo/files/${name}`, import.meta.url), 'utf8'));
  const catalogue = catalogueOf(catalogueFileSchema.parse(file('catalogue.json')));
  const brief = briefOf(briefFileSchema.parse(file('brief-league-seat.json')));
  const world = growthWorld({ catalogue, brief, events: [] });
  const plan = finish(planGrowth(world));
  const [best] = plan.answers;
  it('has two later sums over 36 months, a best path and ten runners-up, all proved', () => {
    expect([brief.growth.sums.length, brief.growth.horizonMonths]).toEqual([2, 36]);
    expect([plan.status, plan.answers.length]).toEqual(['optimal', 11]);
  });
  it('the best path and the best of today differ, and the reason is a rule that names figures', () => {
    const { today } = plan;
    if (!today) throw new Error('the demo has a best of today');
    expect(best.base.picks.cpu?.part).not.toBe(today.base.picks.cpu?.part);
    expect(best.value).toBeGreaterThan(today.value);
    const obstacle = whyNot(world, today.base.picks, { picks: best.base.picks, steps: best.steps });
    expect(obstacle?.barrier.rule).toBe('socket');
    const of = (path: typeof best) => evaluatePath(world, { picks: path.base.picks, steps: path.steps });
    const found = overtaking(of(best), of(today));
    // Fewer frames at first, more from the day of a later sum on, and made up for well before the end.
    expect(found?.before).toBeLessThan(-1000);
    expect(found?.after).toBeGreaterThan(1000);
    expect(found?.aheadFrom).toBe(8);
    expect(found?.caughtUpFrom).toBeLessThan(27);
  });
  it('the best of today reaches as fast a processor only with another board: its socket is a dead end', () => {
    const bought = ({ steps }: typeof best) =>
      steps.flatMap((step) => step.changes.map((change) => change.slot));
    expect(bought(best)).not.toContain('motherboard');
    expect(plan.today ? bought(plan.today) : []).toEqual(expect.arrayContaining(['cpu', 'motherboard']));
  });
});
