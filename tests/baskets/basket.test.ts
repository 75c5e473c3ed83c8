import { finish } from '@ripe-pick/core/work';
import { openSession } from '@ripe-pick/core/session';
import { basketsFor, shoppingFor } from '@ripe-pick/core/search/orders';
import { SLOTS, type Brief, type Catalogue, type Picks } from '@ripe-pick/core/parts';
import { describe, expect, it } from 'vitest';
import { costByDefinition, type Chosen } from '../search/by-definition.ts';
import { solveMilp } from '../search/highs-model.ts';
import { basketProgramme } from './basket-model.ts';
import { basketInstance } from './instances.ts';
import { sampleOf } from '../sample.ts';

/** Every choice of offers, the definition in its own words. */
function bruteForce(picks: Picks, catalogue: Catalogue, brief: Brief): number {
  const slots = SLOTS.filter((slot) => picks[slot]);
  let best = Infinity;
  const visit = (at: number, chosen: readonly Chosen[]): void => {
    if (at === slots.length) {
      best = Math.min(best, costByDefinition(chosen, catalogue, brief));
      return;
    }
    const slot = slots[at];
    for (const offer of catalogue.offers)
      if (offer.part === picks[slot]?.part) visit(at + 1, [...chosen, { slot, offer }]);
  };
  visit(0, []);
  return best;
}

describe('the basket of a given build', () => {
  it('equals brute force over every choice of offers and every set of deals, on tiny markets', () => {
    const wrong: string[] = [];
    for (let seed = 1; seed <= sampleOf(300); seed++) {
      const { catalogue, brief, picks } = basketInstance(seed, { parts: 6, shops: 4, offers: 12, deals: 6 });
      const expected = bruteForce(picks, catalogue, brief);
      const found = basketsFor(openSession(catalogue, brief)).best(picks)?.cost.counted ?? Infinity;
      if (found !== expected) wrong.push(`seed ${seed}: ${found}, not ${expected}`);
    }
    expect(wrong).toEqual([]);
  });
  it('equals HiGHS on markets of 10 parts, 6 shops and 34 offers with thresholds, codes, combos and limits', async () => {
    const wrong: string[] = [];
    for (let seed = 1; seed <= sampleOf(300); seed++) {
      const { catalogue, brief, picks } = basketInstance(seed, {
        parts: 10,
        shops: 6,
        offers: 34,
        deals: 10,
      });
      const { status, value } = await solveMilp(basketProgramme(picks, catalogue, brief));
      const expected = status === 'Optimal' ? Math.round(value) : Infinity;
      const found = basketsFor(openSession(catalogue, brief)).best(picks)?.cost.counted ?? Infinity;
      if (found !== expected) wrong.push(`seed ${seed}: ${found}, not ${expected}`);
    }
    expect(wrong).toEqual([]);
  });
  it('never costs more with one more deal, whatever it is', () => {
    for (let seed = 1; seed <= sampleOf(100); seed++) {
      const { catalogue, brief, picks } = basketInstance(seed, { parts: 8, shops: 5, offers: 24, deals: 8 });
      let before = Infinity;
      for (let count = 0; count <= catalogue.deals.length; count++) {
        const cost =
          basketsFor(openSession({ ...catalogue, deals: catalogue.deals.slice(0, count) }, brief)).best(picks)
            ?.cost.counted ?? Infinity;
        expect(cost).toBeLessThanOrEqual(before);
        before = cost;
      }
    }
  });
  it('adds up: lines to the till, backs to the other two totals, and the three are ordered', () => {
    for (let seed = 1; seed <= sampleOf(200); seed++) {
      const { catalogue, brief, picks } = basketInstance(seed, {
        parts: 12,
        shops: 8,
        offers: 60,
        deals: 14,
      });
      const cost = basketsFor(openSession(catalogue, brief)).best(picks)?.cost;
      if (!cost) continue;
      const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);
      expect(sum(cost.lines.map((line) => line.amount))).toBe(cost.dueNow);
      expect(cost.dueNow - sum(cost.backs.map((back) => back.expected))).toBe(cost.expected);
      expect(cost.dueNow - sum(cost.backs.map((back) => back.face))).toBe(cost.after);
      expect(cost.after).toBeLessThanOrEqual(cost.expected);
      expect(cost.expected).toBeLessThanOrEqual(cost.dueNow);
    }
  });
});

describe('shopping for a build', () => {
  it('names a second-best split that is no cheaper and differs in a shop, and what each order is worth', () => {
    let seconds = 0;
    for (let seed = 1; seed <= 25; seed++) {
      const { catalogue, brief, picks } = basketInstance(seed, { parts: 8, shops: 5, offers: 26, deals: 6 });
      const result = finish(shoppingFor(picks, openSession(catalogue, brief)));
      if (result.status !== 'optimal') continue;
      const shopOf = (of: Picks) =>
        SLOTS.map((slot) => catalogue.offers.find((offer) => offer.id === of[slot]?.offer)?.shop).join();
      for (const { more } of [...result.without, ...result.changes])
        expect(more ?? 0).toBeGreaterThanOrEqual(0);
      if (!result.second) continue;
      seconds++;
      expect(result.second.cost.counted).toBeGreaterThanOrEqual(result.best.cost.counted);
      expect(shopOf(result.second.picks)).not.toBe(shopOf(result.best.picks));
    }
    expect(seconds).toBeGreaterThan(15);
  });
  it('says which part cannot be had, and why', () => {
    const { catalogue, brief, picks } = basketInstance(7, { parts: 5, shops: 4, offers: 9, deals: 0 });
    const gone = {
      ...catalogue,
      offers: catalogue.offers.map((offer) =>
        offer.part === 'part-gpu' ? { ...offer, inStock: false } : offer,
      ),
    };
    const result = finish(shoppingFor(picks, openSession(gone, brief)));
    expect(
      result.status === 'unavailable' && result.slots.map(({ slot, barriers }) => [slot, barriers[0]]),
    ).toEqual([['gpu', 'stock']]);
    expect(finish(shoppingFor({}, openSession(catalogue, brief))).status).toBe('nothing');
  });
});
