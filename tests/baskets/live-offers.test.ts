import { openSession } from '@ripe-pick/core/session';
import { withLiveOffers } from '@ripe-pick/core/search/orders';
import { SLOTS, type Brief, type Catalogue, type Picks, type Slot } from '@ripe-pick/core/parts';
import { describe, expect, it } from 'vitest';
import { sampleOf } from '../sample.ts';
import { costByDefinition, type Chosen } from '../search/by-definition.ts';
import { basketInstance } from './instances.ts';

/** The cheapest way to fill some slots, everything else at its picked offer: by trying every offer, by the definition in its own words. */
function bruteForce(picks: Picks, open: readonly Slot[], catalogue: Catalogue, brief: Brief): number {
  const slots = SLOTS.filter((slot) => picks[slot]);
  let best = Infinity;
  const visit = (at: number, chosen: readonly Chosen[]): void => {
    if (at === slots.length) {
      best = Math.min(best, costByDefinition(chosen, catalogue, brief));
      return;
    }
    const slot = slots[at];
    const pick = picks[slot];
    for (const offer of catalogue.offers) {
      const isAllowed = open.includes(slot) ? offer.inStock : offer.id === pick?.offer;
      if (offer.part === pick?.part && isAllowed) visit(at + 1, [...chosen, { slot, offer }]);
    }
  };
  visit(0, []);
  return best;
}

/** A market with a build in it of which the first picks are sold out. */
function withGone(seed: number, count: number) {
  const { catalogue, brief, picks } = basketInstance(seed, { parts: 6, shops: 4, offers: 16, deals: 6 });
  const slots = SLOTS.filter((slot) => picks[slot]);
  const full = Object.fromEntries(
    slots.map((slot) => {
      const part = picks[slot]?.part ?? '';
      return [slot, { part, offer: catalogue.offers.find((each) => each.part === part)?.id ?? null }];
    }),
  ) as Picks;
  const open = slots.slice(0, count);
  const lost = new Set(open.map((slot) => full[slot]?.offer));
  const offers = catalogue.offers.map((each) => (lost.has(each.id) ? { ...each, inStock: false } : each));
  return { catalogue: { ...catalogue, offers }, brief, picks: full, open };
}

describe('picks that cannot be bought any more', () => {
  it('are replaced so that the whole basket costs least, and nothing else moves', () => {
    const wrong: string[] = [];
    let compared = 0;
    for (let seed = 1; seed <= sampleOf(200); seed++) {
      const { catalogue, brief, picks, open } = withGone(seed, 2);
      const isSold = (slot: Slot) =>
        catalogue.offers.some((each) => each.part === picks[slot]?.part && each.inStock);
      if (!open.every(isSold)) continue;
      compared++;
      const found = withLiveOffers(picks, openSession(catalogue, brief));
      const expected = bruteForce(picks, open, catalogue, brief);
      if ((found?.answer.cost.counted ?? Infinity) !== expected)
        wrong.push(`seed ${seed}: ${found?.answer.cost.counted}, not ${expected}`);
      const kept = SLOTS.filter((slot) => picks[slot] && !open.includes(slot));
      if (found && kept.some((slot) => found.answer.picks[slot]?.offer !== picks[slot]?.offer))
        wrong.push(`seed ${seed}: another pick moved`);
    }
    expect(wrong).toEqual([]);
    expect(compared).toBeGreaterThan(sampleOf(200) / 4);
  });
  it('keep their place where nobody sells them, and are named', () => {
    let named = 0;
    for (let seed = 1; seed <= sampleOf(50); seed++) {
      const { catalogue, brief, picks } = withGone(seed, 0);
      const [first, second] = SLOTS.filter((slot) => picks[slot]);
      const isOut = ({ part, id }: Catalogue['offers'][number]) =>
        part === picks[first]?.part || id === picks[second]?.offer;
      const offers = catalogue.offers.map((each) => (isOut(each) ? { ...each, inStock: false } : each));
      const found = withLiveOffers(picks, openSession({ ...catalogue, offers }, brief));
      if (!found) continue;
      named++;
      expect(found.without).toEqual([first]);
      expect(found.replaced).toEqual([second]);
      expect(found.answer.picks[first]).toEqual(picks[first]);
    }
    expect(named).toBeGreaterThan(0);
  });
  it('are no question where all can be had', () => {
    const { catalogue, brief, picks } = withGone(5, 0);
    expect(withLiveOffers(picks, openSession(catalogue, brief))).toBeNull();
  });
});
