import { describe, expect, it } from 'vitest';
import { BRIEF, CATALOGUE, OFFERS } from '../test/fixtures.ts';
import type { Brief, Offer } from '../parts/index.ts';
import { priceIndexOf } from './price-index.ts';
import { cheaperOffers, hasReadyByPassed, pickStandings } from './pick-state.ts';
import { costOf } from './cost.ts';

const other = (change: Partial<Offer>): Offer => ({
  id: 'gpu.other',
  part: 'gpu',
  shop: 'near',
  priceMinor: 15000,
  condition: 'new',
  inStock: true,
  seenOn: CATALOGUE.today,
  ...change,
});
const indexWith = (offers: readonly Offer[], brief: Brief = BRIEF) =>
  priceIndexOf({ ...CATALOGUE, offers: [...OFFERS, ...offers] }, brief);
const stateOf = (change: Partial<Offer>, brief: Brief = BRIEF) =>
  pickStandings({ gpu: { part: 'gpu', offer: 'gpu.other' } }, indexWith([other(change)], brief))[0];

describe('how a pick stands', () => {
  const late: Brief = { ...BRIEF, dates: { buyOn: null, readyBy: '2026-11-24' } };
  const old: Brief = { ...BRIEF, whereToBuy: { ...BRIEF.whereToBuy, maxAgeDays: 5 } };
  it.each([
    ['live', {}, BRIEF, true],
    ['stock', { inStock: false }, BRIEF, false],
    ['stock', { stock: 0 }, BRIEF, false],
    ['late', { sendsInDays: 5 }, late, false],
    ['live', { sendsInDays: 4 }, late, true],
    ['stale', { seenOn: '2026-11-10' }, old, false],
    ['listed', { listed: { backs: [] }, inStock: false }, BRIEF, true],
    [
      'arrived',
      { inStock: false, ordered: { state: 'arrived', arrivesOn: null, reserveMinor: 0 } },
      BRIEF,
      true,
    ],
  ] as const)('%s: %o', (state, change, brief, canBeHad) => {
    expect(stateOf(change, brief)).toMatchObject({ slot: 'gpu', state, canBeHad });
  });
  it('tells owned parts, parts without an offer, and offers that the catalogue has lost', () => {
    const owning: Brief = { ...BRIEF, owned: ['case'] };
    const picks = {
      case: { part: 'case', offer: null },
      gpu: { part: 'gpu', offer: null },
      cpu: { part: 'cpu', offer: 'nowhere' },
    };
    const states = pickStandings(picks, indexWith([], owning)).map(({ slot, state }) => [slot, state]);
    expect(Object.fromEntries(states)).toEqual({ case: 'owned', gpu: 'unpriced', cpu: 'gone' });
  });
  it('knows a day of need that has passed from one that has not', () => {
    const on = (readyBy: string | null) =>
      hasReadyByPassed(indexWith([], { ...BRIEF, dates: { buyOn: null, readyBy } }));
    expect([on(null), on('2026-11-19'), on(CATALOGUE.today), on('2026-11-21')]).toEqual([
      false,
      true,
      false,
      false,
    ]);
  });
});

describe('another offer that costs the basket less', () => {
  const picks = { gpu: { part: 'gpu', offer: 'gpu.near' } };
  it('is told by what the whole basket counts, shipping with it', () => {
    const index = indexWith([other({ priceMinor: 100, shop: 'stalls', shippingMinor: 250 })]);
    const found = cheaperOffers(picks, index).get('gpu');
    const swapped = { gpu: { part: 'gpu', offer: 'gpu.other' } };
    expect(found?.offer.id).toBe('gpu.other');
    expect(found?.lessMinor).toBe(costOf(picks, index).counted - costOf(swapped, index).counted);
  });
  it('is none where it saves nothing, cannot be bought, or the picked one is held', () => {
    const dear = indexWith([other({ priceMinor: 900_000 })]);
    const gone = indexWith([other({ priceMinor: 1, inStock: false })]);
    expect([cheaperOffers(picks, dear).size, cheaperOffers(picks, gone).size]).toEqual([0, 0]);
    const locks = [{ slot: 'gpu' as const, part: 'gpu', offer: 'gpu.near' }];
    const holding = indexWith([other({ priceMinor: 100 })], { ...BRIEF, locks });
    expect(cheaperOffers(picks, holding).size).toBe(0);
    expect(cheaperOffers(picks, indexWith([other({ priceMinor: 100 })])).size).toBe(1);
  });
});
