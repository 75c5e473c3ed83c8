import { describe, expect, it } from 'vitest';
import { costOf, priceIndexOf } from '../money/index.ts';
import type { Brief, Catalogue, Offer, Picks } from '../parts/index.ts';
import { BRIEF, CARD, CATALOGUE, COOLER, MODEL, OFFERS, PROCESSOR } from '../test/fixtures.ts';
import { apportion } from '../units/index.ts';
import { appraise, offersOf, testList, withListings, type UsedListing } from './index.ts';

const FIND: UsedListing = {
  id: 'f',
  name: 'A graphics card',
  parts: ['gpu'],
  currency: 'EUR',
  priceMinor: 15_000,
  shippingMinor: 500,
  km: 0,
  grade: 'B',
  monthsOld: 24,
  seller: 'somebody',
  good: 40,
  rated: 41,
  returnDays: 0,
  seenOn: '2026-11-20',
  where: '',
  state: 'seen',
  inLanes: true,
};
const FAST = { ...CARD, id: 'fast', name: 'Fast' };
const SLOW = { ...CARD, id: 'slow', name: 'Slow' };
const world: Catalogue = {
  ...CATALOGUE,
  parts: [...CATALOGUE.parts, FAST, SLOW],
  offers: [
    ...OFFERS,
    { ...OFFERS[3], id: 'fast.near', part: 'fast', priceMinor: 21_000 },
    { ...OFFERS[3], id: 'slow.near', part: 'slow', priceMinor: 14_000 },
  ],
  frameModel: {
    ...MODEL,
    gpus: [
      ...MODEL.gpus,
      { part: 'fast', rateLn: 0.2, sdLn: 0.03 },
      { part: 'slow', rateLn: -0.3, sdLn: 0.03 },
    ],
  },
};
const picks: Picks = Object.fromEntries(
  ['cpu', 'motherboard', 'memory', 'storage', 'case', 'psu'].map((part) => [
    part,
    { part, offer: `${part}.near` },
  ]),
);
const at = (change: Partial<UsedListing>, brief: Brief = BRIEF) => {
  const found = appraise({ ...FIND, ...change }, picks, world, priceIndexOf(world, brief));
  if (!found) throw new Error('no rate');
  return found;
};

describe('what a find is worth', () => {
  it('is held against the cheapest new part of at least the same frames', () => {
    const { equals, newPrice } = at({});
    expect(equals[0].equal?.offer.id).toBe('fast.near');
    expect(newPrice).toBe(21_000);
  });
  it('fair, opening and last offers are in order, and paying the fair price costs what the new one costs', () => {
    const { fairPrice, firstOffer, mostOffer, newCost, isAskedLess } = at({ priceMinor: 30_000 });
    expect(isAskedLess).toBe(false);
    expect((firstOffer ?? 0) < (mostOffer ?? 0) && (mostOffer ?? 0) < (fairPrice ?? 0)).toBe(true);
    expect(Math.abs(at({ priceMinor: fairPrice ?? 0 }).risk.cost - (newCost ?? 0))).toBeLessThanOrEqual(1);
    expect((mostOffer ?? 1) % 100).toBe(0);
  });
  it('nobody is told to offer more than is asked', () => {
    const { firstOffer, mostOffer, isAskedLess, fairPrice } = at({ priceMinor: 5000 });
    expect([firstOffer, mostOffer, isAskedLess]).toEqual([5000, 5000, true]);
    expect(fairPrice).toBeGreaterThan(5000);
  });
  it('several parts are held against new ones that fit together', () => {
    // The cheapest board that does as much has another socket than the cheapest processor: neither pair is the sum of the two.
    const cpu = (id: string, socket: string, minor: number) => ({
      part: { ...PROCESSOR, id, socket },
      offer: { ...OFFERS[0], id: `${id}.near`, part: id, priceMinor: minor },
    });
    const other = cpu('cpu-other', 'X9', 9000);
    const cooler = { ...COOLER, sockets: [...(COOLER.sockets ?? []), 'X9'] };
    const paired: Catalogue = {
      ...world,
      parts: [...world.parts.filter(({ id }) => id !== 'cooler'), cooler, other.part],
      offers: [...world.offers, other.offer],
      frameModel: {
        ...world.frameModel,
        cpus: [
          ...world.frameModel.cpus,
          ...world.frameModel.cpus
            .filter(({ part }) => part === 'cpu')
            .map((rate) => ({ ...rate, part: 'cpu-other' })),
        ],
      },
    };
    const bundle = { ...FIND, parts: ['cpu', 'motherboard'] };
    const told = (find: UsedListing) => appraise(find, picks, paired, priceIndexOf(paired, BRIEF));
    // Alone, a processor's equal may have any socket: 90.00.
    expect(told({ ...FIND, parts: ['cpu'] })?.newPrice).toBe(9000);
    // With its board the equals must fit each other: 120.00 and 80.00, and not 90.00 and 80.00.
    expect(told(bundle)?.equals.map(({ equal }) => equal?.offer.part)).toEqual(['cpu', 'motherboard']);
    expect(told(bundle)?.newPrice).toBe(20_000);
  });
  it('says take, haggle and pass as the price rises, and unknown where nothing new does as much', () => {
    expect([9000, 15_500, 21_500].map((priceMinor) => at({ priceMinor }).verdict)).toEqual([
      'take',
      'haggle',
      'pass',
    ]);
    const alone = { ...world, offers: world.offers.map((offer): Offer => ({ ...offer, inStock: false })) };
    expect(appraise(FIND, picks, alone, priceIndexOf(alone, BRIEF))?.verdict).toBe('unknown');
    expect(appraise({ ...FIND, currency: 'USD' }, picks, world, priceIndexOf(world, BRIEF))).toBeNull();
  });
  it('names what the same money buys new, and the frames that it gives the build', () => {
    const { sameMoney, inBuild } = at({});
    expect(sameMoney?.offer.id).toBe('slow.near');
    expect((inBuild.score ?? 0) > (inBuild.before ?? 0)).toBe(true);
  });
  it('counts the way there and back', () => {
    expect(at({ shippingMinor: 0, km: 20 }).paid - at({ shippingMinor: 0 }).paid).toBe(600);
  });
});

describe('finds among the offers', () => {
  it('enter the catalogue at the price paid, and leave it when passed, dropped or unknown', () => {
    const enter = (change: Partial<UsedListing>) =>
      withListings(world, [{ ...FIND, ...change }]).offers.length - world.offers.length;
    expect([
      enter({}),
      enter({ state: 'passed' }),
      enter({ inLanes: false }),
      enter({ parts: ['nowhere'] }),
    ]).toEqual([1, 0, 0, 0]);
    const more = withListings(world, [FIND]);
    const cost = costOf(
      { gpu: { part: 'gpu', offer: 'find-f' } },
      priceIndexOf(more, { ...BRIEF, whereToBuy: { ...BRIEF.whereToBuy, usedRisk: true } }),
    );
    expect(cost.dueNow).toBe(15_500);
    expect(cost.counted).toBe(at({}).risk.cost);
  });
  it('a bundle is a lot whose shares add up to its price, to the cent', () => {
    for (const priceMinor of [10_000, 10_001, 9_999, 3]) {
      const offers = offersOf({ ...FIND, parts: ['cpu', 'motherboard', 'memory'], priceMinor }, world);
      expect(offers.reduce((sum, offer) => sum + offer.priceMinor, 0)).toBe(priceMinor);
      expect(new Set(offers.map((offer) => offer.lot))).toEqual(new Set(['find-f']));
      expect(Math.min(...offers.map((offer) => offer.priceMinor))).toBeGreaterThan(0);
    }
  });
  it('amounts are apportioned without losing a cent', () => {
    expect(apportion(100, [1, 1, 1])).toEqual([34, 33, 33]);
    expect(apportion(0, [2, 1])).toEqual([0, 0]);
    expect(apportion(7, [0, 0])).toEqual([4, 3]);
  });
  it('the test list has what every meeting needs and what the slot needs, and never a supply to be opened', () => {
    const codes = testList(['psu', 'gpu']).map((step) => step.code);
    expect(codes).toContain('meet-public');
    expect(codes).toContain('supply-never-open');
    expect(codes).not.toContain('memory-all');
  });
});
