import { openSession } from '../session/index.ts';
import { finish } from '../work/index.ts';
import { describe, expect, it } from 'vitest';
import {
  BOARD,
  BRIEF,
  CARD,
  CASE,
  CATALOGUE,
  COOLER,
  MEMORY,
  PROCESSOR,
  STORAGE,
  SUPPLY,
} from '../test/fixtures.ts';
import type { Brief, Catalogue, Offer, Part, Shop } from '../parts/index.ts';
import { explainInfeasible } from './explanation.ts';
import { prepare } from './prepare.ts';

/* Small markets whose answers can be worked out on paper. Prices in euro cents. */

const PARTS: readonly Part[] = [PROCESSOR, BOARD, MEMORY, CARD, STORAGE, COOLER, CASE, SUPPLY];
const shop = (id: string, feeMinor: number, freeFromMinor: number | null): Shop => ({
  id,
  name: id,
  kind: 'shop',
  currency: 'EUR',
  shipping: { feeMinor, freeFromMinor },
});
const offer = (part: string, at: string, priceMinor: number, change: Partial<Offer> = {}): Offer => ({
  id: `${part}@${at}`,
  part,
  shop: at,
  priceMinor,
  condition: 'new',
  inStock: true,
  seenOn: '2026-11-20',
  ...change,
});
const market = (
  shops: readonly Shop[],
  offers: readonly Offer[],
  parts: readonly Part[] = PARTS,
): Catalogue => ({ ...CATALOGUE, parts, shops, offers });
/** Every part of the good build at one shop for 10.00 each, 80.00 in all; the boxed cooler does, so 70.00. */
const tens = (at: string) => PARTS.map((part) => offer(part.id, at, 1000));
const solve = (catalogue: Catalogue, budget: number, change: Partial<Brief> = {}) =>
  finish(prepare(openSession(catalogue, { ...BRIEF, ...change })).solve(budget));

describe('worked examples', () => {
  it('one shop: seven parts at 10.00 and the fee; the boxed cooler saves the eighth', () => {
    const result = solve(market([shop('a', 500, null)], tens('a')), 100000);
    expect(result.answers[0].cost).toBe(7 * 1000 + 500);
    expect(result.answers[0].picks.cooler).toBeUndefined();
  });
  it('a cooler is bought when it is cheaper than the fee that it saves', () => {
    // 70.00 pays the fee of 15.00; with the cooler at 10.00 the order reaches 80.00 and is sent free.
    const result = solve(market([shop('a', 1500, 8000)], tens('a')), 100000);
    expect(result.answers[0].cost).toBe(8000);
    expect(result.answers[0].picks.cooler?.part).toBe('cooler');
  });
  it('a dearer offer is taken when it brings the other order over its threshold', () => {
    // At a: six parts for 60.00, free from 70.00, fee 8.00. The card is 9.00 at b without a fee, 10.00 at a.
    const offers = [
      ...tens('a').filter((each) => each.part !== 'gpu'),
      offer('gpu', 'a', 1000),
      offer('gpu', 'b', 900),
    ];
    const result = solve(market([shop('a', 800, 7000), shop('b', 0, null)], offers), 100000, {
      locks: [{ slot: 'cooler', part: null, offer: null }],
    });
    expect(result.answers[0].cost).toBe(7000);
    expect(result.answers[0].picks.gpu?.offer).toBe('gpu@a');
  });
  it('one cent decides: free from 70.00 is reached at 70.00 and missed at 70.01', () => {
    const at = (threshold: number) =>
      solve(market([shop('a', 800, threshold)], tens('a')), 100000, {
        locks: [{ slot: 'cooler', part: null, offer: null }],
      }).answers[0].cost;
    expect(at(7000)).toBe(7000);
    expect(at(7001)).toBe(7800);
  });
  it('a second fee is paid only when the second shop saves more than it asks', () => {
    const offers = [...tens('a'), offer('gpu', 'b', 300)];
    const cost = (fee: number) =>
      solve(market([shop('a', 0, null), shop('b', fee, null)], offers), 100000).answers[0].cost;
    expect(cost(699)).toBe(6000 + 300 + 699);
    expect(cost(701)).toBe(7000);
  });
  it('a listing in a market carries its own shipping, whatever else is bought there', () => {
    const stalls: Shop = { ...shop('m', 0, null), kind: 'used-market' };
    const offers = [
      ...tens('a'),
      offer('gpu', 'm', 600, { shippingMinor: 350, condition: 'used' }),
      offer('memory', 'm', 700, { shippingMinor: 350, condition: 'used' }),
    ];
    const result = solve(market([shop('a', 0, null), stalls], offers), 100000);
    expect(result.answers[0].cost).toBe(6000 + 950);
    expect(result.answers[0].picks.memory?.offer).toBe('memory@a');
  });
  it('owned parts cost nothing, and an owned drive makes the bought one needless', () => {
    const catalogue = market([shop('a', 0, null)], tens('a'));
    expect(solve(catalogue, 100000, { owned: ['case'] }).answers[0].cost).toBe(6000);
    const both = solve(catalogue, 100000, { owned: ['case', 'storage'] }).answers[0];
    expect(both.cost).toBe(5000);
    expect(both.picks.storage).toBeUndefined();
  });
  it('the faster of two processors is taken as soon as the money reaches, and not a cent before', () => {
    const quick = { ...PROCESSOR, id: 'quick' };
    const catalogue: Catalogue = {
      ...market([shop('a', 0, null)], [...tens('a'), offer('quick', 'a', 1500)], [...PARTS, quick]),
      frameModel: {
        ...CATALOGUE.frameModel,
        cpus: [...CATALOGUE.frameModel.cpus, { part: 'quick', rateLn: 0.2, sdLn: 0.03 }],
      },
    };
    expect(solve(catalogue, 7500).answers[0].picks.cpu?.part).toBe('quick');
    expect(solve(catalogue, 7499).answers[0].picks.cpu?.part).toBe('cpu');
  });
  it('of two equally fast sets the cheaper wins: frames beyond the screen buy nothing', () => {
    const fast = { ...CARD, id: 'fast' };
    const faster = { ...CARD, id: 'faster' };
    const catalogue: Catalogue = {
      ...market(
        [shop('a', 0, null)],
        [...tens('a'), offer('fast', 'a', 2000), offer('faster', 'a', 3000)],
        [...PARTS, fast, faster],
      ),
      frameModel: {
        ...CATALOGUE.frameModel,
        cpus: [{ part: 'cpu', rateLn: 3, sdLn: 0.03 }],
        gpus: [
          { part: 'gpu', rateLn: -1, sdLn: 0.03 },
          { part: 'fast', rateLn: 3, sdLn: 0.03 },
          { part: 'faster', rateLn: 4, sdLn: 0.03 },
        ],
      },
    };
    const capped = solve(catalogue, 100000).answers[0];
    expect(capped.picks.gpu?.part).toBe('fast');
    expect(capped.score).toBe(BRIEF.play.refreshHz * 1000);
    const uncapped = { ...BRIEF.play, objective: { ...BRIEF.play.objective, capAtRefresh: false } };
    expect(solve(catalogue, 100000, { play: uncapped }).answers[0].picks.gpu?.part).toBe('faster');
  });
  it('reach-every-target takes the cheapest set that does, and the nearest one when none does', () => {
    const slow = { ...CARD, id: 'slow' };
    const catalogue: Catalogue = {
      ...market(
        [shop('a', 0, null)],
        [
          ...tens('a').map((each) => (each.part === 'gpu' ? { ...each, priceMinor: 5000 } : each)),
          offer('slow', 'a', 1000),
        ],
        [...PARTS, slow],
      ),
      frameModel: {
        ...CATALOGUE.frameModel,
        gpus: [
          { part: 'gpu', rateLn: 0.3, sdLn: 0.03 },
          { part: 'slow', rateLn: -0.6, sdLn: 0.03 },
        ],
      },
    };
    const aim = (target: number) =>
      solve(catalogue, 100000, {
        play: {
          ...BRIEF.play,
          games: [{ ...BRIEF.play.games[0], target }],
          objective: { ...BRIEF.play.objective, goal: 'targets' },
        },
      }).answers[0];
    expect(aim(30).picks.gpu?.part).toBe('slow');
    expect(aim(30).score).toBe(100000);
    expect(aim(70).picks.gpu?.part).toBe('gpu');
    expect(aim(500).score).toBeLessThan(100000);
  });
  it('a part with a gap is proposed only where the brief allows it', () => {
    const vague = { ...CASE, maxGpuLengthMm: null };
    const catalogue = market(
      [shop('a', 0, null)],
      tens('a'),
      PARTS.map((part) => (part.id === 'case' ? vague : part)),
    );
    // The processor has graphics of its own, so that a build without the card is left.
    expect(solve(catalogue, 100000).answers[0].picks.gpu).toBeUndefined();
    expect(
      solve(catalogue, 100000, { whereToBuy: { ...BRIEF.whereToBuy, allowUnknown: true } }).answers[0].picks
        .gpu?.part,
    ).toBe('gpu');
  });
  it('prices in a currency without a rate do not count, at all', () => {
    const foreign: Shop = { ...shop('x', 0, null), currency: 'USD' };
    expect(solve(market([foreign], tens('x')), 100000).status).toBe('infeasible');
  });
});

describe('what would have to give', () => {
  const catalogue = market([shop('a', 500, null)], tens('a'));
  it('28 more: the missing money to the cent', () => {
    const poor = {
      ...BRIEF,
      money: { ...BRIEF.money, budgetMinor: 7500 - 2800 },
      needs: { ...BRIEF.needs, fastStorageGb: 0, totalStorageGb: 0 },
    };
    const list = finish(
      explainInfeasible(
        openSession(catalogue, {
          ...poor,
          locks: [
            { slot: 'gpu', part: 'gpu', offer: null },
            { slot: 'storage', part: 'storage', offer: null },
          ],
        }),
      ),
    ).relaxations;
    expect(list.find((each) => each.kind === 'budget')?.shortMinor).toBe(2800);
  });
  it('8 GB less: the smaller kit that the need kept out', () => {
    const small = { ...MEMORY, id: 'small', gbPerModule: 4 };
    const world = market(
      [shop('a', 0, null)],
      [
        ...tens('a').map((each) => (each.part === 'memory' ? { ...each, priceMinor: 9000 } : each)),
        offer('small', 'a', 1000),
      ],
      [...PARTS, small],
    );
    const list = finish(
      explainInfeasible(
        openSession(world, {
          ...BRIEF,
          money: { ...BRIEF.money, budgetMinor: 7000 },
        }),
      ),
    ).relaxations;
    const memory = list.find((each) => each.kind === 'memory');
    expect(memory?.sentence).toContain('8 GB less memory');
    expect(memory?.shortMinor).toBe(0);
    expect(memory?.brief.needs.memoryGb).toBe(8);
  });
  it('a lock that stands in the way is named with its slot', () => {
    const big = { ...CARD, id: 'big', lengthMm: 900 };
    const world = market([shop('a', 0, null)], [...tens('a'), offer('big', 'a', 1000)], [...PARTS, big]);
    const list = finish(
      explainInfeasible(
        openSession(world, {
          ...BRIEF,
          locks: [{ slot: 'gpu', part: 'big', offer: null }],
        }),
      ),
    ).relaxations;
    expect(list.some((each) => each.kind === 'lock' && each.sentence.includes('graphics card'))).toBe(true);
    expect(list.some((each) => each.kind === 'budget')).toBe(false);
  });
});
