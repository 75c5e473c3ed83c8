import { finish } from '../../work/index.ts';
import { describe, expect, it } from 'vitest';
import { MEMORY } from '../../test/fixtures.ts';
import { BIG_SUPPLY, GROWING, growing, growingWish, LATER, picksWith } from '../../test/growth-world.ts';
import {
  alternativesFor,
  baseOf,
  evaluatePath,
  growthChances,
  growthFlips,
  growthWorld,
  searchCacheFor,
  pathSearch,
  planGrowth,
  priceOfRoom,
  regretOf,
  roomToGrow,
  searchAll,
  type FoundPath,
  type GrowthPlan,
} from '../index.ts';
import { choiceOf } from '../model/path.ts';

const reportOf = (world: ReturnType<typeof growing>, { base, steps }: FoundPath) =>
  evaluatePath(world, { picks: base.picks, steps });
function bestOf(plan: GrowthPlan): FoundPath {
  const [best] = plan.answers;
  if (!best) throw new Error('a plan was expected');
  return best;
}

describe('a plan', () => {
  const wish = growingWish();
  const world = growthWorld(wish);
  const plan = finish(planGrowth(world));
  const best = bestOf(plan);
  it('is proved, and every path in it is what evaluating it says: value, money, soundness', () => {
    expect(plan.status).toBe('optimal');
    for (const answer of plan.answers) {
      const report = reportOf(world, answer);
      expect([report.value, report.paid - report.back, report.isSound]).toEqual([
        answer.value,
        answer.net,
        true,
      ]);
    }
  });
  it('puts the best first, and never below what becomes of the best of today', () => {
    const values = plan.answers.map((answer) => answer.value);
    expect(values).toEqual([...values].sort((a, b) => b - a));
    expect(best.value).toBeGreaterThanOrEqual(plan.today?.value ?? Infinity);
  });
  it('differs among its answers in what is bought today', () => {
    const keys = plan.answers.map(({ base: { picks } }) => `${picks.cpu?.part}|${picks.gpu?.part}`);
    expect(new Set(keys).size).toBe(keys.length);
  });
  it('can be stopped: then it has what it found, and does not call it proved', () => {
    const search = planGrowth(world);
    search.next();
    const stopped = search.next(true);
    expect(stopped.done && stopped.value.status).toBe('limit');
  });
  it('has nothing to offer where nothing fits today', () => {
    const none = finish(planGrowth(growing({}, { money: { ...wish.brief.money, budgetMinor: 1000 } })));
    expect([none.status, none.answers]).toEqual(['infeasible', []]);
  });
  it('without any money to come changes nothing', () => {
    const still = finish(planGrowth(growing({ sums: [] })));
    expect(still.answers.every((answer) => answer.steps.length === 0)).toBe(true);
  });
});

describe('more money later', () => {
  it('never lowers the best value, sum by sum', () => {
    let before = -Infinity;
    for (const amountMinor of [0, 5000, 12000, 20000, 30000, 45000, 70000]) {
      const sums = [{ id: 'a', on: LATER, amountMinor, note: '' }];
      const { value } = bestOf(finish(planGrowth(growing({ sums }))));
      expect(value).toBeGreaterThanOrEqual(before);
      before = value;
    }
  });
  it('nor does money put aside', () => {
    const at = (monthlyMinor: number) =>
      bestOf(finish(planGrowth(growing({ sums: [], monthlyMinor })))).value;
    expect(at(2000)).toBeGreaterThan(at(0));
    expect(at(4000)).toBeGreaterThanOrEqual(at(2000));
  });
});

describe('a longer horizon', () => {
  it('never prefers a path that is worse in every year than another', () => {
    for (const horizonMonths of [12, 20, 30, 48]) {
      const world = growing({ horizonMonths });
      const plan = finish(planGrowth(world));
      const yearly = ({ scores }: { readonly scores: readonly number[] | null }) => {
        const out: number[] = [];
        for (let from = 0; from < horizonMonths; from += 12) {
          const year = (scores ?? []).slice(from, from + 12);
          out.push(year.reduce((sum, score) => sum + score, 0) / year.length);
        }
        return out;
      };
      const best = yearly(reportOf(world, bestOf(plan)));
      for (const other of plan.answers.slice(1)) {
        const theirs = yearly(reportOf(world, other));
        expect(theirs.every((score, year) => score > best[year])).toBe(false);
      }
    }
  });
});

describe('a start with less', () => {
  const dear = {
    needs: { ...growing().brief.needs, gpuRequired: true },
    money: { ...growing().brief.money, budgetMinor: 45000 },
  };
  it('without a card is playable from the first day, and takes the card with a later sum', () => {
    const world = growing({ start: { withoutGpu: true, withLessMemory: false, playableFps: 10 } }, dear);
    const { paced, today } = finish(planGrowth(world));
    expect(today).toBeNull();
    if (!paced) throw new Error('a start without a graphics card was expected');
    const { stages, games } = reportOf(world, paced);
    expect(stages[0].holding.set.gpu).toBeNull();
    expect(stages.at(-1)?.holding.set.gpu).not.toBeNull();
    expect(games[0].averages[0]).toBeGreaterThanOrEqual(10);
    expect(stages.every((stage) => stage.barriers.length === 0 && stage.short === 0)).toBe(true);
  });
  it('is not offered where it would not be playable', () => {
    const world = growing({ start: { withoutGpu: true, withLessMemory: false, playableFps: 500 } }, dear);
    expect(finish(planGrowth(world)).paced).toBeNull();
  });
  it('with half of the memory has all of it at the end', () => {
    const half = { ...MEMORY, id: 'half', modules: 1 };
    const catalogue = {
      ...GROWING,
      parts: [...GROWING.parts, half],
      offers: [...GROWING.offers, { ...GROWING.offers[2], id: 'half.near', part: 'half', priceMinor: 2200 }],
    };
    const world = growing(
      { start: { withoutGpu: false, withLessMemory: true, playableFps: 10 } },
      {},
      catalogue,
    );
    const { paced } = finish(planGrowth(world));
    if (!paced) throw new Error('a start with less memory was expected');
    const { stages } = reportOf(world, paced);
    const gb = (n: number) =>
      (stages.at(n)?.holding.set.memory?.modules ?? 0) * (stages.at(n)?.holding.set.memory?.gbPerModule ?? 0);
    expect(gb(0)).toBe(8);
    expect(gb(-1)).toBeGreaterThanOrEqual(16);
  });
  it('a hand-me-down card costs nothing today', () => {
    const world = growing({}, { owned: ['gpu'] });
    const best = finish(planGrowth(world)).answers.find(({ base }) => base.picks.gpu?.part === 'gpu');
    expect(best?.base.picks.gpu?.offer).toBeNull();
  });
});

describe('the price of room', () => {
  const cache = searchCacheFor(growing());
  it('is what the cheaper part saves today, and what the later step costs without it', () => {
    const picks = picksWith({ psu: 'big-supply' });
    const steps = [{ on: LATER, changes: [{ slot: 'gpu' as const, part: 'big-card', beside: false }] }];
    const rooms = priceOfRoom(cache, { picks, steps });
    const psu = rooms.find((room) => room.slot === 'psu');
    expect(psu?.instead.id).toBe('psu');
    expect(psu?.today).toBe(3000);
    // Without it the later step has to buy the big supply and sells the small one.
    const { outlook } = cache.world;
    const small = cache.world.priceIndex.parts.get('psu');
    const later = (outlook.priceAt(BIG_SUPPLY, 8) ?? 0) - (small ? outlook.resaleAt(small, 8) : 0);
    expect(psu?.later).toBe(later);
    expect(psu?.barrier?.rule).toBe('supply-watts');
    expect(psu?.on).toBe(LATER);
  });
  it('has nothing to say where every part is the cheapest that serves today', () => {
    expect(
      priceOfRoom(cache, { picks: picksWith({ cooler: null }), steps: [] }).map((room) => room.slot),
    ).toEqual([]);
  });
});

describe('regret', () => {
  it('is told for every number of sums that come, by the best that is then left to do', () => {
    const wish = growingWish();
    const world = growthWorld(wish);
    const plan = finish(planGrowth(world));
    if (!plan.today) throw new Error('a best of today was expected');
    const [none, one] = regretOf(wish, world, bestOf(plan), plan.today);
    // With no sum at all the best of today is the best there is over its own months of today's rates.
    expect(none.today).toBeGreaterThanOrEqual(none.path ?? Infinity);
    expect(one.path ?? 0).toBeGreaterThanOrEqual(none.path ?? Infinity);
    expect([none.come, one.come, none.missing.on]).toEqual([0, 1, LATER]);
  });
});

describe('what would flip the choice', () => {
  const wish = growingWish();
  const world = growthWorld(wish);
  const plan = finish(planGrowth(world));
  const best = bestOf(plan);
  const flips = finish(growthFlips(wish, world, plan.bases, best));
  it('is looked for each way, for every date, sum and rate', () => {
    expect(flips.length).toBeGreaterThanOrEqual(12);
    expect(new Set(flips.map((flip) => flip.lever.kind))).toEqual(
      new Set(['date', 'amount', 'price', 'fall', 'heavier', 'discount', 'horizon']),
    );
  });
  it('where it says that a sum flips the choice, planning with that sum does choose otherwise', () => {
    for (const { lever, at, becomes } of flips) {
      if (lever.kind !== 'amount' || at === null || !becomes) continue;
      const sums = wish.brief.growth.sums.map((sum) =>
        sum.id === lever.sum ? { ...sum, amountMinor: at } : sum,
      );
      const other = growing({ sums });
      const again = searchAll(pathSearch(searchCacheFor(other), 1, 'today'), plan.bases)[0];
      expect(choiceOf(again)).not.toBe(choiceOf(best));
      expect(again.value).toBeGreaterThanOrEqual(becomes.value);
    }
  });
});

describe('chances over drawn prices', () => {
  const wish = growingWish();
  const world = growthWorld(wish);
  const plan = finish(planGrowth(world));
  const chances = finish(growthChances(wish, world, plan.answers, 120));
  it('add up to one, and are the same for the same data', () => {
    expect(chances?.each.reduce((sum, each) => sum + each.best, 0)).toBeCloseTo(1, 9);
    expect(finish(growthChances(wish, world, plan.answers, 120))).toEqual(chances);
  });
  it('hold their range in order, and the share of futures that pay for a step falls from step to step', () => {
    for (const { low, middle, high } of chances?.each ?? []) {
      expect(low).toBeLessThanOrEqual(middle);
      expect(middle).toBeLessThanOrEqual(high);
    }
    const shares = (chances?.steps ?? []).map((step) => step.payable);
    expect(shares).toEqual([...shares].sort((a, b) => b - a));
  });
  it('are certain where no price can move anything: without money to come', () => {
    const still = growingWish({ sums: [] });
    const quiet = growthWorld(still);
    const all = finish(planGrowth(quiet)).answers;
    const found = finish(growthChances(still, quiet, all, 40));
    expect(found?.each[0].best).toBe(1);
    expect(found?.each[0].low).toBe(found?.each[0].high);
  });
});

describe('other things to do at a step', () => {
  const cache = searchCacheFor(growing());
  const { world } = cache;
  const path = {
    picks: picksWith(),
    steps: [{ on: LATER, changes: [{ slot: 'cpu' as const, part: 'faster', beside: false }] }],
  };
  const found = alternativesFor(cache, path, LATER);
  it('hold nothing at all, other cards, more memory; each with its companions and its place in the path', () => {
    const parts = found.map((each) => each.parts.map((part) => part.id).join('+'));
    expect(parts).toContain('');
    expect(parts).toContain('big-card');
    expect(parts).toContain('memory');
    const gpu = found.find((each) => each.parts.map((part) => part.id).join() === 'big-card');
    expect(gpu?.changes.map((change) => change.part)).toEqual(['big-card', 'big-supply']);
  });
  it('are worth what evaluating the changed path says, and short of what it says', () => {
    for (const each of found) {
      if (each.value === null) continue;
      const report = evaluatePath(world, {
        picks: path.picks,
        steps: each.changes.length > 0 ? [{ on: LATER, changes: each.changes }] : [],
      });
      expect(each.value).toBe(report.value);
      expect(each.short).toBe(Math.max(0, ...report.stages.slice(1).map((stage) => stage.short)));
    }
  });
  it('come best first, those that do not go with what is in the way', () => {
    const values = found.map((each) => each.value ?? -1);
    expect(values).toEqual([...values].sort((a, b) => b - a));
    for (const each of found) if (each.value === null) expect(each.barrier).not.toBeNull();
  });
});

describe('room to grow in a lane', () => {
  it('is what the best path is worth with each swap', () => {
    const cache = searchCacheFor(growing());
    const [found, none] = [
      ...roomToGrow(cache, picksWith(), [
        { slot: 'psu', part: 'big-supply', offer: 'big-supply.near' },
        { slot: 'cpu', part: null, offer: null },
      ]),
    ];
    const direct = searchAll(pathSearch(cache, 1, 'today'), [
      baseOf(cache.world, picksWith({ psu: 'big-supply' })),
    ])[0];
    expect(found.value).toBe(direct.value);
    expect(none.value).toBeNull();
  });
});
