import { openSession } from '@ripe-pick/core/session';
import { finish } from '@ripe-pick/core/work';
import { readFileSync } from 'node:fs';
import { briefFileSchema, briefOf, catalogueFileSchema, catalogueOf } from '@ripe-pick/contract';
import { barriersOf, checkBuild, isBarrier, ruleContext } from '@ripe-pick/core/compatibility';
import { ratesFor } from '@ripe-pick/core/frames';
import { costOf, priceIndexOf, usableOffers } from '@ripe-pick/core/money';
import { explainInfeasible, prepare } from '@ripe-pick/core/search';
import {
  kindFor,
  isAdded,
  REQUIRED_SLOTS,
  SLOTS,
  type Brief,
  type Catalogue,
  type Picks,
  type Slot,
} from '@ripe-pick/core/parts';
import { partsForRules, repairsFor, tradesFor, withPick } from '@ripe-pick/core/swaps';
import { describe, expect, it } from 'vitest';
import { compareWithHighs, seededCase } from './against-highs.ts';
import { bruteForce } from './brute.ts';
import { tinyCase } from './tiny.ts';
import { atLeast, sampleOf, sizeOf } from '../sample.ts';

const demo = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../packages/demo/files/${name}`, import.meta.url), 'utf8'));
const catalogue = catalogueOf(catalogueFileSchema.parse(demo('catalogue.json')));
const briefFrom = (name: string) => briefOf(briefFileSchema.parse(demo(name)));
const brief = briefFrom('brief-league-seat.json');
const market = priceIndexOf(catalogue, brief);

describe('the frontier', () => {
  const most = sizeOf(130_000, 70_000);
  const briefs: readonly (readonly [string, Brief])[] = [
    ['the seat', brief],
    ['new parts only', briefFrom('brief-new-only.json')],
    [
      'by 1 % lows, uncut',
      {
        ...brief,
        play: { ...brief.play, objective: { ...brief.play.objective, figure: 'low', capAtRefresh: false } },
      },
    ],
    [
      'two drives and a balance limit',
      {
        ...brief,
        owned: [],
        needs: { ...brief.needs, totalStorageGb: 1400 },
        play: { ...brief.play, objective: { ...brief.play.objective, balanceLimit: 0.35 } },
      },
    ],
  ];
  it.each(briefs)('agrees with solving each sum by itself: %s', (_, wish) => {
    const prepared = prepare(openSession(catalogue, wish));
    const { steps, isComplete } = finish(prepared.frontier(most));
    expect(isComplete).toBe(true);
    const rising = [...steps].reverse();
    const count = sampleOf(60);
    const sums = Array.from({ length: count }, (_, n) => 12_000 + Math.round((n * (most - 12_000)) / count));
    for (const step of rising.filter((_, n) => n % 9 === 4).slice(0, sampleOf(20)))
      sums.push(step.cost, step.cost - 1);
    for (const sum of sums) {
      const own = finish(prepared.solve(sum)).answers[0];
      const step = rising.filter((each) => each.cost <= sum).at(-1);
      expect([step?.score, step?.cost], `at ${sum}`).toEqual([own?.score, own?.cost]);
    }
  });
  it('rises in score and cost, and every step is a build that fits', () => {
    const { steps } = finish(prepare(openSession(catalogue, brief)).frontier(most));
    const context = ruleContext(brief, market.parts, catalogue.frameModel);
    expect(steps.length).toBeGreaterThan(50);
    steps.forEach((step, n) => {
      if (n > 0) {
        expect(step.score).toBeLessThan(steps[n - 1].score);
        expect(step.cost).toBeLessThan(steps[n - 1].cost);
      }
      expect(barriersOf(partsForRules(step.picks, market), context, false)).toEqual([]);
      expect(costOf(step.picks, market).counted).toBe(step.cost);
    });
  });
  it('can be stopped, and then says down to which score it is known', () => {
    const search = prepare(openSession(catalogue, brief)).frontier(most);
    let step = search.next();
    for (let n = 0; n < 5 && !step.done; n++) step = search.next();
    const last = step.done ? null : step.value.bound;
    const ended = search.next(true);
    expect(ended.done && !ended.value.isComplete && ended.value.bound <= (last ?? Infinity)).toBe(true);
  });
  it('goes through the scores that HiGHS proves on a small market', async () => {
    const { catalogue: small, brief: wish } = seededCase(4, 120);
    const steps = finish(prepare(openSession(small, wish)).frontier(200_000)).steps;
    for (const at of [steps.length >> 1, 0].slice(0, sampleOf(10))) {
      const budgetMinor = steps[at].cost;
      const result = await compareWithHighs(
        'frontier',
        small,
        { ...wish, money: { ...wish.money, budgetMinor } },
        false,
      );
      expect(result.theirs).toBe(String(steps[at].score));
    }
  });
});

describe('the best single swap', () => {
  const context = ruleContext(brief, market.parts, catalogue.frameModel);
  const rates = ratesFor(brief, catalogue.frameModel);
  const scoreOf = (picks: Picks) => {
    const rated = rates(partsForRules(picks, market));
    return rated.status === 'known' ? rated.objective.score : null;
  };
  /** Every part and offer of every slot, costed and rated by definition: the steepest that fits and can be paid. */
  function byBruteForce(picks: Picks): number {
    const total = costOf(picks, market).counted;
    const score = scoreOf(picks) ?? NaN;
    let best = 0;
    for (const slot of SLOTS)
      for (const part of catalogue.parts) {
        if (
          part.kind !== kindFor(slot) ||
          part.id === picks[slot]?.part ||
          (part.kind === 'storage' && brief.owned.includes(part.id))
        )
          continue;
        const offers: (string | null)[] = usableOffers(market, brief, part.id, slot).map((offer) => offer.id);
        if (brief.owned.includes(part.id)) offers.push(null);
        for (const offer of offers) {
          const after = withPick(picks, slot, { part: part.id, offer });
          const set = partsForRules(after, market);
          const findings = checkBuild(set, context).filter(
            (found) => found.slots.includes(slot) && isBarrier(found, false),
          );
          const money = costOf(after, market).counted - total;
          const gain = (scoreOf(after) ?? NaN) - score;
          if (findings.length > 0 || !(gain > 0) || total + money > brief.money.budgetMinor) continue;
          best = Math.max(best, money <= 0 ? 1e9 + gain : gain / money);
        }
      }
    return best;
  }
  const slope = (trade: { money: number; score: number | null } | null) =>
    !trade ? 0 : trade.money <= 0 ? 1e9 + (trade.score ?? 0) : (trade.score ?? 0) / trade.money;
  it('is the one that trying every swap finds, on the first idea and around builds of other sums', () => {
    const prepared = prepare(openSession(catalogue, brief));
    const first = (demo('build-first-idea.json') as { picks: Picks }).picks;
    const starts = [
      first,
      ...[30_000, 45_000, 60_000].map((sum) => finish(prepared.solve(sum)).answers[0].picks),
    ];
    let found = 0;
    for (const picks of starts) {
      const { steepest } = tradesFor(openSession(catalogue, brief))(picks);
      expect(slope(steepest)).toBeCloseTo(byBruteForce(picks), 9);
      if (steepest) found++;
    }
    expect(found).toBeGreaterThan(1);
  });
});

describe('companion swaps and mends', () => {
  /** Least total over every single swap of another slot, part and offer, after which nothing stands in the way. */
  function bestSingle(world: Catalogue, wish: Brief, changed: Picks, slot: Slot): number {
    const at = priceIndexOf(world, wish);
    const context = ruleContext(wish, at.parts, world.frameModel);
    let best = Infinity;
    const consider = (picks: Picks) => {
      if (barriersOf(partsForRules(picks, at), context, wish.whereToBuy.allowUnknown).length === 0)
        best = Math.min(best, costOf(picks, at).counted);
    };
    for (const other of SLOTS) {
      if (other === slot) continue;
      if (!REQUIRED_SLOTS.includes(other)) consider(withPick(changed, other, null));
      // What the user adds is never added for him.
      if (isAdded(other)) continue;
      for (const part of world.parts) {
        if (part.kind !== kindFor(other) || wish.excluded.some((entry) => entry.part === part.id)) continue;
        if (part.kind === 'storage' && wish.owned.includes(part.id)) continue;
        for (const offer of usableOffers(at, wish, part.id, other))
          consider(withPick(changed, other, { part: part.id, offer: offer.id }));
        if (wish.owned.includes(part.id)) consider(withPick(changed, other, { part: part.id, offer: null }));
      }
    }
    return best;
  }
  /** The sample begins where builds are frequent: most tiny markets have none. */
  const FIRST_BUILDABLE = 49;
  it('a repair keeps every other rule, adds up, and is the cheapest single swap wherever one is enough', () => {
    let repaired = 0;
    let single = 0;
    for (let seed = FIRST_BUILDABLE; seed < FIRST_BUILDABLE + sampleOf(120); seed++) {
      const { catalogue: world, brief: tiny } = tinyCase(seed);
      const wish: Brief = {
        ...tiny,
        locks: [],
        play: { ...tiny.play, objective: { ...tiny.play.objective, balanceLimit: null } },
      };
      const start = bruteForce(world, wish).sort((a, b) => a.cost - b.cost)[0];
      if (!start) continue;
      const at = priceIndexOf(world, wish);
      const context = ruleContext(wish, at.parts, world.frameModel);
      const repairs = repairsFor(openSession(world, wish));
      const { lanes } = tradesFor(openSession(world, wish))(start.picks);
      for (const slot of SLOTS)
        for (const trade of lanes[slot]) {
          if (!trade.barrier) continue;
          const repair = finish(
            repairs.companions(start.picks, slot, trade.part?.id ?? null, trade.offer?.id ?? null),
          );
          if (!repair) continue;
          repaired++;
          expect(repair.picks[slot]?.part).toBe(trade.part?.id);
          expect(barriersOf(partsForRules(repair.picks, at), context, wish.whereToBuy.allowUnknown)).toEqual(
            [],
          );
          expect(repair.swaps.reduce((sum, swap) => sum + swap.money, 0)).toBe(repair.money);
          const total = costOf(repair.picks, at).counted;
          expect(total - costOf(start.picks, at).counted).toBe(repair.money);
          const companions = repair.swaps.filter(
            (swap) => swap.slot !== slot && swap.from?.part !== swap.to?.part,
          );
          const changed = withPick(
            start.picks,
            slot,
            trade.part ? { part: trade.part.id, offer: trade.offer?.id ?? null } : null,
          );
          const best = bestSingle(world, wish, changed, slot);
          if (companions.length === 1) single++;
          expect(companions.length === 1 ? total : Infinity).toBe(best);
        }
    }
    expect(repaired).toBeGreaterThan(atLeast(30));
    expect(single).toBeGreaterThan(0);
  });
  it('mends a broken rule on the demo with one swap where one is enough, and it is the cheapest one', () => {
    const best = finish(prepare(openSession(catalogue, brief)).solve(64_000)).answers[0];
    const context = ruleContext(brief, market.parts, catalogue.frameModel);
    const broken = withPick(best.picks, 'case', { part: 'given-office-case', offer: null });
    const rules = barriersOf(partsForRules(broken, market), context, false);
    expect(rules.length).toBeGreaterThan(0);
    const { cheapest: repair, keeping } = finish(
      repairsFor(openSession(catalogue, brief)).mend(broken, rules[0].id),
    );
    expect(repair).not.toBeNull();
    expect(keeping?.score).toBeGreaterThanOrEqual(0);
    expect(keeping?.money).toBeGreaterThanOrEqual(repair?.money ?? Infinity);
    expect(
      barriersOf(partsForRules(repair?.picks ?? {}, market), context, false).map((rule) => rule.id),
    ).not.toContain(rules[0].id);
    const total = costOf(broken, market).counted;
    if (repair?.swaps.length === 1)
      for (const slot of rules[0].slots)
        for (const part of catalogue.parts.filter((each) => each.kind === slot))
          for (const offer of usableOffers(market, brief, part.id, slot)) {
            const tried = withPick(broken, slot, { part: part.id, offer: offer.id });
            const left = barriersOf(partsForRules(tried, market), context, false).map((rule) => rule.id);
            if (left.includes(rules[0].id) || left.some((id) => !rules.some((rule) => rule.id === id)))
              continue;
            expect(costOf(tried, market).counted - total).toBeGreaterThanOrEqual(repair.money);
          }
  });
  it('leaves locked slots alone', () => {
    const best = finish(prepare(openSession(catalogue, brief)).solve(64_000)).answers[0];
    const broken = withPick(best.picks, 'case', { part: 'given-office-case', offer: null });
    const locked: Brief = { ...brief, locks: [{ slot: 'case', part: 'given-office-case', offer: null }] };
    const context = ruleContext(brief, market.parts, catalogue.frameModel);
    const [rule] = barriersOf(partsForRules(broken, market), context, false);
    const { cheapest, keeping } = finish(repairsFor(openSession(catalogue, locked)).mend(broken, rule.id));
    for (const repair of [cheapest, keeping])
      expect(repair?.picks.case?.part ?? 'given-office-case').toBe('given-office-case');
  });
});

describe('what the brief asks for beside frames', () => {
  const best = (change: Partial<Brief>) =>
    finish(prepare(openSession(catalogue, { ...brief, ...change })).solve(64_000)).answers[0];
  const setOf = (change: Partial<Brief>) => partsForRules(best(change).picks, market);
  it('a second drive is bought when one does not do for the space', () => {
    const set = setOf({ owned: [], needs: { ...brief.needs, fastStorageGb: 240, totalStorageGb: 2200 } });
    expect(set.secondaryStorage).not.toBeNull();
    expect((set.storage?.gb ?? 0) + (set.secondaryStorage?.gb ?? 0)).toBeGreaterThanOrEqual(2200);
    expect(set.storage?.solidState).toBe(true);
  });
  it('a balance limit is kept, and costs frames or nothing', () => {
    const limited: Brief = {
      ...brief,
      play: { ...brief.play, objective: { ...brief.play.objective, balanceLimit: 0.25 } },
    };
    const answer = finish(prepare(openSession(catalogue, limited)).solve(64_000)).answers[0];
    const rated = ratesFor(limited, catalogue.frameModel)(partsForRules(answer.picks, market));
    expect(
      rated.status === 'known' && Math.max(rated.balance.toCpu, rated.balance.toGpu),
    ).toBeLessThanOrEqual(0.25);
    expect(answer.score).toBeLessThanOrEqual(best({}).score);
  });
  it('capacity floors, a quality mark, a quiet cooler, clocks to raise, a planned card', () => {
    const floors = setOf({ needs: { ...brief.needs, capacityFloors: true } });
    const { floors: asked } = ruleContext(
      { ...brief, needs: { ...brief.needs, capacityFloors: true } },
      market.parts,
      catalogue.frameModel,
    );
    expect(floors.gpu?.videoMemoryGb).toBeGreaterThanOrEqual(asked?.videoMemoryGb ?? Infinity);
    expect(setOf({ needs: { ...brief.needs, psuQuality: 4 } }).psu?.quality?.mark).toBeGreaterThanOrEqual(4);
    expect(
      setOf({ needs: { ...brief.needs, stockCooler: false, maxNoiseDb: 27 } }).cooler?.noiseDb,
    ).toBeLessThanOrEqual(27);
    const raising = setOf({ needs: { ...brief.needs, overclock: true } });
    expect([raising.cpu?.unlocked, raising.motherboard?.overclocking]).toEqual([true, true]);
    const planned = setOf({
      planned: { gpu: 'gullmoor-ember-390-trio', memory: null, cpu: null, isFirm: false },
      needs: { ...brief.needs, psuRule: { kind: 'planned', factor: 1.3 } },
    });
    expect(planned.psu?.ratedWatts).toBeGreaterThan(setOf({}).psu?.ratedWatts ?? 0);
  });
  it('conditions of a single slot', () => {
    const { picks } = best({
      whereToBuy: { ...brief.whereToBuy, conditions: ['new'], conditionsBySlot: { gpu: ['used'] } },
    });
    const condition = (slot: Slot) => market.offers.get(picks[slot]?.offer ?? '')?.condition;
    expect(condition('gpu')).toBe('used');
    expect(SLOTS.filter((slot) => slot !== 'gpu' && condition(slot) === 'used')).toEqual([]);
  });
  it('looks-only parts stay outside the sum when the brief says so, with their shipping', () => {
    const light = catalogue.parts.find((part) => part.looksOnly);
    const locks = [{ slot: 'extras' as const, part: light?.id ?? '', offer: null }];
    const inside = best({ locks });
    const outside = best({ locks, money: { ...brief.money, looksOutside: true } });
    expect(outside.score).toBe(best({}).score);
    expect(outside.cost).toBe(best({}).cost);
    expect(inside.cost > outside.cost || inside.score < outside.score).toBe(true);
    const cost = costOf(
      outside.picks,
      priceIndexOf(catalogue, { ...brief, money: { ...brief.money, looksOutside: true } }),
    );
    expect(cost.counted).toBe(outside.cost);
    const { extras: _, ...rest } = outside.picks;
    expect(cost.dueNow).toBeGreaterThan(costOf(rest, market).dueNow);
  });
});

describe('why nothing fits', () => {
  const fits = (wish: Brief) =>
    finish(prepare(openSession(catalogue, wish)).solve(wish.money.budgetMinor)).status === 'optimal';
  const odd: readonly (readonly [string, Partial<Brief['needs']>])[] = [
    ['a case that is too small', { maxLitres: 5 }],
    ['two impossible wishes', { maxLitres: 5, memoryGb: 1024 }],
    [
      'a power supply that nobody marked so well, and no noise',
      { psuQuality: 5, maxNoiseDb: 1, stockCooler: false },
    ],
    ['three impossible wishes', { maxLitres: 5, memoryGb: 1024, maxNoiseDb: 1 }],
  ];
  it.each(odd)(
    '%s: every relaxation makes it fit, and so does dropping all that the conflicts name',
    (_, needs) => {
      const wish: Brief = { ...brief, needs: { ...brief.needs, ...needs } };
      expect(prepare(openSession(catalogue, wish)).exists()).toBe(false);
      const { relaxations, conflicts } = finish(explainInfeasible(openSession(catalogue, wish)));
      for (const each of relaxations) expect(fits(each.brief), each.sentence).toBe(true);
      expect(conflicts.length).toBeGreaterThan(0);
      const named = conflicts.flatMap((conflict) => conflict.wishes).join('; ');
      const dropped: Brief = {
        ...wish,
        money: { ...wish.money, budgetMinor: 200_000 },
        needs: {
          ...wish.needs,
          ...(named.includes('litres') ? { maxLitres: null } : {}),
          ...(named.includes('of memory') ? { memoryGb: 16 } : {}),
          ...(named.includes('dB') ? { maxNoiseDb: null } : {}),
          ...(named.includes('marked') ? { psuQuality: null } : {}),
          ...(named.includes('boxed') ? { stockCooler: true } : {}),
        },
      };
      expect(fits(dropped), named).toBe(true);
    },
  );
  it('two independent impossible wishes are both named', () => {
    const { conflicts, relaxations } = finish(
      explainInfeasible(
        openSession(catalogue, {
          ...brief,
          needs: { ...brief.needs, maxLitres: 5, memoryGb: 1024 },
        }),
      ),
    );
    expect(conflicts.flatMap((each) => each.wishes)).toEqual([
      'a case of at most 5 litres',
      '1024 GB of memory',
    ]);
    expect(relaxations[0].sentence).toContain(', and ');
  });
});
