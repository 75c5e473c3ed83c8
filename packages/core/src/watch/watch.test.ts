import { openSession } from '../session/index.ts';
import { describe, expect, it } from 'vitest';
import { BRIEF as brief, CATALOGUE as catalogue } from '../test/fixtures.ts';
import { dateOf, dayNumber } from '../units/index.ts';
import { priceIndexOf } from '../money/index.ts';
import type { Offer } from '../parts/index.ts';
import {
  candidatesNow,
  changesBetween,
  daysAhead,
  listingWait,
  isQuiet,
  trackedOffers,
  watchList,
  type Move,
} from './index.ts';
import type { WatchKnowledge } from './knowledge.ts';
import { countsOn } from './targets.ts';

const pick = (part: string, offer: string, priceMinor: number) => ({
  part,
  name: part.toUpperCase(),
  offer,
  priceMinor,
});
const point = (more: Partial<WatchKnowledge> = {}): WatchKnowledge => ({
  day: '2026-11-20',
  currency: 'EUR',
  brief: 'b',
  candidates: [
    { id: 'c', name: 'Mine', totalMinor: 50_000, score: 100_000, gone: [], offers: ['o-card', 'o-board'] },
  ],
  best: {
    totalMinor: 60_000,
    score: 120_000,
    picks: { gpu: pick('card-a', 'o-a', 20_000), motherboard: pick('board-a', 'o-board', 9000) },
  },
  ...more,
});
const move = (offer: string, before: number | null, now: number | null): Move => ({
  offer,
  name: offer,
  before,
  now,
});
const LIMITS = { leastMinor: 500, leastScore: 1000 };

describe('what changed, and why', () => {
  it('is nothing when nothing did, or when the brief did', () => {
    expect(changesBetween(point(), point(), [], LIMITS)).toEqual([]);
    expect(changesBetween(point(), point({ brief: 'other', best: null }), [], LIMITS)).toEqual([]);
    expect(changesBetween(point(), point({ currency: 'SEK' }), [], LIMITS)).toEqual([]);
  });
  it('names the swaps of another best set, with money, frames, and the prices behind it, the largest first', () => {
    const best = {
      totalMinor: 58_800,
      score: 123_000,
      picks: { gpu: pick('card-b', 'o-b', 18_800), motherboard: pick('board-a', 'o-board', 9000) },
    };
    const moves = [
      move('o-board', 9000, 8900),
      move('o-b', 23_000, 18_800),
      move('elsewhere', 1, 99_999),
      move('o-a', 20_000, null),
    ];
    const [change] = changesBetween(point(), point({ best }), moves, LIMITS);
    expect(change).toMatchObject({
      kind: 'best',
      minor: -1200,
      score: 3000,
      swaps: [{ slot: 'gpu', from: 'CARD-A', to: 'CARD-B' }],
    });
    expect(change.kind === 'best' ? change.because.map((each) => each.offer) : []).toEqual([
      'o-a',
      'o-b',
      'o-board',
    ]);
  });
  it('keeps quiet below its thresholds', () => {
    const best = {
      totalMinor: 59_900,
      score: 120_300,
      picks: { gpu: pick('card-b', 'o-b', 1), motherboard: pick('board-a', 'o-board', 9000) },
    };
    expect(changesBetween(point(), point({ best }), [], LIMITS)).toEqual([]);
  });
  it('tells of totals that moved, parts that are gone, and of nothing that fits', () => {
    const [mine] = point().candidates;
    const after = point({
      best: null,
      candidates: [
        { ...mine, totalMinor: 49_000, gone: ['CARD'] },
        { ...mine, id: 'new' },
      ],
    });
    const changes = changesBetween(point(), after, [move('o-card', 20_000, 19_000)], LIMITS);
    expect(changes.map((change) => change.kind)).toEqual(['no-best', 'gone', 'total']);
    expect(changes[2]).toMatchObject({ from: 50_000, to: 49_000, because: [{ offer: 'o-card' }] });
    expect(changesBetween(after, after, [], LIMITS)).toEqual([]);
  });
});

describe('quiet hours', () => {
  it.each([
    ['23:00', true],
    ['06:59', true],
    ['07:00', false],
    ['21:59', false],
    ['22:00', true],
  ])('over midnight: %s is quiet: %s', (time, wanted) =>
    expect(isQuiet(time, { from: '22:00', to: '07:00' })).toBe(wanted),
  );
  it('within a day, and none', () => {
    expect(isQuiet('13:00', { from: '12:00', to: '14:00' })).toBe(true);
    expect(isQuiet('14:00', { from: '12:00', to: '14:00' })).toBe(false);
    expect(isQuiet('13:00', null)).toBe(false);
    expect(isQuiet('13:00', { from: '09:00', to: '09:00' })).toBe(false);
  });
});

describe('a find', () => {
  const market = priceIndexOf(catalogue, brief);
  const [part] = catalogue.parts;
  const wait = (cost: number, newCost: number | null, parts = [part.id]) =>
    listingWait({ id: 'f', parts }, cost, newCost, market, 30, 0);
  it('is ripe below what going on looking costs, and not above; lots and parts without a new price are not judged', () => {
    const limit = wait(1, 30_000)?.limits[0] ?? 0;
    expect(limit).toBeGreaterThan(20_000);
    expect(limit).toBeLessThan(30_000);
    expect([limit - 1, limit + 1].map((cost) => wait(cost, 30_000)?.isRipe)).toEqual([true, false]);
    expect(wait(5, null)).toBeNull();
    expect(wait(5, 30_000, [part.id, 'other'])).toBeNull();
  });
});

describe('what is watched', () => {
  const parts = catalogue.parts.filter((part) => catalogue.offers.some((offer) => offer.part === part.id));
  const [a, b] = parts;
  it('has each part once, picks before others, nothing owned and nothing without an offer', () => {
    const list = watchList(openSession(catalogue, { ...brief, owned: [b.id] }), {
      active: { [a.kind]: { part: a.id, offer: null } },
      others: [{ [a.kind]: { part: a.id, offer: null } }],
      targets: [a.id, b.id, 'unknown'],
    });
    expect(list[0]).toEqual({ part: a.id, slot: a.kind, why: 'pick' });
    expect(new Set(list.map((each) => each.part)).size).toBe(list.length);
    expect(list.some((each) => each.part === b.id || each.part === 'unknown')).toBe(false);
  });
  it('has nothing that is ordered, in whichever candidate, nor its rivals; a part of the same kind that is not stays', () => {
    const ordered: Offer = {
      ...{
        id: 'ordered-o-0',
        part: a.id,
        shop: 'order-o',
        priceMinor: 100,
        condition: 'new',
        inStock: false,
      },
      ...{ seenOn: catalogue.today, listed: { backs: [] } },
      ordered: { state: 'ordered', arrivesOn: null, reserveMinor: 0 },
    };
    const session = openSession({ ...catalogue, offers: [...catalogue.offers, ordered] }, brief);
    const picked = { [a.kind]: { part: a.id, offer: ordered.id } };
    const has = (wish: Parameters<typeof watchList>[1], id: string) =>
      watchList(session, wish).some(({ part }) => part === id);
    expect(has({ active: picked, others: [], targets: [a.id] }, a.id)).toBe(false);
    expect(has({ active: {}, others: [picked], targets: [] }, a.id)).toBe(false);
    expect(watchList(session, { active: picked, others: [], targets: [] })).toEqual([]);
    expect(has({ active: picked, others: [], targets: [b.id] }, b.id)).toBe(true);
    // Wanted by another candidate that has not ordered it, it is watched.
    expect(has({ active: {}, others: [{ [a.kind]: { part: a.id, offer: null } }], targets: [] }, a.id)).toBe(
      true,
    );
  });
  it('takes offers that the brief allows, sold out ones among them, each in its own currency', () => {
    const market = priceIndexOf(catalogue, {
      ...brief,
      whereToBuy: { ...brief.whereToBuy, conditions: ['new', 'refurbished', 'used'] },
    });
    const tracked = trackedOffers(a.id, market, () => []);
    expect(tracked.length).toBeGreaterThan(0);
    for (const each of tracked) {
      const offer = market.offers.get(each.id);
      expect(each.observations).toEqual([
        { day: dayNumber(offer?.seenOn ?? ''), price: offer?.inStock ? offer.priceMinor : null },
      ]);
    }
    const shut = priceIndexOf(catalogue, {
      ...brief,
      whereToBuy: { ...brief.whereToBuy, shopsOut: catalogue.shops.map((shop) => shop.id) },
    });
    expect(trackedOffers(a.id, shut, () => [])).toEqual([]);
  });
  it('leaves out what would come too late, and knows the last day of the rest; a day that has passed bars nothing', () => {
    const tracked = (readyBy: string) =>
      trackedOffers(a.id, priceIndexOf(slow, { ...brief, dates: { buyOn: null, readyBy } }), () => []);
    const slow = { ...catalogue, shops: catalogue.shops.map((shop) => ({ ...shop, sendsInDays: 5 })) };
    const on = dayNumber(slow.today);
    expect(tracked(dateOf(on + 4))).toEqual([]);
    expect(new Set(tracked(dateOf(on + 9)).map(({ lastBuy }) => lastBuy))).toEqual(new Set([on + 4]));
    expect(tracked(dateOf(on - 1)).every(({ lastBuy }) => lastBuy === null)).toBe(true);
  });
  it('does not watch the prices of lists, and does not call them sold out', () => {
    const listed: Offer = {
      id: 'found-v-cpu',
      part: 'cpu',
      shop: 'near',
      priceMinor: 11_000,
      condition: 'new',
      inStock: false,
      seenOn: '2026-11-13',
      listed: { backs: [] },
    };
    const world = { ...catalogue, offers: [...catalogue.offers, listed] };
    const session = openSession(world, brief);
    expect(trackedOffers('cpu', session.priceIndex, () => []).map(({ id }) => id)).not.toContain(listed.id);
    const candidate = { id: 'c', name: 'Found', picks: { cpu: { part: 'cpu', offer: listed.id } } };
    expect(candidatesNow(session, [candidate])[0].gone).toEqual([]);
  });
  it('looks ahead to the day of the brief unless it has passed, at least one day and ninety at most', () => {
    const on = (readyBy: string | null) =>
      daysAhead({ ...brief, dates: { ...brief.dates, readyBy } }, '2026-11-20', 30);
    expect([on(null), on('2026-11-30'), on('2026-11-01'), on('2028-01-01')]).toEqual([30, 10, 30, 90]);
  });
});

describe('a target', () => {
  it('counts between its days, both included, and for good where they are open', () => {
    const step = { from: '2027-07-20', by: '2027-09-01' };
    expect(
      ['2027-07-19', '2027-07-20', '2027-09-01', '2027-09-02'].map((day) => countsOn(step, day)),
    ).toEqual([false, true, true, false]);
    expect(countsOn({ from: null, by: null }, '2026-11-20')).toBe(true);
  });
});
