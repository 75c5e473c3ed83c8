import { describe, expect, it } from 'vitest';
import { growing, growingWish, LAST, LATER, picksWith } from '../../test/growth-world.ts';
import { baseGroups, baseWishes } from './bases.ts';
import {
  evaluatePath,
  growthWorld,
  searchCacheFor,
  pathSearch,
  searchAll,
  type Base,
  type FoundPath,
} from '../index.ts';
import { follow } from './follow.ts';
import { holdingOf, withChanges } from '../model/holding.ts';
import { baseOf } from './plan.ts';

const basesOf = (world: ReturnType<typeof growing>): Base[] =>
  [...baseGroups(world)].flatMap((group) => group.bases);

describe('the bound', () => {
  it('is never below what a path that was found is worth from any of its stages on', () => {
    for (const growth of [
      {},
      { heavierYearly: 0.3 },
      { falls: { gpu: 0 } },
      { falls: { gpu: -0.2 } },
      { resale: { feeShare: 0, condition: 'A' as const, pays: true, kept: [] } },
    ]) {
      const world = growing(growth);
      const cache = searchCacheFor(world);
      const found = searchAll(pathSearch(cache, 40, 'path'), basesOf(world));
      expect(found.length).toBeGreaterThan(5);
      for (const { base, steps } of found) {
        const report = evaluatePath(world, { picks: base.picks, steps });
        let holding = holdingOf(base.picks, world.priceIndex.parts);
        world.stages.forEach((stage, n) => {
          const before = report.stages.filter((each) => each.month < stage.month).at(-1);
          // What is left before the stage, whatever came in between has come by then.
          const spent = report.stages
            .filter((each) => each.month < stage.month)
            .reduce((sum, each) => sum + each.paid - (world.brief.growth.resale.pays ? each.back : 0), 0);
          const incomeBefore = n === 0 ? 0 : world.incomeBy(world.stages[n - 1].on);
          const money = world.limit + incomeBefore - spent;
          const rest = (report.scores ?? [])
            .slice(stage.month)
            .reduce(
              (sum, score, month) =>
                sum + score * world.years.weight(stage.month + month, stage.month + month + 1),
              0,
            );
          expect(cache.bound(before?.holding ?? holding, money, n)).toBeGreaterThanOrEqual(rest - 1e-6);
          const step = steps.find((each) => each.on === stage.on);
          if (step) ({ holding } = withChanges(holding, step.changes, world.priceIndex.parts));
        });
      }
    }
  });
  it('falls with the money, and with the stages that are left', () => {
    const cache = searchCacheFor(growing());
    const holding = holdingOf(picksWith(), cache.world.priceIndex.parts);
    expect(cache.bound(holding, 0, 0)).toBeLessThanOrEqual(cache.bound(holding, 100_000, 0));
    expect(cache.bound(holding, 50_000, 1)).toBeLessThan(cache.bound(holding, 50_000, 0));
    expect(cache.bound(holding, 50_000, 2)).toBe(0);
  });
});

describe('following given steps from a build', () => {
  const world = growing();
  const cache = searchCacheFor(world);
  const best = (picks: Base['picks']): FoundPath =>
    searchAll(pathSearch(cache, 1, 'today'), [baseOf(world, picks)])[0];
  it('comes to the very path when the steps are its own', () => {
    const found = best(picksWith());
    const again = follow(cache, found.base, found.steps);
    expect([again?.value, again?.net]).toEqual([found.value, found.net]);
  });
  it('is what evaluating says, from another build too, and never better than that build’s best', () => {
    const { steps } = best(picksWith());
    const base = baseOf(world, picksWith({ psu: 'big-supply' }));
    const followed = follow(cache, base, steps);
    expect(followed).not.toBeNull();
    const report = evaluatePath(world, { picks: base.picks, steps: followed?.steps ?? [] });
    expect([report.value, report.paid - report.back, report.isSound]).toEqual([
      followed?.value,
      followed?.net,
      true,
    ]);
    expect(best(base.picks).value).toBeGreaterThanOrEqual(followed?.value ?? Infinity);
  });
  it('gives nothing where a step is none that could be taken from there, or falls on another day', () => {
    const chip = [{ on: LATER, changes: [{ slot: 'cpu' as const, part: 'faster', beside: false }] }];
    expect(follow(cache, baseOf(world, picksWith()), chip)).not.toBeNull();
    expect(follow(cache, baseOf(world, picksWith({ cpu: 'faster' })), chip)).toBeNull();
    expect(follow(cache, baseOf(world, picksWith()), [{ ...chip[0], on: '2027-01-01' }])).toBeNull();
    const dear = [
      {
        on: LATER,
        changes: [{ slot: 'gpu' as const, part: 'big-card', beside: false }, ...chip[0].changes],
      },
    ];
    const poor = growing({ sums: [{ id: 'a', on: LATER, amountMinor: 1000, note: '' }] });
    expect(follow(cache, baseOf(world, picksWith()), dear)).not.toBeNull();
    expect(follow(searchCacheFor(poor), baseOf(poor, picksWith()), dear)).toBeNull();
  });
});

describe('builds to start from', () => {
  it('begin with the best of today, repeat nothing, keep the sum, and say what they were asked for', () => {
    const world = growing();
    const groups = [...baseGroups(world)].filter((group) => group.bases.length > 0);
    expect(groups[0].asked).toBe('the best of today');
    expect(groups[0].bases).toHaveLength(1);
    const keys = groups.flatMap((group) =>
      group.bases.map(({ picks }) => JSON.stringify(Object.values(picks).map((pick) => pick.part))),
    );
    expect(new Set(keys).size).toBe(keys.length);
    for (const { bases } of groups)
      for (const base of bases) expect(base.cost).toBeLessThanOrEqual(world.limit);
  });
  it('ask for room for later parts and for the fastest of today only where something is to come', () => {
    const asked = (world: ReturnType<typeof growing>) => baseWishes(world).map((wish) => wish.asked);
    expect(asked(growing({ sums: [] }))).toEqual(['as the brief']);
    const all = asked(growing());
    expect(all.some((each) => each.startsWith('with room for'))).toBe(true);
    expect(all.some((each) => each.startsWith('around'))).toBe(true);
    expect(all.at(-1)).toBe('without a graphics card at first');
  });
  it('keep what the brief has locked', () => {
    const locked = growthWorld(growingWish({}, { locks: [{ slot: 'gpu', part: 'gpu', offer: null }] }));
    expect(
      baseWishes(locked).some(
        (wish) => wish.asked.includes('Big graphics card') && wish.asked.startsWith('around'),
      ),
    ).toBe(false);
    for (const base of basesOf(locked)) expect(base.picks.gpu?.part).toBe('gpu');
  });
  it('room is asked for by today’s prices, so that more money later only adds to it', () => {
    const asked = (amountMinor: number) =>
      new Set(
        baseWishes(growing({ sums: [{ id: 'a', on: LAST, amountMinor, note: '' }] })).map(
          (wish) => wish.asked,
        ),
      );
    const [little, much] = [asked(1000), asked(90_000)];
    for (const each of little) expect(much.has(each)).toBe(true);
  });
});
