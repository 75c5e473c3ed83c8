import { openSession } from '@ripe-pick/core/session';
import { finish } from '@ripe-pick/core/work';
import { readFileSync } from 'node:fs';
import { briefFileSchema, briefOf, catalogueFileSchema, catalogueOf } from '@ripe-pick/contract';
import { checkBuild, decided, isBarrier, openSlots, ruleContext } from '@ripe-pick/core/compatibility';
import { ratesFor } from '@ripe-pick/core/frames';
import { costOf, priceIndexOf } from '@ripe-pick/core/money';
import { explainInfeasible, prepare } from '@ripe-pick/core/search';
import { partSetOf, type Brief } from '@ripe-pick/core/parts';
import { describe, expect, it } from 'vitest';
import { compareWithHighs, seededCase } from './against-highs.ts';
import { agreement } from './agree.ts';
import { atLeast, sampleOf } from '../sample.ts';

/* A small fixed part of the agreement checks; `npm run check` runs the whole. */

const demo = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../packages/demo/files/${name}`, import.meta.url), 'utf8'));
const catalogue = catalogueOf(catalogueFileSchema.parse(demo('catalogue.json')));
const brief = briefOf(briefFileSchema.parse(demo('brief-league-seat.json')));

describe('the search against brute force over every set of parts and every choice of offers', () => {
  it('gives the same answers on stressed tiny markets: best, ten best pairs, cheapest, infeasible', () => {
    let buildable = 0;
    for (let seed = 1; seed <= sampleOf(150); seed++) {
      const report = agreement(seed);
      if (report.buildable > 0) buildable++;
      expect(report.mismatches).toEqual([]);
    }
    expect(buildable).toBeGreaterThan(atLeast(25));
  });
  it('counts what the load alone asks for even where the card maker’s figure is not stated (a seed that once failed)', () => {
    expect(agreement(1290).mismatches).toEqual([]);
  });
  it('would be caught without the branch that fills an order up to its threshold', () => {
    const isCaught = SEEDS_WITH_TEETH.some(
      (seed) => agreement(seed, { noThresholdBranch: true }).mismatches.length > 0,
    );
    expect(isCaught).toBe(true);
  });
  it('would be caught if it kept the cheapest offer of each part only', () => {
    const isCaught = SEEDS_WITH_TEETH.some(
      (seed) => agreement(seed, { cheapestOptionOnly: true }).mismatches.length > 0,
    );
    expect(isCaught).toBe(true);
  });
  it('would be caught if it never branched on deals', () => {
    // Markets on which a deal draws a part to its shop.
    const isCaught = [140, 228, 250].some(
      (seed) => agreement(seed, { noDealBranch: true }).mismatches.length > 0,
    );
    expect(isCaught).toBe(true);
  });
});

/** Seeds whose markets are buildable and have tempting thresholds. */
const SEEDS_WITH_TEETH = Array.from({ length: 45 }, (_, n) => n + 1);

describe('the search against HiGHS, a general mixed-integer solver', () => {
  it('gives the same score and the same cents on seeded markets', async () => {
    for (let seed = 1; seed <= sampleOf(10); seed++) {
      const { catalogue: market, brief: wish } = seededCase(seed + 1, sampleOf(10) === 10 ? 150 : 90);
      const result = await compareWithHighs(`seed ${seed}`, market, wish, true);
      expect(result.ours).toBe(result.theirs);
    }
  });
  it('does so with thirty deals: codes, combos, gifts, rebates with limits, lots, fees by weight, tax on top', async () => {
    for (const seed of [3, 6, 9, 12, 15, 18, 21, 24, 27, 30].slice(0, sampleOf(10))) {
      const { catalogue: market, brief: wish } = seededCase(seed, 90);
      expect(market.deals.length).toBeGreaterThan(15);
      const result = await compareWithHighs(`seed ${seed}`, market, wish, true);
      expect(result.ours).toBe(result.theirs);
    }
  });
});

describe('answers on the demo', () => {
  const market = priceIndexOf(catalogue, brief);
  const context = ruleContext(brief, market.parts, catalogue.frameModel);
  const prepared = prepare(openSession(catalogue, brief));
  const rates = ratesFor(brief, catalogue.frameModel);

  it('keep every rule, add up, and score what the frame model says, judged apart from the search', () => {
    const result = finish(prepared.topK(64000, 11, 'pair'));
    expect(result.status).toBe('optimal');
    expect(result.answers).toHaveLength(11);
    for (const answer of result.answers) {
      const { set, missing } = partSetOf(answer.picks, market.parts);
      expect(missing).toEqual([]);
      expect(openSlots(set)).toEqual([]);
      expect(checkBuild(decided(set), context).filter((finding) => isBarrier(finding, false))).toEqual([]);
      const cost = costOf(answer.picks, market);
      expect(cost.counted).toBe(answer.cost);
      expect(cost.unpriced).toEqual([]);
      expect(cost.counted).toBeLessThanOrEqual(64000);
      const rated = rates(decided(set));
      expect(rated.status === 'known' && rated.objective.score).toBe(answer.score);
    }
  });
  it('come best first, and differ in processor or card', () => {
    const { answers } = finish(prepared.topK(64000, 11, 'pair'));
    for (let n = 1; n < answers.length; n++) {
      const [a, b] = [answers[n - 1], answers[n]];
      expect(a.score > b.score || (a.score === b.score && a.cost <= b.cost)).toBe(true);
    }
  });
  it('spread over pairs, processors and cards in one pass: the best pairs, then the best of each further one', () => {
    const { answers } = finish(prepared.spread(64000, { pairs: 5, cpus: 7, gpus: 7 }));
    const pairs = finish(prepared.topK(64000, 5, 'pair')).answers;
    expect(answers.slice(0, 5).map(({ score, cost }) => [score, cost])).toEqual(
      pairs.map(({ score, cost }) => [score, cost]),
    );
    const of = (slot: 'cpu' | 'gpu') => new Set(answers.map(({ picks }) => picks[slot]?.part));
    expect(of('cpu').size).toBeGreaterThanOrEqual(7);
    expect(of('gpu').size).toBeGreaterThanOrEqual(7);
    // Each further processor comes with the best build that it has: no other build of it in reach scores more.
    const seen = new Set<string>();
    for (const { picks, score } of answers) {
      const cpu = picks.cpu?.part ?? '';
      if (seen.has(cpu) || seen.size === 7) continue;
      seen.add(cpu);
      const locked = { ...brief, locks: [{ slot: 'cpu' as const, part: cpu, offer: null }] };
      expect(finish(prepare(openSession(catalogue, locked)).solve(64000)).answers[0].score).toBe(score);
    }
  });
  it('never get worse with more money', () => {
    let last = -1;
    for (let budget = 20000; budget <= 150000; budget += 5000) {
      const score = finish(prepared.solve(budget)).answers[0]?.score ?? 0;
      expect(score).toBeGreaterThanOrEqual(last);
      last = score;
    }
  });
  it('are the same twice', () => {
    expect(finish(prepare(openSession(catalogue, brief)).solve(64000)).answers).toEqual(
      finish(prepared.solve(64000)).answers,
    );
  });
  it('fit a budget that sits exactly on their cost, and not one cent less', () => {
    const [best] = finish(prepared.solve(64000)).answers;
    expect(finish(prepared.solve(best.cost)).answers[0]).toEqual(best);
    const less = finish(prepared.solve(best.cost - 1)).answers[0];
    expect(less.score < best.score || less.cost < best.cost).toBe(true);
  });
  it('keep locks, exclusions and empty slots', () => {
    const with_ = (change: Partial<Brief>) =>
      finish(prepare(openSession(catalogue, { ...brief, ...change })).solve(64000)).answers[0];
    const locked = with_({ locks: [{ slot: 'cpu', part: 'tarnholt-dunlin-250', offer: null }] });
    expect(locked.picks.cpu?.part).toBe('tarnholt-dunlin-250');
    expect(with_({ locks: [{ slot: 'gpu', part: null, offer: null }] }).picks.gpu).toBeUndefined();
    const best = with_({});
    const without = with_({ excluded: [{ part: best.picks.gpu?.part ?? '', reason: '' }] });
    expect(without.picks.gpu?.part).not.toBe(best.picks.gpu?.part);
    expect(without.score).toBeLessThanOrEqual(best.score);
  });
  it('stop when told to, with the bound that holds so far', () => {
    const [best] = finish(prepared.solve(64000)).answers;
    const search = prepared.topK(64000, 10, 'pair');
    search.next(false);
    const step = search.next(true);
    const result = step.done ? step.value : null;
    expect(result?.status).toBe('limit');
    expect(result?.answers.length).toBeLessThan(10);
    expect(result?.bound).toBeGreaterThanOrEqual(best.score);
  });
});

describe('more choice', () => {
  const score = (change: Partial<Brief>, world = catalogue) =>
    finish(prepare(openSession(world, { ...brief, ...change })).solve(64000)).answers[0]?.score ?? 0;
  const best = score({});
  it('never lowers the score: conditions, shops, locks, needs, owned parts', () => {
    const narrower: Partial<Brief>[] = [
      { whereToBuy: { ...brief.whereToBuy, conditions: ['new'] } },
      { whereToBuy: { ...brief.whereToBuy, shopsOut: ['pennywharf'] } },
      { locks: [{ slot: 'motherboard', part: 'kestrand-mole-t4-2m10', offer: null }] },
      { locks: [{ slot: 'gpu', part: null, offer: null }] },
      { owned: [] },
      { needs: { ...brief.needs, memoryGb: 32 } },
      { needs: { ...brief.needs, maxLitres: 20 } },
      { needs: { ...brief.needs, osLicence: true } },
    ];
    for (const change of narrower) expect(score(change)).toBeLessThanOrEqual(best);
    expect(
      score({ needs: { ...brief.needs, wireless: false, fastStorageGb: 0, totalStorageGb: 0, memoryGb: 4 } }),
    ).toBeGreaterThanOrEqual(best);
    expect(score({ whereToBuy: { ...brief.whereToBuy, allowUnknown: true } })).toBeGreaterThanOrEqual(best);
  });
  it('never raises it: fewer offers', () => {
    for (const keep of [2, 3, 5]) {
      const fewer = { ...catalogue, offers: catalogue.offers.filter((_, n) => n % keep !== 0) };
      expect(score({}, fewer)).toBeLessThanOrEqual(best);
    }
  });
  it('does not depend on the order of the catalogue', () => {
    const reversed = {
      ...catalogue,
      parts: [...catalogue.parts].reverse(),
      offers: [...catalogue.offers].reverse(),
      shops: [...catalogue.shops].reverse(),
    };
    const [a] = finish(prepare(openSession(reversed, brief)).solve(64000)).answers;
    const [b] = finish(prepare(openSession(catalogue, brief)).solve(64000)).answers;
    expect([a.score, a.cost]).toEqual([b.score, b.cost]);
  });
});

describe('when nothing fits', () => {
  it('says how much more money is needed, to the cent', () => {
    const poor: Brief = { ...brief, money: { ...brief.money, budgetMinor: 12000 } };
    expect(finish(prepare(openSession(catalogue, poor)).solve(12000)).status).toBe('infeasible');
    const money = finish(explainInfeasible(openSession(catalogue, poor))).relaxations.find(
      (each) => each.kind === 'budget',
    );
    const least = prepare(openSession(catalogue, poor)).cheapest();
    expect(money?.shortMinor).toBe((least?.cost ?? 0) - 12000);
    expect(finish(prepare(openSession(catalogue, poor)).solve(money?.cost ?? 0)).status).toBe('optimal');
    expect(finish(prepare(openSession(catalogue, poor)).solve((money?.cost ?? 0) - 1)).status).toBe(
      'infeasible',
    );
  });
  it('offers only changes that do what they say', () => {
    const poor: Brief = { ...brief, money: { ...brief.money, budgetMinor: 14500 } };
    const list = finish(explainInfeasible(openSession(catalogue, poor))).relaxations;
    expect(list.length).toBeGreaterThan(1);
    for (const each of list) {
      const budget = each.brief.money.budgetMinor;
      expect(finish(prepare(openSession(catalogue, each.brief)).solve(budget)).status).toBe('optimal');
    }
  });
  it('finds what stands in the way when no sum would do', () => {
    const odd: Brief = { ...brief, needs: { ...brief.needs, maxLitres: 5 } };
    const list = finish(explainInfeasible(openSession(catalogue, odd))).relaxations;
    expect(list.some((each) => each.kind === 'size')).toBe(true);
    expect(list.some((each) => each.kind === 'budget')).toBe(false);
  });
  it('names two wishes when one alone does not help', () => {
    const odd: Brief = { ...brief, needs: { ...brief.needs, maxLitres: 5, memoryGb: 1024 } };
    const list = finish(explainInfeasible(openSession(catalogue, odd))).relaxations;
    expect(list.length).toBeGreaterThan(0);
    expect(list[0].sentence).toContain(', and ');
  });
  it('answers briefs with every part ruled out, no games, or no graphics at all', () => {
    const everything = { ...brief, excluded: catalogue.parts.map((part) => ({ part: part.id, reason: '' })) };
    expect(finish(prepare(openSession(catalogue, everything)).solve(64000)).status).toBe('infeasible');
    expect(
      finish(explainInfeasible(openSession(catalogue, everything))).relaxations.some(
        (each) => each.kind === 'exclusions',
      ),
    ).toBe(true);
    const noGames = { ...brief, play: { ...brief.play, games: [] } };
    expect(finish(prepare(openSession(catalogue, noGames)).solve(64000)).status).toBe('infeasible');
    const bare = {
      ...catalogue,
      parts: catalogue.parts
        .filter((part) => part.kind !== 'gpu')
        .map((part) => (part.kind === 'cpu' ? { ...part, integratedGraphics: false } : part)),
    };
    expect(finish(prepare(openSession(bare, brief)).solve(64000)).status).toBe('infeasible');
    expect(
      finish(prepare(openSession({ ...catalogue, parts: [], offers: [] }, brief)).solve(64000)).status,
    ).toBe('infeasible');
  });
});
